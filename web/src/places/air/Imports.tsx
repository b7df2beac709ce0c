import type { Room } from '@upright-elder/contract';
import { sayInstant } from '@upright-elder/core/days';
import { Fetching } from '../../app/Fetching.js';
import { StrikeOut, StruckWords } from '../../app/StrikeOut.js';
import { useImports, useZone } from '../../data/hooks.js';
import { Fold } from '../../fields/Fold.js';

/** What brought a room's air, each of it to be taken back: a file of the wrong room, a column read wrongly. */
export function Imports({ room }: { room: Room }) {
  const zone = useZone();
  return (
    <Fold
      className="mt-3 border-t border-rule pt-2"
      summaryClass="font-bold"
      summary="Where its readings came from"
    >
      <Fetching of={useImports(room.id)}>
        {(imports) =>
          imports.length === 0 ? (
            <p className="text-[0.95rem] text-faint">Nothing new: older readings stay as they are.</p>
          ) : (
            <ul className="text-[0.95rem]">
              {imports.map(({ id, name, at, readings, first, last, struck, strikes }) => (
                <li
                  key={id}
                  className="flex flex-wrap items-center justify-between gap-2 border-b border-rule py-1"
                >
                  <span className={struck ? 'text-faint line-through' : ''}>
                    {name || 'typed by hand'}, {sayInstant(at, zone)}
                    <span className="block text-[0.88rem] text-faint">
                      {readings.toLocaleString('en')} {readings === 1 ? 'reading' : 'readings'}
                      {first !== last && `, ${sayInstant(first, zone)} to ${sayInstant(last, zone)}`}
                    </span>
                  </span>
                  <StruckWords strikes={strikes} />
                  <StrikeOut
                    kind="import"
                    id={id}
                    what={name || 'readings typed by hand'}
                    struck={struck}
                    label="Take back"
                    example="such as the file of another room"
                  />
                </li>
              ))}
            </ul>
          )
        }
      </Fetching>
    </Fold>
  );
}
