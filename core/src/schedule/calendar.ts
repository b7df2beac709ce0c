import { datesOf, doneBy, shareBy } from './dates.js';
import { calendarShop, type CalendarAsked, type LeftOut } from './ofShop.js';
import type { Because } from './place.js';
import { planShop } from './plan.js';
import { prepareShop } from './problem.js';
import { endsOf } from './value.js';
import type { Minute } from './windows.js';

/** What a place waits for, by ids. */
export type WaitsFor =
  | { kind: Exclude<Because['kind'], 'need' | 'person' | 'thing'> }
  | { kind: 'need'; step: string }
  | { kind: 'person'; person: string; step: string }
  | { kind: 'thing'; thing: string; step: string };

/** A step as it lies in the calendar, ms. */
export interface PlannedStep {
  step: string;
  job: string;
  start: number;
  end: number;
  /** what follows may begin */
  ready: number;
  by: string[];
  because: WaitsFor;
}

/** A job as the calendar has it, ms. */
export interface PlannedJob {
  job: string;
  /** its last hands and its last waiting */
  end: number;
  /** it cannot be before, whatever else were left lying */
  notBefore: number;
  /** promised for; null where nobody promised */
  due: number | null;
  /** by then it is done in eight of ten */
  sure: number;
  /** in which share it keeps its promise; null where there is none */
  share: number | null;
}

export interface Calendar {
  steps: PlannedStep[];
  jobs: PlannedJob[];
  leftOut: LeftOut[];
  /** the hours of the shop are assumed */
  assumedHours: boolean;
  /** nothing is better */
  proved: boolean;
}

/** A date is said with this share. */
const SURE = 0.8;

/** The weeks ahead of a shop: where every step lies, why, and when each job will be done. @param isOver of the search */
export function calendarOf(asked: CalendarAsked, isOver: (tries: number) => boolean, seed = 1): Calendar {
  const { shop, spreads, leftOut, assumedHours } = calendarShop(asked);
  const prepared = prepareShop(shop);
  const { placed, bound, proved } = planShop(prepared, isOver, seed);
  const ends = endsOf(prepared, placed);
  const dates = datesOf(prepared, placed, spreads, seed);
  const ms = (at: Minute) => at * 60_000;
  const said = (because: Because): WaitsFor => {
    switch (because.kind) {
      case 'need':
        return { kind: 'need', step: shop.steps[because.step]!.id };
      case 'person':
        return {
          kind: 'person',
          person: shop.workers[because.worker]!.id,
          step: shop.steps[because.step]!.id,
        };
      case 'thing':
        return { kind: 'thing', thing: shop.pools[because.pool]!.id, step: shop.steps[because.step]!.id };
      default:
        return { kind: because.kind };
    }
  };
  return {
    steps: shop.steps.map(({ id, job }, i) => {
      const { start, end, ready, mode, because } = placed[i]!;
      const by = (mode?.workers ?? []).map((worker) => shop.workers[worker]!.id);
      return { step: id, job, start: ms(start), end: ms(end), ready: ms(ready), by, because: said(because) };
    }),
    jobs: shop.jobs.flatMap(({ id, due }, job): PlannedJob[] =>
      // nothing is left of it to plan
      ends[job] === -Infinity
        ? []
        : [
            {
              job: id,
              end: ms(ends[job]!),
              notBefore: ms(bound.jobs[job]!),
              due: due === null ? null : ms(due),
              sure: ms(doneBy(dates[job]!, SURE)),
              share: due === null ? null : shareBy(dates[job]!, due),
            },
          ],
    ),
    leftOut,
    assumedHours,
    proved,
  };
}
