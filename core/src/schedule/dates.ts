import { normalBelow, normals, seededChance } from '../numeric/index.js';
import { Placing, type Placed } from './place.js';
import type { Prepared, PreparedShop } from './problem.js';
import { endsOf } from './value.js';
import type { Minute } from './windows.js';

/** How far a step may go otherwise than it is planned. */
export interface Spread {
  /** hands by this factor up or down, one standard deviation of its logarithm */
  hands: number;
  /** waiting, minutes, from and to; the same twice where it is as long as it is */
  wait: readonly [number, number];
}

/** When a job may be done, by so many draws with the plan held. */
export interface DateOf {
  /** every draw, the earliest first */
  ends: Float64Array;
}

/** So many draws. */
export const DATE_DRAWS = 200;
/** What all waiting has in common, such as the weather: the correlation of any two waits. House figure, no source. */
export const IN_COMMON = 0.25;
/** Of waiting from and to this share is planned with. House figure: a gate that opens later in one case of five. */
export const WAIT_PLANNED = 0.8;

/** The waiting that a plan reckons with. */
export const plannedWait = ([from, to]: readonly [number, number]): number =>
  from + WAIT_PLANNED * (to - from);

/**
 * When jobs will be done if the plan is held: no step before its planned start, the same order, the same people. Hands and
 * waiting are drawn; what all waiting has in common is drawn once a draw.
 *
 * @param spreads of the steps, in their order; null where a step goes as it is planned
 * @param inCommon correlation of two waits
 * @returns of each job, in order
 */
export function datesOf(
  shop: PreparedShop,
  placed: readonly Placed[],
  spreads: readonly (Spread | null)[],
  seed = 1,
  { draws = DATE_DRAWS, inCommon = IN_COMMON }: { draws?: number; inCommon?: number } = {},
): DateOf[] {
  const gauss = normals(seededChance(seed));
  const order = shop.order
    .filter((i) => !shop.steps[i]!.fixed)
    .sort((a, b) => placed[a]!.start - placed[b]!.start || shop.order.indexOf(a) - shop.order.indexOf(b));
  const ends = shop.due.map(() => new Float64Array(draws));
  for (let draw = 0; draw < draws; draw++) {
    const weather = gauss();
    const steps = shop.steps.map((step, i): Prepared => {
      const spread = spreads[i];
      if (!spread) return step;
      const [from, to] = spread.wait;
      const z = Math.sqrt(inCommon) * weather + Math.sqrt(1 - inCommon) * gauss();
      const hands = Math.round(step.hands * Math.exp(spread.hands * gauss()));
      return {
        ...step,
        hands,
        wait: Math.round(from + (to - from) * normalBelow(z)),
        // what took longer than any stretch is left over a closing after all
        whole: step.whole && step.modes.every(({ windows }) => windows.longest() >= hands),
      };
    });
    const held = laidAsHeld({ ...shop, steps }, order, placed);
    for (const [job, end] of endsOf(shop, held).entries()) ends[job]![draw] = end;
  }
  return ends.map((own) => ({ ends: own.sort() }));
}

/** Everything at its planned start or later, by the same people. */
function laidAsHeld(
  shop: PreparedShop,
  order: readonly number[],
  placed: readonly Placed[],
): (Placed | null)[] {
  const placing = new Placing(shop);
  for (const i of order) placing.place(i, placed[i]!.start, placed[i]!.mode);
  return placing.placed;
}

/** The first minute by which a job is done in this share of draws. @param share above 0, 1 at most */
export const doneBy = ({ ends }: DateOf, share: number): Minute =>
  ends[Math.min(ends.length - 1, Math.ceil(share * ends.length) - 1)] ?? Infinity;

/** In which share of draws it is done by a minute. */
export const shareBy = ({ ends }: DateOf, minute: Minute): number =>
  ends.length === 0 ? 0 : ends.filter((end) => end <= minute).length / ends.length;
