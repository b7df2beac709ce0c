/**
 * Errors of readings in the order of their days that remember only the one before: each its own, one that fades from day
 * to day (first-order autoregressive), and a random walk.
 */
export interface MarkovErrors {
  /** variance of each reading's own error, SI² */
  own: Float64Array;
  /** variance of the error that fades, SI², and how much of it is left since the reading before, 0 to 1 */
  fading: number;
  left: Float64Array;
  /** variance that the walk gains since the reading before; before the first, its whole variance there, SI² */
  walked: Float64Array;
}

/**
 * Columns divided by a factor of the covariance of such errors: the innovations of a Kalman filter of two states over
 * their standard deviations. It is what Cholesky's factor gives, but for an orthogonal turn of the rows, in a time that
 * grows with the number of readings only.
 *
 * Source: the prediction-error decomposition; Harvey, *Forecasting, Structural Time Series Models and the Kalman Filter*,
 * 1989, section 3.4.
 *
 * @param columns each with a value a reading
 * @returns the columns, and the logarithm of the covariance's determinant
 */
export function whitenMarkov(
  columns: readonly Float64Array[],
  { own, fading, left, walked }: MarkovErrors,
): { whitened: Float64Array[]; logDeterminant: number } {
  const n = own.length;
  const whitened = columns.map(() => new Float64Array(n));
  const faded = new Float64Array(columns.length);
  const walk = new Float64Array(columns.length);
  let logDeterminant = 0;
  // covariance of the two states
  let [both, together, wandered] = [fading, 0, 0];
  for (let i = 0; i < n; i++) {
    const keep = i === 0 ? 1 : left[i]!;
    both = keep * keep * both + (1 - keep * keep) * fading;
    together *= keep;
    wandered += walked[i]!;
    const first = both + together;
    const second = together + wandered;
    const variance = first + second + own[i]!;
    const root = Math.sqrt(variance);
    logDeterminant += Math.log(variance);
    const toFaded = first / variance;
    const toWalk = second / variance;
    for (let c = 0; c < columns.length; c++) {
      const before = keep * faded[c]!;
      const off = columns[c]![i]! - before - walk[c]!;
      whitened[c]![i] = off / root;
      faded[c] = before + toFaded * off;
      walk[c]! += toWalk * off;
    }
    both -= toFaded * first;
    together -= toFaded * second;
    wandered -= toWalk * second;
  }
  return { whitened, logDeterminant };
}

/** The covariance of such errors, n × n row by row. */
export function covarianceOf({ own, fading, left, walked }: MarkovErrors): Float64Array {
  const n = own.length;
  const covariance = new Float64Array(n * n);
  let walk = 0;
  for (let i = 0; i < n; i++) {
    walk += walked[i]!;
    let fades = fading;
    for (let k = i; k < n; k++) {
      if (k > i) fades *= left[k]!;
      const value = fades + walk + (k === i ? own[i]! : 0);
      covariance[i * n + k] = value;
      covariance[k * n + i] = value;
    }
  }
  return covariance;
}
