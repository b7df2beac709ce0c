import { Placing, type Placed } from './place.js';
import type { PreparedShop } from './problem.js';
import { endsOf, isBetter, NEVER, valueOf, type Value } from './value.js';

/** What is chosen next of the steps that may be: the smallest first. */
type Rule = (shop: PreparedShop, i: number) => readonly number[];

const dueOf = ({ due, steps }: PreparedShop, i: number): number => due[steps[i]!.job]!;
const tailOf = ({ steps }: PreparedShop, i: number): number => steps[i]!.hands + steps[i]!.tail;
const finite = (value: number): number => (value === Infinity ? Number.MAX_SAFE_INTEGER : value);

/** Six rules of thumb of the trade and of the books. */
export const RULES = {
  'promised first': (shop, i) => [finite(dueOf(shop, i)), -tailOf(shop, i)],
  'least slack': (shop, i) => [finite(dueOf(shop, i)) - tailOf(shop, i)],
  'longest way first': (shop, i) => [-tailOf(shop, i)],
  'heaviest first': (shop, i) => [-shop.weight[shop.steps[i]!.job]!, finite(dueOf(shop, i))],
  'shortest first': (shop, i) => [shop.steps[i]!.hands, finite(dueOf(shop, i))],
  'most waiting first': (shop, i) => [-shop.steps[i]!.wait, finite(dueOf(shop, i))],
} as const satisfies Record<string, Rule>;
export type RuleName = keyof typeof RULES;
export const RULE_NAMES = Object.keys(RULES) as RuleName[];

/** Steps in an order in which nothing stands before what it needs, by a rule; what is held stands nowhere. */
export function listBy(shop: PreparedShop, rule: RuleName): number[] {
  const open = shop.steps.map(({ before }) => before.filter((one) => !shop.steps[one]!.fixed).length);
  const left = new Set(shop.order.filter((i) => !shop.steps[i]!.fixed));
  const keys = new Map([...left].map((i) => [i, RULES[rule](shop, i)]));
  const list: number[] = [];
  while (left.size > 0) {
    let next = -1;
    for (const i of left) if (open[i] === 0 && (next < 0 || isLess(keys.get(i)!, keys.get(next)!))) next = i;
    left.delete(next);
    list.push(next);
    for (const one of shop.steps[next]!.then) open[one]! -= 1;
  }
  return list;
}

function isLess(a: readonly number[], b: readonly number[]): boolean {
  for (const [k, one] of a.entries()) if (one !== b[k]) return one < b[k]!;
  return false;
}

/** A plan, with the list that makes it. */
export interface Listed {
  list: number[];
  placed: Placed[];
  value: Value;
}

/** Lays a list into the shop: each step at its earliest place, whatever was placed before it. */
export function laid(shop: PreparedShop, list: readonly number[]): Listed {
  const placing = new Placing(shop);
  for (const i of list) placing.place(i);
  const placed = placing.placed.map((place) => place!);
  return { list: [...list], placed, value: valueOf(shop, endsOf(shop, placed)) };
}

/** The best of the six rules. */
export function bestByRule(shop: PreparedShop): Listed {
  let best: Listed = { list: [], placed: [], value: NEVER };
  for (const rule of RULE_NAMES) {
    const one = laid(shop, listBy(shop, rule));
    if (best.list.length === 0 || isBetter(one.value, best.value)) best = one;
  }
  return best;
}
