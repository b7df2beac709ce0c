import type { MonthAhead } from '@upright-elder/core/forecast';
import { sayFrets } from '@upright-elder/core/wording';
import { memo } from 'react';
import type { SeriesUnit } from './unitOf.js';

interface Props {
  months: readonly MonthAhead[];
  window: readonly [number, number] | null;
  unit: SeriesUnit;
  side: string;
}

const NAMES = new Intl.DateTimeFormat('en', { month: 'short', timeZone: 'UTC' });

/** The coming months with the frets that buzz in each. */
export const MonthStrip = memo(function MonthStrip({ months, window, unit, side }: Props) {
  return (
    <section aria-label={`Months of the ${side} string`} className="mt-3">
      <h3 className="text-[1.05rem]">Month by month</h3>
      <ol className="mt-1 grid grid-cols-4 gap-1 sm:grid-cols-6 xl:grid-cols-12">
        {months.map(({ day, median, buzzes, chance }) => {
          const outside = window !== null && (median < window[0] || median > window[1]);
          const state =
            buzzes.length > 0
              ? `buzzes: ${sayFrets(buzzes)}`
              : chance === null
                ? 'not known'
                : chance >= 0.2
                  ? 'may buzz'
                  : 'clean';
          const mark = buzzes.length > 0 ? '▲' : (chance ?? 0) >= 0.2 ? '△' : chance === null ? '·' : '✓';
          return (
            <li
              key={day}
              className={`rounded-[3px] border px-1 py-1 text-[0.82rem] leading-tight ${buzzes.length > 0 ? 'border-ochre' : 'border-rule'}`}
            >
              <span className="block font-bold">{NAMES.format(new Date(day * 86400000))}</span>
              <span className={`block tabular-nums ${outside ? 'font-bold text-ochre' : ''}`}>
                {unit.say(median)}
                {outside && <span className="sr-only">, out of range</span>}
              </span>
              <span className={`block ${buzzes.length > 0 ? 'text-ochre' : 'text-faint'}`}>
                <span aria-hidden="true">{mark} </span>
                {state}
              </span>
            </li>
          );
        })}
      </ol>
    </section>
  );
});
