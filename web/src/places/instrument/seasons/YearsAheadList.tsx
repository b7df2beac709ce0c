import type { YearsAheadSaid } from '@upright-elder/contract';
import { FIRST, SentenceLine } from './SentenceList.js';
import { Fold } from '../../../fields/Fold.js';

interface Props {
  all: readonly YearsAheadSaid[];
  /** shows the readings of a series */
  onReadings: (key: string) => void;
}

/** When saddle, action, wheels and cracks come to their end at today’s creep, soonest first; each opens to its readings. */
export function YearsAheadList({ all, onReadings }: Props) {
  if (all.length === 0) return null;
  const more = all.slice(FIRST);
  return (
    <section aria-label="Years ahead">
      <h2 className="sr-only">Years ahead, at today’s creep</h2>
      <div className="sheet px-4">
        <Lines of={all.slice(0, FIRST)} onReadings={onReadings} />
        {more.length > 0 && (
          <Fold className="border-t border-rule" summaryClass="font-bold" summary={<>{more.length} later</>}>
            <Lines of={more} onReadings={onReadings} />
          </Fold>
        )}
      </div>
    </section>
  );
}

function Lines({ of, onReadings }: { of: readonly YearsAheadSaid[]; onReadings: (key: string) => void }) {
  return (
    <ul className="divide-y divide-rule">
      {of.map((said) => (
        <li key={said.text} className="py-2">
          <SentenceLine said={said} />
          <button
            type="button"
            className="min-h-[44px] text-[0.95rem] underline print:hidden"
            onClick={() => onReadings(said.key)}
          >
            {said.readings === 1 ? 'Show its one reading' : `Show its ${said.readings} readings`}
          </button>
        </li>
      ))}
    </ul>
  );
}
