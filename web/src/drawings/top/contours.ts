import type { Point } from '@upright-elder/core';

/** A piece of a contour line, from one side of a triangle to another. */
export type ContourPiece = readonly [Point, Point];

/** Steps that a reader can count by, m. */
const STEPS = [0.00002, 0.00005, 0.0001, 0.0002, 0.0005, 0.001, 0.002, 0.005];

/** The smallest step that gives no more lines than this between two heights. */
export function contourStep(low: number, high: number, most = 14): number {
  return STEPS.find((step) => (high - low) / step <= most) ?? STEPS.at(-1)!;
}

/** Lines of equal height over a mesh whose heights run straight in each triangle. */
export function contourPieces(
  points: readonly Point[],
  triangles: readonly (readonly [number, number, number])[],
  heights: ArrayLike<number>,
  level: number,
): ContourPiece[] {
  const pieces: ContourPiece[] = [];
  for (const triangle of triangles) {
    const crossings: Point[] = [];
    for (let i = 0; i < 3; i++) {
      const [a, b] = [triangle[i]!, triangle[(i + 1) % 3]!];
      const [ha, hb] = [heights[a]! - level, heights[b]! - level];
      // a corner on the level belongs to what lies above it, so that no piece is drawn twice
      if (ha < 0 === hb < 0) continue;
      const t = ha / (ha - hb);
      const [p, q] = [points[a]!, points[b]!];
      crossings.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
    }
    if (crossings.length === 2) pieces.push([crossings[0]!, crossings[1]!]);
  }
  return pieces;
}
