import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { crossingOf, distance, nearestOn, type Point } from '../body-plan/index.js';
import { arrange, type Arrangement, type MeshLine } from './arrangement.js';
import { isotropic } from '../../simulated/sheets.js';
import { layerOf } from './laminate.js';
import { laminatedSheet, solidSheet } from './spec.js';

const SPACING = 0.02;
const NEAR = 0.006;
const point = fc.tuple(
  fc.double({ min: 0, max: 0.3, noNaN: true }),
  fc.double({ min: 0, max: 0.3, noNaN: true }),
);

const lengthOf = ({ points, edges }: Arrangement, brace: number) =>
  edges
    .filter(({ braces }) => braces.includes(brace))
    .reduce((sum, { a, b }) => sum + distance(points[a]!, points[b]!), 0);

describe('lines cut into edges', () => {
  it('meet only at points that they share, none of which lie close to each other', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(point, point), { minLength: 1, maxLength: 7 }), (pairs) => {
        const lines: MeshLine[] = pairs.map((path, brace) => ({ path, brace }));
        const { points, edges } = arrange(lines, SPACING, NEAR);
        points.forEach((one, i) =>
          points.slice(i + 1).forEach((two) => expect(distance(one, two)).toBeGreaterThanOrEqual(NEAR)),
        );
        edges.forEach((one, i) => {
          expect(one.a).not.toBe(one.b);
          for (const two of edges.slice(i + 1)) {
            const shared = [one.a, one.b].some((end) => end === two.a || end === two.b);
            const crossed = crossingOf(points[one.a]!, points[one.b]!, points[two.a]!, points[two.b]!);
            expect(shared || crossed === null).toBe(true);
          }
        });
      }),
      { numRuns: 150 },
    );
  });

  it('follow each line from end to end, no farther off it than points may be moved', () => {
    fc.assert(
      fc.property(point, point, (a, b) => {
        fc.pre(distance(a, b) > 4 * SPACING);
        const arrangement = arrange([{ path: [a, b], brace: 0 }], SPACING, NEAR);
        expect(Math.abs(lengthOf(arrangement, 0) - distance(a, b))).toBeLessThan(1e-9);
        for (const one of arrangement.points) expect(nearestOn(one, [a, b]).off).toBeLessThan(1e-9);
        for (const { a: from, b: to } of arrangement.edges) {
          const long = distance(arrangement.points[from]!, arrangement.points[to]!);
          expect(long).toBeLessThan(1.5 * SPACING);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('that cross have a point there, and edges of two lines on each other know both', () => {
    const cross = arrange(
      [
        {
          path: [
            [0, 0.1],
            [0.2, 0.1],
          ],
          brace: 0,
        },
        {
          path: [
            [0.1, 0],
            [0.1, 0.2],
          ],
          brace: 1,
        },
        {
          path: [
            [0, 0.1],
            [0.1, 0.1],
          ],
          brace: 2,
        },
      ],
      SPACING,
      NEAR,
    );
    const middle: Point = [0.1, 0.1];
    expect(Math.min(...cross.points.map((one) => distance(one, middle)))).toBeLessThan(1e-9);
    expect(cross.edges.some(({ braces }) => braces.includes(0) && braces.includes(2))).toBe(true);
    expect(cross.edges.some(({ braces }) => braces.includes(1) && braces.length > 1)).toBe(false);
  });
});

describe('sheets of wood', () => {
  it('are stiff along their grain, whichever way it runs, and turn with it', () => {
    const [along, across] = (['y', 'x'] as const).map((grain) =>
      layerOf(solidSheet('sitka-spruce', 0.0028, grain), 0),
    );
    expect(along!.stiffness[2]).toBeGreaterThan(10 * along!.stiffness[0]);
    expect(across!.stiffness[0]).toBeCloseTo(along!.stiffness[2], 3);
    expect(across!.swell[1]).toBe(along!.swell[0]);
    // plane stress of an isotropic sheet: E/(1 − ν²)
    expect(layerOf(isotropic(1e10, 0.3, 0.003), 0).stiffness[0]).toBeCloseTo(1e10 / 0.91, 0);
  });

  it('of crossed veneers are as stiff both ways and swell far less than across a board', () => {
    const solid = solidSheet('sitka-spruce', 0.003, 'y');
    const crossed = laminatedSheet('sitka-spruce', 0.003);
    expect(crossed.along).toBe(crossed.across);
    expect(crossed.along).toBeCloseTo((solid.along + solid.across) / 2, 0);
    expect(crossed.swellAcross).toBeLessThan(0.2 * solid.swellAcross);
    expect(crossed.swellAcross).toBeGreaterThan(solid.swellAlong);
  });
});
