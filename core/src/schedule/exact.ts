import { Placing, type Placed } from './place.js';
import type { PreparedShop } from './problem.js';
import { endsOf, isBetter, NEVER, valueOf, type Value } from './value.js';
import type { Minute } from './windows.js';

export interface Found {
  placed: Placed[];
  value: Value;
}

export interface Proof {
  /** null where nothing better than what was known was found */
  found: Found | null;
  /** nothing is better */
  proved: boolean;
  nodes: number;
}

/** So many nodes, then it gives up: most shops of up to sixteen free steps need a few thousand. House figure, by trial. */
export const NODE_LIMIT = 300_000;
/** So many states are remembered of one set of placed steps. */
const REMEMBERED = 60;

/**
 * The best plan, by trying in which order steps begin: each begins at its earliest place not before the one that began last.
 * A branch is cut where the longest path through the calendars is no better than what is known, where another step could be
 * done whole before this one begins, and where the same steps were placed before with nobody and nothing free later
 * (branch and bound; Giffler and Thompson's active schedules, *Operations Research* 8, 1960).
 *
 * @param known what is to be bettered
 * @param limit nodes at most
 */
export function bestPlan(shop: PreparedShop, known: Value = NEVER, limit = NODE_LIMIT): Proof {
  return new Search(shop, known, limit).run();
}

class Search {
  private readonly placing: Placing;
  private readonly free: number[];
  private best: Value;
  private found: Found | null = null;
  private nodes = 0;
  private readonly seen = new Map<number, Float64Array[]>();
  /** when the last free step of each person ends */
  private readonly until: number[];
  private readonly heads: Float64Array;
  /** a step that takes no hands begins wherever it may: when the last one began counts for it */
  private readonly loose: boolean;

  constructor(
    private readonly shop: PreparedShop,
    known: Value,
    private readonly limit: number,
  ) {
    this.placing = new Placing(shop);
    this.free = shop.order.filter((i) => shop.steps[i]!.fixed === null);
    this.best = known;
    this.until = Array.from({ length: shop.workers }, () => -Infinity);
    this.heads = new Float64Array(shop.steps.length);
    this.loose = this.free.some((i) => shop.steps[i]!.modes.length === 0);
  }

  run(): Proof {
    this.branch(0, this.shop.from, this.free.length);
    return { found: this.found, proved: this.nodes <= this.limit, nodes: this.nodes };
  }

  private branch(set: number, last: Minute, left: number): void {
    if (++this.nodes > this.limit) return;
    const { placing } = this;
    if (left === 0) {
      const value = valueOf(this.shop, endsOf(this.shop, placing.placed));
      if (isBetter(value, this.best)) {
        this.best = value;
        this.found = { placed: placing.placed.map((place) => place!), value };
      }
      return;
    }
    if (!isBetter(this.bound(last), this.best) || this.isReachedLater(set, last)) return;
    const open = this.free.flatMap((i, bit) =>
      !placing.placed[i] && this.shop.steps[i]!.before.every((one) => placing.placed[one])
        ? [{ i, bit }]
        : [],
    );
    const children = open.flatMap(({ i, bit }) => {
      const { modes } = this.shop.steps[i]!;
      if (modes.length === 0) return [{ i, bit, place: placing.earliest(i, last) }];
      return modes.map((mode) => ({ i, bit, place: placing.earliest(i, last, mode) }));
    });
    // the first moment at which some step could be over, with everything that it takes
    const over = children.map(({ i, place }) =>
      this.shop.steps[i]!.uses.some(({ free }) => free) ? Math.max(place.end, place.free) : place.end,
    );
    const soonest = (but: number) =>
      children.reduce((least, { i }, k) => (i === but ? least : Math.min(least, over[k]!)), Infinity);
    const tried = children
      .filter(({ i, place }) => place.start < Infinity && !(soonest(i) <= place.start))
      .sort((a, b) => a.place.start - b.place.start || b.place.end - a.place.end);
    for (const { i, bit, place } of tried) {
      const workers = place.mode?.workers ?? [];
      const before = workers.map((worker) => this.until[worker]!);
      placing.put(i, place);
      for (const worker of workers) this.until[worker] = Math.max(this.until[worker]!, place.end);
      this.branch(set | (1 << bit), Math.max(last, place.start), left - 1);
      workers.forEach((worker, k) => (this.until[worker] = before[k]!));
      placing.takeBack(i);
      if (this.nodes > this.limit) return;
    }
  }

  /** No plan from here on is better than this. */
  private bound(last: Minute): Value {
    const { shop, placing, heads } = this;
    const ends = endsOf(shop, placing.placed);
    for (const i of shop.order) {
      const place = placing.placed[i];
      const step = shop.steps[i]!;
      if (place) {
        heads[i] = place.ready;
        continue;
      }
      let at = Math.max(last, step.earliest);
      for (const one of step.before) at = Math.max(at, heads[one]!);
      let end = step.modes.length === 0 ? at : Infinity;
      for (const { workers, windows } of step.modes) {
        let from = at;
        for (const worker of workers) from = Math.max(from, this.until[worker]!);
        const begins = step.whole ? windows.nextFor(from, step.hands) : windows.next(from);
        end = Math.min(end, step.whole ? begins + step.hands : windows.after(begins, step.hands));
      }
      heads[i] = end + step.wait;
      ends[step.job] = Math.max(ends[step.job]!, heads[i]);
    }
    const value = valueOf(shop, ends);
    return value.late === this.best.late
      ? { late: value.late, done: Math.max(value.done, this.handsDone(last)) }
      : value;
  }

  /** When all hands that are left can be done at the earliest, if they could be shared as one likes. */
  private handsDone(last: Minute): Minute {
    const { shop, placing } = this;
    let hands = 0;
    for (const i of this.free) if (!placing.placed[i]) hands += shop.steps[i]!.hands;
    if (hands === 0 || shop.workers !== 1) return last;
    const windows = shop.steps.find(({ modes }) => modes.length > 0)!.modes[0]!.windows;
    return windows.after(windows.next(Math.max(last, this.until[0]!)), hands);
  }

  /** The same steps were placed before, and everybody, everything and every job was as far or further. */
  private isReachedLater(set: number, last: Minute): boolean {
    const state = this.stateAt(last);
    const states = this.seen.get(set) ?? [];
    for (const one of states) if (one.every((at, k) => at <= state[k]!)) return true;
    const kept = states.filter((one) => !state.every((at, k) => at <= one[k]!));
    if (kept.length < REMEMBERED) kept.push(state);
    this.seen.set(set, kept);
    return false;
  }

  private stateAt(last: Minute): Float64Array {
    const { shop, placing } = this;
    const state: number[] = this.loose ? [last] : [];
    for (const until of this.until) state.push(Math.max(last, until));
    shop.pools.forEach((count, pool) => {
      const taken = this.free.flatMap((i) => {
        const place = placing.placed[i];
        const use = place && shop.steps[i]!.uses.find((one) => one.pool === pool);
        const to = use ? (use.free ? place.free : place.end) : -Infinity;
        return to > last ? [to] : [];
      });
      taken.sort((a, b) => b - a);
      for (let k = 0; k < count; k++) state.push(taken[k] ?? last);
    });
    for (const i of this.free) {
      if (placing.placed[i]) continue;
      let at = last;
      for (const one of shop.steps[i]!.before) at = Math.max(at, placing.placed[one]?.ready ?? -Infinity);
      state.push(at);
    }
    let done = shop.from;
    for (const [job, end] of endsOf(shop, placing.placed).entries()) {
      state.push(Math.max(end, Math.min(shop.due[job]!, Number.MAX_VALUE)));
      done = Math.max(done, end);
    }
    state.push(done);
    return Float64Array.from(state);
  }
}
