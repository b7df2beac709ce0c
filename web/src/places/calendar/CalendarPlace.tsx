import type { CalendarPage } from '@upright-elder/contract';
import { dateIn, sayDate } from '@upright-elder/core/days';
import { sayLeftOut, sayShare, sayWaitsFor, type CalendarNames } from '@upright-elder/core/wording';
import { Link } from 'react-router';
import { Fetching } from '../../app/Fetching.js';
import { useTitle } from '../../app/useTitle.js';
import { useCalendar, usePeople } from '../../data/hooks.js';
import { sayClock } from '../bench/sayTime.js';

/** So many days are shown one by one. */
const SHOWN_DAYS = 14;

/** Calendar: what lies on which day, by whom, what each waits for, and when each instrument is done. */
export default function CalendarPlace() {
  useTitle('Calendar');
  return <Fetching of={useCalendar()}>{(page) => <Weeks page={page} />}</Fetching>;
}

function Weeks({ page }: { page: CalendarPage }) {
  const { data: people = [] } = usePeople();
  const { zone, planned, jobs } = page;
  const stepNames = Object.assign({}, ...jobs.map(({ steps }) => steps)) as Record<string, string>;
  const names: CalendarNames = {
    person: (id) => people.find((one) => one.id === id)?.name ?? '',
    step: (id) => stepNames[id] ?? '',
  };
  const jobOf = (id: string) => jobs.find((one) => one.id === id)!;
  const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: zone });
  const dayOf = (ms: number) => dateIn(new Date(ms).toISOString(), zone);
  const hands = planned.steps
    .filter(({ start, end, by }) => end > start && by.length > 0)
    .sort((a, b) => a.start - b.start);
  const days = [...new Set(hands.map(({ start }) => dayOf(start)))].slice(0, SHOWN_DAYS);
  return (
    <div>
      <h1 className="mb-1 text-[2rem]">Calendar</h1>
      <p className="mb-3 text-faint">
        {planned.assumedHours ? (
          <>
            Monday to Friday, 9:00 to 18:00, is assumed.{' '}
            <Link to="/shop/hours" className="underline">
              Write down your hours
            </Link>
          </>
        ) : (
          'What is left of every job, laid into your hours. Each begins as early as it can.'
        )}
      </p>
      {hands.length === 0 && (
        <p className="sheet said p-4">
          Nothing is left to plan.{' '}
          <Link to="/bench" className="underline">
            To the bench
          </Link>
        </p>
      )}
      <div className="grid items-start gap-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
        <div className="grid gap-3">
          {days.map((day) => {
            const own = hands.filter(({ start }) => dayOf(start) === day);
            const title = `${weekday.format(own[0]!.start)} ${sayDate(day)}`;
            return (
              <section key={day} className="sheet px-4 py-3" aria-label={title}>
                <h2 className="text-[1.25rem]">{title}</h2>
                <ul>
                  {own.map(({ step, job, start, end, by, because }) => (
                    <li
                      key={step}
                      className="grid grid-cols-[8rem_minmax(0,1fr)] gap-x-3 border-t border-rule py-1.5 first:border-t-0"
                    >
                      <span className="num">
                        {sayClock(start, zone)}–{dayOf(end) === day ? sayClock(end, zone) : '…'}
                      </span>
                      <span>
                        <Link
                          to={`/instruments/${jobOf(job).instrumentId}/work`}
                          className="font-bold underline"
                        >
                          {jobOf(job).nickname}
                        </Link>
                        : {names.step(step)}
                        <span className="block text-[0.92rem] text-faint">
                          {[by.map(names.person).join(' and '), sayWaitsFor(because, names)]
                            .filter(Boolean)
                            .join('; ')}
                        </span>
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
        <section className="sheet px-4 py-3" aria-label="When it is done">
          <h2 className="text-[1.25rem]">When it is done</h2>
          <ul>
            {planned.jobs
              .toSorted((a, b) => a.end - b.end)
              .map(({ job, sure, due, share }) => (
                <li key={job} className="border-t border-rule py-1.5 first:border-t-0">
                  <strong>{jobOf(job).nickname}</strong>: by {sayDate(dayOf(sure))}, 8 of 10.
                  {due !== null && share !== null && (
                    <span className={share < 0.5 ? 'block text-ochre' : 'block text-faint'}>
                      Promised for {sayDate(dayOf(due))}: {sayShare(share)}.
                    </span>
                  )}
                </li>
              ))}
            {planned.leftOut.map((one) => (
              <li key={one.job} className="border-t border-rule py-1.5 text-faint">
                <strong>{jobOf(one.job).nickname}</strong>: {sayLeftOut(one, names)}.
              </li>
            ))}
          </ul>
        </section>
      </div>
    </div>
  );
}
