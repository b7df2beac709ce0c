import { common, Windows, type Minute, type Window } from './windows.js';

/** Somebody with hands. */
export interface Worker {
  id: string;
  /** when they work, in order */
  windows: readonly Window[];
}

/** Things of one kind: clamp sets, forms, a warm pot, drying places. */
export interface Pool {
  id: string;
  count: number;
}

/** One stay of one instrument. */
export interface JobToPlan {
  id: string;
  /** the minute by which it is promised, or aimed at; null where there is none */
  due: Minute | null;
  /** nobody promised it: being late breaks nothing */
  aim?: true;
  /** what a minute of lateness counts, 1 and up */
  weight: number;
}

/** A piece of work, with the waiting that follows it. */
export interface StepToPlan {
  id: string;
  job: string;
  /** minutes of hands */
  hands: number;
  /** minutes by the clock after them, until what follows may begin */
  wait: number;
  /** steps whose hands and waiting are over before it begins */
  after: readonly string[];
  /** who may do it: one, or a pair; empty where it takes no hands */
  by: readonly (readonly string[])[];
  /** it may not be left: its hands lie within one stretch of working time */
  whole: boolean;
  /** what it takes, until its hands are done or until it is free: at the first opening after its waiting */
  uses: readonly { pool: string; until: 'hands' | 'free' }[];
  /** work of this kind shares a warm pot or a bench set up: what is done on one day is set up once */
  setUp?: string;
  /** it does not begin before */
  earliest?: Minute;
  /** under way, or put there by hand */
  fixed?: { start: Minute; by: readonly string[] };
}

export interface ShopToPlan {
  /** nothing begins before */
  from: Minute;
  /** when the shop is open */
  open: readonly Window[];
  workers: readonly Worker[];
  pools: readonly Pool[];
  jobs: readonly JobToPlan[];
  steps: readonly StepToPlan[];
}

/** Why a shop cannot be planned as it was given. */
export class ShopFault extends Error {}

/** A way of doing a step: by whom, and when they are there together. */
export interface Mode {
  workers: readonly number[];
  windows: Windows;
}

/** A step by numbers: of its job, of who may do it, of what it takes. */
export interface Prepared {
  hands: number;
  wait: number;
  job: number;
  before: readonly number[];
  then: readonly number[];
  modes: readonly Mode[];
  whole: boolean;
  uses: readonly { pool: number; free: boolean }[];
  earliest: Minute;
  /** the mode and the minute that it is held at */
  fixed: { start: Minute; mode: Mode } | null;
  /** the least time from its end to the end of its job, by elapsed minutes */
  tail: number;
}

/** A shop by numbers, checked: everything that searches read again and again. */
export interface PreparedShop {
  given: ShopToPlan;
  from: Minute;
  open: Windows;
  pools: readonly number[];
  workers: number;
  due: readonly number[];
  weight: readonly number[];
  steps: readonly Prepared[];
  /** in an order in which nothing stands before what it needs */
  order: readonly number[];
}

/**
 * Checks a shop and puts it into numbers.
 *
 * @throws ShopFault where a step needs one that is not there or itself, nobody may do it, or no stretch is long enough
 */
export function prepareShop(given: ShopToPlan): PreparedShop {
  const numbered = (all: readonly { id: string }[]) => new Map(all.map(({ id }, i) => [id, i]));
  const [workers, pools, jobs, steps] = [
    numbered(given.workers),
    numbered(given.pools),
    numbered(given.jobs),
    numbered(given.steps),
  ];
  const known = (of: Map<string, number>, id: string, what: string): number => {
    const found = of.get(id);
    if (found === undefined) throw new ShopFault(`${what} ${id} is not there`);
    return found;
  };
  const modes = new Map<string, Mode>();
  const modeOf = (by: readonly string[]): Mode => {
    const ids = by.map((id) => known(workers, id, 'person'));
    const key = ids.join();
    const found = modes.get(key);
    if (found) return found;
    const windows = ids.map((id) => given.workers[id]!.windows).reduce(common);
    const mode = { workers: ids, windows: new Windows(windows) };
    modes.set(key, mode);
    return mode;
  };
  const then = given.steps.map((): number[] => []);
  given.steps.forEach(({ after }, i) => {
    for (const id of after) then[known(steps, id, 'step')]!.push(i);
  });
  const prepared = given.steps.map((step, i): Prepared => {
    const { fixed } = step;
    const offered = step.hands > 0 ? step.by.map(modeOf) : [];
    const fit = offered.filter(({ windows }) =>
      step.whole ? windows.longest() >= step.hands : windows.length > 0,
    );
    if (step.hands > 0 && fit.length === 0 && !fixed)
      throw new ShopFault(
        offered.length === 0
          ? `step ${step.id} has no person who may do it`
          : `no stretch of working time is long enough for step ${step.id}`,
      );
    return {
      hands: step.hands,
      wait: step.wait,
      job: known(jobs, step.job, 'job'),
      before: step.after.map((id) => known(steps, id, 'step')),
      then: then[i]!,
      modes: fit,
      whole: step.whole,
      uses: step.uses.map(({ pool, until }) => ({
        pool: known(pools, pool, 'thing'),
        free: until === 'free',
      })),
      earliest: Math.max(given.from, step.earliest ?? given.from),
      fixed: fixed ? { start: fixed.start, mode: modeOf(fixed.by) } : null,
      tail: 0,
    };
  });
  const order = inOrder(prepared, given);
  for (const i of [...order].reverse()) {
    const own = prepared[i]!;
    own.tail =
      own.wait +
      own.then.reduce((most, next) => Math.max(most, prepared[next]!.hands + prepared[next]!.tail), 0);
  }
  return {
    given,
    from: given.from,
    open: new Windows(given.open),
    pools: given.pools.map(({ count }) => count),
    workers: given.workers.length,
    due: given.jobs.map(({ due }) => due ?? Infinity),
    weight: given.jobs.map(({ weight }) => weight),
    steps: prepared,
    order,
  };
}

/** Nothing before what it needs. @throws ShopFault where steps need each other in a ring */
function inOrder(steps: readonly Prepared[], given: ShopToPlan): number[] {
  const open = steps.map(({ before }) => before.length);
  const ready = steps.flatMap((_, i) => (open[i] === 0 ? [i] : []));
  const order: number[] = [];
  for (let i = ready.shift(); i !== undefined; i = ready.shift()) {
    order.push(i);
    for (const next of steps[i]!.then) if (--open[next]! === 0) ready.push(next);
  }
  if (order.length < steps.length) {
    const ring = given.steps.filter((_, i) => open[i]! > 0).map(({ id }) => id);
    throw new ShopFault(`steps need each other in a ring: ${ring.join(', ')}`);
  }
  return order;
}
