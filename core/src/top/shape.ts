import { halfWidthOf, type BodyPlan, type Point } from '../body-plan/index.js';
import type { Load, LooseStretch, Response, SolvedTop } from './solved.js';

/** What a luthier reads off a top under its strings, m and rad. */
export interface ShapeFigures {
  /** of the saddle line */
  rise: number;
  /** of the bridge towards the neck */
  turn: number;
  /** what the strings raise behind the bridge and press down before it, along the centre line, damp left out */
  hump: number;
  hollow: number;
  /** what of it stands in the action at fret 12 */
  action: number;
}

/** A point of a straight line over the top: how far along it, and which corners of the mesh tell its height. */
export interface Sample {
  /** m from the line's first end */
  at: number;
  nodes: readonly number[];
  weights: readonly number[];
}

/** What is needed of a solved top to read it: a plain record that may travel between threads. */
export interface TopView {
  plan: BodyPlan;
  domeRadius: number;
  points: readonly Point[];
  triangles: readonly (readonly [number, number, number])[];
  /** along the centre line from the tail */
  centre: Sample[];
  /** from rim to rim where the belly is read across, 40 mm behind the saddle; from the bass side */
  across: Sample[];
}

/** Points of a line, this far apart, m. */
const STEP = 0.004;
/** Where the belly is read across, m behind the saddle line. Common practice. */
export const ACROSS_BEHIND = 0.04;

/** A rise at the saddle raises the string at fret 12 by its share of the way from nut to saddle: half, less compensation. */
export const ACTION_LEVER = 0.497;

/** Height at one sampled point, m. @param rises of every point of the mesh, m */
export const heightOf = (
  { nodes, weights }: Pick<Sample, 'nodes' | 'weights'>,
  rises: Float64Array,
): number => nodes.reduce((sum, node, i) => sum + weights[i]! * rises[node]!, 0);

/** What a drawing needs of a solved top: its mesh and two sampled sections. */
export function viewOf(top: SolvedTop): TopView {
  const { plan, domeRadius } = top.spec;
  const { points, triangles } = top.system.mesh;
  const y = plan.bridge.saddleAt - ACROSS_BEHIND;
  const half = halfWidthOf(plan.outline)(y);
  return {
    plan,
    domeRadius,
    points,
    triangles,
    centre: sampleLine(top, [0, 0], [0, plan.outline.length]),
    across: sampleLine(top, [-half, y], [half, y]),
  };
}

/** Points along a straight line; where there is no top, none. */
export function sampleLine(top: SolvedTop, from: Point, to: Point): Sample[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const count = Math.max(1, Math.round(length / STEP));
  return Array.from({ length: count + 1 }, (_, i) => i / count).flatMap((t): Sample[] => {
    const place = top.place([from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])]);
    return place ? [{ at: t * length, ...place }] : [];
  });
}

/** A top under its strings alone, and under strings and damp. */
export interface Strung {
  strung: Response;
  whole: Response;
}

/** Both, with these stretches loose. */
export function strungOf(top: SolvedTop, loose: readonly LooseStretch[], load: Load): Strung {
  const [strung, whole] = top.states(loose, [{ ...load, moisture: 0, felt: 0 }, load]);
  return { strung: strung!, whole: whole! };
}

/** The figures of a top in a state. */
export function shapeFigures({ plan, centre }: TopView, { strung, whole }: Strung): ShapeFigures {
  const line = centre.map((sample) => ({ at: sample.at, height: heightOf(sample, strung.rise) }));
  const { bridge } = plan;
  const behind = line.filter(({ at }) => at < bridge.from).map(({ height }) => height);
  const before = line.filter(({ at }) => at > bridge.to).map(({ height }) => height);
  const { rise, turn } = whole.saddle;
  return {
    rise,
    turn,
    hump: Math.max(0, ...behind),
    hollow: Math.max(0, ...before.map((height) => -height)),
    action: ACTION_LEVER * rise,
  };
}

/** Built dome over a straightedge laid across from rim to rim, m. */
export function builtDome({ outline }: BodyPlan, radius: number, [x, y]: Point): number {
  if (!Number.isFinite(radius)) return 0;
  const half = halfWidthOf(outline)(y);
  return Math.max(0, half * half - x * x) / (2 * radius);
}
