import { Placing } from './place.js';
import type { PreparedShop } from './problem.js';
import { valueOf, type Value } from './value.js';
import type { Minute } from './windows.js';

/** What no plan can better: for each job, and for all of them together. */
export interface Bound {
  value: Value;
  /** each job by itself cannot be done before, minutes */
  jobs: Minute[];
}

/**
 * At once: the longest path of each job through the calendars of who may do it, as if nothing else were there; and, since
 * hands are shared, the cheapest way to give jobs their places in the order in which hands can be done with so many of them
 * (assignment; H. W. Kuhn, *Naval Research Logistics Quarterly* 2, 1955).
 */
export function boundOf(shop: PreparedShop): Bound {
  const { due, weight, steps, order } = shop;
  const placing = new Placing(shop);
  const heads = new Float64Array(steps.length);
  const jobs = due.map(() => -Infinity);
  for (const i of order) {
    const step = steps[i]!;
    const held = placing.placed[i];
    if (held) heads[i] = held.ready;
    else {
      let at = step.earliest;
      for (const one of step.before) at = Math.max(at, heads[one]!);
      let end = step.modes.length === 0 ? at : Infinity;
      for (const { windows } of step.modes) {
        const begins = step.whole ? windows.nextFor(at, step.hands) : windows.next(at);
        end = Math.min(end, step.whole ? begins + step.hands : windows.after(begins, step.hands));
      }
      heads[i] = end + step.wait;
    }
    jobs[step.job] = Math.max(jobs[step.job]!, heads[i]);
  }
  const path = valueOf(shop, jobs);
  const shared = sharedHands(shop, jobs);
  return {
    jobs,
    value: { late: Math.max(path.late, shared.late), done: Math.max(path.done, shared.done) },
  };

  /** With k jobs done, at least the k smallest sums of hands are done by somebody. */
  function sharedHands({ from, workers }: PreparedShop, alone: readonly Minute[]): Value {
    const hands = due.map(() => 0);
    for (const i of order) {
      const { job, hands: own, fixed, modes } = steps[i]!;
      if (!fixed && modes.length > 0) hands[job]! += own;
    }
    const all = steps.flatMap(({ modes, fixed }) => (fixed ? [] : modes.map(({ windows }) => windows)));
    const mine = [...new Set(all)];
    if (workers === 0 || mine.length === 0) return { late: 0, done: from };
    const persons = Array.from(
      { length: workers },
      (_, worker) =>
        steps.flatMap(({ modes }) =>
          modes.filter(({ workers: own }) => own.length === 1 && own[0] === worker),
        )[0],
    );
    // where somebody is there in pairs alone, nothing is known of how much they can do by themselves
    if (steps.some(({ modes }) => modes.some(({ workers: own }) => own.some((worker) => !persons[worker]))))
      return { late: 0, done: from };
    const capacity = (at: Minute) =>
      persons.reduce(
        (sum, mode) => (mode ? sum + mode.windows.worked(at) - mode.windows.worked(from) : sum),
        0,
      );
    const sorted = [...hands].sort((a, b) => a - b);
    let sum = 0;
    const places = sorted.map((one) => {
      sum += one;
      return sum === 0 ? from : whenDone(sum, capacity, from);
    });
    const cost = due.map((day, job) =>
      places.map((place) =>
        // what nobody waits for is never late, also where it is never done
        alone[job] === -Infinity || day === Infinity
          ? 0
          : Math.min(MOST, weight[job]! * Math.max(0, Math.max(place, alone[job]!) - day)),
      ),
    );
    return { late: assigned(cost), done: places.at(-1) ?? from };
  }
}

/** A sum has to be finite. */
const MOST = 1e12;

/** The first minute by which so much is done. */
function whenDone(minutes: number, capacity: (at: Minute) => number, from: Minute): Minute {
  let [low, high] = [from, from + 60];
  while (capacity(high) < minutes) {
    if (high - from > 5e6) return low;
    [low, high] = [high, from + 2 * (high - from)];
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (capacity(middle) < minutes) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * The least sum of a square table with one of each row and column (the Hungarian method with potentials).
 *
 * @param cost rows by columns; finite
 */
export function assigned(cost: readonly (readonly number[])[]): number {
  const n = cost.length;
  const rows = new Float64Array(n + 1);
  const columns = new Float64Array(n + 1);
  const rowOf = new Int32Array(n + 1);
  const came = new Int32Array(n + 1);
  for (let row = 1; row <= n; row++) {
    rowOf[0] = row;
    let column = 0;
    const least = new Float64Array(n + 1).fill(Infinity);
    const used = new Uint8Array(n + 1);
    do {
      used[column] = 1;
      const at = rowOf[column]!;
      let delta = Infinity;
      let next = 0;
      for (let j = 1; j <= n; j++) {
        if (used[j]) continue;
        const reduced = cost[at - 1]![j - 1]! - rows[at]! - columns[j]!;
        if (reduced < least[j]!) {
          least[j] = reduced;
          came[j] = column;
        }
        if (least[j]! < delta) {
          delta = least[j]!;
          next = j;
        }
      }
      for (let j = 0; j <= n; j++)
        if (used[j]) {
          rows[rowOf[j]!]! += delta;
          columns[j]! -= delta;
        } else least[j]! -= delta;
      column = next;
    } while (rowOf[column] !== 0);
    do {
      const back = came[column]!;
      rowOf[column] = rowOf[back]!;
      column = back;
    } while (column !== 0);
  }
  let sum = 0;
  for (let j = 1; j <= n; j++) sum += cost[rowOf[j]! - 1]![j - 1]!;
  return sum;
}
