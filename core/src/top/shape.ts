import { halfWidthOf, type Plan, type Point } from '../map/index.js';
import type { LooseStretch, Responses, SolvedTop } from './solved.js';

/** What a luthier reads off a top under its strings, m and rad. */
export interface ShapeFigures {
  /** of the saddle line */
  rise: number;
  /** of the bridge towards the neck */
  turn: number;
  /** highest behind the bridge and lowest before it, along the centre line, as far as it goes that way */
  hump: number;
  hollow: number;
  /** what of it stands in the action at fret 12 */
  action: number;
}

/** What is laid on a top: string pull, N, and moisture away from that of its building, %MC. */
export interface Load {
  pull: number;
  moisture: number;
}

/** Points along the centre line, this far apart, m. */
const STEP = 0.004;

/** A rise at the saddle raises the string at fret 12 by its share of the way from nut to saddle: half, less compensation. */
export const ACTION_LEVER = 0.497;

/** Height of every point of the mesh under a load, m. */
export function heights({ pull, moisture }: Responses, load: Load): Float64Array {
  return pull.rise.map((rise, i) => load.pull * rise + load.moisture * moisture.rise[i]!);
}

/** The figures of a top under a load. */
export function shapeFigures(top: SolvedTop, responses: Responses, load: Load): ShapeFigures {
  const rises = heights(responses, load);
  const line = centreLine(top, rises);
  const { bridge } = top.spec.plan;
  const behind = line.filter(({ along }) => along < bridge.from).map(({ height }) => height);
  const before = line.filter(({ along }) => along > bridge.to).map(({ height }) => height);
  const saddle = (part: 'rise' | 'turn') =>
    load.pull * responses.pull.saddle[part] + load.moisture * responses.moisture.saddle[part];
  const rise = saddle('rise');
  return {
    rise,
    turn: saddle('turn'),
    hump: Math.max(0, ...behind),
    hollow: Math.max(0, ...before.map((height) => -height)),
    action: ACTION_LEVER * rise,
  };
}

/** Heights along the centre line from the tail to the hole; what lies in the hole is left out. */
export function centreLine(top: SolvedTop, rises: Float64Array): { along: number; height: number }[] {
  return section(top, rises, [0, 0], [0, top.spec.plan.outline.length]).map(({ at, height }) => ({
    along: at,
    height,
  }));
}

/** Heights along a straight line, by the way from its first end, m; where there is no top, nothing. */
export function section(
  top: SolvedTop,
  rises: Float64Array,
  from: Point,
  to: Point,
): { at: number; height: number }[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  const count = Math.max(1, Math.round(length / STEP));
  return Array.from({ length: count + 1 }, (_, i) => {
    const t = i / count;
    const point: Point = [from[0] + t * (to[0] - from[0]), from[1] + t * (to[1] - from[1])];
    return { at: t * length, height: top.at(rises, point) };
  }).filter(({ height }) => Number.isFinite(height));
}

/** Built dome over a straightedge laid across from rim to rim, m. */
export function builtDome({ outline }: Plan, radius: number, [x, y]: Point): number {
  if (!Number.isFinite(radius)) return 0;
  const half = halfWidthOf(outline)(y);
  return Math.max(0, half * half - x * x) / (2 * radius);
}

/** Everything that is loose on a top at once, or none of it. */
export const NOTHING_LOOSE: readonly LooseStretch[] = [];
