import type { BetterPlan, CalendarPage } from '@upright-elder/contract';
import type { Way, WayId } from '@upright-elder/core/schedule';
import { capital, sayWay } from '@upright-elder/core/wording';
import useSWR from 'swr';
import { get } from '../../data/api.js';
import type { Names } from './names.js';

const TITLES: Record<WayId, string> = {
  planned: 'As planned',
  stands: 'Keep the plan',
  new: 'A new plan',
  mend: 'Mend the plan',
  better: 'A better plan',
};

/** What asks for a choice: nothing is moved unasked. */
export function Offers({
  page,
  names,
  busy,
  onGoBy,
}: {
  page: CalendarPage;
  names: Names;
  busy: boolean;
  onGoBy: (way: WayId) => void;
}) {
  const { planned, stands } = page;
  const { data } = useSWR<BetterPlan>(
    planned.proved || planned.others.length > 0 || planned.shown.steps.length === 0
      ? null
      : `calendar/better?of=${encodeURIComponent(page.of)}`,
    get,
    { revalidateOnFocus: false, revalidateIfStale: false, shouldRetryOnError: false },
  );
  const better = data?.of === page.of ? data.way : null;
  if (planned.shown.steps.length === 0) return null;
  const line = (way: Way, words: string, act: string) => (
    <li
      key={way.way}
      className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-t border-rule py-1.5 first:border-t-0"
    >
      <span className="min-w-0 flex-1">
        <strong>{TITLES[way.way]}</strong>: {words}.
      </span>
      <button type="button" className="quiet" disabled={busy} onClick={() => onGoBy(way.way)}>
        {act}
      </button>
    </li>
  );
  if (stands === null)
    return (
      <section
        className="sheet mb-3 flex flex-wrap items-center justify-between gap-2 px-4 py-2"
        aria-label="The plan"
      >
        <p>This plan is a proposal. Go by it, and only what must moves later.</p>
        <button type="button" className="act" disabled={busy} onClick={() => onGoBy('planned')}>
          Go by this plan
        </button>
      </section>
    );
  if (planned.others.length > 0)
    return (
      <section className="sheet mb-3 border-2 border-ochre px-4 py-2" aria-label="A choice">
        <h2 className="text-[1.2rem]">The plan comes too late</h2>
        <ul>
          {[planned.shown, ...planned.others].map((way) =>
            line(way, sayWay(way, names), way.way === 'stands' ? 'Keep it' : 'Go by it'),
          )}
        </ul>
      </section>
    );
  if (!better) return null;
  return (
    <section className="sheet mb-3 px-4 py-2" aria-label="An offer">
      <ul>{line(better, gainOf(page, better, names), 'Go by it')}</ul>
    </section>
  );
}

/** Who comes earlier and who later, and how many steps move for it. */
function gainOf({ planned }: CalendarPage, better: Way, names: Names): string {
  const before = new Map(planned.shown.jobs.map(({ job, end }) => [job, end]));
  const shift = better.jobs.map(({ job, end }) => ({
    job,
    days: Math.round((end - (before.get(job) ?? end)) / 86_400_000),
  }));
  const said = (way: -1 | 1) =>
    shift
      .filter(({ days }) => Math.sign(days) === way)
      .sort((a, b) => Math.abs(b.days) - Math.abs(a.days))
      .slice(0, 3)
      .map(
        ({ job, days }) =>
          `${names.job(job)} ${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'} ${way < 0 ? 'earlier' : 'later'}`,
      );
  return capital(
    [
      ...said(-1),
      ...said(1),
      `${better.moved.length} ${better.moved.length === 1 ? 'step moves' : 'steps move'}`,
    ].join(', '),
  );
}
