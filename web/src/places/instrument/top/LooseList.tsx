import type { Toggle } from './stretches.js';
import { Tick } from '../../../fields/Tick.js';

/** Every stretch of brace with whether it is glued: to be tried before a knife is heated. */
export function LooseList({
  toggles,
  loose,
  onToggle,
  touches,
}: {
  toggles: readonly Toggle[];
  loose: ReadonlySet<string>;
  onToggle: (id: string) => void;
  /** under what is set a loose stick presses on the plate */
  touches: boolean;
}) {
  return (
    <section className="sheet p-4" aria-label="Braces">
      <h2 className="text-[1.2rem]">Glued or loose</h2>
      <p className="text-[0.9rem] text-faint">Try things here; the map stays as it is.</p>
      {touches && (
        <p className="mt-1 text-[0.95rem]">
          Under string pull a loose leg presses on the top and looks closed in the mirror. Probe with the
          strings off.
        </p>
      )}
      <ul className="max-h-[22rem] overflow-y-auto">
        {toggles.map(({ id, name, recorded }) => (
          <li key={id}>
            <Tick
              label={
                <>
                  <span>
                    {name}
                    {recorded && <span className="text-wax"> ◆ found loose</span>}
                  </span>
                </>
              }
              checked={!loose.has(id)}
              onChange={() => onToggle(id)}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
