import { STRING_SIDES } from '../strings/index.js';
import { mm } from '../units/index.js';
import { distance, rimFrom, type Path, type Point } from './geometry.js';
import { BODY_SHAPES, halfWidthOf, outlinePolygon, type BodyShapeId, type Outline } from './outline.js';
import { allBraces, type Brace, type BraceKind, type Hole, type BodyPlan, type Sides } from './plan.js';
import { clearOf } from './wood.js';

export const BRACING_IDS = ['x', 'ladder', 'fan', 'parallel', 'x-archtop'] as const;
export type BracingId = (typeof BRACING_IDS)[number];
export const BRACINGS: Record<BracingId, string> = {
  x: 'X with tone bars and finger braces',
  ladder: 'ladder',
  fan: 'fan',
  parallel: 'parallel bars, archtop',
  'x-archtop': 'X, archtop',
};

/** The generic top of figures.md is this long and wide; its layouts are scaled from it. */
const GENERIC = { length: 0.508, halfWidth: 0.1985 };

interface Section {
  width: number;
  height: number;
  taper: Brace['taper'];
}
const section = (width: number, height: number, start: number, end = start): Section => ({
  width: width * mm,
  height: height * mm,
  taper: { start, end, left: 0.25 },
});
const TONE_BAR = section(7, 9, 0.35);
const FINGER = section(6, 6, 0.35);
const TRANSVERSE = section(13, 14, 0.35);
const BACK_BRACE = section(8, 14, 0.3);

/** The usual section of a brace of each kind. Common practice. */
const SECTIONS: Record<BraceKind, Section> = {
  'X brace': section(8, 13, 0.45),
  'tone bar': TONE_BAR,
  'finger brace': FINGER,
  'transverse brace': TRANSVERSE,
  'ladder brace': section(9, 13, 0.3),
  'fan brace': section(6, 5, 0.3),
  'parallel bar': section(8, 16, 0.3),
  'back brace': BACK_BRACE,
  other: section(8, 10, 0.3),
};

/** Sides that are not measured yet, tail and neck. Common practice. */
const USUAL_SIDES = { flat: { tail: 0.104, neck: 0.086 }, arched: { tail: 0.084, neck: 0.084 } };

/** The sides of a body shape before they are measured. */
export const usualSides = (shape: BodyShapeId): Sides => USUAL_SIDES[shape === 'archtop' ? 'arched' : 'flat'];

/** One brace more, straight across the lower bout, to be drawn where it belongs. */
export function addedBrace(plan: BodyPlan, kind: BraceKind): { plan: BodyPlan; id: string } {
  const taken = new Set(allBraces(plan).map(({ id }) => id));
  let n = 1;
  while (taken.has(`added ${kind} ${n}`)) n += 1;
  const id = `added ${kind} ${n}`;
  const { length } = plan.outline;
  const half = Math.min(0.06, 0.6 * halfWidthOf(plan.outline)(0.15 * length));
  const path: Path = [
    [-half, 0.15 * length],
    [half, 0.15 * length],
  ];
  const added = brace(id, kind, path, SECTIONS[kind]);
  return {
    id,
    plan:
      kind === 'back brace'
        ? { ...plan, backBraces: [...plan.backBraces, added] }
        : { ...plan, braces: [...plan.braces, added] },
  };
}

/** A plan from a body shape, its measured size and a bracing: a first drawing to be corrected by mirror and rule. */
export function bodyPlanFrom(outline: Outline, bracing: BracingId): BodyPlan {
  const polygon = outlinePolygon(outline);
  const scale = outline.length / GENERIC.length;
  const y = (millimetres: number) => millimetres * mm * scale;
  const archtop = bracing === 'parallel' || bracing === 'x-archtop';
  const nylon = bracing === 'fan';
  const saddleAt = y(archtop ? 232 : nylon ? 196 : 221);
  const hole = { kind: 'round' as const, centre: [0, y(360)] as const, radius: 51 * mm * Math.min(1, scale) };
  return {
    outline,
    sides: usualSides(outline.shape),
    backBraces: archtop
      ? []
      : [78, 170, 290, 405].map((at, i) =>
          across(`back brace ${i + 1} from the tail`, 'back brace', polygon, y(at), BACK_BRACE),
        ),
    holes: archtop ? fHoles(saddleAt, scale) : [hole],
    bridge: archtop
      ? { from: saddleAt - 0.009, to: saddleAt + 0.009, halfWidth: 0.075, saddleAt }
      : { from: saddleAt - 18 * mm, to: saddleAt + 10 * mm, halfWidth: nylon ? 0.095 : 0.078, saddleAt },
    plate: archtop || nylon ? null : { from: saddleAt - 26 * mm, to: saddleAt + 19 * mm, halfWidth: 0.08 },
    braces: BRACED[bracing](polygon, y, hole),
  };
}

/** The usual size of a body shape, before anything is measured. */
export const usualOutline = (shape: BodyShapeId): Outline => ({
  shape,
  length: BODY_SHAPES[shape].length,
  widths: [],
});

type Layout = (
  polygon: Path,
  y: (millimetres: number) => number,
  hole: Extract<Hole, { kind: 'round' }>,
) => Brace[];

const BRACED: Record<BracingId, Layout> = {
  x: (polygon, y) => [
    ...xBraces(polygon, [0, y(285)], 49, SECTIONS['X brace']),
    toneBar('upper tone bar', polygon, [y(-65), y(175)]),
    toneBar('lower tone bar', polygon, [y(-80), y(115)]),
    ...STRING_SIDES.flatMap((side) => {
      const sign = side === 'bass' ? -1 : 1;
      return [
        toRim(
          `upper finger brace, ${side}`,
          'finger brace',
          polygon,
          [sign * y(95), y(235)],
          [sign * 0.9, 0.2],
          FINGER,
        ),
        toRim(
          `lower finger brace, ${side}`,
          'finger brace',
          polygon,
          [sign * y(100), y(185)],
          [sign * 0.9, -0.2],
          FINGER,
        ),
      ];
    }),
    across('upper transverse brace', 'transverse brace', polygon, y(430), TRANSVERSE),
  ],
  ladder: (polygon, y, hole) => {
    const size = SECTIONS['ladder brace'];
    return [60, 130, 268, 318, 402, 445].map((at, i) =>
      across(
        `ladder brace ${i + 1} from the tail`,
        'ladder brace',
        polygon,
        clearOf(hole, y(at), size.width / 2),
        size,
      ),
    );
  },
  fan: (polygon, y) => [
    ...[-3, -2, -1, 0, 1, 2, 3].map((i) => {
      const foot: Point = [i * y(34), y(60)];
      const head: Point = [i * y(20), y(285)];
      return brace(`fan brace ${i + 4}`, 'fan brace', [foot, head], SECTIONS['fan brace']);
    }),
    across('lower transverse brace', 'transverse brace', polygon, y(300), section(10, 14, 0.25)),
    across('upper transverse brace', 'transverse brace', polygon, y(424), section(10, 14, 0.25)),
  ],
  parallel: (_polygon, y) =>
    STRING_SIDES.map((side) => {
      const sign = side === 'bass' ? -1 : 1;
      const path: Path = [
        [sign * y(52), y(48)],
        [sign * y(30), y(455)],
      ];
      return brace(`${side} bar`, 'parallel bar', path, SECTIONS['parallel bar']);
    }),
  'x-archtop': (polygon, y) => xBraces(polygon, [0, y(262)], 27, section(8, 15, 0.35)),
};

function brace(name: string, kind: BraceKind, path: Path, { width, height, taper }: Section): Brace {
  return { id: name, name, kind, path, width, height, taper, wood: 'sitka-spruce' };
}

/** Both braces of an X through its crossing, each arm to the rim. */
function xBraces(polygon: Path, crossing: Point, degrees: number, size: Section): Brace[] {
  const angle = (degrees * Math.PI) / 180;
  return STRING_SIDES.map((side) => {
    // named by the side of its lower leg
    const sign = side === 'bass' ? -1 : 1;
    const down: Point = [sign * Math.sin(angle), -Math.cos(angle)];
    const up: Point = [-down[0], -down[1]];
    const path = [
      rimFrom(crossing, down, polygon) ?? crossing,
      crossing,
      rimFrom(crossing, up, polygon) ?? crossing,
    ];
    // each arm falls over a share of its own length
    const [lower, upper] = [distance(path[0]!, crossing), distance(crossing, path[2]!)];
    const { start, end, left } = size.taper;
    const taper = {
      start: (start * lower) / (lower + upper),
      end: (end * upper) / (lower + upper),
      left,
    };
    return brace(`X brace, ${side} leg`, 'X brace', path, { ...size, taper });
  });
}

/** From a point in a direction to the rim, or 200 mm at most. */
function toneBar(name: string, polygon: Path, from: Point): Brace {
  const direction: Point = [0.9, -0.42];
  const length = Math.hypot(...direction);
  const rim = rimFrom(from, direction, polygon);
  const full: Point = [from[0] + (direction[0] / length) * 0.2, from[1] + (direction[1] / length) * 0.2];
  const to = rim && distance(from, rim) < 0.2 ? rim : full;
  return brace(name, 'tone bar', [from, to], TONE_BAR);
}

function toRim(
  name: string,
  kind: BraceKind,
  polygon: Path,
  from: Point,
  direction: Point,
  size: Section,
): Brace {
  return brace(name, kind, [from, rimFrom(from, direction, polygon) ?? from], size);
}

/** Straight across from rim to rim. */
function across(name: string, kind: BraceKind, polygon: Path, at: number, size: Section): Brace {
  const middle: Point = [0, at];
  const bass = rimFrom(middle, [-1, 0], polygon) ?? middle;
  const treble = rimFrom(middle, [1, 0], polygon) ?? middle;
  return brace(name, kind, [bass, treble], size);
}

function fHoles(saddleAt: number, scale: number): BodyPlan['holes'] {
  return [-1, 1].map((sign) => ({
    kind: 'f' as const,
    width: 0.009,
    path: [-70, -35, 0, 35, 70].map((up, i): Point => [
      sign * scale * mm * (102 - [10, 4, 0, -6, -16][i]!),
      saddleAt + up * mm * scale,
    ]),
  }));
}
