/** Whole minutes since 1970 by elapsed time, so that a change of clocks needs no case of its own. */
export type Minute = number;
/** A minute as an instant, ms. */
export const inMs = (at: Minute): number => at * 60_000;
/** From a minute up to another one, which is no part of it. */
export type Window = readonly [from: Minute, to: Minute];

const DAY = 1440;

/**
 * Stretches of working time in their order: when work begins, when it ends and how much lies between. Searches ask this
 * millions of times, so each day knows its first stretch.
 */
export class Windows {
  private readonly from: number[];
  private readonly to: number[];
  /** minutes of work before each stretch begins */
  private readonly before: number[] = [];
  private readonly firstDay: number;
  /** the first stretch that ends after each day begins */
  private readonly ofDay: number[] = [];

  /** @param windows in any order; what touches or overlaps is one */
  constructor(windows: readonly Window[]) {
    const joined = merged(windows);
    this.from = joined.map(([from]) => from);
    this.to = joined.map(([, to]) => to);
    let worked = 0;
    for (const [from, to] of joined) {
      this.before.push(worked);
      worked += to - from;
    }
    this.firstDay = Math.floor((this.from[0] ?? 0) / DAY);
    const lastDay = Math.floor((this.to.at(-1) ?? 0) / DAY);
    for (let [day, i] = [this.firstDay, 0]; day <= lastDay; day++) {
      while (i < joined.length && this.to[i]! <= day * DAY) i += 1;
      this.ofDay.push(i);
    }
  }

  get length(): number {
    return this.from.length;
  }

  all(): Window[] {
    return this.from.map((from, i): Window => [from, this.to[i]!]);
  }

  /** The longest of them, minutes. */
  longest(): number {
    return this.from.reduce((most, from, i) => Math.max(most, this.to[i]! - from), 0);
  }

  /** The first minute of work at or after one; infinite where there is none. */
  next(at: Minute): Minute {
    const i = this.endingAfter(at);
    return i === this.from.length ? Infinity : Math.max(at, this.from[i]!);
  }

  /** The end of the stretch that a minute of work lies in. */
  closes(at: Minute): Minute {
    return this.to[this.endingAfter(at)] ?? -Infinity;
  }

  /** The first minute of work at or after one from which so many lie in one stretch; infinite where there is none. */
  nextFor(at: Minute, minutes: number): Minute {
    for (let i = this.endingAfter(at); i < this.from.length; i++) {
      const begins = Math.max(at, this.from[i]!);
      if (begins + minutes <= this.to[i]!) return begins;
    }
    return Infinity;
  }

  /** Minutes of work before a moment. */
  worked(at: Minute): number {
    const i = this.endingAfter(at);
    const last = this.from.length - 1;
    if (i > last) return last < 0 ? 0 : this.before[last]! + this.to[last]! - this.from[last]!;
    return this.before[i]! + Math.max(0, at - this.from[i]!);
  }

  /** When so many minutes of work are done that begin at a minute of work; infinite where the stretches end before. */
  after(at: Minute, minutes: number): Minute {
    if (minutes <= 0) return at;
    let left = minutes;
    for (let i = this.endingAfter(at); i < this.from.length; i++) {
      const begins = Math.max(at, this.from[i]!);
      const room = this.to[i]! - begins;
      if (left <= room) return begins + left;
      left -= room;
    }
    return Infinity;
  }

  /** The first stretch that ends after a moment. */
  private endingAfter(at: Minute): number {
    const day = Math.floor(at / DAY) - this.firstDay;
    if (day < 0) return 0;
    let i = this.ofDay[day] ?? this.from.length;
    while (i < this.from.length && this.to[i]! <= at) i += 1;
    return i;
  }
}

function merged(windows: readonly Window[]): Window[] {
  const result: [Minute, Minute][] = [];
  for (const [from, to] of [...windows].sort((a, b) => a[0] - b[0])) {
    const last = result.at(-1);
    if (from >= to) continue;
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else result.push([from, to]);
  }
  return result;
}

/** What lies in both. */
export function common(a: readonly Window[], b: readonly Window[]): Window[] {
  const result: Window[] = [];
  for (let [i, j] = [0, 0]; i < a.length && j < b.length;) {
    const from = Math.max(a[i]![0], b[j]![0]);
    const to = Math.min(a[i]![1], b[j]![1]);
    if (from < to) result.push([from, to]);
    if (a[i]![1] < b[j]![1]) i += 1;
    else j += 1;
  }
  return result;
}
