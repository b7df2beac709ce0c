import { fairHalf, splineOf, type FairHalf } from './fairCurve.js';
import type { Point } from './geometry.js';

/**
 * Half of the body's width at a distance from the tail edge, both as parts: of the body's length, of its lower bout's
 * half; between them, and round both ends, the outline is a smooth closed curve.
 */
type Shape = readonly (readonly [y: number, halfWidth: number])[];

export const BODY_SHAPE_IDS = [
  'parlour',
  'concert',
  'auditorium',
  'wide-waisted',
  'jumbo',
  'archtop',
] as const;
export type BodyShapeId = (typeof BODY_SHAPE_IDS)[number];

export interface BodyShape {
  name: string;
  /** usual length and lower-bout width, m */
  length: number;
  width: number;
  shape: Shape;
}

/**
 * Outlines of common body shapes, as parts of length and lower bout. The auditorium's is that of the generic top in
 * figures.md; the others are drawn beside it. Common practice, no maker's pattern.
 */
export const BODY_SHAPES: Record<BodyShapeId, BodyShape> = {
  parlour: {
    name: 'parlour, small and long-waisted',
    length: 0.46,
    width: 0.315,
    shape: [
      [0.03, 0.58],
      [0.09, 0.82],
      [0.18, 0.96],
      [0.27, 1],
      [0.38, 0.94],
      [0.5, 0.79],
      [0.6, 0.7],
      [0.68, 0.68],
      [0.78, 0.72],
      [0.87, 0.74],
      [0.93, 0.68],
      [0.97, 0.54],
    ],
  },
  concert: {
    name: 'concert, twelve or fourteen frets',
    length: 0.483,
    width: 0.359,
    shape: [
      [0.03, 0.58],
      [0.09, 0.81],
      [0.18, 0.95],
      [0.28, 1],
      [0.4, 0.95],
      [0.51, 0.83],
      [0.6, 0.71],
      [0.66, 0.665],
      [0.74, 0.67],
      [0.83, 0.7],
      [0.9, 0.67],
      [0.96, 0.55],
    ],
  },
  auditorium: {
    name: 'auditorium',
    length: 0.508,
    width: 0.397,
    shape: [
      [0.0295, 0.579],
      [0.0886, 0.806],
      [0.1772, 0.947],
      [0.2953, 1],
      [0.4134, 0.957],
      [0.5118, 0.856],
      [0.5906, 0.761],
      [0.6594, 0.705],
      [0.7, 0.697],
      [0.7382, 0.705],
      [0.8268, 0.736],
      [0.8957, 0.705],
      [0.9547, 0.594],
    ],
  },
  'wide-waisted': {
    name: 'wide waist, square shoulders',
    length: 0.508,
    width: 0.397,
    shape: [
      [0.03, 0.6],
      [0.09, 0.83],
      [0.18, 0.96],
      [0.29, 1],
      [0.41, 0.96],
      [0.51, 0.88],
      [0.6, 0.81],
      [0.67, 0.78],
      [0.75, 0.79],
      [0.84, 0.81],
      [0.91, 0.78],
      [0.96, 0.66],
    ],
  },
  jumbo: {
    name: 'jumbo, round lower bout',
    length: 0.528,
    width: 0.432,
    shape: [
      [0.03, 0.58],
      [0.09, 0.82],
      [0.18, 0.95],
      [0.29, 1],
      [0.4, 0.95],
      [0.5, 0.82],
      [0.58, 0.7],
      [0.65, 0.64],
      [0.73, 0.65],
      [0.82, 0.69],
      [0.89, 0.68],
      [0.95, 0.58],
    ],
  },
  archtop: {
    name: 'archtop, seventeen inches',
    length: 0.533,
    width: 0.432,
    shape: [
      [0.03, 0.59],
      [0.09, 0.82],
      [0.18, 0.95],
      [0.3, 1],
      [0.41, 0.95],
      [0.51, 0.82],
      [0.59, 0.71],
      [0.66, 0.66],
      [0.74, 0.67],
      [0.83, 0.71],
      [0.9, 0.69],
      [0.96, 0.57],
    ],
  },
};

/** Where a body is measured across: parts of its length from the tail. */
export const WIDTH_STATIONS = [
  { id: 'tail', name: 'across the tail curve', at: 0.06 },
  { id: 'lower', name: 'lower bout, widest', at: 0.29 },
  { id: 'bridge', name: 'behind the bridge', at: 0.43 },
  { id: 'waist', name: 'waist, narrowest', at: 0.69 },
  { id: 'upper', name: 'upper bout, widest', at: 0.83 },
  { id: 'shoulder', name: 'shoulders', at: 0.94 },
] as const;

/** A measured width at a distance from the tail edge, m. */
export interface MeasuredWidth {
  at: number;
  width: number;
}

export interface Outline {
  shape: BodyShapeId;
  length: number;
  widths: MeasuredWidth[];
}

const curves = new WeakMap<Outline, FairHalf>();

/**
 * One side of the outline: the preset's shape, stretched so that it meets every measured width exactly; between two of
 * them, and towards both ends, the stretch changes smoothly. A closed curve with no step in its tangent or curvature.
 */
function sideOf(outline: Outline): FairHalf {
  const known = curves.get(outline);
  if (known) return known;
  const { shape, length, widths } = outline;
  const preset = BODY_SHAPES[shape];
  const side = preset.shape.map(([y, part]): Point => [(part * preset.width) / 2, y * length]);
  const plain = fairHalf([[0, 0], ...side, [0, length]]);
  const measured = [...widths].sort((a, b) => a.at - b.at);
  const ratios = measured.map(({ at, width }) => width / 2 / plain.across(at));
  const curve = measured.length === 0 ? plain : stretched(plain, length, measured, ratios);
  curves.set(outline, curve);
  return curve;
}

function stretched(
  { at, spans, across }: FairHalf,
  length: number,
  measured: readonly MeasuredWidth[],
  ratios: readonly number[],
): FairHalf {
  const by = splineOf(
    [0, ...measured.map((one) => one.at), length],
    [ratios[0]!, ...ratios, ratios.at(-1)!],
    'no slope',
  );
  return {
    spans,
    at: (t) => {
      const [x, y] = at(t);
      return [x * by(y), y];
    },
    across: (y) => across(y) * by(y),
  };
}

/** Half of the body's width at a distance from the tail, m; exact at every measured place. */
export const halfWidthOf = (outline: Outline): ((y: number) => number) => sideOf(outline).across;

/** Points to a side of the outline. */
const SIDE_POINTS = 150;

/** The outline as a closed polygon, from the tail along the treble side to the neck and back along the bass side. */
export function outlinePolygon(outline: Outline): Point[] {
  const { at, spans } = sideOf(outline);
  const side = Array.from({ length: SIDE_POINTS + 1 }, (_, i): Point => at((i * spans) / SIDE_POINTS));
  return [
    ...side,
    ...side
      .slice(1, -1)
      .map(([x, y]): Point => [-x, y])
      .reverse(),
  ];
}

/** The treble side of it alone, from the middle of the tail to the middle of the neck. */
export const outlineSide = (outline: Outline): Point[] => outlinePolygon(outline).slice(0, SIDE_POINTS + 1);
