import type { Uncertain } from '../numeric/index.js';
import { choleskyOf, flatOf, invertLower } from '../numeric/dense.js';
import { logNormalAbove, normalBelow } from '../numeric/normal.js';

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
  prior: Uncertain[];
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
export function fitLinear({ design, observed, errors, prior }: LinearProblem): LinearFit {
  const n = observed.length;
  if (design.length !== n || errors.length !== n || design.some((row) => row.length !== prior.length))
    throw new RangeError('design, observations and errors must have the same number of rows');
  const columns = prior.map((_, j) => design.map((row) => row[j]!));
  const { whitened, logDeterminant } = whiten([...columns, observed], flatOf(errors));
  return fitWhitened(whitened.slice(0, -1), whitened.at(-1)!, logDeterminant, prior);
}

/**
 * Columns divided by Cholesky's factor L of the errors: what many regressions of the same readings have in common.
 *
 * @param columns each of n values
 * @param errors n × n covariance row by row; only its lower half is read
 * @returns L⁻¹ of every column, and the logarithm of the errors' determinant
 * @throws RangeError where the covariance is not positive definite
 */
function whiten(
  columns: readonly (readonly number[])[],
  errors: Float64Array,
): { whitened: Float64Array[]; logDeterminant: number } {
  const n = Math.round(Math.sqrt(errors.length));
  const lower = choleskyOf(errors, n);
  if (!lower) throw new RangeError('error covariance must be positive definite');
  let logDeterminant = 0;
  for (let i = 0; i < n; i++) logDeterminant += 2 * Math.log(lower[i * n + i]!);
  const whitened = columns.map((column) => {
    const solved = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      let value = column[i]!;
      for (let k = 0; k < i; k++) value -= lower[i * n + k]! * solved[k]!;
      solved[i] = value / lower[i * n + i]!;
    }
    return solved;
  });
  return { whitened, logDeterminant };
}

/**
 * The regression of whitened readings on whitened columns, see {@link whiten} and {@link fitLinear}.
 *
 * @param logDeterminant of the errors
 * @throws RangeError where a flat prior leaves a parameter undetermined
 */
export function fitWhitened(
  columns: readonly Float64Array[],
  observed: Float64Array,
  logDeterminant: number,
  prior: readonly Uncertain[],
): LinearFit {
  const n = observed.length;
  const p = prior.length;
  const believed = prior.filter(({ sd }) => Number.isFinite(sd)).length;
  const rows = n + believed;
  if (rows < p) throw new RangeError('a flat prior needs at least as many readings as parameters');

  // the whitened system, a row a reading and a row a belief, the right side as a last column
  const width = p + 1;
  const system = new Float64Array(rows * width);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < p; j++) system[i * width + j] = columns[j]![i]!;
    system[i * width + p] = observed[i]!;
  }
  let logDeterminants = logDeterminant;
  let row = n;
  prior.forEach(({ value: mean, sd }, j) => {
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
 * @param problem p columns of n values, n observations, errors n × n row by row, p beliefs
 * @throws RangeError where the covariance of the errors is not positive definite
 */
export function leaveOneOut({
  columns,
  observed,
  errors,
  prior,
}: {
  columns: readonly Float64Array[];
  observed: Float64Array;
  errors: Float64Array;
  prior: readonly Uncertain[];
}): number[] {
  const n = observed.length;
  const marginal = Float64Array.from(errors);
  const off = Float64Array.from(observed);
  columns.forEach((column, j) => {
    const { value: mean, sd } = prior[j]!;
    const variance = sd ** 2;
    for (let i = 0; i < n; i++) {
      off[i]! -= column[i]! * mean;
      const scaled = variance * column[i]!;
      for (let k = 0; k <= i; k++) marginal[i * n + k]! += scaled * column[k]!;
    }
  });
  const lower = choleskyOf(marginal, n);
  if (!lower) throw new RangeError('error covariance must be positive definite');
  const inverse = invertLower(lower, n);
  // K = L⁻ᵀ L⁻¹
  const whitened = new Float64Array(n);
  for (let i = 0; i < n; i++) for (let k = 0; k <= i; k++) whitened[i]! += inverse[i * n + k]! * off[k]!;
  return Array.from(observed, (_, i) => {
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
 * The moments of a Gaussian of which one component is known to lie between zero and a bound.
 *
 * Source: moments of the doubly truncated normal (Johnson, Kotz and Balakrishnan, *Continuous Univariate Distributions*,
 * volume 1, section 10.1); the other components follow by their regression on the truncated one.
 *
 * @param index of the component
 * @param most the bound, in the component's unit; Infinity where there is none
 * @returns mean, covariance and the logarithm of the probability that it lay there
 */
export function truncateToRange(
  mean: readonly number[],
  covariance: readonly (readonly number[])[],
  index: number,
  most = Infinity,
): { mean: number[]; covariance: number[][]; logProbability: number } {
  const m = mean[index]!;
  const s = Math.sqrt(covariance[index]![index]!);
  const alpha = -m / s;
  const beta = (most - m) / s;
  const logMass = logBetween(alpha, beta);
  const density = (z: number) =>
    Number.isFinite(z) ? Math.exp(-0.5 * z * z - 0.5 * Math.log(2 * Math.PI) - logMass) : 0;
  const [low, high] = [density(alpha), density(beta)];
  const hazard = low - high;
  const bent = alpha * low - (Number.isFinite(beta) ? beta * high : 0);
  const shift = s * hazard;
  const shrink = 1 - Math.max(0, Math.min(1, 1 + bent - hazard * hazard));
  const column = covariance.map((row) => row[index]! / (s * s));
  return {
    mean: mean.map((mu, i) => mu + column[i]! * shift),
    covariance: covariance.map((row, i) => row.map((c, j) => c - column[i]! * column[j]! * s * s * shrink)),
    logProbability: logMass,
  };
}

/** log P(a < Z < b) for a standard normal, a < b. */
function logBetween(a: number, b: number): number {
  if (b < 0) return logBetween(-b, -a);
  if (a <= 0) return Math.log(1 - normalBelow(a) - normalBelow(-b));
  const near = logNormalAbove(a);
  return b === Infinity ? near : near + Math.log1p(-Math.exp(logNormalAbove(b) - near));
}
