import { CholeskyDecomposition, Matrix, QrDecomposition, inverse } from 'ml-matrix';

/**
 * Bayesian linear regression with correlated errors, the heart of the calibrated forecast.
 *
 * `y ~ N(Aθ, V)`, `θ ~ N(μ₀, diag(σ₀²))`; a flat prior is σ₀ = Infinity. Solved by QR of the whitened system
 * `[L⁻¹A; 1/σ₀] θ = [L⁻¹y; μ₀/σ₀]` with V = LLᵀ, so that with a flat prior it is ordinary (generalised) least
 * squares to rounding.
 */
export interface LinearProblem {
  /** n × p */
  design: number[][];
  observed: number[];
  /** n × n covariance of the errors */
  errors: number[][];
  prior: { mean: number; sd: number }[];
}

export interface LinearFit {
  mean: number[];
  covariance: number[][];
  /** log marginal likelihood up to a constant that does not depend on the errors' model */
  logEvidence: number;
}

/**
 * @throws RangeError where the shapes do not agree, or where a flat prior leaves a parameter undetermined
 */
export function fitLinear(problem: LinearProblem): LinearFit {
  const { design, observed, errors, prior } = problem;
  const n = observed.length;
  const p = prior.length;
  if (design.length !== n || errors.length !== n || design.some((row) => row.length !== p)) {
    throw new RangeError('design, observations and errors must have the same number of rows');
  }
  const cholesky = n > 0 ? new CholeskyDecomposition(new Matrix(errors)) : null;
  if (cholesky && !cholesky.isPositiveDefinite())
    throw new RangeError('error covariance must be positive definite');
  const lower = cholesky?.lowerTriangularMatrix;

  const informative = prior.map((belief, i) => ({ ...belief, i })).filter(({ sd }) => Number.isFinite(sd));
  const rows = n + informative.length;
  if (rows < p) throw new RangeError('a flat prior needs at least as many readings as parameters');
  const left = Matrix.zeros(rows, p);
  const right = Matrix.zeros(rows, 1);
  if (lower) {
    const whitened = forward(
      lower,
      design.map((row, i) => [...row, observed[i]!]),
    );
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < p; j++) left.set(i, j, whitened[i]![j]!);
      right.set(i, 0, whitened[i]![p]!);
    }
  }
  informative.forEach(({ mean, sd, i }, k) => {
    left.set(n + k, i, 1 / sd);
    right.set(n + k, 0, mean / sd);
  });

  const qr = new QrDecomposition(left);
  if (!qr.isFullRank()) throw new RangeError('the readings do not determine every parameter');
  const mean = qr.solve(right).to1DArray();
  const R = qr.upperTriangularMatrix;
  const Rinverse = inverse(R);
  const covariance = Rinverse.mmul(Rinverse.transpose()).to2DArray();

  const misfit = left.mmul(Matrix.columnVector(mean)).sub(right).to1DArray();
  let logDeterminants = 0;
  if (lower) for (let i = 0; i < n; i++) logDeterminants += 2 * Math.log(lower.get(i, i));
  for (let i = 0; i < p; i++) logDeterminants += 2 * Math.log(Math.abs(R.get(i, i)));
  for (const { sd } of informative) logDeterminants += 2 * Math.log(sd);
  const logEvidence = -0.5 * (misfit.reduce((sum, r) => sum + r * r, 0) + logDeterminants);
  return { mean, covariance, logEvidence };
}

/** Solves LX = B for lower triangular L, row by row. */
function forward(lower: Matrix, right: number[][]): number[][] {
  const solved: number[][] = [];
  right.forEach((row, i) => {
    const next = row.slice();
    for (let k = 0; k < i; k++) {
      const factor = lower.get(i, k);
      if (factor === 0) continue;
      const earlier = solved[k]!;
      for (let j = 0; j < next.length; j++) next[j]! -= factor * earlier[j]!;
    }
    const pivot = lower.get(i, i);
    solved.push(next.map((value) => value / pivot));
  });
  return solved;
}

/**
 * Leave-one-out residuals in units of their own prediction error: how far each reading lies from what all the
 * others and the prior expect of it. For a Gaussian with marginal covariance S and K = S⁻¹,
 * `z_i = [K(y − Aμ₀)]_i / √K_ii`.
 *
 * Needs a proper prior on every parameter.
 */
export function leaveOneOut(problem: LinearProblem): number[] {
  const { design, observed, errors, prior } = problem;
  const marginal = new Matrix(errors);
  const offsets = observed.map((y, i) => y - design[i]!.reduce((sum, x, j) => sum + x * prior[j]!.mean, 0));
  for (let i = 0; i < observed.length; i++) {
    for (let k = 0; k < observed.length; k++) {
      const shared = prior.reduce((sum, { sd }, j) => sum + design[i]![j]! * design[k]![j]! * sd ** 2, 0);
      marginal.set(i, k, marginal.get(i, k) + shared);
    }
  }
  const K = new CholeskyDecomposition(marginal).solve(Matrix.eye(observed.length));
  const weighted = K.mmul(Matrix.columnVector(offsets)).to1DArray();
  return weighted.map((w, i) => w / Math.sqrt(K.get(i, i)));
}

/**
 * The moments of a Gaussian of which one component is known to be zero or more.
 *
 * Source: moments of the truncated normal; the other components follow by their regression on the truncated one.
 *
 * @param index of the component
 * @returns mean, covariance and the logarithm of the probability that it was zero or more
 */
export function truncateBelowZero(
  mean: readonly number[],
  covariance: readonly (readonly number[])[],
  index: number,
): { mean: number[]; covariance: number[][]; logProbability: number } {
  const m = mean[index]!;
  const s = Math.sqrt(covariance[index]![index]!);
  const alpha = -m / s;
  const logTail = logNormalTail(alpha);
  const hazard = Math.exp(-0.5 * alpha * alpha - 0.5 * Math.log(2 * Math.PI) - logTail);
  const shift = s * hazard;
  const shrink = 1 - Math.max(0, Math.min(1, 1 + alpha * hazard - hazard * hazard));
  const column = covariance.map((row) => row[index]! / (s * s));
  return {
    mean: mean.map((mu, i) => mu + column[i]! * shift),
    covariance: covariance.map((row, i) => row.map((c, j) => c - column[i]! * column[j]! * s * s * shrink)),
    logProbability: logTail,
  };
}

/** log P(Z > a) for a standard normal. */
function logNormalTail(a: number): number {
  if (a < 5) return Math.log(1 - normalBelow(a));
  // Mills ratio series for the far tail
  return -0.5 * a * a - Math.log(a * Math.sqrt(2 * Math.PI)) + Math.log1p(-1 / (a * a) + 3 / a ** 4);
}

/**
 * P(Z < z) for a standard normal, error below 7.5e-8: Abramowitz and Stegun, *Handbook of Mathematical
 * Functions*, formula 26.2.17.
 */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const density = Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
  const tail =
    density *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z >= 0 ? 1 - tail : tail;
}
