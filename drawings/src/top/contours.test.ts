import type { Point } from '@upright-elder/core/body-plan';
import { describe, expect, it } from 'vitest';
import { contourPieces, contourStep, type ContourPiece } from './contours.js';

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

const piecesOf = (heights: number[], step: number) => {
  const pieces: [ContourPiece, number][] = [];
  contourPieces(points, triangles, heights, step, (piece, level) => pieces.push([piece, level]));
  return pieces;
};

describe('contour lines', () => {
  it('of a plane that rises across are straight lines up it, one piece a triangle and level', () => {
    const pieces = piecesOf([0, 1, 1, 0], 0.3);
    expect(pieces.map(([, level]) => level).sort()).toEqual([1, 1, 2, 2, 3, 3]);
    for (const [piece, level] of pieces) for (const [x] of piece) expect(x).toBeCloseTo(0.3 * level, 12);
    const length = pieces.reduce((sum, [[a, b]]) => sum + Math.hypot(a[0] - b[0], a[1] - b[1]), 0);
    expect(length).toBeCloseTo(3, 12);
  });

  it('are dashed below, none at zero, and none where a corner only touches the level', () => {
    expect(piecesOf([-1, -0.1, -0.1, -1], 0.5).map(([, level]) => level)).toEqual([-1, -1]);
    expect(piecesOf([-0.1, 0.1, 0.1, -0.1], 0.5)).toEqual([]);
    expect(piecesOf([0.5, 0.9, 0.9, 0.5], 0.5)).toEqual([]);
  });

  it('are as far apart as can be counted', () => {
    expect(contourStep(0, 0.001)).toBe(0.0001);
    expect(contourStep(-0.0005, 0.0009)).toBe(0.0001);
    expect(contourStep(0, 0.00001)).toBe(0.00002);
    expect(contourStep(0, 1)).toBe(0.005);
  });
});
