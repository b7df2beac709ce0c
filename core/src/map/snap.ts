import { nearestOn, type Path, type Point } from './geometry.js';
import type { Plan } from './plan.js';

export interface Snapped {
  point: Point;
  /** what it was drawn to; nothing where it stayed */
  to: string | null;
}

/**
 * Draws a point to what lies within reach: a brace's middle line, the centre line, or an edge of the bridge, whichever
 * is nearest.
 *
 * @param reach m
 */
export function snapped(
  point: Point,
  plan: Pick<Plan, 'braces' | 'bridge' | 'outline'>,
  reach: number,
): Snapped {
  const { bridge, outline, braces } = plan;
  const { from, to, halfWidth } = bridge;
  const lines: { path: Path; name: string }[] = [
    {
      path: [
        [0, 0],
        [0, outline.length],
      ],
      name: 'centre line',
    },
    {
      path: [
        [-halfWidth, from],
        [halfWidth, from],
      ],
      name: 'back edge of the bridge',
    },
    {
      path: [
        [-halfWidth, to],
        [halfWidth, to],
      ],
      name: 'front edge of the bridge',
    },
    ...braces.map(({ path, name }) => ({ path, name })),
  ];
  let best: Snapped & { off: number } = { point, to: null, off: reach };
  for (const { path, name } of lines) {
    const nearest = nearestOn(point, path);
    if (nearest.off < best.off) best = { point: nearest.point, to: name, off: nearest.off };
  }
  return { point: best.point, to: best.to };
}
