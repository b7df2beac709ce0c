import type { PreparedShop } from './problem.js';
import type { Minute } from './windows.js';

/** Ends are known to this, minutes. */
const GRID = 60;

/**
 * The earliest end of a job, once the hands of one of its steps are done: the longest path of what follows through the
 * calendars of who may do it, as if nothing else were there. Never later than the truth.
 */
export class Tails {
  /** of each step, by hours from the beginning */
  private readonly ends: Float64Array[];

  /** @param until later than this less is known: elapsed minutes alone */
  constructor(
    private readonly shop: PreparedShop,
    until: Minute,
  ) {
    const { steps, order, from, open } = shop;
    const hours = Math.ceil(Math.max(0, until - from) / GRID) + 1;
    // hands are done within working time alone: what lies between knows no more than what was before
    const works = Array.from(
      { length: hours },
      (_, hour) => open.next(from + hour * GRID) < from + (hour + 1) * GRID,
    );
    this.ends = steps.map(() => new Float64Array(hours));
    for (const i of [...order].reverse()) {
      const { wait, then } = steps[i]!;
      const own = this.ends[i]!;
      for (let hour = 0; hour < hours; hour++) {
        if (hour > 0 && !works[hour]) {
          own[hour] = own[hour - 1]!;
          continue;
        }
        const ready = from + hour * GRID + wait;
        let end = ready;
        for (const next of then) end = Math.max(end, this.after(next, ready));
        own[hour] = end;
      }
    }
  }

  /** The earliest end of its job, where a step's hands are done then. */
  from(i: number, end: Minute): Minute {
    const own = this.ends[i]!;
    const hour = Math.floor((end - this.shop.from) / GRID);
    return hour < own.length ? own[Math.max(0, hour)]! : end + this.shop.steps[i]!.tail;
  }

  private after(i: number, ready: Minute): Minute {
    const step = this.shop.steps[i]!;
    // what is held stands where it stands, and counts from there by itself
    if (step.fixed) return ready;
    const at = Math.max(ready, step.earliest);
    if (step.modes.length === 0) return this.from(i, at);
    let end = Infinity;
    for (const { windows } of step.modes) {
      const begins = step.whole ? windows.nextFor(at, step.hands) : windows.next(at);
      end = Math.min(end, step.whole ? begins + step.hands : windows.after(begins, step.hands));
    }
    return end === Infinity ? end : this.from(i, end);
  }
}
