import { nearestOn, type Path, type Point } from './geometry.js';
import type { Face } from './marks.js';
import type { Brace, BodyPlan } from './plan.js';

export interface Snapped {
  point: Point;
  /** what it was drawn to; nothing where it stayed */
  to: string | null;
}

/** A line that a point may be drawn to. */
export interface SnapLine {
  path: Path;
  name: string;
}

/** The lines of a face: only what is seen there; the sides and the neck have none. */
export function snapLines({ outline, bridge, braces, backBraces }: BodyPlan, face: Face): SnapLine[] {
  const named = ({ path, name }: Brace): SnapLine => ({ path, name });
  const centre: SnapLine = {
    path: [
      [0, 0],
      [0, outline.length],
    ],
    name: 'centre line',
  };
  const edge = (y: number, name: string): SnapLine => ({
    path: [
      [-bridge.halfWidth, y],
      [bridge.halfWidth, y],
    ],
    name,
  });
  const ofBridge = [
    edge(bridge.from, 'back edge of the bridge'),
    edge(bridge.to, 'front edge of the bridge'),
  ];
  if (face === 'top') return [centre, ...ofBridge];
  if (face === 'top inside') return [centre, ...ofBridge, ...braces.map(named)];
  if (face === 'back') return [centre, ...backBraces.map(named)];
  return [];
}

/**
 * Draws a point to the nearest line within reach.
 *
 * @param reach m
 */
export function snapped(point: Point, lines: readonly SnapLine[], reach: number): Snapped {
  let best: Snapped & { off: number } = { point, to: null, off: reach };
  for (const { path, name } of lines) {
    const nearest = nearestOn(point, path);
    if (nearest.off < best.off) best = { point: nearest.point, to: name, off: nearest.off };
  }
  return { point: best.point, to: best.to };
}
