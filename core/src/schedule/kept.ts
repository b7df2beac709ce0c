import { Placing, type Placed } from './place.js';
import type { Mode, PreparedShop } from './problem.js';
import type { Minute } from './windows.js';

/** Where a step stood in the plan that people go by. */
export interface Stood {
  start: Minute;
  by: readonly string[];
}

/** Where everything stands in a plan, by the ids of steps. */
export const stoodBy = ({ given }: PreparedShop, placed: readonly Placed[]): Map<string, Stood> =>
  new Map(
    given.steps.map(({ id }, i): [string, Stood] => [
      id,
      {
        start: placed[i]!.start,
        by: (placed[i]!.mode?.workers ?? []).map((worker) => given.workers[worker]!.id),
      },
    ]),
  );

/** Everything in the order in which it stood, no earlier than it stood and by the same people; what is loose comes first. */
export function keptPlan(
  shop: PreparedShop,
  stood: ReadonlyMap<string, Stood>,
  loose: ReadonlySet<number> = new Set(),
): Placed[] {
  const placing = new Placing(shop);
  const before = shop.given.steps.map(({ id }) => stood.get(id));
  const rank = shop.order.map((_, i) => (loose.has(i) ? -1 : (before[i]?.start ?? Infinity)));
  const left = new Set(shop.order.filter((i) => !shop.steps[i]!.fixed));
  while (left.size > 0) {
    let next = -1;
    for (const i of left) {
      const ready = shop.steps[i]!.before.every((one) => placing.placed[one]);
      if (ready && (next < 0 || rank[i]! < rank[next]!)) next = i;
    }
    left.delete(next);
    const was = loose.has(next) ? undefined : before[next];
    placing.place(next, was?.start ?? -Infinity, was ? modeBy(shop, next, was.by) : null);
  }
  return placing.placed.map((place) => place!);
}

function modeBy(shop: PreparedShop, i: number, by: readonly string[]): Mode | null {
  const key = by.join();
  return (
    shop.steps[i]!.modes.find(
      ({ workers }) => workers.map((worker) => shop.given.workers[worker]!.id).join() === key,
    ) ?? null
  );
}
