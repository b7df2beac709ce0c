import { seededChance, type Chance } from '../numeric/index.js';
import { boundOf } from './bounds.js';
import { laid, type Listed } from './lists.js';
import { Placing, type Placed } from './place.js';
import { Tails } from './tails.js';
import type { PreparedShop } from './problem.js';
import { isBetter } from './value.js';

/** Lateness against the end of everything in one number: a weighted minute late is worth so many of the end. */
const LATE = 1000;
/** Heat as a share of the value, from and to. By trial: hotter runs found less in the same time. */
const HEAT = { from: 0.003, to: 0.00003 };
/** A run is this many tries for each step; then another one begins from the best. */
const RUN = 60;

export interface Sought extends Listed {
  tries: number;
}

/**
 * A better plan by moving steps within a list (simulated annealing; S. Kirkpatrick, C. Gelatt and M. Vecchi, *Science* 220,
 * 1983), in short runs from the best. How much worse a neighbour may be is drawn first: laying it out ends as soon as it is
 * worse than that.
 *
 * @param from a list in which nothing stands before what it needs
 * @param isOver asked after each try, with how many there were
 * @param seed any integer; the same with the same tries gives the same
 */
export function sought(
  shop: PreparedShop,
  from: Listed,
  isOver: (tries: number) => boolean,
  seed = 1,
): Sought {
  let best = from;
  let tries = 0;
  if (from.list.length < 2) return { ...best, tries };
  const chance = seededChance(seed);
  const alone = boundOf(shop).jobs;
  const tails = new Tails(shop, from.value.done);
  while (!isOver(tries)) {
    const run = new Run(shop, best, { alone, tails }, chance);
    const many = RUN * from.list.length;
    for (let k = 0; k < many && !isOver(tries); k++) {
      tries += 1;
      const heat = HEAT.from * (HEAT.to / HEAT.from) ** (k / many);
      const better = run.step(heat, best.value);
      if (better) best = better;
    }
  }
  return { ...best, tries };
}

/** Of the first so many of a list: when each job can be done at best, and what that comes to. */
interface Sum {
  ends: Float64Array;
  value: number;
}

/** One run: a list that changes, laid out, and taken back as far as it is laid anew. */
class Run {
  private readonly list: number[];
  private readonly placing: Placing;
  /** of the first so many of the list: when each job can be done at best, and what that comes to */
  private readonly trail: Sum[] = [];
  private value: number;
  private readonly tails: Tails;
  /** the place of each step in the list; -1 where it stands in none */
  private readonly at: number[];

  constructor(
    private readonly shop: PreparedShop,
    { list }: Listed,
    { alone, tails }: { alone: readonly number[]; tails: Tails },
    private readonly chance: Chance,
  ) {
    this.tails = tails;
    this.list = [...list];
    this.placing = new Placing(shop);
    this.at = new Array<number>(shop.steps.length).fill(-1);
    this.list.forEach((i, k) => (this.at[i] = k));
    const ends = Float64Array.from(alone);
    this.trail.push({ ends, value: this.sumOf(ends) });
    this.value = this.layFrom(0, Infinity) ?? Infinity;
  }

  /** Tries a neighbour. @returns the plan where it betters the best */
  step(heat: number, best: Listed['value']): Listed | null {
    const from = Math.floor(this.chance() * this.list.length);
    const i = this.list[from]!;
    const { before, then } = this.shop.steps[i]!;
    const low = before.reduce((most, one) => Math.max(most, this.at[one]! + 1), 0);
    const high = then.reduce(
      (least, one) => (this.at[one]! < 0 ? least : Math.min(least, this.at[one]! - 1)),
      this.list.length - 1,
    );
    if (high <= low) return null;
    let to = low + Math.floor(this.chance() * (high - low));
    if (to >= from) to += 1;
    const limit = this.value - heat * this.value * Math.log(1 - this.chance());
    const first = Math.min(from, to);
    const stood = this.list.slice(first).map((one) => this.placing.placed[one]!);
    const sums = this.trail.slice(first + 1);
    this.takeBackFrom(first);
    this.move(from, to);
    const value = this.layFrom(first, limit);
    if (value === null) {
      this.takeBackFrom(first);
      this.move(to, from);
      this.putBack(first, stood, sums);
      return null;
    }
    this.value = value;
    if (value >= this.worth(best)) return null;
    // what is better by this number need not be so by lateness first
    const plan = laid(this.shop, this.list);
    return isBetter(plan.value, best) ? plan : null;
  }

  private move(from: number, to: number): void {
    const [i] = this.list.splice(from, 1);
    this.list.splice(to, 0, i!);
    for (let k = Math.min(from, to); k <= Math.max(from, to); k++) this.at[this.list[k]!] = k;
  }

  private takeBackFrom(first: number): void {
    for (let k = this.trail.length - 2; k >= first; k--) this.placing.takeBack(this.list[k]!);
    this.trail.length = Math.min(this.trail.length, first + 1);
  }

  private putBack(first: number, stood: readonly Placed[], sums: readonly Sum[]): void {
    for (const [k, place] of stood.entries()) this.placing.put(this.list[first + k]!, place);
    this.trail.push(...sums);
  }

  /** @returns null as soon as it is worth no less than the limit */
  private layFrom(first: number, limit: number): number | null {
    for (let k = first; k < this.list.length; k++) {
      const i = this.list[k]!;
      const { job } = this.shop.steps[i]!;
      const place = this.placing.place(i);
      const last = this.trail[k]!;
      const end = Math.max(place.ready, this.tails.from(i, place.end));
      if (end > last.ends[job]!) {
        const ends = last.ends.slice();
        ends[job] = end;
        this.trail.push({ ends, value: this.sumOf(ends) });
      } else this.trail.push(last);
      if (this.trail.at(-1)!.value > limit) return null;
    }
    return this.trail.at(-1)!.value;
  }

  private sumOf(ends: Float64Array): number {
    const { due, weight, from } = this.shop;
    let late = 0;
    let done = 0;
    ends.forEach((end, job) => {
      if (end === -Infinity) return;
      late += weight[job]! * Math.max(0, end - due[job]!);
      done = Math.max(done, end - from);
    });
    return LATE * late + done;
  }

  private worth({ late, done }: Listed['value']): number {
    return LATE * late + done - this.shop.from;
  }
}
