import type { ToolError } from './tools.js';

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

/** A change is real beyond so many of its standard errors (two-sided 5 %). */
export const REAL_AT = 1.96;

export interface Change {
  /** later minus earlier, SI */
  change: number;
  /** the smallest change that these two readings can show, SI */
  limit: number;
  real: boolean;
  /** more than the errors, and no more than one division of the scale: as likely a slip of one line */
  oneDivision: boolean;
}

/** A reading with its standard error, and the step of the scale it was read on where that is known, SI. */
interface Read {
  value: number;
  sd: number;
  division?: number;
}

/** Up to so many divisions a step counts as one: a line read beside its neighbour. */
const ONE_DIVISION = 1.25;

/**
 * Whether two readings differ by more than their errors: `|Δ| > 1.96 √(σ₁² + σ₂²)`, two-sided 5 %. A step of one
 * division of a scale is never called real: whoever reads the neighbouring line makes just that step.
 *
 * @param expected by how much the season should have moved it, SI; a step of one division is a question only where
 *   this is less than half of one
 */
export function realChange(earlier: Read, later: Read, expected = 0): Change {
  const change = later.value - earlier.value;
  const limit = REAL_AT * Math.hypot(earlier.sd, later.sd);
  const division = Math.max(earlier.division ?? 0, later.division ?? 0);
  const beyond = Math.abs(change) > limit;
  const oneDivision =
    beyond && Math.abs(change) <= ONE_DIVISION * division && Math.abs(expected) < division / 2;
  return { change, limit, real: beyond && !oneDivision, oneDivision };
}

/**
 * Repeatability of a tool as its own repeats show it: the spread within the groups, pooled, with the believed value
 * counting as `priorDegrees` degrees of freedom. What the scale itself scatters (resolution²/12) is taken out, but no
 * further than to a quarter of the belief: a coarse rule that always reads the same has not become a perfect hand.
 *
 * @param groups the repeats of one reading each, SI; groups of one teach nothing
 * @returns SI, and how many degrees of freedom the repeats added
 */
export function learnedRepeatability(
  tool: ToolError,
  groups: readonly (readonly number[])[],
  priorDegrees = 8,
): { repeatability: number; degrees: number } {
  let squares = 0;
  let degrees = 0;
  for (const group of groups) {
    if (group.length < 2) continue;
    const mean = group.reduce((sum, x) => sum + x, 0) / group.length;
    squares += group.reduce((sum, x) => sum + (x - mean) ** 2, 0);
    degrees += group.length - 1;
  }
  if (degrees === 0) return { repeatability: tool.repeatability, degrees };
  const own = Math.max(squares / degrees - tool.resolution ** 2 / 12, (tool.repeatability / 4) ** 2);
  const pooled = (priorDegrees * tool.repeatability ** 2 + degrees * own) / (priorDegrees + degrees);
  return { repeatability: Math.sqrt(pooled), degrees };
}
