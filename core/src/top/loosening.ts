import {
  choleskyOf,
  leastNonNegative,
  solveCholesky,
  type NestedFactor,
  type Touched,
} from '../numeric/index.js';
import { UNIT_LOADS, type SparseRow, type TopSystem, type UnitLoad } from './assemble.js';
import { stickBasis, type StickEnd } from './stick.js';

type Solutions = Record<UnitLoad, Float64Array>;

/** A run of neighbouring beams that have let go of the plate: one stick, in their order along the brace. */
export interface LooseRun {
  beams: readonly number[];
  ends: readonly [StickEnd, StickEnd];
  /** what it stands open with the strings off, m; 0 where it touches */
  gap: number;
}

/** So much of each unit load: newtons of pull, %MC, newtons of weight. */
export type UnitParts = Record<UnitLoad, number>;

/** A state of a loose top: every free freedom, and what the sticks do. */
export interface LooseState {
  shifts: Float64Array;
  /** of every point of the sticks that may touch: force on the plate, N, and how far it stands off, m */
  contacts: { force: number; off: number }[];
}

/** Ways in which a beam deforms. */
const MODES = 4;

/**
 * A top with some of its braces come loose, from the factor of the whole one.
 *
 * Each beam is `Σ k g gᵀ`, so without it `K − G C⁻¹ Gᵀ`, and by the Woodbury identity (M. A. Woodbury, 1950) with
 * `Y = L⁻¹ G`, `S = Yᵀ Y` the solution moves by `K⁻¹ G z`, `(C − S) z = Gᵀ x`. Exact to rounding; Y is kept once a beam
 * was touched.
 *
 * The stick that has let go stays: with its inner forces n along the same modes it bears on the plate by `−G n`. What
 * stands in equilibrium comes from statics alone (`stickBasis`); what glued ends hand on to one another follows from
 * the compliance `M = C + Gᵀ K_loose⁻¹ G = C (C − S)⁻¹ C`, and where stick and plate touch they press and never pull:
 * `λ ≥ 0`, no penetration, one of the two zero (unilateral contact; P. Wriggers, *Computational Contact Mechanics*,
 * chapter 3), the least of a convex quadratic.
 */
export class Loosening {
  private readonly touched = new Map<number, Touched>();
  private readonly products = new Map<number, Float64Array>();

  constructor(
    private readonly system: TopSystem,
    private readonly factor: NestedFactor,
    private readonly glued: Solutions,
  ) {}

  /** @throws RangeError where without these beams a part of the top hangs on nothing */
  variant(runs: readonly LooseRun[]): Variant | null {
    const beams = runs.flatMap((run) => run.beams);
    if (beams.length === 0) return null;
    const { system, factor, glued } = this;
    const ways = beams.map((beam) => this.touch(beam));
    const rise = (weights: readonly Float64Array[]) => {
      const rank = MODES * beams.length;
      const three = [0, 1, 2].map((q) => weights[q] ?? new Float64Array(rank));
      return factor.risen(ways, three);
    };
    return new Variant(system, glued, runs, this.gram(beams), rise);
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
    const [first, second] = one >= other ? [one, other] : [other, one];
    const key = first * this.system.beams.length + second;
    let block = this.products.get(key);
    if (!block) {
      block = this.factor.product(this.touch(first), this.touch(second));
      this.products.set(key, block);
    }
    return one >= other ? block : transposed(block);
  }

  private touch(beam: number): Touched {
    const known = this.touched.get(beam);
    if (known) return known;
    const touched = this.factor.touch(this.system.beams[beam]!.modes.map(({ row }) => row));
    this.touched.set(beam, touched);
    return touched;
  }
}

/** What of a loose stick may touch, per unit load and per newton of each contact. */
interface Contact {
  /** compliance of stick and plate against each other, m/N, n × n */
  compliance: Float64Array;
  /** how far the stick would rise through the plate, m per unit load */
  closing: Record<UnitLoad, Float64Array>;
  gaps: Float64Array;
  /** along the modes, of one newton of each */
  weights: Float64Array[];
}

/** A top with one set of braces loose: any state of it is a few small products away. */
export class Variant {
  private readonly rank: number;
  /** 1/k of every mode */
  private readonly compliances: Float64Array;
  private readonly lower: Float64Array;
  /** along the modes, of each unit load, the sticks standing open */
  private readonly open: Record<UnitLoad, Float64Array>;
  private readonly contact: Contact;
  private readonly modes: readonly { row: SparseRow }[];
  /** what a load does along the modes while the sticks stand open, and how far it drives them through the plate */
  private readonly respond: (
    x: Float64Array,
    swells: boolean,
  ) => { open: Float64Array; closing: Float64Array };

  /** @param rise shifts of the freedoms by weights along the modes, for up to three at once */
  constructor(
    system: TopSystem,
    private readonly glued: Solutions,
    runs: readonly LooseRun[],
    gram: Float64Array,
    private readonly rise: (weights: readonly Float64Array[]) => Float64Array[],
  ) {
    const beams = runs.flatMap((run) => run.beams.map((beam) => system.beams[beam]!));
    const modes = beams.flatMap((beam) => beam.modes);
    const rank = modes.length;
    this.rank = rank;
    this.compliances = Float64Array.from(modes, ({ stiffness }) => 1 / stiffness);
    const matrix = gram.map((value) => -value);
    for (let i = 0; i < rank; i++) matrix[rank * i + i]! += this.compliances[i]!;
    const lower = choleskyOf(matrix, rank);
    if (!lower) throw new RangeError('without these braces a part of the top hangs on nothing');
    this.lower = lower;

    // the load of 1 %MC that goes with the beams, along their modes
    const taken = Float64Array.from(
      beams.flatMap(({ modes: own, swelling }) => own.map((_, i) => (i === 0 ? swelling : 0))),
    );
    const nothing = new Float64Array(rank);
    const bases = basesOf(system, runs, rank);
    const redundant = bases.flatMap((one) => one.redundant);
    const pressing = bases.flatMap((one) => one.contact);
    const [byRedundant, byPressing] = [redundant, pressing].map((columns) =>
      columns.map((column) => this.solved(times(this.compliances, column))),
    ) as [Float64Array[], Float64Array[]];
    // N ᵀM N and its factor
    const held = redundant.length;
    const own = Float64Array.from(
      redundant.flatMap((one) => byRedundant.map((other) => dot(one, times(this.compliances, other)))),
    );
    const ownLower = held > 0 ? choleskyOf(own, held) : own;
    if (!ownLower) throw new RangeError('a loose brace is bound to nothing');
    /** what the redundants take up where the modes are strained by so much */
    const takenUp = (strains: Float64Array): Float64Array =>
      solveCholesky(
        ownLower,
        held,
        Float64Array.from(redundant, (one) => dot(one, strains)),
      );

    this.modes = modes;
    this.respond = (x, swells) => {
      const t = swells ? taken : nothing;
      // Gᵀ of the whole top's solution, with the swelling load of the missing beams taken away
      const right = Float64Array.from(modes, ({ row }) => rowTimes(row, x));
      if (swells)
        for (let i = 0; i < rank; i++)
          for (let k = 0; k < rank; k++) right[i]! -= gram[rank * i + k]! * t[k]!;
      const z = this.solved(right);
      const strains = z.map((one, i) => this.compliances[i]! * (one - t[i]!));
      const bound = sumOf(rank, byRedundant, takenUp(strains));
      const through = strains.map((strain, i) => this.compliances[i]! * bound[i]! - strain);
      return {
        open: z.map((one, i) => one - t[i]! - bound[i]!),
        closing: Float64Array.from(pressing, (one) => dot(one, through)),
      };
    };
    this.open = {} as Record<UnitLoad, Float64Array>;
    const closing = {} as Record<UnitLoad, Float64Array>;
    for (const load of UNIT_LOADS) {
      const response = this.respond(glued[load], load === 'moisture');
      this.open[load] = response.open;
      closing[load] = response.closing;
    }

    const count = pressing.length;
    const compliance = new Float64Array(count * count);
    const weights = pressing.map((_, j) => {
      const strains = times(this.compliances, byPressing[j]!);
      const up = takenUp(strains);
      const bound = sumOf(rank, byRedundant, up);
      const weight = byPressing[j]!.map((one, i) => one - bound[i]!);
      const gives = times(this.compliances, weight);
      for (let i = 0; i < count; i++) compliance[count * i + j] = dot(pressing[i]!, gives);
      return weight;
    });
    const gaps = Float64Array.from(bases.flatMap(({ gap, contact }) => contact.map(() => gap)));
    this.contact = { compliance, closing, gaps, weights };
  }

  /** Solutions of the unit loads while no stick touches: they add. */
  unit(): Solutions {
    const moved = this.rise(UNIT_LOADS.map((load) => this.open[load]));
    return Object.fromEntries(
      UNIT_LOADS.map((load, q) => [load, this.glued[load].map((x, i) => x + moved[q]![i]!)]),
    ) as Solutions;
  }

  /**
   * States under loads, at most three at once: what touches depends on the load, so they do not add.
   *
   * @param felt of each, the moisture at which the gaps were read, strings off, %MC
   */
  states(loads: readonly UnitParts[], felt: readonly number[]): LooseState[] {
    const { closing, compliance, gaps, weights } = this.contact;
    const states = loads.map((load, q) => {
      const since = { ...load, moisture: load.moisture - felt[q]! };
      const through = gaps.map((gap, j) =>
        UNIT_LOADS.reduce((sum, one) => sum + since[one] * closing[one][j]!, -gap),
      );
      const forces = leastNonNegative(compliance, through);
      const along = sumOf(this.rank, weights, forces);
      for (const one of UNIT_LOADS)
        for (let i = 0; i < this.rank; i++) along[i]! += load[one] * this.open[one][i]!;
      const contacts = [...forces].map((force, j) => {
        let off = -through[j]!;
        for (let k = 0; k < forces.length; k++) off += compliance[forces.length * j + k]! * forces[k]!;
        return { force, off };
      });
      return { along, contacts };
    });
    const moved = this.rise(states.map(({ along }) => along));
    return states.map(({ contacts }, q) => ({
      contacts,
      shifts: moved[q]!.map((x, i) =>
        UNIT_LOADS.reduce((sum, one) => sum + loads[q]![one] * this.glued[one][i]!, x),
      ),
    }));
  }

  /**
   * How far a spot goes down under a weight on it, strings off.
   *
   * @param spot the whole top's shifts under a newton on it, upwards
   * @param own its own shift in them, m/N
   * @param weight N
   * @returns m, down positive
   */
  dip(spot: Float64Array, own: number, weight: number): number {
    const { compliance, gaps, weights } = this.contact;
    const { open, closing } = this.respond(spot, false);
    // the weight bears down
    const through = gaps.map((gap, j) => -weight * closing[j]! - gap);
    const forces = leastNonNegative(compliance, through);
    const along = sumOf(this.rank, weights, forces);
    const right = Float64Array.from(this.modes, ({ row }) => rowTimes(row, spot));
    return weight * (own + dot(right, open)) - dot(right, along);
  }

  private solved(right: Float64Array): Float64Array {
    return solveCholesky(this.lower, this.rank, right);
  }
}

/** The ways of every run's forces, over the modes of all of them. */
function basesOf({ beams }: TopSystem, runs: readonly LooseRun[], rank: number) {
  let at = 0;
  return runs.flatMap((run) => {
    const from = at;
    at += MODES * run.beams.length;
    const basis = stickBasis(
      run.beams.map((beam) => beams[beam]!.element),
      run.ends,
    );
    if (!basis) return [];
    const over = (forces: Float64Array) => {
      const whole = new Float64Array(rank);
      whole.set(forces, from);
      return whole;
    };
    return [{ redundant: basis.redundant.map(over), contact: basis.contact.map(over), gap: run.gap }];
  });
}

function rowTimes({ at, values }: SparseRow, x: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < at.length; i++) sum += values[i]! * x[at[i]!]!;
  return sum;
}

const times = (a: Float64Array, b: Float64Array): Float64Array => a.map((one, i) => one * b[i]!);

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** Σ columns × parts. */
function sumOf(size: number, columns: readonly Float64Array[], parts: Float64Array): Float64Array {
  const sum = new Float64Array(size);
  columns.forEach((column, k) => {
    const part = parts[k]!;
    if (part !== 0) for (let i = 0; i < size; i++) sum[i]! += part * column[i]!;
  });
  return sum;
}

const transposed = (block: Float64Array): Float64Array =>
  Float64Array.from(block, (_, i) => block[MODES * (i % MODES) + Math.trunc(i / MODES)]!);
