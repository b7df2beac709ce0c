import { keptPlan, stoodBy } from './kept.js';
import type { Placed } from './place.js';
import type { PreparedShop } from './problem.js';
import { endsOf, isBetter, valueOf } from './value.js';
import type { Minute } from './windows.js';

/** Closed for longer than this the pot is cold and the bench cleared, minutes. House figure. */
const COLD = 300;
/** So many later days are tried for a step that its kind of work is set up for alone. House figure. */
const TRIED = 3;
/** No job is done more days of the shop later for it. House figure. */
const LATER = 1;

/** When each day of the shop begins. */
function dayStarts({ open }: PreparedShop): Minute[] {
  const starts: Minute[] = [];
  let closed = -Infinity;
  for (const [from, to] of open.all()) {
    if (from - closed > COLD) starts.push(from);
    closed = to;
  }
  return starts;
}

/** The days of a shop, and which steps are set up for. */
class SetUps {
  private readonly starts: readonly Minute[];
  /** what each step is set up for; null where nothing is */
  private readonly of: readonly (string | null)[];

  constructor(shop: PreparedShop) {
    this.starts = dayStarts(shop);
    this.of = shop.given.steps.map(({ setUp }) => setUp ?? null);
  }

  /** Steps of a kind that more than one is of. */
  shared(): number[] {
    return this.of.flatMap((one, i) => (one !== null && this.same(i).length > 0 ? [i] : []));
  }

  same(i: number): number[] {
    return this.of.flatMap((one, k) => (k !== i && one === this.of[i] ? [k] : []));
  }

  /** Which day of the shop a minute lies in; -1 before all. */
  day(at: Minute): number {
    let [low, high] = [0, this.starts.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.starts[middle]! <= at) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  begins(day: number): Minute {
    return this.starts[day] ?? -Infinity;
  }

  /** How often something is set up: once a day for each kind of work. */
  count(placed: readonly Placed[]): number {
    return new Set(
      this.of.flatMap((one, i) => (one === null ? [] : [`${one} ${this.day(placed[i]!.start)}`])),
    ).size;
  }
}

/**
 * Work of a kind that has a day to itself goes to the next day on which the same is done, so that the pot is warmed and the
 * bench set up once: where that makes nothing late, the whole no longer, and no job later by more than a day.
 *
 * @returns the plan itself where nothing can be put together
 */
export function inStep(shop: PreparedShop, placed: Placed[]): Placed[] {
  const setUps = new SetUps(shop);
  const shared = setUps.shared().sort((a, b) => placed[a]!.start - placed[b]!.start);
  const first = endsOf(shop, placed);
  const value = valueOf(shop, first);
  let best = placed;
  for (const i of shared) {
    if (shop.steps[i]!.fixed) continue;
    const day = setUps.day(best[i]!.start);
    const others = setUps
      .same(i)
      .map((k) => ({ k, on: setUps.day(best[k]!.start) }))
      .sort((a, b) => a.on - b.on);
    if (others.some(({ on }) => on === day)) continue;
    const tries = others
      .filter((one) => one.on > day)
      .slice(0, TRIED)
      .flatMap(({ k, on }) => [setUps.begins(on), best[k]!.end].map((start) => ({ k, start })));
    for (const { k, start } of tries) {
      const stood = stoodBy(shop, best);
      const { id } = shop.given.steps[i]!;
      stood.set(id, { ...stood.get(id)!, start });
      const one = keptPlan(shop, stood);
      const ends = endsOf(shop, one);
      const isLater = (end: Minute, job: number) =>
        end > first[job]! && (end > shop.due[job]! || setUps.day(end) > setUps.day(first[job]!) + LATER);
      if (ends.some(isLater)) continue;
      if (isBetter(value, valueOf(shop, ends)) || setUps.count(one) >= setUps.count(best)) continue;
      one[i] = { ...one[i]!, because: { kind: 'in step', step: k } };
      best = one;
      break;
    }
  }
  return best;
}
