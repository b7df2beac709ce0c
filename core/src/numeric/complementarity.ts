import { choleskyOf, solveCholesky } from './dense.js';

/** Rounds of adding and taking away after which it is given up: many times what any case needs. */
const ROUNDS_EACH = 30;

/**
 * The least of `½ xᵀAx − bᵀx` over x ≥ 0: where x is above zero `Ax = b`, elsewhere `Ax ≥ b`. By active sets on the
 * normal equations (C. L. Lawson and R. J. Hanson, *Solving Least Squares Problems*, 1974, chapter 23).
 *
 * @param matrix symmetric and positive definite, n × n row by row
 * @throws RangeError where the matrix is none of that kind
 */
export function leastNonNegative(matrix: Float64Array, b: Float64Array): Float64Array {
  const n = b.length;
  const x = new Float64Array(n);
  const free = new Set<number>();
  const scale = b.reduce((most, one) => Math.max(most, Math.abs(one)), 0);
  if (scale === 0) return x;
  const small = 1e-12 * scale;
  for (let round = 0; round < ROUNDS_EACH * (n + 1); round++) {
    let next = -1;
    let most = small;
    for (let i = 0; i < n; i++) {
      if (free.has(i)) continue;
      let pull = b[i]!;
      for (const k of free) pull -= matrix[n * i + k]! * x[k]!;
      if (pull > most) [next, most] = [i, pull];
    }
    if (next < 0) return x;
    free.add(next);
    for (;;) {
      const members = [...free];
      const solved = solveAmong(matrix, b, members);
      if (solved.every((one) => one > 0)) {
        x.fill(0);
        members.forEach((i, k) => (x[i] = solved[k]!));
        break;
      }
      // as far towards it as nothing goes below zero; what gets there first is let go
      let way = 1;
      members.forEach((i, k) => {
        if (solved[k]! <= 0) way = Math.min(way, x[i]! / (x[i]! - solved[k]!));
      });
      members.forEach((i, k) => {
        x[i]! += way * (solved[k]! - x[i]!);
        if (solved[k]! <= 0 && x[i]! <= 1e-15 * Math.abs(solved[k]!)) {
          x[i] = 0;
          free.delete(i);
        }
      });
      if (free.size === members.length) {
        // rounding kept the one that should have gone
        const least = members.reduce((a, c) => (x[c]! < x[a]! ? c : a));
        x[least] = 0;
        free.delete(least);
      }
    }
  }
  return x;
}

/** A x = b for the rows and columns of some members alone. */
function solveAmong(matrix: Float64Array, b: Float64Array, members: readonly number[]): number[] {
  const [whole, n] = [b.length, members.length];
  const part = new Float64Array(n * n);
  members.forEach((i, p) => members.forEach((k, q) => (part[n * p + q] = matrix[whole * i + k]!)));
  const lower = choleskyOf(part, n);
  if (!lower) throw new RangeError('the matrix is not positive definite');
  return [
    ...solveCholesky(
      lower,
      n,
      Float64Array.from(members, (i) => b[i]!),
    ),
  ];
}
