import { boundOf } from './bounds.js';
import { datesOf, doneBy, shareBy } from './dates.js';
import { goOn, lateIn, orderOf, spreadsOf } from './goOn.js';
import { stoodBy } from './kept.js';
import type { CalendarAsked, CalendarShop, LeftOut } from './ofShop.js';
import type { Because } from './place.js';
import { planShop } from './plan.js';
import type { PreparedShop } from './problem.js';
import { onward, type Onward } from './replan.js';
import { endsOf } from './value.js';
import { inMs } from './windows.js';

/** What a place waits for, by ids. */
export type WaitsFor =
  | { kind: Exclude<Because['kind'], 'need' | 'in step' | 'person' | 'thing'> }
  | { kind: 'need' | 'in step'; step: string }
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
  /** after that it waited until the shop opened, or until there was time enough before it closes */
  shut: boolean;
  /** somebody put it there */
  pinned: boolean;
}

/** A job as the calendar has it, ms. */
export interface PlannedJob {
  job: string;
  /** its last hands and its last waiting */
  end: number;
  /** it cannot be before, whatever else were left lying */
  notBefore: number;
  /** promised or needed by; null where nobody said */
  due: number | null;
  /** by then it is done in eight of ten */
  sure: number;
  /** in which share it keeps its promise; null where there is none */
  share: number | null;
}

/** A way to go on: as it *stands*, all *planned* anew where nobody goes by a plan yet, *new*, *mend*, or a *better* one. */
export type WayId = 'planned' | 'stands' | 'new' | 'mend' | 'better';

export interface Way {
  way: WayId;
  steps: PlannedStep[];
  jobs: PlannedJob[];
  /** promises that it breaks and that were not broken yet */
  broken: string[];
  /** steps that begin at another time than they stood, or are another person's */
  moved: string[];
  /** jobs that come later than promised */
  late: string[];
}

export interface Calendar {
  shown: Way;
  /** where keeping breaks a promise: what else could be done */
  others: Way[];
  leftOut: LeftOut[];
  /** pins that cannot stay, since what comes before is not done by then or hands are taken: they begin as soon as they may */
  loose: string[];
  /** when the shop is open in the coming weeks, ms */
  open: [number, number][];
  /** the hours of the shop are assumed */
  assumedHours: boolean;
  /** nothing is better */
  proved: boolean;
}

/** So far ahead opening hours are shown, minutes. */
const SHOWN_MINUTES = 60 * 1440;
/** A date is said with this share. */
const SURE = 0.8;

/** The weeks ahead of a shop: where every step lies, why, and when each job will be done. @param isOver of the search */
export function calendarOf(asked: CalendarAsked, isOver: (tries: number) => boolean, seed = 1): Calendar {
  const { shown, others, laidOut, loose, proved, shop } = goOn(asked, isOver, seed);
  const as = (way: WayId, one: Onward) => describe(shop, laidOut, way, one, seed);
  return {
    shown: as(asked.stands ? 'stands' : 'planned', shown),
    others: others.map(([way, one]) => as(way, one)),
    leftOut: laidOut.leftOut,
    loose,
    open: shop.given.open
      .filter(([from]) => from < shop.from + SHOWN_MINUTES)
      .map(([from, to]) => [inMs(from), inMs(to)]),
    assumedHours: laidOut.assumedHours,
    proved,
  };
}

/**
 * A better plan than the one that is shown, from its order; null where none is found. Late against promises and aims counts,
 * then when everything is done, where that is half a day at least.
 */
export function betterOf(asked: CalendarAsked, isOver: (tries: number) => boolean, seed = 1): Way | null {
  const { shown, laidOut, shop } = goOn(asked, () => true, seed);
  const stood = stoodBy(shop, shown.placed);
  const found = planShop(shop, isOver, seed, orderOf(stood));
  const [less, sooner] = [shown.value.late - found.value.late, shown.value.done - found.value.done];
  if (less < WORTH.late && (less < 0 || sooner < WORTH.done)) return null;
  return describe(
    shop,
    laidOut,
    'better',
    onward(shop, found.placed, stood, lateIn(shop, shown.placed)),
    seed,
  );
}

/** Less is not worth moving steps for: weighted minutes late, minutes. House figures, no source. */
const WORTH = { late: 120, done: 720 };

function describe(
  prepared: PreparedShop,
  laidOut: CalendarShop,
  way: WayId,
  { placed, broken, moved }: Onward,
  seed: number,
): Way {
  const { given: shop } = prepared;
  const ends = endsOf(prepared, placed);
  const dates = datesOf(prepared, placed, spreadsOf(prepared, laidOut), seed);
  const { jobs: alone } = boundOf(prepared);
  return {
    way,
    steps: shop.steps.map(({ id, job, fixed }, i) => {
      const { start, end, ready, mode, because, shut } = placed[i]!;
      return {
        ...{ step: id, job, start: inMs(start), end: inMs(end), ready: inMs(ready), shut },
        by: (mode?.workers ?? []).map((worker) => shop.workers[worker]!.id),
        because: waitsFor(prepared, because),
        pinned: fixed !== undefined && laidOut.pinned.has(id),
      };
    }),
    jobs: shop.jobs.flatMap(({ id, due, aim }, job): PlannedJob[] =>
      // nothing is left of it to plan
      ends[job] === -Infinity
        ? []
        : [
            {
              job: id,
              end: inMs(ends[job]!),
              notBefore: inMs(alone[job]!),
              due: due === null || aim ? null : inMs(due),
              sure: inMs(doneBy(dates[job]!, SURE)),
              share: due === null || aim ? null : shareBy(dates[job]!, due),
            },
          ],
    ),
    broken,
    moved,
    late: [...lateIn(prepared, placed)],
  };
}

function waitsFor({ given }: PreparedShop, because: Because): WaitsFor {
  switch (because.kind) {
    case 'need':
    case 'in step':
      return { kind: because.kind, step: given.steps[because.step]!.id };
    case 'person':
      return {
        kind: 'person',
        person: given.workers[because.worker]!.id,
        step: given.steps[because.step]!.id,
      };
    case 'thing':
      return { kind: 'thing', thing: given.pools[because.pool]!.id, step: given.steps[because.step]!.id };
    default:
      return { kind: because.kind };
  }
}
