import type { Point } from '@upright-elder/core';
import { describe, expect, it } from 'vitest';
import { contourPieces, contourStep } from './contours.js';

const points: Point[] = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
];
const triangles: [number, number, number][] = [
  [0, 1, 2],
  [0, 2, 3],
];

describe('contour lines', () => {
  it('of a plane that rises across are straight lines up it, one piece a triangle', () => {
    const pieces = contourPieces(points, triangles, [0, 1, 1, 0], 0.25);
    expect(pieces).toHaveLength(2);
    for (const [x] of pieces.flat()) expect(x).toBeCloseTo(0.25, 12);
    const length = pieces.reduce((sum, [a, b]) => sum + Math.hypot(a[0] - b[0], a[1] - b[1]), 0);
    expect(length).toBeCloseTo(1, 12);
  });

  it('are none above or below everything, and no piece where a corner only touches the level', () => {
    expect(contourPieces(points, triangles, [0, 1, 1, 0], 2)).toEqual([]);
    expect(contourPieces(points, triangles, [0, 1, 1, 0], 0)).toEqual([]);
  });

  it('are as far apart as can be counted', () => {
    expect(contourStep(0, 0.001)).toBe(0.0001);
    expect(contourStep(-0.0005, 0.0009)).toBe(0.0001);
    expect(contourStep(0, 0.00001)).toBe(0.00002);
    expect(contourStep(0, 1)).toBe(0.005);
  });
});
