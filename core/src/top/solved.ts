import { NestedFactor } from '../numeric/index.js';
import { faultsOf, halfWidthOf, pathLength, type Point, type Stretch } from '../body-plan/index.js';
import { assembleTop, locate, saddleLine, UNIT_LOADS, type TopSystem, type UnitLoad } from './assemble.js';
import { Loosening, type LooseRun, type LooseState, type Variant } from './loosening.js';
import { meshOf, USUAL_SPACING } from './mesh.js';
import { FREEDOMS } from './shellElement.js';
import { specFaults, type TopSpec } from './spec.js';

/** A loose stretch of a brace, by the brace's id. */
export interface LooseStretch extends Stretch {
  brace: string;
  /** what it stands open with the strings off, m; touching where it is left out */
  gap?: number;
  /** its tip is let into the lining and held there in height */
  letIn?: boolean;
}

/** What is laid on a top: string pull and a weight on the saddle line, N, and moisture away from its building, %MC. */
export interface Load {
  pull: number;
  moisture: number;
  weight?: number;
  /** moisture at which what is loose was felt, %MC; as it is where it is left out */
  felt?: number;
}

/** Where a loose brace and the plate meet: N, and what is left between them, m. */
export interface Touching {
  force: number;
  off: number;
}

/** How a top moves. Heights in m, turns in rad; of a unit response per newton of pull or weight, or per 1 %MC. */
export interface Response {
  /** rise of every point of the mesh */
  rise: Float64Array;
  saddle: {
    /** of the saddle line */
    rise: number;
    /** of the bridge towards the neck */
    turn: number;
  };
}

export type Responses = Record<UnitLoad, Response>;

/** Where across the lower bout it is asked how much is held back, as parts of the way from tail to saddle. */
const RESTRAINT_LINES = [0.4, 0.6, 0.8, 1];
/** The outline's chord lies so far inside it, m. */
const RIM_EDGE = 0.004;

/** A stick that ends so near the end of its brace ends at its tip, m. */
const TIP = 0.02;
/** States that are worked out together. */
const AT_ONCE = 3;
/** Sets of loose stretches that are kept ready. */
const KEPT_VARIANTS = 12;

/** The whole top under a newton on one spot, upwards: its shifts, and the spot's own rise, m. */
interface Spot {
  shifts: Float64Array;
  own: number;
}

/** Says how far a first solve has come, 0 to 1, and in words. */
export type Progress = (part: number, words: string) => void;

/**
 * A top that is solved: with every brace glued at once, and with any of them loose at little more cost.
 *
 * @throws RangeError where something of the plan or of the facts cannot be, in words
 */
export class SolvedTop {
  readonly spec: TopSpec;
  readonly system: TopSystem;
  /** values kept in the factor */
  readonly stored: number;
  private readonly loosening: Loosening;
  /** solutions of the unit loads, every brace glued */
  private readonly unit: Record<UnitLoad, Float64Array>;
  private readonly factor: NestedFactor;
  private spots: { key: string; found: (Spot | null)[] } | null = null;
  private readonly variants = new Map<string, Variant | null>();
  private readonly places: { nodes: readonly number[]; weights: number[] }[];

  /**
   * @param recorded loose stretches whose ends get points of their own, so that they are loose to the millimetre
   */
  constructor(
    spec: TopSpec,
    {
      spacing = USUAL_SPACING,
      recorded = [],
      progress = () => undefined,
    }: { spacing?: number; recorded?: readonly LooseStretch[]; progress?: Progress } = {},
  ) {
    const faults = [
      ...faultsOf(spec.plan).map(({ part, reason, accepted }) => `${part}: ${reason}; accepted: ${accepted}`),
      ...specFaults(spec),
    ];
    if (faults.length > 0) throw new RangeError(faults.join('. '));
    this.spec = spec;
    progress(0, 'drawing the mesh');
    const stops = recorded.flatMap(({ brace, from, to }) => [from, to].map((along) => ({ brace, along })));
    const mesh = meshOf(spec.plan, spacing, stops);
    progress(0.15, 'putting wood and braces together');
    this.system = assembleTop(spec, mesh);
    progress(0.35, 'working out how it moves');
    let factor: NestedFactor;
    try {
      factor = new NestedFactor(this.system.stiffness, nodesOf(this.system), mesh.points);
    } catch {
      throw new RangeError('a part of the top hangs on nothing: is a hole cut through from edge to edge?');
    }
    const solved = factor.solve(UNIT_LOADS.map((load) => this.system.loads[load]));
    const glued = Object.fromEntries(UNIT_LOADS.map((load, q) => [load, solved[q]!])) as Record<
      UnitLoad,
      Float64Array
    >;
    this.stored = factor.stored;
    this.unit = glued;
    this.factor = factor;
    this.loosening = new Loosening(this.system, factor, glued);
    this.places = saddleLine(spec).map((point) => locate(mesh, point));
    progress(1, 'done');
  }

  /** How it moves with every brace glued, per unit of each load: these add. */
  glued(): Responses {
    return this.responsesOf(this.unit);
  }

  /** The same with these stretches loose while nothing of them touches the plate: what a gap wide open does. */
  open(loose: readonly LooseStretch[]): Responses {
    return this.responsesOf(this.variant(loose)?.unit() ?? this.unit);
  }

  /**
   * How it stands under loads with these stretches loose: what has come loose bridges between glued ends, presses and
   * never pulls, so that states do not add.
   *
   * @returns heights in m, turns in rad, away from where it stood without strings when it was built
   */
  states(loose: readonly LooseStretch[], loads: readonly Load[]): Response[] {
    return this.shiftsUnder(loose, loads).map(({ shifts }) => this.response(shifts));
  }

  state(loose: readonly LooseStretch[], load: Load): Response {
    return this.states(loose, [load])[0]!;
  }

  /** What the loose sticks do to the plate in a state, point by point along them. */
  touching(loose: readonly LooseStretch[], load: Load): Touching[] {
    return this.shiftsUnder(loose, [load])[0]!.contacts;
  }

  /**
   * How far spots go down under a weight on each, one after the other, strings off.
   *
   * @param weight N
   * @returns m, down positive; NaN where a spot lies on no wood
   */
  dips(spots: readonly Point[], weight: number, loose: readonly LooseStretch[]): number[] {
    const variant = this.variant(loose);
    return this.underSpots(spots).map((spot) => {
      if (!spot) return NaN;
      return variant ? variant.dip(spot.shifts, spot.own, weight) : weight * spot.own;
    });
  }

  /**
   * How much of the wood's shrinking across the grain braces and rim hold back, 0 to 1: `1 − ε/C` from rim to rim, where
   * it is most between tail and saddle. There a top that dries cracks first.
   */
  restraint(loose: readonly LooseStretch[] = []): number {
    const { plan, sheet } = this.spec;
    const { moisture: moved } = this.variant(loose)?.unit() ?? this.unit;
    const half = halfWidthOf(plan.outline);
    const shiftAt = (x: number, y: number) =>
      meanOf(locate(this.system.mesh, [x, y]), (node) => this.value(moved, node, 0));
    const held = RESTRAINT_LINES.map((part) => {
      const y = part * plan.bridge.saddleAt;
      const width = half(y) - RIM_EDGE;
      const strain = (shiftAt(width, y) - shiftAt(-width, y)) / (2 * width);
      return 1 - strain / sheet.swellAcross;
    });
    return Math.max(0, Math.min(1, Math.max(...held)));
  }

  /** Readies every brace for its first touch, a few milliseconds a step: for idle hands. */
  prepare(): Generator<void> {
    return this.loosening.prepare();
  }

  /** The sticks that have let go: neighbouring beams whose middle lies in a loose stretch, and how their ends are held. */
  runsOf(loose: readonly LooseStretch[]): LooseRun[] {
    const { braces } = this.spec.plan;
    const runs: LooseRun[] = [];
    braces.forEach(({ id, path }, number) => {
      const own = loose.filter(({ brace }) => brace === id);
      if (own.length === 0) return;
      const length = pathLength(path);
      const along = this.system.beams
        .map((beam, at) => ({ ...beam, at }))
        .filter(({ brace }) => brace === number)
        .sort((a, b) => a.from - b.from)
        .map((beam) => {
          const middle = (beam.from + beam.to) / 2;
          return { ...beam, stretch: own.find(({ from, to }) => from <= middle && middle <= to) };
        });
      let run: typeof along = [];
      const close = (next: (typeof along)[number] | undefined) => {
        const [first, last] = [run[0], run.at(-1)];
        if (!first || !last) return;
        const before = along[along.indexOf(first) - 1];
        const endOf = (neighbour: typeof before, meets: boolean, tip: number, { stretch }: typeof first) =>
          neighbour && meets ? 'glued' : stretch!.letIn && tip < TIP ? 'let in' : 'free';
        runs.push({
          beams: run.map(({ at }) => at),
          ends: [
            endOf(before, before?.to === first.from, first.from, first),
            endOf(next, next?.from === last.to, length - last.to, last),
          ],
          gap: Math.max(...run.map(({ stretch }) => stretch!.gap ?? 0)),
        });
        run = [];
      };
      for (const beam of along) {
        if (beam.stretch && (run.length === 0 || run.at(-1)!.to === beam.from)) run.push(beam);
        else {
          close(beam);
          if (beam.stretch) run = [beam];
        }
      }
      close(undefined);
    });
    return runs;
  }

  /** The corners of the triangle that a point lies in, and their weights there; null where the top has a hole or ends. */
  place(point: Point): { nodes: readonly number[]; weights: number[] } | null {
    const { nodes, weights, outside } = locate(this.system.mesh, point);
    // a chord of the outline leaves a sliver of the top outside the mesh
    return outside > 0.2 ? null : { nodes, weights };
  }

  /** A height at a point, between the corners of its triangle, m; NaN where the top has a hole or ends. */
  at(rise: Float64Array, point: Point): number {
    const place = this.place(point);
    return place ? place.nodes.reduce((sum, node, i) => sum + place.weights[i]! * rise[node]!, 0) : NaN;
  }

  private shiftsUnder(loose: readonly LooseStretch[], loads: readonly Load[]): LooseState[] {
    const parts = loads.map(({ pull, moisture, weight = 0 }) => ({ pull, moisture, weight }));
    const variant = this.variant(loose);
    if (!variant)
      return parts.map((load) => ({
        contacts: [],
        shifts: this.unit.pull.map((_, i) =>
          UNIT_LOADS.reduce((sum, one) => sum + load[one] * this.unit[one][i]!, 0),
        ),
      }));
    const states: LooseState[] = [];
    for (let i = 0; i < parts.length; i += AT_ONCE) {
      const some = parts.slice(i, i + AT_ONCE);
      states.push(
        ...variant.states(
          some,
          loads.slice(i, i + AT_ONCE).map(({ felt, moisture }) => felt ?? moisture),
        ),
      );
    }
    return states;
  }

  /** The whole top under a newton on each spot, upwards; the latest spots are kept. */
  private underSpots(spots: readonly Point[]): (Spot | null)[] {
    const key = JSON.stringify(spots);
    if (this.spots?.key === key) return this.spots.found;
    const { free, loads } = this.system;
    const places = spots.map((spot) => this.place(spot));
    const rights = places.map((place) => {
      const right = new Float64Array(loads.weight.length);
      place?.nodes.forEach((node, i) => {
        const number = free[FREEDOMS * node + 2]!;
        if (number >= 0) right[number]! += place.weights[i]!;
      });
      return right;
    });
    const solved: Float64Array[] = [];
    for (let i = 0; i < rights.length; i += AT_ONCE)
      solved.push(...this.factor.solve(rights.slice(i, i + AT_ONCE)).slice(0, rights.length - i));
    const found = places.map((place, q): Spot | null => {
      if (!place) return null;
      const shifts = solved[q]!;
      return { shifts, own: meanOf(place, (node) => this.value(shifts, node, 2)) };
    });
    this.spots = { key, found };
    return found;
  }

  /** The latest few are kept: a hand on the slider asks for one again and again. */
  private variant(loose: readonly LooseStretch[]): Variant | null {
    const key = JSON.stringify(loose.map(({ brace, from, to, gap, letIn }) => [brace, from, to, gap, letIn]));
    const known = this.variants.get(key);
    const variant = known === undefined ? this.loosening.variant(this.runsOf(loose)) : known;
    this.variants.delete(key);
    this.variants.set(key, variant);
    for (const oldest of this.variants.keys()) {
      if (this.variants.size <= KEPT_VARIANTS) break;
      this.variants.delete(oldest);
    }
    return variant;
  }

  private responsesOf(solutions: Record<UnitLoad, Float64Array>): Responses {
    return Object.fromEntries(UNIT_LOADS.map((load) => [load, this.response(solutions[load])])) as Responses;
  }

  private response(x: Float64Array): Response {
    const rise = Float64Array.from(this.system.mesh.points, (_, node) => this.value(x, node, 2));
    const mean = (freedom: number) =>
      this.places.reduce((sum, place) => sum + meanOf(place, (node) => this.value(x, node, freedom)), 0) /
      this.places.length;
    return { rise, saddle: { rise: mean(2), turn: -mean(3) } };
  }

  /** A freedom of a node; 0 where it is held. */
  private value(x: Float64Array, node: number, freedom: number): number {
    const number = this.system.free[FREEDOMS * node + freedom]!;
    return number < 0 ? 0 : x[number]!;
  }
}

/** Between the corners of a triangle. */
const meanOf = (
  { nodes, weights }: { nodes: readonly number[]; weights: readonly number[] },
  of: (node: number) => number,
): number => nodes.reduce((sum, node, i) => sum + weights[i]! * of(node), 0);

/** The node of each free freedom. */
function nodesOf({ free, stiffness }: TopSystem): Int32Array {
  const nodes = new Int32Array(stiffness.size);
  free.forEach((number, i) => {
    if (number >= 0) nodes[number] = Math.trunc(i / FREEDOMS);
  });
  return nodes;
}
