import type { YearsAheadSaid } from '@upright-elder/contract';
import { SentenceLine } from './SentenceList.js';

interface Props {
  all: readonly YearsAheadSaid[];
  /** shows the readings of a series */
  onReadings: (key: string) => void;
}

/** When saddle, action, wheels and cracks come to their end at today’s creep; each opens to its readings. */
export function YearsAheadList({ all, onReadings }: Props) {
  if (all.length === 0) return null;
  return (
    <section aria-label="Years ahead">
      <h2 className="mt-3 mb-1 text-[1.1rem]">Years ahead, at today’s creep</h2>
      <ul className="sheet divide-y divide-rule px-4">
        {all.map((said) => (
          <li key={said.text} className="py-2">
            <SentenceLine said={said} />
            <button
              type="button"
              className="min-h-[44px] text-[0.95rem] underline"
              onClick={() => onReadings(said.key)}
            >
              {said.readings === 1 ? 'Show its one reading' : `Show its ${said.readings} readings`}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
