import type { Mode, PreparedShop } from './problem.js';
import type { Minute } from './windows.js';

/** What a place waits for: the last thing but closed doors that put it off. */
export type Because =
  /** nothing: it begins as soon as planning begins, or as it may */
  | { kind: 'at once' }
  | { kind: 'earliest' }
  /** it is under way, or somebody put it there */
  | { kind: 'fixed' }
  | { kind: 'need'; step: number }
  /** the same is done on that day: set up once for both */
  | { kind: 'in step'; step: number }
  | { kind: 'person'; worker: number; step: number }
  | { kind: 'thing'; pool: number; step: number };

export interface Placed {
  start: Minute;
  /** its hands are done */
  end: Minute;
  /** what follows may begin */
  ready: Minute;
  /** what it took until it is free is free */
  free: Minute;
  mode: Mode | null;
  because: Because;
  /** after that it waited until the shop opened, or until there was time enough before it closes */
  shut: boolean;
}

interface Busy {
  from: Minute;
  to: Minute;
  step: number;
}

/** What is taken of a person or of a kind of things, in order of when it begins. */
class Taken {
  private readonly all: Busy[] = [];
  /** nothing lies longer than this, minutes */
  private longest = 0;
  /** nothing overlaps: then what begins last ends last */
  private disjoint = true;

  put(from: Minute, to: Minute, step: number): void {
    const { all } = this;
    const at = this.beginsBefore(from) + 1;
    if ((at > 0 && all[at - 1]!.to > from) || (at < all.length && all[at]!.from < to)) this.disjoint = false;
    all.splice(at, 0, { from, to, step });
    this.longest = Math.max(this.longest, to - from);
  }

  /** @param from when it began */
  takeOut(step: number, from: Minute): void {
    const { all } = this;
    for (let at = this.beginsBefore(from) + 1; at < all.length; at++)
      if (all[at]!.step === step) {
        all.splice(at, 1);
        return;
      }
  }

  /** The first of what ends after a minute, by its number; where nothing overlaps. */
  endingAfter(at: Minute): number {
    const k = this.beginsBefore(at);
    return k >= 0 && this.all[k]!.to > at ? k : k + 1;
  }

  get isDisjoint(): boolean {
    return this.disjoint;
  }

  at(k: number): Busy | undefined {
    return this.all[k];
  }

  /** What begins last of what is taken from one minute up to another; null where nothing is. */
  any(from: Minute, to: Minute): Busy | null {
    const { all } = this;
    const earliest = from - this.longest;
    for (let k = this.beginsBefore(to); k >= 0 && all[k]!.from >= earliest; k--) {
      if (all[k]!.to > from) return all[k]!;
      if (this.disjoint) return null;
    }
    return null;
  }

  /**
   * What ends first of what is taken at a moment at which so much is taken as there is, from one minute up to another; null
   * where something is left all the time.
   */
  full(count: number, from: Minute, to: Minute): Busy | null {
    if (count === 1) return this.any(from, to);
    const { all } = this;
    const last = this.beginsBefore(to);
    const earliest = from - this.longest;
    let over = 0;
    for (let k = last; k >= 0 && all[k]!.from >= earliest; k--) if (all[k]!.to > from) over += 1;
    if (over < count) return null;
    // what is taken grows only where something begins
    for (let k = last; k >= 0 && all[k]!.from >= earliest; k--) {
      const own = all[k]!;
      if (own.to <= from) continue;
      const moment = Math.max(from, own.from);
      let at = 0;
      let first = own;
      for (let n = last; n >= 0 && all[n]!.from >= earliest; n--) {
        const other = all[n]!;
        if (other.from > moment || other.to <= moment) continue;
        at += 1;
        if (other.to < first.to) first = other;
      }
      if (at >= count) return first;
    }
    return null;
  }

  /** The last that begins before a minute. */
  private beginsBefore(to: Minute): number {
    let [low, high] = [0, this.all.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.all[middle]!.from < to) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }
}

/** Steps laid into a shop one after another, each at its earliest place; the last ones can be taken back. */
export class Placing {
  readonly placed: (Placed | null)[];
  private readonly hands: Taken[];
  private readonly things: Taken[];

  constructor(readonly shop: PreparedShop) {
    this.placed = shop.steps.map(() => null);
    this.hands = Array.from({ length: shop.workers }, () => new Taken());
    this.things = shop.pools.map(() => new Taken());
    for (const i of shop.order) {
      const { fixed } = shop.steps[i]!;
      if (fixed) this.put(i, this.held(i, fixed.start, fixed.mode));
    }
  }

  /** When what it needs is done. */
  ripe(i: number): { at: Minute; because: Because } {
    const { before, earliest } = this.shop.steps[i]!;
    let at = earliest;
    let because: Because = earliest > this.shop.from ? { kind: 'earliest' } : { kind: 'at once' };
    for (const step of before) {
      const { ready } = this.placed[step]!;
      if (ready > at) {
        at = ready;
        because = { kind: 'need', step };
      }
    }
    return { at, because };
  }

  /** Puts a step at its earliest place, by whoever ends it first. @returns its place */
  place(i: number, notBefore: Minute = -Infinity, only: Mode | null = null): Placed {
    const best = this.earliest(i, notBefore, only);
    this.put(i, best);
    return best;
  }

  /** Where a step would go. */
  earliest(i: number, notBefore: Minute = -Infinity, only: Mode | null = null): Placed {
    const step = this.shop.steps[i]!;
    const ripe = this.ripe(i);
    const from = Math.max(ripe.at, notBefore);
    if (step.modes.length === 0) return this.withoutHands(i, from, ripe.because);
    let best: Placed | null = null;
    for (const mode of only ? [only] : step.modes) {
      if (best && from + step.hands > best.end) break;
      const found = this.earliestBy(i, mode, from, ripe.because);
      if (!best || found.end < best.end || (found.end === best.end && found.start > best.start)) best = found;
    }
    return best!;
  }

  put(i: number, place: Placed): void {
    this.placed[i] = place;
    const { uses } = this.shop.steps[i]!;
    const { start, end, free, mode } = place;
    if (mode && end > start) for (const worker of mode.workers) this.hands[worker]!.put(start, end, i);
    for (const use of uses) {
      const to = use.free ? free : end;
      if (to > start) this.things[use.pool]!.put(start, to, i);
    }
  }

  takeBack(i: number): void {
    const place = this.placed[i];
    if (!place) return;
    this.placed[i] = null;
    if (place.mode) for (const worker of place.mode.workers) this.hands[worker]!.takeOut(i, place.start);
    for (const { pool } of this.shop.steps[i]!.uses) this.things[pool]!.takeOut(i, place.start);
  }

  private held(i: number, start: Minute, mode: Mode): Placed {
    const { hands, wait } = this.shop.steps[i]!;
    const begins = mode.windows.length === 0 ? start : Math.max(start, mode.windows.next(start));
    const end = hands === 0 ? start : mode.windows.after(begins, hands);
    return this.whole(start, end, wait, mode, { kind: 'fixed' }, false);
  }

  private whole(
    start: Minute,
    end: Minute,
    wait: number,
    mode: Mode | null,
    because: Because,
    shut: boolean,
  ): Placed {
    const ready = end + wait;
    return { start, end, ready, free: this.shop.open.next(ready), mode, because, shut };
  }

  private withoutHands(i: number, from: Minute, because: Because): Placed {
    const { wait } = this.shop.steps[i]!;
    let at = from;
    let why = because;
    for (;;) {
      const place = this.whole(at, at, wait, null, why, false);
      const full = this.fullAt(i, place);
      if (!full) return place;
      at = full.until;
      why = full.because;
    }
  }

  private earliestBy(i: number, mode: Mode, from: Minute, because: Because): Placed {
    const step = this.shop.steps[i]!;
    const { windows, workers } = mode;
    const alone =
      workers.length === 1 && this.hands[workers[0]!]!.isDisjoint ? this.hands[workers[0]!]! : null;
    let next = alone ? alone.endingAfter(from) : 0;
    let at = from;
    let why = because;
    for (;;) {
      const opens = step.whole ? windows.nextFor(at, step.hands) : windows.next(at);
      const shut = opens > at;
      if (opens === Infinity) return this.whole(opens, opens, step.wait, mode, why, shut);
      const end = step.whole ? opens + step.hands : windows.after(opens, step.hands);
      if (alone) {
        // one after another is read once
        let busy = alone.at(next);
        while (busy && busy.to <= opens) busy = alone.at(++next);
        if (busy && busy.from < end) {
          at = busy.to;
          why = { kind: 'person', worker: workers[0]!, step: busy.step };
          continue;
        }
      } else {
        const taken = this.takenBy(mode, opens, end);
        if (taken) {
          at = taken.until;
          why = taken.because;
          continue;
        }
      }
      const place = this.whole(opens, end, step.wait, mode, why, shut);
      if (step.uses.length === 0) return place;
      const full = this.fullAt(i, place);
      if (!full) return place;
      at = full.until;
      why = full.because;
    }
  }

  /** Somebody of them has hands in something else meanwhile. */
  private takenBy(mode: Mode, from: Minute, to: Minute): { until: Minute; because: Because } | null {
    for (const worker of mode.workers) {
      const busy = this.hands[worker]!.any(from, to);
      if (busy) return { until: busy.to, because: { kind: 'person', worker, step: busy.step } };
    }
    return null;
  }

  /** Everything of a kind is taken at some moment of it. */
  private fullAt(i: number, place: Placed): { until: Minute; because: Because } | null {
    const { uses } = this.shop.steps[i]!;
    for (const { pool, free } of uses) {
      const to = free ? place.free : place.end;
      const busy = this.things[pool]!.full(this.shop.pools[pool]!, place.start, to);
      if (busy) return { until: busy.to, because: { kind: 'thing', pool, step: busy.step } };
    }
    return null;
  }
}
