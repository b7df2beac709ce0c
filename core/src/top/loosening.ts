import type { NestedFactor, Touched } from '../numeric/index.js';
import { UNIT_LOADS, type SparseRow, type TopSystem, type UnitLoad } from './assemble.js';

type Solutions = Record<UnitLoad, Float64Array>;

/** Ways in which a beam deforms. */
const MODES = 4;

/**
 * A top with some of its beams taken away, from the factor of the whole one.
 *
 * Each beam is `Σ k g gᵀ`, so without it `K − G C Gᵀ`, and by the Woodbury identity (M. A. Woodbury, 1950) with
 * `Y = L⁻¹ G` the solution moves by `K⁻¹ G z`, `(C⁻¹ − Yᵀ Y) z = Gᵀ x`. Exact to rounding; Y is kept once a beam was
 * touched.
 */
export class Loosening {
  private readonly touched = new Map<number, Touched>();
  private readonly products = new Map<number, Float64Array>();

  constructor(
    private readonly system: TopSystem,
    private readonly factor: NestedFactor,
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
    const moved = this.factor.risen(
      beams.map((beam) => this.touch(beam)),
      shifts,
    );
    return Object.fromEntries(
      UNIT_LOADS.map((load, q) => [load, this.glued[load].map((x, i) => x + moved[q]![i]!)]),
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
    const key = one * this.system.beams.length + other;
    const known = this.products.get(key);
    if (known) return known;
    const block = this.factor.product(this.touch(one), this.touch(other));
    this.products.set(key, block);
    return block;
  }

  private touch(beam: number): Touched {
    const known = this.touched.get(beam);
    if (known) return known;
    const touched = this.factor.touch(this.system.beams[beam]!.modes.map(({ row }) => row));
    this.touched.set(beam, touched);
    return touched;
  }
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
