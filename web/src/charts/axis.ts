/** Steps of an axis, each so many times the usual one. */
const GROWS = [2, 2.5, 2];

/**
 * A vertical axis that holds all values with whole steps: the usual step, or as many times larger as keeps the lines
 * apart.
 *
 * @param values in the axis's unit; at least one
 * @param usual what usually stands between two lines
 * @param most so many lines at most above the lowest
 */
export function axisOf(
  values: readonly number[],
  usual: number,
  most = 9,
): { low: number; high: number; step: number; ticks: number[] } {
  const [lowest, highest] = [Math.min(...values), Math.max(...values)];
  let step = usual;
  for (let i = 0; (highest - lowest) / step > most; i++) step *= GROWS[i % GROWS.length]!;
  const low = Math.floor(lowest / step) * step;
  const high = Math.max(Math.ceil(highest / step) * step, low + step);
  const lines = Math.round((high - low) / step);
  return {
    low,
    high,
    step,
    // whole again, or 0.30000000000000004 stands at the axis
    ticks: Array.from({ length: lines + 1 }, (_, i) => Number((low + i * step).toPrecision(12))),
  };
}
