import { AT_HAND, clockAt, type Clock as JobClock } from '@upright-elder/core/jobs';
import { sayMinutes } from '@upright-elder/core/wording';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useNow, useShopBench, useBench } from '../../data/bench/jobs.js';
import { stepLink } from './stepLink.js';
import { useCalls } from './useCalls.js';

type Clock = JobClock & { name: string };

/** What runs under somebody's hands, and its calls, on every page that is not the bench. */
export default function CallsElsewhere() {
  const { jobs } = useBench(useShopBench());
  const now = useNow(250);
  const all = useMemo(() => (jobs ?? []).flatMap(({ summary }) => summary.clocks), [jobs]);
  useCalls(all, now);
  const running = (jobs ?? []).flatMap((job) =>
    job.summary.clocks
      .filter((clock) => AT_HAND.has(clock.kind) && !clock.stopped)
      .map((clock) => ({ clock, job })),
  );
  if (running.length === 0) return null;
  return (
    <ul
      aria-label="Running at the bench"
      className="fixed bottom-3 left-3 z-10 grid gap-2 max-sm:right-3 print:hidden"
    >
      {running.map(({ clock, job }) => (
        <li key={clock.id}>
          <Link
            to={stepLink(job, clock.step)}
            className="flex min-h-[44px] items-center gap-3 border-4 border-ochre bg-sheet px-4 py-1 text-[1.1rem] no-underline shadow"
          >
            <strong role="timer" className="text-[1.5rem]">
              {sayRunning(clock, now)}
            </strong>
            {job.nickname}
            <span className="text-ochre">{calledBy(clock, now)}</span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

const sayRunning = (clock: Clock, now: number): string => {
  const { elapsed, left, over } = clockAt(clock, now);
  return sayMinutes(left === null ? elapsed : over ? left : Math.ceil(left));
};

const calledBy = (clock: Clock, now: number): string => {
  const { call } = clockAt(clock, now);
  return call === null || clock.heard.includes(call) ? clock.name : clock.calls[call]!.say;
};
