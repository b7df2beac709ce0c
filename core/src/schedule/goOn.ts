import { bestByRule } from './lists.js';
import { calendarShop, type CalendarAsked, type CalendarShop } from './ofShop.js';
import type { Stood } from './kept.js';
import type { Placed } from './place.js';
import { planShop } from './plan.js';
import { prepareShop, type PreparedShop } from './problem.js';
import { onward, replan, type Onward } from './replan.js';
import { endsOf } from './value.js';
import type { WayId } from './calendar.js';

/** A shop, what is shown of it, and what else could be done. */
export interface GoingOn {
  shop: PreparedShop;
  laidOut: CalendarShop;
  shown: Onward;
  others: [WayId, Onward][];
  loose: string[];
  proved: boolean;
}

/** What stands is kept where there is something; pins are let go that cannot stay, and jobs that find no place in a year. */
export function goOn(asked: CalendarAsked, isOver: (tries: number) => boolean, seed: number): GoingOn {
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

/** Steps in the order in which they stood. */
export const orderOf = (stood: ReadonlyMap<string, Stood>): string[] =>
  [...stood].sort(([, a], [, b]) => a.start - b.start).map(([id]) => id);

/** Jobs that come later than promised or needed. */
export function lateIn(shop: PreparedShop, placed: readonly Placed[]): Set<string> {
  const ends = endsOf(shop, placed);
  return new Set(
    shop.given.jobs.flatMap(({ id, due, aim }, i) => (!aim && due !== null && ends[i]! > due ? [id] : [])),
  );
}

/** How far hands and waiting may go otherwise, of the steps in their order. */
export const spreadsOf = ({ given }: PreparedShop, { spreads }: CalendarShop) =>
  given.steps.map(({ id }) => spreads.get(id) ?? null);
