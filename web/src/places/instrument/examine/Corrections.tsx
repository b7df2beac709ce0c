import { useZone } from '../../../data/hooks.js';
import { CORRECTED_NAMES } from './merge.js';
import type { Correction, Examination } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { LINE_IDS, lineOf, placeName, type LineId, type ReadPlace } from '@upright-elder/core/readings';

/** Everything that was changed in an examination: what stood there, who changed it, when and why. */
export function Corrections({ examination }: { examination: Examination }) {
  const zone = useZone();
  const { corrections } = examination;
  if (corrections.length === 0) return null;
  return (
    <section className="mt-4">
      <h3 className="text-[1.15rem]">Corrected</h3>
      <ul className="text-[0.95rem]">
        {corrections.map((old, i) => (
          <li key={i}>
            {correctedName(old)}: it said {old.text}. {old.by}, {sayInstant(old.at, zone)}
            {old.why && `: “${old.why}”`}
          </li>
        ))}
      </ul>
    </section>
  );
}

function correctedName({ line, place }: Correction): string {
  const known = (LINE_IDS as readonly string[]).includes(line);
  const name = known ? lineOf(line as LineId).name : (CORRECTED_NAMES[line] ?? line);
  return [name, place && placeName(place as ReadPlace)].filter(Boolean).join(', ');
}
