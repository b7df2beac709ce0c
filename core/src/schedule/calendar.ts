import { boundOf } from './bounds.js';
import { datesOf, doneBy, shareBy } from './dates.js';
import { calendarShop, closingOf, type CalendarAsked, type CalendarShop, type LeftOut } from './ofShop.js';
import { bestByRule } from './lists.js';
import type { Because, Placed } from './place.js';
import { planShop } from './plan.js';
import { prepareShop, type PreparedShop } from './problem.js';
import { onward, replan, type Onward, type Stood } from './replan.js';
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
const ms = (at: Minute) => at * 60_000;

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
      .map(([from, to]) => [ms(from), ms(to)]),
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

/** What promising a day comes to. */
export interface IfPromised {
  /** the end of that day, ms */
  due: number;
  /** as the plan stands: when it is done, ms, and in which share it keeps the day */
  stands: { end: number; share: number };
  /** it cannot be before, ms */
  notBefore: number;
  /** with the plan changed for it; null where that is not needed, or brings nothing */
  changed: {
    end: number;
    share: number;
    moved: number;
    /** of others: how much later, ms, and whether that breaks a promise */
    others: { job: string; later: number; breaks: boolean }[];
  } | null;
}

/** A promise counts for so much while it is tried, that it is kept if it can be. */
const TRIED_WEIGHT = 400;
/** It is as good as kept, and nothing is changed for it. */
const KEPT = 0.8;

/**
 * What it comes to if a job is promised for a day, and what that costs the others.
 *
 * @param day ISO date
 * @returns null where the job stands in no calendar
 */
export function ifPromised(
  asked: CalendarAsked,
  job: string,
  day: string,
  isOver: (tries: number) => boolean,
  seed = 1,
): IfPromised | null {
  const { shown, laidOut, shop } = goOn(asked, isOver, seed);
  const due = ms(closingOf(day, laidOut.hours, asked.zone));
  const j = shop.given.jobs.findIndex(({ id }) => id === job);
  const ends = endsOf(shop, shown.placed);
  if (j < 0 || ends[j] === -Infinity) return null;
  const datesIn = (placed: readonly Placed[]) => datesOf(shop, placed, spreadsOf(shop, laidOut), seed);
  const stands = { end: ms(ends[j]!), share: shareBy(datesIn(shown.placed)[j]!, due / 60_000) };
  const told = {
    due,
    stands,
    notBefore: describe(shop, laidOut, 'stands', shown, seed).jobs.find((one) => one.job === job)!.notBefore,
  };
  if (stands.share >= KEPT) return { ...told, changed: null };
  const tried = prepareShop({
    ...shop.given,
    jobs: shop.given.jobs.map(({ aim, ...one }, i) =>
      i === j
        ? { ...one, due: Math.floor(due / 60_000), weight: TRIED_WEIGHT }
        : { ...one, ...(aim ? { aim } : {}) },
    ),
  });
  const stood = stoodBy(shop, shown.placed);
  const found = planShop(tried, isOver, seed, orderOf(stood));
  const after = endsOf(tried, found.placed);
  const share = shareBy(datesIn(found.placed)[j]!, due / 60_000);
  if (after[j]! >= ends[j]! && share <= stands.share) return { ...told, changed: null };
  return {
    ...told,
    changed: {
      end: ms(after[j]!),
      share,
      moved: onward(tried, found.placed, stood, new Set()).moved.length,
      others: shop.given.jobs.flatMap(({ id, due: own, aim }, i) => {
        const later = after[i]! - ends[i]!;
        if (i === j || !(later >= 60)) return [];
        return [
          { job: id, later: ms(later), breaks: !aim && own !== null && after[i]! > own && ends[i]! <= own },
        ];
      }),
    },
  };
}

interface GoingOn {
  shop: PreparedShop;
  laidOut: CalendarShop;
  shown: Onward;
  others: [WayId, Onward][];
  loose: string[];
  proved: boolean;
}

/** What stands is kept where there is something; pins are let go that cannot stay, and jobs that find no place in a year. */
function goOn(asked: CalendarAsked, isOver: (tries: number) => boolean, seed: number): GoingOn {
  const laidOut = calendarShop(asked);
  const leftOut = [...laidOut.leftOut];
  const loose: string[] = [];
  let given = laidOut.shop;
  for (;;) {
    const shop = prepareShop(given);
    if (bestByRule(shop).value.done === Infinity) {
      const out = leastUrgent(shop);
      leftOut.push({ job: out, why: 'not within a year', step: null });
      given = {
        ...given,
        jobs: given.jobs.filter(({ id }) => id !== out),
        steps: given.steps.filter(({ job }) => job !== out),
      };
      continue;
    }
    const way = planned(shop, asked, isOver, seed);
    const cannot = cannotStay(shop, way.shown.placed, laidOut.pinned);
    if (cannot.size === 0) return { shop, laidOut: { ...laidOut, leftOut }, loose, ...way };
    loose.push(...cannot);
    given = {
      ...given,
      steps: given.steps.map(({ fixed, ...step }) =>
        fixed && cannot.has(step.id)
          ? { ...step, earliest: fixed.start }
          : { ...step, ...(fixed ? { fixed } : {}) },
      ),
    };
  }
}

function planned(
  shop: PreparedShop,
  { stands }: CalendarAsked,
  isOver: (tries: number) => boolean,
  seed: number,
): Pick<GoingOn, 'shown' | 'others' | 'proved'> {
  if (!stands) {
    const { placed, proved } = planShop(shop, isOver, seed);
    return { shown: onward(shop, placed, new Map(), lateIn(shop, placed)), others: [], proved };
  }
  const stood = new Map(
    stands.steps.map(({ step, start, by }): [string, Stood] => [step, { start: start / 60_000, by }]),
  );
  const { keep, fresh, mend } = replan(shop.given, stood, new Set(stands.late), isOver, seed);
  const others: [WayId, Onward][] = [];
  // a way that breaks as much and moves more is no way
  if (fresh && fresh.broken.length < keep.broken.length) others.push(['new', fresh]);
  if (mend && mend.broken.length < keep.broken.length) others.push(['mend', mend]);
  return { shown: keep, others, proved: false };
}

/** The job that counts least, and of those the longest. */
function leastUrgent({ given }: PreparedShop): string {
  const hands = new Map<string, number>();
  for (const { job, hands: own } of given.steps) hands.set(job, (hands.get(job) ?? 0) + own);
  return [...given.jobs].sort(
    (a, b) => a.weight - b.weight || (hands.get(b.id) ?? 0) - (hands.get(a.id) ?? 0),
  )[0]!.id;
}

/** Pins that begin before what they need is done, or while the same hands are at another that is held. */
function cannotStay(
  shop: PreparedShop,
  placed: readonly Placed[],
  pinned: ReadonlySet<string>,
): ReadonlySet<string> {
  const cannot = new Set<string>();
  const id = (i: number) => shop.given.steps[i]!.id;
  const held = shop.steps
    .flatMap(({ fixed }, i) => (fixed ? [i] : []))
    .sort(
      (a, b) => Number(pinned.has(id(a))) - Number(pinned.has(id(b))) || placed[a]!.start - placed[b]!.start,
    );
  const standing: Placed[] = [];
  for (const i of held) {
    const own = placed[i]!;
    const meets = standing.some(
      (other) =>
        other.start < own.end &&
        own.start < other.end &&
        other.mode?.workers.some((worker) => own.mode?.workers.includes(worker)),
    );
    const early = shop.steps[i]!.before.some((one) => placed[one]!.ready > own.start);
    if (pinned.has(id(i)) && shop.given.steps[i]!.fixed && (meets || early || own.end === Infinity))
      cannot.add(id(i));
    else standing.push(own);
  }
  return cannot;
}

const stoodBy = ({ given }: PreparedShop, placed: readonly Placed[]): Map<string, Stood> =>
  new Map(
    given.steps.map(({ id }, i): [string, Stood] => [
      id,
      {
        start: placed[i]!.start,
        by: (placed[i]!.mode?.workers ?? []).map((worker) => given.workers[worker]!.id),
      },
    ]),
  );

const orderOf = (stood: ReadonlyMap<string, Stood>): string[] =>
  [...stood].sort(([, a], [, b]) => a.start - b.start).map(([id]) => id);

function lateIn(shop: PreparedShop, placed: readonly Placed[]): Set<string> {
  const ends = endsOf(shop, placed);
  return new Set(
    shop.given.jobs.flatMap(({ id, due, aim }, i) => (!aim && due !== null && ends[i]! > due ? [id] : [])),
  );
}

const spreadsOf = ({ given }: PreparedShop, { spreads }: CalendarShop) =>
  given.steps.map(({ id }) => spreads.get(id) ?? null);

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
        ...{ step: id, job, start: ms(start), end: ms(end), ready: ms(ready), shut },
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
              end: ms(ends[job]!),
              notBefore: ms(alone[job]!),
              due: due === null || aim ? null : ms(due),
              sure: ms(doneBy(dates[job]!, SURE)),
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
      return { kind: 'need', step: given.steps[because.step]!.id };
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

/** A link of what an end waits for: a step, and what put it off. */
export interface EndLink {
  step: PlannedStep;
  /** the step that it waits for, of this job or of another; null where it waits for none */
  after: PlannedStep | null;
}

/** A chain is said so far: longer ones nobody reads. */
const LINKS = 12;

/** Why a job is done when it is, from its end backwards: each link is what the one before waits for. */
export function linksOf({ steps }: Pick<Way, 'steps'>, job: string): EndLink[] {
  const byId = new Map(steps.map((one) => [one.step, one]));
  const links: EndLink[] = [];
  const seen = new Set<string>();
  let step = steps
    .filter((one) => one.job === job)
    .reduce<PlannedStep | null>((last, one) => (last && last.ready >= one.ready ? last : one), null);
  while (step && !seen.has(step.step) && links.length < LINKS) {
    seen.add(step.step);
    const { because } = step;
    const after: PlannedStep | null = 'step' in because ? (byId.get(because.step) ?? null) : null;
    links.push({ step, after });
    step = after;
  }
  return links;
}
