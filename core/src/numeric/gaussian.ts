import { bisect } from './bisect.js';
import { choleskyOf, timesVector } from './dense.js';
import { normalBelow } from './normal.js';

/**
 * Brings a reading `row · x = value ± sd` into the mean and covariance (row by row) of a normal x, in place (A. Gelman et
 * al., *Bayesian Data Analysis*, chapter 14).
 *
 * @returns log of how likely it was, but for a constant
 */
export function conditionOn(
  mean: number[],
  covariance: Float64Array,
  row: readonly number[],
  value: number,
  sd: number,
): number {
  const n = row.length;
  const gain = timesVector(covariance, row);
  const spread = row.reduce((sum, a, i) => sum + a * gain[i]!, 0) + sd ** 2;
  const off = value - row.reduce((sum, a, i) => sum + a * mean[i]!, 0);
  for (let i = 0; i < n; i++) {
    mean[i]! += (gain[i]! / spread) * off;
    for (let k = 0; k < n; k++) covariance[i * n + k]! -= (gain[i]! * gain[k]!) / spread;
  }
  return -0.5 * (off ** 2 / spread + Math.log(spread));
}

/**
 * Lower factor of a covariance that readings may have made as good as singular: so little is added to its diagonal, as a
 * share of its largest, as lets it be taken.
 *
 * @throws RangeError where it is no covariance
 */
export function factorOf(covariance: Float64Array, n: number): Float64Array {
  let most = 0;
  for (let i = 0; i < n; i++) most = Math.max(most, covariance[i * n + i]!);
  for (const share of [1e-12, 1e-9, 1e-6]) {
    const eased = covariance.slice();
    for (let i = 0; i < n; i++) eased[i * n + i]! += share * most;
    const lower = choleskyOf(eased, n);
    if (lower) return lower;
  }
  throw new RangeError('the covariance is none');
}

/** z with P(Z < z) = share for a standard normal, within 1e-6 of what {@link normalBelow} has; from −6 to 6. */
export const normalQuantile = (share: number): number => bisect((z) => normalBelow(z) - share, -6, 6, 1e-7);
