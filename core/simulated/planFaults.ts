import { common, type Placed, type PreparedShop, type Window } from '../src/schedule/index.js';

/** Everything that must hold of any plan, told in words where it does not. */
export function faultsOf(shop: PreparedShop, placed: readonly Placed[]): string[] {
  const { given, steps } = shop;
  const faults: string[] = [];
  const minutesIn = (windows: readonly Window[], from: number, to: number) =>
    windows.reduce((sum, [a, b]) => sum + Math.max(0, Math.min(b, to) - Math.max(a, from)), 0);
  placed.forEach((place, i) => {
    const { id, whole, hands, wait } = given.steps[i]!;
    for (const one of steps[i]!.before)
      if (placed[one]!.ready > place.start) faults.push(`${id} begins before what it needs`);
    if (place.ready !== place.end + wait) faults.push(`${id} is ready at another time`);
    if (hands === 0) return;
    const there = place.mode!.workers.map((worker) => given.workers[worker]!.windows).reduce(common);
    if (minutesIn(there, place.start, place.end) !== hands)
      faults.push(`${id} has other hands than it takes`);
    if (!there.some(([a, b]) => a <= place.start && place.start < b))
      faults.push(`${id} begins outside hours`);
    if (whole && place.end - place.start !== hands) faults.push(`${id} is left`);
  });
  given.workers.forEach(({ id }, worker) => {
    const own = placed.filter(({ mode, start, end }) => mode?.workers.includes(worker) && end > start);
    for (const [k, one] of own.entries())
      if (own.slice(k + 1).some((other) => other.start < one.end && one.start < other.end))
        faults.push(`${id} has hands in two things`);
  });
  given.pools.forEach(({ id, count }, pool) => {
    const taken = placed.flatMap((place, i) =>
      steps[i]!.uses.flatMap((use) =>
        use.pool === pool ? [[place.start, use.free ? place.free : place.end] as const] : [],
      ),
    );
    for (const [at] of taken)
      if (taken.filter(([from, to]) => from <= at && at < to).length > count) faults.push(`too many ${id}`);
  });
  return faults;
}
