import { mm } from '../units/index.js';
import { extentOf, rulerLength } from '../../simulated/outlines.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BODY_SHAPE_IDS,
  BODY_SHAPES,
  BRACING_IDS,
  braceHeightAt,
  crackLength,
  crossesItself,
  crossingOf,
  distance,
  faultsOf,
  growthOf,
  halfWidthOf,
  isInside,
  lengthsAgree,
  lookFirst,
  nearestOn,
  outlinePolygon,
  outlineSide,
  pathLength,
  bodyPlanFrom,
  pointAlong,
  polygonArea,
  rimFrom,
  snapLines,
  snapped,
  stretchOf,
  usualOutline,
  WIDTH_STATIONS,
  type Path,
  type BodyPlan,
  type Point,
} from './index.js';

const coordinate = fc.double({ min: -0.3, max: 0.3, noNaN: true });
const point = fc.tuple(coordinate, coordinate);
const path = fc.array(point, { minLength: 2, maxLength: 12 });
const shape = fc.constantFrom(...BODY_SHAPE_IDS);
const generic = bodyPlanFrom(usualOutline('auditorium'), 'x');

/** Turned about the origin and shifted. */
const moved = (one: Path, angle: number, by: Point): Point[] =>
  one.map(([x, y]): Point => [
    x * Math.cos(angle) - y * Math.sin(angle) + by[0],
    x * Math.sin(angle) + y * Math.cos(angle) + by[1],
  ]);

describe('lengths and areas on the map', () => {
  it('of a circle are those of the book within 0.1 % at body scale: 2πr and πr²', () => {
    const circle = Array.from({ length: 721 }, (_, i): Point => [
      0.2 * Math.cos((i * Math.PI) / 360),
      0.2 * Math.sin((i * Math.PI) / 360),
    ]);
    expect(Math.abs(pathLength(circle) - 2 * Math.PI * 0.2)).toBeLessThan(0.5 * mm);
    expect(Math.abs(polygonArea(circle.slice(1)) / (Math.PI * 0.04) - 1)).toBeLessThan(0.001);
  });

  it('stay as they are however the drawing is turned, shifted or mirrored', () => {
    fc.assert(
      fc.property(path, fc.double({ min: -4, max: 4, noNaN: true }), point, (one, angle, by) => {
        const other = moved(one, angle, by);
        const close = (a: number, b: number) => Math.abs(a - b) < 0.01 * mm;
        return (
          close(pathLength(one), pathLength(other)) &&
          close(rulerLength(one), rulerLength(other)) &&
          Math.abs(polygonArea(one) - polygonArea(other)) < 1e-7 &&
          close(pathLength(one.map(([x, y]) => [-x, y] as const)), pathLength(one))
        );
      }),
    );
  });

  it('along a path are never shorter than the ruler, and a path cut in two has the length of its parts', () => {
    fc.assert(
      fc.property(path, fc.double({ min: 0, max: 1, noNaN: true }), (one, part) => {
        const length = pathLength(one);
        const cut = part * length;
        const pieces = pathLength(stretchOf(one, 0, cut)) + pathLength(stretchOf(one, cut, length));
        return rulerLength(one) <= length + 1e-12 && Math.abs(pieces - length) < 0.01 * mm;
      }),
    );
  });

  it('find the nearest point of a path: a point of the path is itself, nothing on the path is nearer', () => {
    fc.assert(
      fc.property(path, point, fc.double({ min: 0, max: 1, noNaN: true }), (one, somewhere, part) => {
        const on = pointAlong(one, part * pathLength(one));
        const nearest = nearestOn(somewhere, one);
        return (
          nearestOn(on, one).off < 1e-9 &&
          nearest.off <= distance(somewhere, on) + 1e-9 &&
          distance(pointAlong(one, nearest.along), nearest.point) < 1e-9
        );
      }),
    );
  });

  it('a line that crosses itself is told from one that does not', () => {
    const eight: Path = [
      [0, 0],
      [1, 1],
      [1, 0],
      [0, 1],
    ];
    expect(crossesItself(eight)).toBe(true);
    expect(crossesItself(eight.slice(0, 3))).toBe(false);
    expect(crossingOf([0, 0], [1, 1], [1, 0], [0, 1])).toBeCloseTo(0.5, 12);
    expect(crossingOf([0, 0], [1, 0], [0, 1], [1, 1])).toBeNull();
  });
});

describe('an outline', () => {
  it('meets every measured width exactly, and is never wider than twice or narrower than half its shape', () => {
    const measured = fc.tuple(
      shape,
      fc.array(fc.double({ min: 0.93, max: 1.07, noNaN: true }), { minLength: 6, maxLength: 6 }),
    );
    fc.assert(
      fc.property(measured, ([id, factors]) => {
        const plain = usualOutline(id);
        const preset = halfWidthOf(plain);
        const widths = WIDTH_STATIONS.map(({ at }, i) => ({
          at: at * plain.length,
          width: 2 * preset(at * plain.length) * factors[i]!,
        }));
        const half = halfWidthOf({ ...plain, widths });
        const polygon = outlinePolygon({ ...plain, widths });
        const { length } = extentOf(polygon);
        return (
          widths.every(({ at, width }) => Math.abs(2 * half(at) - width) < 1e-9) &&
          Math.abs(length - plain.length) < 1e-9 &&
          !crossesItself(polygon.slice(0, 151))
        );
      }),
      { numRuns: 60 },
    );
  });

  it('of the generic top has the half widths of its table and the area that Simpson’s rule gives of them', () => {
    const half = halfWidthOf(usualOutline('auditorium'));
    // the generic top of the figures, mm
    const table = [
      [45, 160],
      [90, 188],
      [150, 198.5],
      [260, 170],
      [335, 140],
      [420, 146],
      [485, 118],
    ] as const;
    for (const [y, width] of table) expect(Math.abs(half(y * mm) / mm - width)).toBeLessThan(0.5);
    const steps = 2000;
    const h = 0.508 / steps;
    let simpson = half(0) + half(0.508);
    for (let i = 1; i < steps; i++) simpson += (i % 2 ? 4 : 2) * half(i * h);
    const area = (2 * simpson * h) / 3;
    expect(Math.abs(polygonArea(outlinePolygon(usualOutline('auditorium'))) / area - 1)).toBeLessThan(0.005);
  });

  it('is a smooth closed curve: convex, waisted, convex, with no corner, no flat waist, and the widest where it is', () => {
    const measured = fc.tuple(
      shape,
      fc.array(fc.double({ min: 0.988, max: 1.012, noNaN: true }), { minLength: 6, maxLength: 6 }),
    );
    fc.assert(
      fc.property(measured, ([id, factors]) => {
        const plain = usualOutline(id);
        const preset = halfWidthOf(plain);
        const widths = WIDTH_STATIONS.map(({ at }, i) => ({
          at: at * plain.length,
          width: 2 * preset(at * plain.length) * factors[i]!,
        }));
        for (const outline of [plain, { ...plain, widths }]) {
          const side = outlineSide(outline);
          const bends = side.slice(1, -1).map((b, i) => {
            const [a, c] = [side[i]!, side[i + 2]!];
            const turned = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]);
            const sides = [a, b, c].map((p, k, all) =>
              Math.hypot(...[0, 1].map((d) => all[(k + 1) % 3]![d]! - p[d]!)),
            );
            return (2 * turned) / (sides[0]! * sides[1]! * sides[2]!);
          });
          // no bend is tighter than the curve of a small shoulder
          expect(Math.max(...bends.map(Math.abs))).toBeLessThan(1 / 0.02);
          const signs = bends.map(Math.sign).filter((sign, i, all) => i === 0 || sign !== all[i - 1]);
          expect(signs).toEqual([1, -1, 1]);
          // the waist is a curve
          const waist = side.findIndex(([x], i) => i > 50 && x < side[i - 1]![0] && x <= side[i + 1]![0]);
          expect(bends[waist - 1]).toBeLessThan(-1 / 0.6);
          side.slice(1).forEach(([, y], i) => expect(y).toBeGreaterThan(side[i]![1]));
        }
      }),
      { numRuns: 60, seed: 3 },
    );
  });
});

describe('a plan from a preset', () => {
  it.each(BODY_SHAPE_IDS.flatMap((id) => BRACING_IDS.map((bracing) => [id, bracing] as const)))(
    '%s with %s bracing has nothing that cannot be, and every brace inside it',
    (id, bracing) => {
      const plan = bodyPlanFrom(usualOutline(id), bracing);
      expect(faultsOf(plan)).toEqual([]);
      expect(new Set(plan.braces.map((brace) => brace.id)).size).toBe(plan.braces.length);
      const polygon = outlinePolygon(plan.outline);
      for (const { path: middle } of plan.braces)
        for (const end of middle)
          expect(nearestOn(end, [...polygon, polygon[0]!]).off < 1e-6 || isInside(end, polygon)).toBe(true);
    },
  );

  it('of the generic top has its X where the figures have it', () => {
    const [bass, treble] = generic.braces;
    expect(bass!.path[1]).toEqual(treble!.path[1]);
    expect(bass!.path[1]![1]).toBeCloseTo(0.285, 9);
    const [foot, crossing] = [bass!.path[0]!, bass!.path[1]!];
    expect((Math.atan2(Math.abs(foot[0]), crossing[1] - foot[1]) * 180) / Math.PI).toBeCloseTo(49, 6);
    expect(generic.bridge.saddleAt).toBeCloseTo(0.221, 9);
    expect(generic.braces).toHaveLength(9);
    expect(braceHeightAt(bass!, 0.5)).toBeCloseTo(0.013, 12);
    expect(braceHeightAt(bass!, 0)).toBeCloseTo(0.013 / 4, 9);
  });

  it('scales with the body, and its rim is where a ray leaves it', () => {
    const small = bodyPlanFrom({ ...usualOutline('auditorium'), length: 0.4064 }, 'x');
    expect(small.bridge.saddleAt / generic.bridge.saddleAt).toBeCloseTo(0.8, 9);
    const polygon = outlinePolygon(generic.outline);
    const rim = rimFrom([0, 0.15], [1, 0], polygon)!;
    expect(rim[0]).toBeCloseTo(0.1985, 3);
    expect(rimFrom([0, 0.15], [0, 0], polygon)).toBeNull();
  });
});

describe('what cannot be', () => {
  const faults = (change: (plan: BodyPlan) => BodyPlan) =>
    faultsOf(change(structuredClone(generic))).map(({ part, reason }) => `${part}: ${reason}`);
  const brace =
    (over: object) =>
    (plan: BodyPlan): BodyPlan => ({ ...plan, braces: [{ ...plan.braces[0]!, name: 'a brace', ...over }] });

  it('is said in words, of the part that it is about', () => {
    expect(faults((plan) => ({ ...plan, outline: { ...plan.outline, length: 3 } }))).toEqual([
      'outline: a body 3000 mm long is no guitar’s',
    ]);
    expect(
      faults((plan) => ({
        ...plan,
        outline: { ...plan.outline, widths: [{ at: 0.15, width: 0.19 }] },
      })).join(),
    ).toMatch(/far from auditorium/u);
    expect(
      faults((plan) => ({ ...plan, outline: { ...plan.outline, widths: [{ at: 0.9, width: 0.3 }] } })).join(),
    ).toMatch(/beyond the body/u);
    expect(
      faults((plan) => ({
        ...plan,
        bridge: { ...plan.bridge, halfWidth: 0.129, from: 0.45, to: 0.48, saddleAt: 0.46 },
      })).join(),
    ).toMatch(/over the edge/u);
    expect(faults((plan) => ({ ...plan, bridge: { ...plan.bridge, saddleAt: 0.4 } }))).toEqual([
      'bridge: the saddle line does not lie on the bridge',
    ]);
    expect(
      faults((plan) => ({ ...plan, holes: [{ kind: 'round', centre: [0.13, 0.36], radius: 0.05 }] })).join(),
    ).toMatch(/hole 1: the hole runs over/u);
    expect(faults(brace({ width: 0 }))).toEqual(['a brace: it is 0.0 mm wide']);
    expect(faults(brace({ height: 0.2 }))).toEqual(['a brace: it is 200.0 mm high']);
    expect(
      faults(
        brace({
          path: [
            [0, 0.1],
            [0.4, 0.1],
          ],
        }),
      ).join(),
    ).toMatch(/a brace: it reaches \d+ mm over the edge/u);
    expect(
      faults(
        brace({
          path: [
            [0, 0.1],
            [0.1, 0.2],
            [0.1, 0.1],
            [0, 0.2],
          ],
        }),
      ).join(),
    ).toMatch(/crosses itself/u);
    expect(
      faults(
        brace({
          path: [
            [0, 0.1],
            [0, NaN],
          ],
        }),
      ).join(),
    ).toMatch(/an end is missing/u);
    expect(
      faults((plan) => ({ ...plan, braces: Array.from({ length: 61 }, () => plan.braces[0]!) })).join(),
    ).toMatch(/more than a top has/u);
  });

  it('never throws and never passes a number that is none, whatever is dragged where', () => {
    const wild = fc.double();
    fc.assert(
      fc.property(
        wild,
        wild,
        wild,
        wild,
        fc.array(fc.tuple(wild, wild), { maxLength: 4 }),
        (length, at, width, height, ends) => {
          const plan = structuredClone(generic);
          plan.outline.length = length;
          plan.outline.widths = [{ at, width }];
          plan.braces = [{ ...plan.braces[0]!, path: ends, width, height }];
          const found = faultsOf(plan);
          const sane = [length, at, width, height, ...ends.flat()].every(Number.isFinite) && ends.length > 1;
          return sane || found.length > 0;
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('snapping', () => {
  it('draws a point to the nearest line within reach, and leaves it alone beyond', () => {
    const lines = snapLines(generic, 'top inside');
    expect(snapped([0.001, 0.1], lines, 0.003)).toEqual({ point: [0, 0.1], to: 'centre line' });
    expect(snapped([0.05, generic.bridge.from - 0.001], lines, 0.003).to).toBe('back edge of the bridge');
    fc.assert(
      fc.property(point, fc.double({ min: 0, max: 0.02, noNaN: true }), (somewhere, reach) => {
        const { point: there, to } = snapped(somewhere, lines, reach);
        const off = distance(somewhere, there);
        return to === null
          ? off === 0
          : off < reach && distance(snapped(there, lines, reach + 1e-6).point, there) < 1e-9;
      }),
    );
  });
});

describe('marks', () => {
  it('question a ruler that does not fit the path: beyond 3 mm, or 5 % of a long one', () => {
    expect(lengthsAgree(0.04, 0.0425).ok).toBe(true);
    expect(lengthsAgree(0.04, 0.0435).ok).toBe(false);
    expect(lengthsAgree(0.2, 0.209).ok).toBe(true);
    expect(lengthsAgree(0.2, 0.212)).toMatchObject({
      ok: false,
      reason: 'along the path it is 200 mm, the ruler says 212 mm',
    });
  });

  it('know a crack that grew from one that was marked a little differently', () => {
    const at = (millimetres: number, day: number) => ({
      ...crackLength([
        [0, 0],
        [0, millimetres * mm],
      ]),
      day,
    });
    expect(growthOf(at(40, 0), at(42, 365.2425))).toMatchObject({ real: false });
    const grown = growthOf(at(40, 0), at(54, 365.2425));
    expect(grown.real).toBe(true);
    expect(grown.perYear! / mm).toBeCloseTo(14, 6);
    expect(growthOf(at(40, 5), at(44, 5)).perYear).toBeNull();
  });

  it('hint at the ends of the X first', () => {
    const hints = lookFirst(generic.braces);
    expect(hints).toHaveLength(2 * generic.braces.length);
    for (const { why } of hints.slice(0, 4)) expect(why).toMatch(/ends of the X/u);
  });

  it('every body shape is a shape: widest at the lower bout, waisted, closing at both ends', () => {
    for (const id of BODY_SHAPE_IDS) {
      const { shape: parts } = BODY_SHAPES[id];
      expect(Math.max(...parts.map(([, width]) => width))).toBe(1);
      const half = halfWidthOf(usualOutline(id));
      const { length } = usualOutline(id);
      expect(half(0.69 * length)).toBeLessThan(half(0.83 * length));
      expect(half(length)).toBeLessThan(half(0.83 * length));
    }
  });
});
