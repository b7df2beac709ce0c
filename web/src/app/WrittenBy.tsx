import type { WrittenPiece } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { useZone } from '../data/hooks.js';

/** Who wrote which part of a text; nothing where one person wrote all of it. */
export function WrittenBy({ pieces }: { pieces: readonly WrittenPiece[] }) {
  const zone = useZone();
  if (pieces.length === 0) return null;
  return (
    <ul className="text-[0.88rem] text-faint">
      {pieces.map(({ text, byName, at }, i) => (
        <li key={i}>
          {byName} wrote “{text.trim()}”{at && `, ${sayInstant(at, zone)}`}
        </li>
      ))}
    </ul>
  );
}
