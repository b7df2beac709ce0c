import type { InChoices, Looked } from '@upright-elder/contract';
import { capital, recordName } from '@upright-elder/core/wording';
import { useState } from 'react';

/** So many are shown; the rest are counted. */
const SHOWN = 12;

type Refused = Looked['refused'][number];

/** Records that cannot come in as they are: put right here, or left out. */
export function RefusedRows({
  looked: { refused, refusedInAll },
  choices,
  onChange,
}: {
  looked: Looked;
  choices: InChoices;
  onChange: (to: InChoices) => void;
}) {
  if (refused.length === 0) return null;
  const nameOf = ({ table, n }: Refused) => `${table} ${n}`;
  return (
    <div>
      <h3 className="text-[1.1rem] text-ochre">
        {refusedInAll === 1 ? 'One record cannot' : `${refusedInAll} records cannot`} come in like this
      </h3>
      <ul>
        {refused.slice(0, SHOWN).map((one) => (
          <Row
            key={`${nameOf(one)} ${one.column} ${one.typed}`}
            of={one}
            onMend={(value) =>
              onChange({
                ...choices,
                mends: {
                  ...choices.mends,
                  [nameOf(one)]: { ...choices.mends[nameOf(one)], [one.column]: value },
                },
              })
            }
            onLeaveOut={() => onChange({ ...choices, leaveOut: [...choices.leaveOut, nameOf(one)] })}
          />
        ))}
        {refusedInAll > SHOWN && <li className="text-faint">and {refusedInAll - SHOWN} more</li>}
      </ul>
      <button
        type="button"
        className="quiet mt-2"
        onClick={() => onChange({ ...choices, leaveOut: [...choices.leaveOut, ...refused.map(nameOf)] })}
      >
        Leave out all of these
      </button>
    </div>
  );
}

function Row({
  of: { table, n, column, typed, accepted },
  onMend,
  onLeaveOut,
}: {
  of: Refused;
  onMend: (value: unknown) => void;
  onLeaveOut: () => void;
}) {
  const [value, setValue] = useState(() => asText(typed));
  return (
    <li className="grid gap-2 border-t border-rule py-2">
      <p>
        {`${capital(recordName(table))}, row ${n + 1}`}
        {column !== '' && `, ${column}`}. Accepted: {accepted}.
      </p>
      <div className="flex flex-wrap items-end gap-2">
        {column !== '' && (
          <>
            <input
              className="field min-w-0 flex-1"
              aria-label={`${recordName(table)}, row ${n + 1}, ${column}`}
              value={value}
              onChange={(event) => setValue(event.target.value)}
            />
            <button type="button" className="act" onClick={() => onMend(asValue(typed, value))}>
              Correct it
            </button>
          </>
        )}
        <button type="button" className="quiet" onClick={onLeaveOut}>
          Leave it out
        </button>
      </div>
    </li>
  );
}

/** A text without its quotes; everything else as JSON. */
function asText(typed: string): string {
  try {
    const value: unknown = JSON.parse(typed);
    return typeof value === 'string' ? value : typed;
  } catch {
    return typed;
  }
}

/** A number stays one where it was one, or reads as one; else it is a text. */
function asValue(typed: string, text: string): unknown {
  if (typed.startsWith('"')) return text;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return text;
  }
}
