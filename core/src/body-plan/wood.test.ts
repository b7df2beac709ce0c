import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BODY_SHAPE_IDS,
  halfWidthOf,
  isInside,
  markedStretch,
  onWood,
  outlinePolygon,
  pathLength,
  bodyPlanFrom,
  planNotes,
  usualOutline,
  type Path,
  type Point,
} from './index.js';

const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
const [hole] = plan.holes;
if (hole?.kind !== 'round') throw new Error('the preset has a round hole');

describe('a crack on the wood', () => {
  it('drawn from the middle of the hole to outside the body ends at both edges', () => {
    const drawn: Path = [hole.centre, [0.4, hole.centre[1]]];
    const { path, cut } = onWood(plan, 'top', drawn);
    expect(cut).toBe(true);
    expect(path[0]![0]).toBeCloseTo(hole.radius, 3);
    expect(path.at(-1)![0]).toBeCloseTo(halfWidthOf(plan.outline)(hole.centre[1]), 3);
  });

  it('through the hole keeps its longer piece; on the back there is no hole', () => {
    const drawn: Path = [
      [0, 0.1],
      [0, 0.44],
    ];
    const { path } = onWood(plan, 'top', drawn);
    expect(path[0]).toEqual([0, 0.1]);
    expect(path.at(-1)![1]).toBeCloseTo(hole.centre[1] - hole.radius, 3);
    expect(onWood(plan, 'back', drawn)).toEqual({ path: drawn, cut: false });
    expect(onWood(plan, 'bass side', drawn).cut).toBe(false);
  });

  it('on the wood stays as it is drawn, and what is cut lies on it', () => {
    const point = fc.tuple(
      fc.double({ min: -0.25, max: 0.25, noNaN: true }),
      fc.double({ min: 0.02, max: 0.5, noNaN: true }),
    );
    const outline = outlinePolygon(plan.outline);
    fc.assert(
      fc.property(fc.array(point, { minLength: 2, maxLength: 5 }), (drawn) => {
        const { path, cut } = onWood(plan, 'top', drawn);
        expect(pathLength(path)).toBeLessThanOrEqual(pathLength(drawn) + 1e-9);
        if (!cut) return;
        // every middle of it
        path.slice(1).forEach((b, i) => {
          const a = path[i]!;
          const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
          expect(isInside(middle, outline)).toBe(true);
        });
      }),
    );
  });
});

describe('two points on a brace', () => {
  it('are its loose stretch, up to its tip where they end near it; beside every brace they are none', () => {
    const [bass] = plan.braces;
    const [tip] = bass!.path;
    const marked = markedStretch(plan.braces, [
      tip!,
      [bass!.path[1]![0] * 0.5 + tip![0] * 0.5, bass!.path[1]![1] * 0.5 + tip![1] * 0.5],
    ]);
    expect(marked!.brace.id).toBe(bass!.id);
    expect(marked!.from).toBe(0);
    expect(marked!.to).toBeCloseTo(pathLength(bass!.path.slice(0, 2)) / 2, 3);
    expect(
      markedStretch(plan.braces, [
        [0, 0.03],
        [0, 0.04],
      ]),
    ).toBeNull();
    expect(markedStretch(plan.braces, [tip!])).toBeNull();
    expect(markedStretch(plan.braces, [tip!, tip!])).toBeNull();
  });
});

describe('a ladder', () => {
  it.each(BODY_SHAPE_IDS)(
    'of a %s keeps clear of the sound hole, and one drawn through it is named',
    (shape) => {
      const ladder = bodyPlanFrom(usualOutline(shape), 'ladder');
      expect(planNotes(ladder)).toEqual([]);
      const [first] = ladder.braces;
      const round = ladder.holes[0]!;
      if (round.kind !== 'round') throw new Error('a round hole');
      const y = round.centre[1];
      const through = {
        ...first!,
        path: [
          [-0.1, y],
          [0.1, y],
        ] as Path,
      };
      expect(planNotes({ ...ladder, braces: [through] })[0]!.words).toMatch(/drawn through the sound hole/u);
    },
  );
});
