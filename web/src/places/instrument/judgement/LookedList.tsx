import type { Judgement } from '@upright-elder/contract';
import type { Looked } from '@upright-elder/core/diagnosis';
import { lineOf } from '@upright-elder/core/readings';
import { Fold } from '../../../fields/Fold.js';

const HEADINGS: [looked: Looked, heading: string][] = [
  ['not looked at', 'Not looked at'],
  ['cannot be seen', 'Cannot be seen'],
  ['not taken: unsound', 'Not taken: unsound'],
  ['found sound', 'Found sound'],
  ['found so', 'Measured, or something found'],
];

/** What of a full examination was looked at, and how: what nobody looked at is not sound for that. */
export function LookedList({ looked }: Pick<Judgement, 'looked'>) {
  const not = looked.filter((one) => one.looked === 'not looked at').length;
  return (
    <Fold
      className="sheet px-4 py-1"
      summary={<>Looked at{not > 0 && <span className="text-faint"> · {not} lines not yet</span>}</>}
    >
      <dl className="pb-2 text-[0.95rem]">
        {HEADINGS.map(([state, heading]) => {
          const lines = looked.filter((one) => one.looked === state);
          if (lines.length === 0) return null;
          return (
            <div key={state} className="border-t border-rule py-1.5">
              <dt className="font-bold">{heading}</dt>
              <dd>{lines.map(({ line }) => lineOf(line).name.toLowerCase()).join(', ')}</dd>
            </div>
          );
        })}
      </dl>
    </Fold>
  );
}
