import type { Expectation } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { judgeChange } from '@upright-elder/core/forecast';
import type { QuantityId, ReadingUnit } from '@upright-elder/core/readings';
import { sayReading } from '../../../fields/understood.js';

interface Props {
  quantity: QuantityId;
  unit: ReadingUnit;
  expectation: Expectation;
  /** what was read now, once it is understood */
  value: { value: number; sd: number; division?: number } | undefined;
  /** only the numbers, where there is little room */
  narrow: boolean;
}

/**
 * The slip guard under a field: what stood there last time and what is expected now; once something is typed, what the
 * change is, or one question where the value lies outside.
 */
export function FieldNote({ quantity, unit, expectation, value, narrow }: Props) {
  const { last, range, season } = expectation;
  const say = (si: number) => sayReading(quantity, si, unit);
  const bare = (si: number) => say(si).replace(/ ?(?:mm|in|thou|°|cents|\/64)$/u, '');
  const expected = range && `${bare(range[0])} to ${say(range[1])}`;
  if (!value) {
    return (
      <div className="truncate text-faint">
        {narrow
          ? `last ${bare(last.value)}`
          : expected
            ? `expected ${expected}; last ${bare(last.value)}`
            : `last ${say(last.value)}, ${sayDate(last.date, 'narrow')}`}
      </div>
    );
  }
  if (range && (value.value < range[0] || value.value > range[1])) {
    return (
      <div className="font-bold text-ochre">
        ▲ expected {expected}
        {narrow ? '?' : ': is it read right?'}
      </div>
    );
  }
  const { change, kind } = judgeChange(last, value, season);
  const by = `${change > 0 ? '+' : '−'}${say(Math.abs(change))}`;
  const since = narrow ? '' : ` since ${sayDate(last.date, 'narrow')}`;
  if (kind === 'not seen')
    return <div className="text-faint">{narrow ? 'no change' : `no change this tool can see${since}`}</div>;
  if (kind === 'one division')
    return (
      <div className="font-bold text-ochre">
        ▲ {narrow ? `${by}?` : `${by}${since}, one division of the scale: read it again?`}
      </div>
    );
  if (kind === 'moisture') return <div>{narrow ? `${by}, season` : `${by}${since}, season (moisture)`}</div>;
  return <div className="font-bold">{narrow ? `${by}, real` : `${by}${since}, a real change`}</div>;
}
