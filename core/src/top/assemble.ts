import type { NodalMatrix } from '../numeric/index.js';
import { braceHeightAt, pathLength, type Point, type Rectangle } from '../body-plan/index.js';
import { beamElement, type BeamMode } from './beamElement.js';
import { layerOf, type Layer } from './laminate.js';
import type { TopMesh } from './mesh.js';
import { shellElement } from './shellElement.js';
import { addElement, freedomsOf, shellSystem } from './shellSystem.js';
import type { TopSpec } from './spec.js';
import type { StickElement } from './stick.js';

/** A row over the free freedoms of a system, only where it is not zero. */
export interface SparseRow {
  at: Int32Array;
  values: Float64Array;
}

/** A stretch of brace in the system: its ways to deform, and the swelling that it brings into the first of them. */
export interface Beam {
  /** of the plan's braces, and where along it, m */
  brace: number;
  from: number;
  to: number;
  modes: { row: SparseRow; stiffness: number }[];
  /** axial stiffness × free lengthening per 1 %MC: the load along the first mode */
  swelling: number;
  /** as a part of a stick that has come loose */
  element: StickElement;
}

/** The equations of a top with every brace glued. */
export interface TopSystem {
  mesh: TopMesh;
  /** number of each freedom among the free ones, −1 where it is held: node × 5 */
  free: Int32Array;
  stiffness: NodalMatrix;
  beams: Beam[];
  /** of one newton of string pull, of +1 %MC, of one newton of weight on the saddle line */
  loads: { pull: Float64Array; moisture: Float64Array; weight: Float64Array };
}

export const UNIT_LOADS = ['pull', 'moisture', 'weight'] as const;
export type UnitLoad = (typeof UNIT_LOADS)[number];

/** Blocks at neck and tail hold the top so far to either side and from the end, m. Generic top of the figures. */
const BLOCK = { halfWidth: 0.045, neck: 0.055, tail: 0.02 };

/** Height of the built dome over its own crown's plane, m, given to the middle of the body. */
const domeHeight = (radius: number, length: number, [x, y]: Point): number =>
  Number.isFinite(radius) ? -(x * x + (y - length / 2) ** 2) / (2 * radius) : 0;

/**
 * Stiffness and unit loads of a top on its mesh. Held: the height along the rim, and everything at the two blocks.
 *
 * @returns SI: N, m, rad
 */
export function assembleTop(spec: TopSpec, mesh: TopMesh): TopSystem {
  const { points } = mesh;
  const length = spec.plan.outline.length;
  const heights = points.map((point) => domeHeight(spec.domeRadius, length, point));
  // the lower bout last: its braces are those that let go
  const { free, stiffness } = shellSystem(mesh, heldIn(spec, mesh), (node) => points[node]![1]);
  const { size } = stiffness;
  const system: TopSystem = {
    mesh,
    free,
    stiffness,
    beams: [],
    loads: { pull: new Float64Array(size), moisture: new Float64Array(size), weight: new Float64Array(size) },
  };
  const layersAt = layering(spec);
  for (const triangle of mesh.triangles) {
    const [a, b, c] = triangle.map((node) => points[node]!) as [Point, Point, Point];
    const middle: Point = [(a[0] + b[0] + c[0]) / 3, (a[1] + b[1] + c[1]) / 3];
    const element = shellElement(
      {
        x: [a[0], b[0], c[0]],
        y: [a[1], b[1], c[1]],
        height: triangle.map((node) => heights[node]!) as [number, number, number],
      },
      layersAt(middle, { from: Math.min(a[1], b[1], c[1]), to: Math.max(a[1], b[1], c[1]) }),
    );
    addElement(system.stiffness, system.loads.moisture, free, triangle, element);
  }
  for (const edge of mesh.braceEdges) system.beams.push(beamOf(spec, mesh, heights, free, edge));
  for (const beam of system.beams) addBeam(system, beam);
  addRim(system, spec);
  addPull(system, spec);
  return system;
}

/** The layers at a point: the sheet, and bridge and plate where they lie. */
export function layering({
  plan,
  sheet,
  bridge,
  plate,
  plateCrack,
  local,
}: TopSpec): (point: Point, reach?: Reach) => Layer[] {
  const own = layerOf(sheet, 0);
  const above = layerOf(bridge, (sheet.thickness + bridge.thickness) / 2);
  const below = layerOf(plate, -(sheet.thickness + plate.thickness) / 2);
  // across a crack along its grain it holds nothing
  const cracked = layerOf(
    { ...plate, across: plate.across * ACROSS_CRACK, shear: plate.shear * ACROSS_CRACK, poisson: 0 },
    below.middle,
  );
  const on = ([x, y]: Point, { from, to, halfWidth }: Rectangle) =>
    Math.abs(x) < halfWidth && y > from && y < to;
  return (point, reach) => {
    const parted = plateCrack !== null && reach && reach.from <= plateCrack && plateCrack < reach.to;
    const here = local?.(point);
    return [
      here ? { ...own, thickness: own.thickness * here.thickness } : own,
      ...(here?.patch ? [layerOf(here.patch, -(sheet.thickness + here.patch.thickness) / 2)] : []),
      ...(on(point, plan.bridge) ? [above] : []),
      ...(plan.plate && on(point, plan.plate) ? [parted ? cracked : below] : []),
    ];
  };
}

/** From where to where an element lies along the body, m. */
interface Reach {
  from: number;
  to: number;
}

/** Of the plate's stiffness so much is left across a crack: a little, so that no number is none. */
const ACROSS_CRACK = 1e-3;

/**
 * True where a freedom is held: the height along the rim, and everything at the blocks of neck and tail; a tail block on
 * its springs moves in the top's plane.
 */
function heldIn(
  { plan, tailBlock }: TopSpec,
  { points, rim }: TopMesh,
): (node: number, freedom: number) => boolean {
  const onRim = new Set(rim.flat());
  const { length } = plan.outline;
  return (node, freedom) => {
    const [x, y] = points[node]!;
    const atTail = y < BLOCK.tail && (tailBlock === 'held' || freedom > 1);
    const atBlock = Math.abs(x) < BLOCK.halfWidth && (y > length - BLOCK.neck || atTail);
    return atBlock || (freedom === 2 && onRim.has(node));
  };
}

function beamOf(
  { plan, sheet, braceWood }: TopSpec,
  { points }: TopMesh,
  heights: readonly number[],
  free: Int32Array,
  { brace: number, a, b, from, to }: TopMesh['braceEdges'][number],
): Beam {
  const brace = plan.braces[number]!;
  const high = braceHeightAt(brace, (from + to) / 2 / pathLength(brace.path));
  const wood = braceWood(brace.wood, number);
  const [p, q] = [points[a]!, points[b]!];
  const middle = -(sheet.thickness + high) / 2;
  const { modes } = beamElement({
    x: [p[0], q[0]],
    y: [p[1], q[1]],
    height: [heights[a]!, heights[b]!],
    wide: brace.width,
    high,
    middle,
    ...wood,
  });
  const numbers = [...freedomsOf(free, a), ...freedomsOf(free, b)];
  const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
  return {
    brace: number,
    from,
    to,
    modes: modes.map(({ row, stiffness }) => ({ row: sparse(row, numbers), stiffness })),
    swelling: modes[0]!.stiffness * wood.swell * length,
    element: { length, middle, incline: (heights[b]! - heights[a]!) / length },
  };
}

function sparse(row: BeamMode['row'], numbers: readonly number[]): SparseRow {
  const kept = [...row.keys()].filter((i) => numbers[i]! >= 0 && row[i] !== 0);
  return {
    at: Int32Array.from(kept, (i) => numbers[i]!),
    values: Float64Array.from(kept, (i) => row[i]!),
  };
}

function addBeam({ stiffness: matrix, loads }: TopSystem, { modes, swelling }: Beam): void {
  for (const { row, stiffness } of modes)
    for (let i = 0; i < row.at.length; i++)
      for (let j = 0; j < row.at.length; j++)
        if (row.at[j]! <= row.at[i]!)
          matrix.add(row.at[i]!, row.at[j]!, stiffness * row.values[i]! * row.values[j]!);
  const { at, values } = modes[0]!.row;
  at.forEach((number, i) => (loads.moisture[number]! += swelling * values[i]!));
}

/** Springs along the rim, half of each side's length to each of its ends. */
function addRim({ mesh, free, stiffness }: TopSystem, { rim }: TopSpec): void {
  for (const [a, b] of mesh.rim) {
    const [p, q] = [mesh.points[a]!, mesh.points[b]!];
    const length = Math.hypot(q[0] - p[0], q[1] - p[1]);
    const [sx, sy] = [(q[0] - p[0]) / length, (q[1] - p[1]) / length];
    for (const node of [a, b]) {
      const [u, v, , turnX, turnY] = freedomsOf(free, node) as [number, number, number, number, number];
      for (const one of [u, v]) if (one >= 0) stiffness.add(one, one, (rim.inPlane * length) / 2);
      if (turnX < 0) continue;
      // the turn about the rim's own direction
      const spring = (rim.turning * length) / 2;
      stiffness.add(turnX, turnX, spring * sx * sx);
      stiffness.add(turnY, turnY, spring * sy * sy);
      stiffness.add(turnX, turnY, spring * sx * sy);
    }
  }
}

/** Strings come onto the saddle line at so many places, and the saddle reaches over this share of the bridge. */
const SADDLE_POINTS = 13;
const SADDLE_SHARE = 0.46;

/** Points along the saddle line. */
export function saddleLine({ plan: { bridge } }: Pick<TopSpec, 'plan'>): Point[] {
  const half = SADDLE_SHARE * bridge.halfWidth;
  return Array.from({ length: SADDLE_POINTS }, (_, i): Point => [
    half * ((2 * i) / (SADDLE_POINTS - 1) - 1),
    bridge.saddleAt,
  ]);
}

/**
 * One newton of string pull and one of weight, spread over the saddle line. Strings that end at the bridge draw it
 * towards the nut at their height, and down by their slope; with a tailpiece they only press.
 */
function addPull({ mesh, free, loads }: TopSystem, spec: TopSpec): void {
  const { anchor, height, slope, downShare } = spec.strings;
  const line = saddleLine(spec);
  for (const point of line) {
    const { nodes, weights } = locate(mesh, point);
    nodes.forEach((node, i) => {
      const share = weights[i]! / line.length;
      const [, v, w, turnX] = freedomsOf(free, node) as [number, number, number, number];
      const put = (load: Float64Array, at: number, value: number) => {
        if (at >= 0) load[at]! += value * share;
      };
      put(loads.weight, w, -1);
      if (anchor === 'tailpiece') put(loads.pull, w, -downShare);
      else {
        put(loads.pull, v, Math.cos(slope));
        put(loads.pull, w, -Math.sin(slope));
        put(loads.pull, turnX, -height * Math.cos(slope));
      }
    });
  }
}

/** The triangle that a point lies in, or the nearest one, and the weights of its corners there. */
export function locate(
  { points, triangles }: Pick<TopMesh, 'points' | 'triangles'>,
  [x, y]: Point,
): { nodes: readonly number[]; weights: number[]; outside: number } {
  let best: { nodes: readonly number[]; weights: number[]; outside: number } | null = null;
  for (const nodes of triangles) {
    const [a, b, c] = [points[nodes[0]]!, points[nodes[1]]!, points[nodes[2]]!];
    const twice = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
    const wb = ((x - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (y - a[1])) / twice;
    const wc = ((b[0] - a[0]) * (y - a[1]) - (x - a[0]) * (b[1] - a[1])) / twice;
    const weights = [1 - wb - wc, wb, wc];
    const outside = -Math.min(...weights);
    if (!best || outside < best.outside) best = { nodes, weights, outside };
    if (outside <= 1e-12) break;
  }
  return best!;
}
