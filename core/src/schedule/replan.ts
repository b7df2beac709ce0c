import { keptPlan, type Stood } from './kept.js';
import type { Placed } from './place.js';
import { planShop, type ShopPlan } from './plan.js';
import { prepareShop, type PreparedShop, type ShopToPlan } from './problem.js';
import { endsOf, valueOf, type Value } from './value.js';

/** A way to go on, with what it costs of what was said. */
export interface Onward {
  placed: Placed[];
  value: Value;
  /** jobs that come later than promised and did not before */
  broken: string[];
  /** steps that begin at another time, or are another person's */
  moved: string[];
}

export interface Replan {
  /** what stands is kept as far as it goes */
  keep: Onward;
  /** planned anew; null where keeping breaks nothing and nobody asks */
  fresh: Onward | null;
  /** keeping mended, where that breaks no more than the new one and moves fewer */
  mend: Onward | null;
  /** nothing is asked: keeping breaks no promise anew */
  kept: boolean;
}

/**
 * How to go on where something went otherwise: keep what stands where that breaks no promise anew; else both are shown, what
 * keeping breaks and what a new plan moves.
 *
 * @param stood where steps stood, by their ids; of new ones nothing
 * @param heldBefore jobs whose promise was broken already
 * @param isOver asked after each try of the new plan
 */
export function replan(
  given: ShopToPlan,
  stood: ReadonlyMap<string, Stood>,
  heldBefore: ReadonlySet<string>,
  isOver: (tries: number) => boolean,
  seed = 1,
): Replan {
  const shop = prepareShop(given);
  const of = (placed: Placed[]) => onward(shop, placed, stood, heldBefore);
  const keep = of(keptPlan(shop, stood, new Set()));
  if (keep.broken.length === 0) return { keep, fresh: null, mend: null, kept: true };
  const order = [...stood].sort(([, a], [, b]) => a.start - b.start).map(([id]) => id);
  const plan: ShopPlan = planShop(shop, isOver, seed, order);
  const fresh = of(plan.placed);
  const mended = mendedPlan(shop, stood, keep, of);
  const isMend = mended.broken.length <= fresh.broken.length && mended.moved.length < fresh.moved.length;
  return { keep, fresh, mend: isMend && mended !== keep ? mended : null, kept: false };
}

export function onward(
  shop: PreparedShop,
  placed: Placed[],
  stood: ReadonlyMap<string, Stood>,
  heldBefore: ReadonlySet<string>,
): Onward {
  const { jobs, steps, workers } = shop.given;
  const ends = endsOf(shop, placed);
  const isMoved = (place: Placed, before: Stood) =>
    place.start !== before.start ||
    (place.mode?.workers ?? []).map((worker) => workers[worker]!.id).join() !== before.by.join();
  return {
    placed,
    value: valueOf(shop, ends),
    broken: jobs
      .filter(({ id, aim }, job) => !aim && ends[job]! > shop.due[job]! && !heldBefore.has(id))
      .map(({ id }) => id),
    moved: steps.flatMap(({ id }, i) => {
      const before = stood.get(id);
      return before && isMoved(placed[i]!, before) ? [id] : [];
    }),
  };
}

/** Job by job the ones that keeping breaks are let go of their places and go first, as long as that breaks fewer. */
function mendedPlan(
  shop: PreparedShop,
  stood: ReadonlyMap<string, Stood>,
  keep: Onward,
  of: (placed: Placed[]) => Onward,
): Onward {
  let best = keep;
  let loose = new Set<number>();
  const tried = new Set<string>();
  for (;;) {
    const next = best.broken.find((id) => !tried.has(id));
    if (next === undefined) return best;
    tried.add(next);
    const more = new Set(loose);
    shop.given.steps.forEach(({ job }, i) => {
      if (job === next && !shop.steps[i]!.fixed) more.add(i);
    });
    const one = of(keptPlan(shop, stood, more));
    const fewer = one.broken.length - best.broken.length || one.moved.length - best.moved.length;
    if (fewer >= 0) continue;
    best = one;
    loose = more;
  }
}
