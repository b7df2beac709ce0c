import type { ToolError } from './quantities.js';

/**
 * Standard error of a single reading: `√(resolution²/12 + repeatability²)`. Rounding to a scale of step d
 * has the standard deviation d/√12 (uniform distribution).
 */
export function toolSd(tool: ToolError): number {
  return Math.sqrt(tool.resolution ** 2 / 12 + tool.repeatability ** 2);
}

/**
 * Mean of repeats and its standard error. The spread of few repeats is pooled with the tool's known
 * repeatability, which counts as `priorDegrees` degrees of freedom; the resolution part does not average out.
 *
 * @param repeats one or more values, SI
 * @returns mean and standard error, SI
 * @throws RangeError where there is no value
 */
export function repeatsMean(
  repeats: readonly number[],
  tool: ToolError,
  priorDegrees = 4,
): { value: number; sd: number } {
  if (repeats.length === 0) throw new RangeError('at least one reading is needed');
  const value = repeats.reduce((sum, x) => sum + x, 0) / repeats.length;
  const squares = repeats.reduce((sum, x) => sum + (x - value) ** 2, 0);
  const pooled = (priorDegrees * tool.repeatability ** 2 + squares) / (priorDegrees + repeats.length - 1);
  return { value, sd: Math.sqrt(tool.resolution ** 2 / 12 + pooled / repeats.length) };
}

export interface Change {
  /** later minus earlier, SI */
  change: number;
  /** the smallest change that these two readings can show, SI */
  limit: number;
  real: boolean;
}

/**
 * Whether two readings differ by more than their errors: `|Δ| > 1.96 √(σ₁² + σ₂²)`, two-sided 5 %.
 */
export function realChange(
  earlier: { value: number; sd: number },
  later: { value: number; sd: number },
): Change {
  const change = later.value - earlier.value;
  const limit = 1.96 * Math.hypot(earlier.sd, later.sd);
  return { change, limit, real: Math.abs(change) > limit };
}
