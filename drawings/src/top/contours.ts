import type { Point } from '@upright-elder/core/body-plan';

/** A piece of a contour line, from one side of a triangle to another. */
export type ContourPiece = readonly [Point, Point];

/** Steps that a reader can count by, m. */
const STEPS = [0.00002, 0.00005, 0.0001, 0.0002, 0.0005, 0.001, 0.002, 0.005];

/** The smallest step that gives no more lines than this between two heights. */
export function contourStep(low: number, high: number, most = 14): number {
  return STEPS.find((step) => (high - low) / step <= most) ?? STEPS.at(-1)!;
}

/**
 * Lines of equal height over a mesh whose heights run straight in each triangle, at every whole multiple of a step but
 * zero.
 *
 * @param onPiece told of each piece and of its level in steps
 */
export function contourPieces(
  points: readonly Point[],
  triangles: readonly (readonly [number, number, number])[],
  heights: ArrayLike<number>,
  step: number,
  onPiece: (piece: ContourPiece, level: number) => void,
): void {
  for (const triangle of triangles) {
    const [h0, h1, h2] = [heights[triangle[0]]!, heights[triangle[1]]!, heights[triangle[2]]!];
    const last = Math.floor(Math.max(h0, h1, h2) / step);
    for (let level = Math.ceil(Math.min(h0, h1, h2) / step); level <= last; level++) {
      if (level === 0) continue;
      const piece = pieceOf(points, triangle, heights, level * step);
      if (piece) onPiece(piece, level);
    }
  }
}

function pieceOf(
  points: readonly Point[],
  triangle: readonly [number, number, number],
  heights: ArrayLike<number>,
  height: number,
): ContourPiece | null {
  let first: Point | null = null;
  for (let i = 0; i < 3; i++) {
    const [a, b] = [triangle[i]!, triangle[(i + 1) % 3]!];
    const [ha, hb] = [heights[a]! - height, heights[b]! - height];
    // a corner on the level belongs to what lies above it, so that no piece is drawn twice
    if (ha < 0 === hb < 0) continue;
    const t = ha / (ha - hb);
    const [p, q] = [points[a]!, points[b]!];
    const at: Point = [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])];
    if (first) return [first, at];
    first = at;
  }
  return null;
}
