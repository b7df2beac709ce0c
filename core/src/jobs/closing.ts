import { setUpOf, type SetUp } from '../treatments/index.js';
import type { JobSummary, StepAtHand } from './summary.js';

/** What is asked of a job for the end of a day. */
export interface JobAtClosing {
  id: string;
  summary: Pick<JobSummary, 'atHand' | 'next' | 'aside' | 'out' | 'clocks' | 'promised' | 'ranked'>;
}

/** A step that goes on by itself while the shop is closed. */
export interface SetsWhileClosed {
  job: string;
  step: StepAtHand;
  /** it has to be begun by then, ms; before now: not today */
  by: number;
  fits: boolean;
  /** what follows may begin, ms, if it is begun as late as that */
  ready: number;
}

/** Work of a kind on several instruments: set up once, the pot warmed once, one coat after another. */
export interface InStep {
  /** what they share; null where it is one treatment on each of them */
  setUp: SetUp | null;
  /** of the treatment, where it is one on each of them */
  name: string | null;
  steps: { job: string; step: string }[];
}

export interface BeforeClosing {
  /** how long it is closed: a night, a weekend, or longer */
  over: 'night' | 'weekend' | 'holiday';
  sets: SetsWhileClosed[];
  inStep: InStep[];
  /** until something at work calls again, ms; null where nothing does before closing */
  free: number | null;
  /** hands without glue or waiting that fit in until then */
  fills: { job: string; step: StepAtHand }[];
}

const HOUR = 3_600_000;
/** Closed for less than this it is a night; for less than that a weekend. */
const NIGHT_MS = 20 * HOUR;
const WEEKEND_MS = 92 * HOUR;
/** What waits for less than this gains nothing by a night, hours. House figure. */
const LEAST_WAIT = 1;
/** A gap shorter than this is a cup of tea, ms. House figure. */
const LEAST_GAP = 20 * 60_000;
/** So many fill a gap. */
const FILLS = 3;

/**
 * What to begin before the shop closes, so that it sets, dries or settles while it is closed; what goes in step; and what
 * fills the time until something calls.
 *
 * @param now ms
 * @param closes ms
 * @param opens when it opens again, ms
 */
export function beforeClosing(
  jobs: readonly JobAtClosing[],
  now: number,
  closes: number,
  opens: number,
): BeforeClosing {
  const free = jobs
    .filter(({ summary }) => !summary.aside && !summary.out)
    .flatMap((job) =>
      [...job.summary.atHand.filter(({ standing }) => standing === 'paused'), ...job.summary.next]
        .filter(({ freeFrom }) => freeFrom !== null && freeFrom < closes)
        .map((step) => ({ job, step })),
    );
  const calls = jobs.flatMap(({ summary }) =>
    summary.clocks.flatMap(({ from, plan }) => (plan === null ? [] : [from + plan * 1000])),
  );
  const next = Math.min(...calls.filter((at) => at > now && at < closes));
  const gap = Number.isFinite(next) && next - now >= LEAST_GAP ? next : null;
  const closed = opens - closes;
  return {
    over: closed < NIGHT_MS ? 'night' : closed < WEEKEND_MS ? 'weekend' : 'holiday',
    sets: free
      .filter(({ step }) => step.glues || (step.wait?.[1] ?? 0) >= LEAST_WAIT)
      .map(({ job, step }): SetsWhileClosed & { first: number } => {
        const by = closes - step.hands[1] * HOUR;
        const begins = Math.max(by, now, step.freeFrom ?? now);
        return {
          ...{ job: job.id, step, by, fits: by >= Math.max(now, step.freeFrom ?? now) },
          ready: begins + (step.hands[1] + (step.wait?.[1] ?? 0)) * HOUR,
          first: firstOf(job),
        };
      })
      // what may begin, what was put first or promised, what makes the most of the time
      .sort(
        (a, b) =>
          Number(b.fits) - Number(a.fits) ||
          a.first - b.first ||
          Math.min(closed, b.ready - closes) - Math.min(closed, a.ready - closes),
      )
      .map(({ first: _first, ...one }) => one),
    inStep: inStepOf(free),
    free: gap,
    fills:
      gap === null
        ? []
        : free
            .filter(
              ({ step }) =>
                !step.glues &&
                (step.wait?.[1] ?? 0) < LEAST_WAIT &&
                step.hands[1] * HOUR <= gap - now &&
                (step.freeFrom ?? now) <= now,
            )
            .sort((a, b) => firstOf(a.job) - firstOf(b.job))
            .slice(0, FILLS)
            .map(({ job, step }) => ({ job: job.id, step })),
  };
}

const TURNS = { 'at once': 0, soon: 1, 'in turn': 2, 'can wait': 3 } as const;

/** By hand, then by promise. */
const firstOf = ({ summary: { ranked, promised } }: JobAtClosing): number =>
  ranked ? TURNS[ranked.rank] : promised ? 1.5 : 2.5;

function inStepOf(free: readonly { job: JobAtClosing; step: StepAtHand }[]): InStep[] {
  const of = new Map<string, InStep>();
  for (const { job, step } of free) {
    const setUp = setUpOf(step.treatment);
    const key = setUp ?? step.treatment;
    const known = of.get(key) ?? { setUp, name: step.name, steps: [] };
    if (known.name !== step.name) known.name = null;
    if (known.steps.every((one) => one.job !== job.id)) known.steps.push({ job: job.id, step: step.step });
    of.set(key, known);
  }
  return [...of.values()].filter(({ steps }) => steps.length > 1);
}
