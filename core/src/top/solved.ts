import { NestedFactor } from '../numeric/index.js';
import { faultsOf, halfWidthOf, type Point, type Stretch } from '../map/index.js';
import { assembleTop, locate, saddleLine, UNIT_LOADS, type TopSystem, type UnitLoad } from './assemble.js';
import { Loosening } from './loosening.js';
import { meshOf, USUAL_SPACING } from './mesh.js';
import { FREEDOMS } from './shellElement.js';
import { specFaults, type TopSpec } from './spec.js';

/** A loose stretch of a brace, by the brace's id. */
export interface LooseStretch extends Stretch {
  brace: string;
}

/** How a top moves under one load. Heights in m, turns in rad, per newton of pull or weight, or per 1 %MC. */
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
    this.loosening = new Loosening(this.system, factor, glued);
    this.places = saddleLine(spec).map((point) => locate(mesh, point));
    progress(1, 'done');
  }

  /** How it moves with these stretches loose; with none, as it was built. */
  responses(loose: readonly LooseStretch[] = []): Responses {
    const solved = this.loosening.solve(this.beamsOf(loose));
    return Object.fromEntries(UNIT_LOADS.map((load) => [load, this.response(solved[load])])) as Responses;
  }

  /**
   * How much of the wood's shrinking across the grain braces and rim hold back, 0 to 1: `1 − ε/C` from rim to rim, where
   * it is most between tail and saddle. There a top that dries cracks first.
   */
  restraint(loose: readonly LooseStretch[] = []): number {
    const { plan, sheet } = this.spec;
    const moved = this.loosening.solve(this.beamsOf(loose)).moisture;
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

  /** The beams that hold nothing where these stretches are loose: those whose middle lies in one. */
  beamsOf(loose: readonly LooseStretch[]): number[] {
    const { braces } = this.spec.plan;
    return this.system.beams.flatMap(({ brace, from, to }, i) => {
      const middle = (from + to) / 2;
      const gone = loose.some(
        (one) => one.brace === braces[brace]!.id && one.from <= middle && middle <= one.to,
      );
      return gone ? [i] : [];
    });
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
