import { sought } from './anneal.js';
import { boundOf, type Bound } from './bounds.js';
import { bestPlan } from './exact.js';
import { inStep } from './inStep.js';
import { bestByRule, laid, type Listed } from './lists.js';
import type { Placed } from './place.js';
import { prepareShop, ShopFault, type PreparedShop, type ShopToPlan } from './problem.js';
import { isBetter, type Value } from './value.js';

/** Up to so many free steps the best is found and proved; above, it is sought. */
export const PROVED_UP_TO = 16;

/** So many tries before the best is proved. */
const SKETCH = 300;

/** A plan of a shop: where every step lies, in the order of the shop's steps. */
export interface ShopPlan {
  placed: Placed[];
  value: Value;
  /** by the best of the rules alone */
  byRule: Value;
  bound: Bound;
  /** nothing is better */
  proved: boolean;
  tries: number;
}

/**
 * A plan for a shop, the best there is where it is small, else the best that is found until it is over.
 *
 * @param isOver asked after each try
 * @param seed any integer
 * @param from an order of steps to begin from beside the rules: of a plan that stands, or of an earlier search
 * @throws ShopFault where the shop cannot be planned as it was given
 */
export function planShop(
  given: ShopToPlan | PreparedShop,
  isOver: (tries: number) => boolean,
  seed = 1,
  from: readonly string[] = [],
): ShopPlan {
  const shop = 'order' in given ? given : prepareShop(given);
  const bound = boundOf(shop);
  const rule = bestByRule(shop);
  if (rule.value.done === Infinity) throw new ShopFault('the shop is not open long enough for all of it');
  const begun = begins(shop, rule, from);
  const free = shop.steps.filter(({ fixed }) => !fixed).length;
  const plan = (
    { placed, value }: Pick<Listed, 'placed' | 'value'>,
    proved: boolean,
    tries: number,
  ): ShopPlan => ({
    ...{ placed: inStep(shop, placed), value, byRule: rule.value, bound, proved, tries },
  });
  // nothing is better than what cannot be bettered
  const isBest = ({ late, done }: Value) => late <= bound.value.late && done <= bound.value.done;
  if (isBest(begun.value)) return plan(begun, true, 0);
  if (free <= PROVED_UP_TO) {
    // the better what is known, the more is cut
    const sketch = sought(shop, begun, (tries) => tries >= SKETCH, seed);
    const { found, proved, nodes } = bestPlan(shop, sketch.value);
    if (proved) return plan(found ?? sketch, true, nodes);
    if (found) return plan(found, false, nodes);
  }
  const best = sought(shop, begun, isOver, seed);
  return plan(best, isBest(best.value), best.tries);
}

/** The best of the rules, or an order that stood before where that is better. */
function begins(shop: PreparedShop, rule: Listed, from: readonly string[]): Listed {
  if (from.length === 0) return rule;
  const place = new Map(from.map((id, k) => [id, k]));
  const key = (i: number) => place.get(shop.given.steps[i]!.id) ?? Infinity;
  const list: number[] = [];
  const open = shop.steps.map(({ before }) => before.filter((one) => !shop.steps[one]!.fixed).length);
  const left = new Set(shop.order.filter((i) => !shop.steps[i]!.fixed));
  while (left.size > 0) {
    let next = -1;
    for (const i of left) if (open[i] === 0 && (next < 0 || key(i) < key(next))) next = i;
    left.delete(next);
    list.push(next);
    for (const one of shop.steps[next]!.then) open[one]! -= 1;
  }
  const stood = laid(shop, list);
  return isBetter(stood.value, rule.value) ? stood : rule;
}
