import { sayDate } from '@upright-elder/core/days';
import type { MarkState } from '@upright-elder/core/body-plan';
import { markName } from '@upright-elder/core/wording';
import { type DrawnMark } from './mapDocument.js';

interface Props {
  marks: Record<string, DrawnMark>;
  today: string;
  onSeen: (id: string, state: MarkState) => void;
  /** seen today and otherwise than before: it is opened */
  onChanged: (id: string) => void;
}

/** What earlier examinations marked and this one has not looked at: the same, closed, or opened to be changed. */
export function LookAgain({ marks, today, onSeen, onChanged }: Props) {
  const open = Object.entries(marks).filter(([, mark]) => {
    const last = mark.sightings.at(-1)!;
    return last.date < today && last.state !== 'repaired';
  });
  if (open.length === 0) return null;
  return (
    <section className="sheet p-4" aria-label="To look at again">
      <h2 className="text-[1.2rem]">To look at again</h2>
      <ul className="max-h-[20rem] overflow-y-auto">
        {open.map(([id, mark]) => {
          const last = mark.sightings.at(-1)!;
          return (
            <li key={id} className="border-b border-rule py-1">
              <span className="block text-[0.95rem]">
                {markName(mark)}, {last.state} on {sayDate(last.date)}
              </span>
              <span className="flex flex-wrap gap-2">
                <button
                  type="button"
                  className="quiet"
                  aria-label={`${markName(mark)}: the same`}
                  onClick={() => onSeen(id, last.state)}
                >
                  The same
                </button>
                <button
                  type="button"
                  className="quiet"
                  aria-label={`${markName(mark)}: closed`}
                  onClick={() => onSeen(id, 'closed')}
                >
                  Closed
                </button>
                <button
                  type="button"
                  className="quiet"
                  aria-label={`${markName(mark)}: changed`}
                  onClick={() => onChanged(id)}
                >
                  Changed
                </button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
