import type { Placed } from './place.js';
import type { PreparedShop } from './problem.js';
import type { Minute } from './windows.js';

/** What a plan is worth: less is better, lateness before all, then when everything is done. */
export interface Value {
  /** minutes of lateness, each counted by the weight of its job */
  late: number;
  /** when everything is done */
  done: Minute;
}

export const NEVER: Value = { late: Infinity, done: Infinity };

export const isBetter = (a: Value, b: Value): boolean =>
  a.late < b.late || (a.late === b.late && a.done < b.done);

/** When each job is done: all of its hands and all of its waiting. Minus infinity where nothing of it is placed. */
export function endsOf(shop: PreparedShop, placed: readonly (Placed | null)[]): number[] {
  const ends = shop.due.map(() => -Infinity);
  placed.forEach((place, i) => {
    const { job } = shop.steps[i]!;
    if (place) ends[job] = Math.max(ends[job]!, place.ready);
  });
  return ends;
}

/** @param ends when each job is done */
export function valueOf({ due, weight, from }: PreparedShop, ends: readonly number[]): Value {
  let late = 0;
  let done = from;
  for (const [job, end] of ends.entries()) {
    late += weight[job]! * Math.max(0, end - due[job]!);
    done = Math.max(done, end);
  }
  return { late, done };
}
