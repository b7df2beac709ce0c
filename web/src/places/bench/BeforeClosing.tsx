import type { JobOfList } from '@upright-elder/contract';
import { beforeClosing, type SetsWhileClosed } from '@upright-elder/core/jobs';
import { sayBenchHours } from '@upright-elder/core/units';
import { sayInStep } from '@upright-elder/core/wording';
import { Link } from 'react-router';
import { Row } from './Row.js';
import { sayWhen } from './sayTime.js';

const OVER = {
  night: 'overnight',
  weekend: 'over the weekend',
  holiday: 'while the shop is closed',
} as const;

/** What to begin before the shop closes, so that it sets while nobody is there; what goes in step; what fills a wait. */
export function BeforeClosing({
  jobs,
  now,
  closes,
  opens,
  zone,
}: {
  jobs: readonly JobOfList[];
  now: number;
  closes: number;
  opens: number;
  zone: string;
}) {
  const { over, sets, inStep, free, fills } = beforeClosing(jobs, now, closes, opens);
  if (sets.length === 0 && inStep.length === 0 && fills.length === 0) return null;
  const nickname = (job: string) => jobs.find(({ id }) => id === job)?.nickname ?? '';
  return (
    <section aria-label="Before closing">
      <h2 className="mb-1 text-[1.5rem]">Before closing</h2>
      <ul className="grid gap-2">
        {sets.map((one) => (
          <li key={one.step.step}>
            <Row
              to={`/bench/${one.job}/${one.step.step}`}
              nickname={nickname(one.job)}
              words={wordsOf(one, { over: OVER[over], opens, now, zone })}
              act={one.fits ? (one.step.standing === 'open' ? 'Begin' : 'Go on') : 'Not today'}
              later={!one.fits}
            />
          </li>
        ))}
      </ul>
      {fills.length > 0 && free !== null && (
        <>
          <h3 className="mt-3 text-[1.2rem]">Until {sayWhen(free, now, zone)}, when something calls</h3>
          <ul className="mt-1 grid gap-2">
            {fills.map(({ job, step }) => (
              <li key={step.step}>
                <Row
                  to={`/bench/${job}/${step.step}`}
                  nickname={nickname(job)}
                  words={`${step.name} · ${sayBenchHours(step.hands)}`}
                  act="Begin"
                />
              </li>
            ))}
          </ul>
        </>
      )}
      {inStep.map((one) => (
        <p key={one.steps[0]!.step} className="sheet mt-2 px-4 py-2">
          {sayInStep(one, nickname)}{' '}
          {one.steps.map(({ job, step }) => (
            <Link
              key={step}
              to={`/bench/${job}/${step}`}
              className="mr-3 inline-block min-h-[44px] py-2 underline"
            >
              {nickname(job)}
            </Link>
          ))}
        </p>
      ))}
    </section>
  );
}

function wordsOf(
  { step, by, fits, ready }: SetsWhileClosed,
  { over, opens, now, zone }: { over: string; opens: number; now: number; zone: string },
): string {
  if (!fits) return `${step.name} · not today: it takes ${sayBenchHours(step.hands)}`;
  const begin = `${step.name} · begin by ${sayWhen(by, now, zone)}`;
  return ready <= opens
    ? `${begin}, ready when the shop opens ${sayWhen(opens, now, zone)}`
    : `${begin}, it goes on ${over} and until ${sayWhen(ready, now, zone)}`;
}
