import type { Skyline } from '../numeric/index.js';
import { UNIT_LOADS, type SparseRow, type TopSystem, type UnitLoad } from './assemble.js';

type Solutions = Record<UnitLoad, Float64Array>;

/** Ways in which a beam deforms. */
const MODES = 4;

/** L⁻¹ g of a beam's four modes, the values of a row beside each other; zero before its first row. */
interface Touched {
  columns: Float64Array;
  first: number;
}

/**
 * A top with some of its beams taken away, from the factor of the whole one.
 *
 * Each beam is `Σ k g gᵀ`, so without it `K − G C Gᵀ`, and by the Woodbury identity (M. A. Woodbury, 1950) with
 * `Y = L⁻¹ G` the solution moves by `K⁻¹ G z`, `(C⁻¹ − Yᵀ Y) z = Gᵀ x`. Exact to rounding; Y is kept once a beam was
 * touched.
 */
export class Loosening {
  private readonly touched = new Map<number, Touched>();
  private readonly products = new Map<string, Float64Array>();

  constructor(
    private readonly system: TopSystem,
    private readonly factor: Skyline,
    private readonly glued: Solutions,
  ) {}

  /** Solutions of the unit loads without these beams. */
  solve(beams: readonly number[]): Solutions {
    if (beams.length === 0) return this.glued;
    const modes = beams.flatMap((beam) => this.system.beams[beam]!.modes);
    const rank = modes.length;
    const gram = this.gram(beams);
    const matrix = new Float64Array(rank * rank);
    for (let i = 0; i < rank; i++) {
      for (let k = 0; k <= i; k++) matrix[rank * i + k] = -gram[rank * i + k]!;
      matrix[rank * i + i]! += 1 / modes[i]!.stiffness;
    }
    factoriseDense(matrix, rank);
    const taken = this.swellingOf(beams);
    const shifts = UNIT_LOADS.map((load) => {
      const x = this.glued[load];
      const t = load === 'moisture' ? taken : null;
      // Gᵀ of the whole top's solution, with the swelling load of the missing beams taken away
      const right = Float64Array.from(modes, ({ row }) => rowTimes(row, x));
      if (t)
        for (let i = 0; i < rank; i++)
          for (let k = 0; k < rank; k++) right[i]! -= gram[rank * i + k]! * t[k]!;
      const z = solveDense(matrix, rank, right);
      if (t) for (let i = 0; i < rank; i++) z[i]! -= t[i]!;
      return z;
    });
    const moved = this.moved(beams, shifts);
    return Object.fromEntries(
      UNIT_LOADS.map((load, q) => [load, this.glued[load].map((x, i) => x + moved[3 * i + q]!)]),
    ) as Solutions;
  }

  /** What a first touch of any brace would cost, done ahead in small steps by whoever has the time. */
  *prepare(): Generator<void> {
    const { beams } = this.system;
    for (const [i, { brace }] of beams.entries()) {
      this.touch(i);
      for (let k = 0; k <= i; k++) if (beams[k]!.brace === brace) this.product(i, k);
      yield;
    }
  }

  /** K⁻¹ G z = L⁻ᵀ (Y z) for three z at once, the three values of a row beside each other. */
  private moved(beams: readonly number[], shifts: readonly Float64Array[]): Float64Array {
    const sum = new Float64Array(3 * this.factor.size);
    const [a, b, c] = shifts as [Float64Array, Float64Array, Float64Array];
    beams.forEach((beam, n) => {
      const { columns, first } = this.touch(beam);
      const m = MODES * n;
      const [a0, a1, a2, a3] = [a[m]!, a[m + 1]!, a[m + 2]!, a[m + 3]!];
      const [b0, b1, b2, b3] = [b[m]!, b[m + 1]!, b[m + 2]!, b[m + 3]!];
      const [c0, c1, c2, c3] = [c[m]!, c[m + 1]!, c[m + 2]!, c[m + 3]!];
      for (let i = MODES * first, k = 3 * first; i < columns.length; i += MODES, k += 3) {
        const v0 = columns[i]!;
        const v1 = columns[i + 1]!;
        const v2 = columns[i + 2]!;
        const v3 = columns[i + 3]!;
        sum[k]! += a0 * v0 + a1 * v1 + a2 * v2 + a3 * v3;
        sum[k + 1]! += b0 * v0 + b1 * v1 + b2 * v2 + b3 * v3;
        sum[k + 2]! += c0 * v0 + c1 * v1 + c2 * v2 + c3 * v3;
      }
    });
    this.factor.backwardThree(sum);
    return sum;
  }

  /** The load of 1 %MC that goes with the beams, along their modes. */
  private swellingOf(beams: readonly number[]): Float64Array {
    return Float64Array.from(
      beams.flatMap((beam) => {
        const { modes, swelling } = this.system.beams[beam]!;
        return modes.map((_, i) => (i === 0 ? swelling : 0));
      }),
    );
  }

  /** Yᵀ Y over the modes of these beams, both triangles. */
  private gram(beams: readonly number[]): Float64Array {
    const rank = MODES * beams.length;
    const gram = new Float64Array(rank * rank);
    beams.forEach((one, i) => {
      for (let k = 0; k <= i; k++) {
        const block = this.product(one, beams[k]!);
        for (let p = 0; p < MODES; p++)
          for (let q = 0; q < MODES; q++) {
            const value = block[MODES * p + q]!;
            gram[rank * (MODES * i + p) + MODES * k + q] = value;
            gram[rank * (MODES * k + q) + MODES * i + p] = value;
          }
      }
    });
    return gram;
  }

  private product(one: number, other: number): Float64Array {
    const key = `${one} ${other}`;
    const known = this.products.get(key);
    if (known) return known;
    const [a, b] = [this.touch(one), this.touch(other)];
    const block = productOf(a.columns, b.columns, Math.max(a.first, b.first));
    this.products.set(key, block);
    return block;
  }

  private touch(beam: number): Touched {
    const known = this.touched.get(beam);
    if (known) return known;
    const { modes } = this.system.beams[beam]!;
    const first = Math.min(...modes.flatMap(({ row }) => [...row.at]));
    const columns = new Float64Array(MODES * this.factor.size);
    modes.forEach(({ row }, q) =>
      row.at.forEach((number, i) => (columns[MODES * number + q]! += row.values[i]!)),
    );
    this.factor.forwardFour(columns, first);
    const touched = { columns, first };
    this.touched.set(beam, touched);
    return touched;
  }
}

/** Products of four columns with four others, 4 × 4 by rows. */
function productOf(p: Float64Array, q: Float64Array, first: number): Float64Array {
  let s00 = 0;
  let s01 = 0;
  let s02 = 0;
  let s03 = 0;
  let s10 = 0;
  let s11 = 0;
  let s12 = 0;
  let s13 = 0;
  let s20 = 0;
  let s21 = 0;
  let s22 = 0;
  let s23 = 0;
  let s30 = 0;
  let s31 = 0;
  let s32 = 0;
  let s33 = 0;
  for (let i = MODES * first; i < p.length; i += MODES) {
    const p0 = p[i]!;
    const p1 = p[i + 1]!;
    const p2 = p[i + 2]!;
    const p3 = p[i + 3]!;
    const q0 = q[i]!;
    const q1 = q[i + 1]!;
    const q2 = q[i + 2]!;
    const q3 = q[i + 3]!;
    s00 += p0 * q0;
    s01 += p0 * q1;
    s02 += p0 * q2;
    s03 += p0 * q3;
    s10 += p1 * q0;
    s11 += p1 * q1;
    s12 += p1 * q2;
    s13 += p1 * q3;
    s20 += p2 * q0;
    s21 += p2 * q1;
    s22 += p2 * q2;
    s23 += p2 * q3;
    s30 += p3 * q0;
    s31 += p3 * q1;
    s32 += p3 * q2;
    s33 += p3 * q3;
  }
  return Float64Array.of(s00, s01, s02, s03, s10, s11, s12, s13, s20, s21, s22, s23, s30, s31, s32, s33);
}

function rowTimes({ at, values }: SparseRow, x: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < at.length; i++) sum += values[i]! * x[at[i]!]!;
  return sum;
}

/** Cholesky in the lower triangle of a dense matrix, in place. */
function factoriseDense(matrix: Float64Array, size: number): void {
  for (let i = 0; i < size; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[size * i + j]!;
      for (let k = 0; k < j; k++) sum -= matrix[size * i + k]! * matrix[size * j + k]!;
      if (i === j) {
        if (!(sum > 0)) throw new RangeError('without these braces a part of the top hangs on nothing');
        matrix[size * i + i] = Math.sqrt(sum);
      } else matrix[size * i + j] = sum / matrix[size * j + j]!;
    }
}

function solveDense(factor: Float64Array, size: number, right: Float64Array): Float64Array {
  const x = Float64Array.from(right);
  for (let i = 0; i < size; i++) {
    let sum = x[i]!;
    for (let k = 0; k < i; k++) sum -= factor[size * i + k]! * x[k]!;
    x[i] = sum / factor[size * i + i]!;
  }
  for (let i = size - 1; i >= 0; i--) {
    let sum = x[i]!;
    for (let k = i + 1; k < size; k++) sum -= factor[size * k + i]! * x[k]!;
    x[i] = sum / factor[size * i + i]!;
  }
  return x;
}
