import type { CalendarPage } from '@upright-elder/contract';
import { sayDate } from '@upright-elder/core/days';
import { sayWaitsFor } from '@upright-elder/core/wording';
import type { Names } from './names.js';

/** One day as a list: what begins when, by whom, after what. */
export function DayList({
  page,
  date,
  names,
  chosen,
  onChoose,
}: {
  page: CalendarPage;
  /** ISO date */
  date: string;
  names: Names;
  chosen: string | null;
  onChoose: (step: string) => void;
}) {
  const { planned } = page;
  const own = planned.shown.steps
    .filter(({ start, end, by }) => names.dateOf(start) === date && end > start && by.length > 0)
    .sort((a, b) => a.start - b.start);
  const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: 'UTC' }).format(
    Date.parse(date),
  );
  const title = `${weekday} ${sayDate(date)}`;
  return (
    <section className="sheet px-4 py-3" aria-label={title}>
      <h2 className="text-[1.25rem]">{title}</h2>
      {own.length === 0 && <p className="text-faint">There is nothing to do on this day.</p>}
      <ul>
        {own.map(({ step, job, start, end, by, because, pinned }) => (
          <li key={step} className="border-t border-rule first:border-t-0">
            <button
              type="button"
              aria-pressed={step === chosen}
              className="grid min-h-[44px] w-full grid-cols-[7.5rem_minmax(0,1fr)] gap-x-3 py-1.5 text-left"
              onClick={() => onChoose(step)}
            >
              <span className="num">
                {names.clock(start)}–{names.dateOf(end) === date ? names.clock(end) : '…'}
              </span>
              <span>
                <span className="font-bold underline">{names.job(job)}</span>: {names.step(step)}
                <span className="block text-[0.92rem] text-faint">
                  {[by.map(names.person).join(' and '), sayWaitsFor(because, pinned, names)]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
