import loadHighs from 'highs';
import { prepareShop, type ShopToPlan, type Value } from '../src/schedule/index.js';
import { GRID } from './drawnShops.js';

/** It is a CommonJS module: what it exports is the default itself. */
const load = loadHighs as unknown as typeof loadHighs.default;

/** What a mixed-integer solver says of a shop: by slots of time, sharing only the calendars with the search. */
export interface Solved {
  value: Value;
  proved: boolean;
}

interface Start {
  name: string;
  start: number;
  end: number;
  ready: number;
  free: number;
  workers: readonly number[];
}

/**
 * The least lateness, then the earliest end of everything, by a general-purpose solver (HiGHS) that was given a shop by
 * slots: which step begins in which slot by whom.
 *
 * @param until no step begins after, minutes
 * @param seconds for both questions together
 */
export async function solved(given: ShopToPlan, until: number, seconds: number): Promise<Solved | null> {
  const highs = await load();
  const shop = prepareShop(given);
  const slot = (minute: number) => (minute - shop.from) / GRID;
  const starts = shop.steps.map((step, i): Start[] => {
    const begins = (at: number, end: number, workers: readonly number[], m: number): Start => {
      const ready = end + step.wait;
      const name = `x_${i}_${m}_${slot(at)}`;
      return { name, start: at, end, ready, free: shop.open.next(ready), workers };
    };
    const all: Start[] = [];
    for (let at = step.earliest; at <= until; at += GRID) {
      if (step.modes.length === 0) all.push(begins(at, at, [], 0));
      step.modes.forEach(({ workers, windows }, m) => {
        if (windows.next(at) !== at) return;
        if (step.whole && at + step.hands > windows.closes(at)) return;
        const end = windows.after(at, step.hands);
        if (end < Infinity) all.push(begins(at, end, workers, m));
      });
    }
    return all;
  });
  const rows: string[] = [];
  const sum = (terms: readonly string[]) => terms.join(' + ');
  for (const own of starts) rows.push(`${sum(own.map(({ name }) => name))} = 1`);
  const moments = [...new Set(starts.flat().map(({ start }) => start))].sort((a, b) => a - b);
  shop.steps.forEach(({ before }, i) => {
    for (const one of before)
      for (const at of moments) {
        const begun = starts[i]!.filter(({ start }) => start <= at);
        if (begun.length === 0) continue;
        const done = starts[one]!.filter(({ ready }) => ready <= at);
        rows.push(
          `${[sum(begun.map(({ name }) => name)), ...done.map(({ name }) => `- ${name}`)].join(' ')} <= 0`,
        );
      }
  });
  for (const at of moments) {
    for (let worker = 0; worker < shop.workers; worker++) {
      const busy = starts
        .flat()
        .filter(({ start, end, workers }) => workers.includes(worker) && start <= at && at < end);
      if (busy.length > 1) rows.push(`${sum(busy.map(({ name }) => name))} <= 1`);
    }
    shop.pools.forEach((count, pool) => {
      const taken = shop.steps.flatMap(({ uses }, i) => {
        const use = uses.find((one) => one.pool === pool);
        return use
          ? starts[i]!.filter(({ start, end, free }) => start <= at && at < (use.free ? free : end))
          : [];
      });
      if (taken.length > count) rows.push(`${sum(taken.map(({ name }) => name))} <= ${count}`);
    });
  }
  shop.steps.forEach(({ job }, i) => {
    const ends = starts[i]!.map(({ ready, name }) => `${slot(ready)} ${name}`);
    rows.push(`${sum(ends)} - done <= 0`);
    if (shop.due[job]! < Infinity) rows.push(`${sum(ends)} - late_${job} <= ${slot(shop.due[job]!)}`);
  });
  const dued = shop.due.flatMap((due, job) =>
    due < Infinity && shop.steps.some((step) => step.job === job) ? [job] : [],
  );
  const lateness = dued.length > 0 ? dued.map((job) => `${shop.weight[job]!} late_${job}`) : ['0 done'];
  const program = (aim: string, more: readonly string[]) =>
    [
      `Minimize\n obj: ${aim}`,
      'Subject To',
      ...[...rows, ...more].map((row, k) => ` r${k}: ${row}`),
      'Bounds',
      ...dued.map((job) => ` late_${job} >= 0`),
      ' done >= 0',
      'Binary',
      ...starts.flat().map(({ name }) => ` ${name}`),
      'End',
    ].join('\n');
  const ask = (aim: string, more: readonly string[]) =>
    highs.solve(program(aim, more), { time_limit: seconds / 2, mip_rel_gap: 0, mip_abs_gap: 0.4 });
  const first = ask(sum(lateness), []);
  if (first.Status !== 'Optimal') return null;
  const late = Math.round(first.ObjectiveValue);
  const second = ask('done', dued.length > 0 ? [`${sum(lateness)} <= ${late}`] : []);
  if (second.Status !== 'Optimal') return { value: { late: late * GRID, done: NaN }, proved: false };
  return {
    value: { late: late * GRID, done: shop.from + Math.round(second.ObjectiveValue) * GRID },
    proved: true,
  };
}
