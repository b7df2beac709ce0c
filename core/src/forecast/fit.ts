import { choleskyOf, invertLower } from '../numeric/dense.js';

/**
 * Bayesian linear regression with correlated errors, the heart of the calibrated forecast.
 *
 * `y ~ N(Aθ, V)`, `θ ~ N(μ₀, diag(σ₀²))`; a flat prior is σ₀ = Infinity. Solved by Householder's QR of the whitened
 * system `[L⁻¹A; 1/σ₀] θ = [L⁻¹y; μ₀/σ₀]` with V = LLᵀ, so that with a flat prior it is ordinary (generalised) least
 * squares to rounding. Written out over flat arrays, since a forecast asks for thousands of small ones.
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
  const believed = prior.filter(({ sd }) => Number.isFinite(sd)).length;
  const rows = n + believed;
  if (rows < p) throw new RangeError('a flat prior needs at least as many readings as parameters');

  // the whitened system, a row a reading and a row a belief, the right side as a last column
  const width = p + 1;
  const system = new Float64Array(rows * width);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < p; j++) system[i * width + j] = design[i]![j]!;
    system[i * width + p] = observed[i]!;
  }
  let logDeterminants = whiten(system, errors, width);
  let row = n;
  prior.forEach(({ mean, sd }, j) => {
    if (!Number.isFinite(sd)) return;
    system[row * width + j] = 1 / sd;
    system[row * width + p] = mean / sd;
    logDeterminants += 2 * Math.log(sd);
    row += 1;
  });

  triangularise(system, rows, p);
  for (let j = 0; j < p; j++) {
    const pivot = Math.abs(system[j * width + j]!);
    // columns of whitened systems differ by orders of magnitude; a lost one is a rounding error
    if (!(pivot > columnSize(system, width, j) * 1e-12) || !Number.isFinite(pivot))
      throw new RangeError('the readings do not determine every parameter');
    logDeterminants += 2 * Math.log(pivot);
  }
  const inverse = invertUpper(system, p, width);
  const mean = inverse.map((line) => line.reduce((sum, r, j) => sum + r * system[j * width + p]!, 0));
  const covariance = inverse.map((one) =>
    inverse.map((other) => one.reduce((sum, r, j) => sum + r * other[j]!, 0)),
  );
  let misfit = 0;
  for (let i = p; i < rows; i++) misfit += system[i * width + p]! ** 2;
  return { mean, covariance, logEvidence: -0.5 * (misfit + logDeterminants) };
}

/** Size of what stands over and on the diagonal of a column. */
function columnSize(system: Float64Array, width: number, j: number): number {
  let square = 0;
  for (let i = 0; i <= j; i++) square += system[i * width + j]! ** 2;
  return Math.sqrt(square);
}

/**
 * The first rows of the system divided by Cholesky's factor of the errors.
 *
 * @returns the logarithm of the errors' determinant
 */
function whiten(system: Float64Array, errors: number[][], width: number): number {
  const n = errors.length;
  const lower = choleskyOf(errors);
  if (!lower) throw new RangeError('error covariance must be positive definite');
  let logDeterminant = 0;
  for (let i = 0; i < n; i++) {
    const pivot = lower[i * n + i]!;
    logDeterminant += 2 * Math.log(pivot);
    for (let j = 0; j < width; j++) {
      let value = system[i * width + j]!;
      for (let k = 0; k < i; k++) value -= lower[i * n + k]! * system[k * width + j]!;
      system[i * width + j] = value / pivot;
    }
  }
  return logDeterminant;
}

/** Householder reflections that leave an upper triangle in the first p columns; the last column goes along. */
function triangularise(system: Float64Array, rows: number, p: number): void {
  const width = p + 1;
  for (let j = 0; j < p; j++) {
    let square = 0;
    for (let i = j; i < rows; i++) square += system[i * width + j]! ** 2;
    const norm = Math.sqrt(square);
    if (norm === 0) continue;
    const head = system[j * width + j]!;
    const alpha = head > 0 ? -norm : norm;
    const first = head - alpha;
    const scale = square - head * alpha;
    system[j * width + j] = first;
    for (let k = j + 1; k < width; k++) {
      let product = 0;
      for (let i = j; i < rows; i++) product += system[i * width + j]! * system[i * width + k]!;
      const by = product / scale;
      for (let i = j; i < rows; i++) system[i * width + k]! -= by * system[i * width + j]!;
    }
    system[j * width + j] = alpha;
    for (let i = j + 1; i < rows; i++) system[i * width + j] = 0;
  }
}

function invertUpper(system: Float64Array, p: number, width: number): number[][] {
  const inverse = Array.from({ length: p }, () => new Array<number>(p).fill(0));
  for (let j = 0; j < p; j++) {
    inverse[j]![j] = 1 / system[j * width + j]!;
    for (let i = j - 1; i >= 0; i--) {
      let sum = 0;
      for (let k = i + 1; k <= j; k++) sum += system[i * width + k]! * inverse[k]![j]!;
      inverse[i]![j] = -sum / system[i * width + i]!;
    }
  }
  return inverse;
}

/**
 * Leave-one-out residuals in units of their own prediction error: how far each reading lies from what all the
 * others and the prior expect of it. For a Gaussian with marginal covariance S and K = S⁻¹,
 * `z_i = [K(y − Aμ₀)]_i / √K_ii`.
 *
 * Needs a proper prior on every parameter.
 *
 * @throws RangeError where the covariance of the errors is not positive definite
 */
export function leaveOneOut(problem: LinearProblem): number[] {
  const { design, observed, errors, prior } = problem;
  const n = observed.length;
  const marginal = errors.map((row, i) =>
    row.map((error, k) =>
      prior.reduce((sum, { sd }, j) => sum + design[i]![j]! * design[k]![j]! * sd ** 2, error),
    ),
  );
  const lower = choleskyOf(marginal);
  if (!lower) throw new RangeError('error covariance must be positive definite');
  const inverse = invertLower(lower, n);
  // K = L⁻ᵀ L⁻¹
  const whitened = Array.from({ length: n }, (_, i) =>
    observed.reduce((sum, y, k) => {
      const expected = design[k]!.reduce((part, x, j) => part + x * prior[j]!.mean, 0);
      return sum + inverse[i * n + k]! * (y - expected);
    }, 0),
  );
  return observed.map((_, i) => {
    let weighted = 0;
    let diagonal = 0;
    for (let k = i; k < n; k++) {
      weighted += inverse[k * n + i]! * whitened[k]!;
      diagonal += inverse[k * n + i]! ** 2;
    }
    return weighted / Math.sqrt(diagonal);
  });
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
