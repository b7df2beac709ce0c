import type { Path, Point } from './geometry.js';

/** Half of the body's width at a distance from the tail edge, both as parts: of the body's length, of its lower bout's half. */
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
      [0, 0.26],
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
      [1, 0.3],
    ],
  },
  concert: {
    name: 'concert, twelve or fourteen frets',
    length: 0.483,
    width: 0.359,
    shape: [
      [0, 0.27],
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
      [1, 0.33],
    ],
  },
  auditorium: {
    name: 'auditorium',
    length: 0.508,
    width: 0.397,
    shape: [
      [0, 0.277],
      [0.0295, 0.579],
      [0.0886, 0.806],
      [0.1772, 0.947],
      [0.2953, 1],
      [0.4134, 0.957],
      [0.5118, 0.856],
      [0.5906, 0.761],
      [0.6594, 0.705],
      [0.7382, 0.705],
      [0.8268, 0.736],
      [0.8957, 0.705],
      [0.9547, 0.594],
      [1, 0.353],
    ],
  },
  'wide-waisted': {
    name: 'wide waist, square shoulders',
    length: 0.508,
    width: 0.397,
    shape: [
      [0, 0.3],
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
      [1, 0.42],
    ],
  },
  jumbo: {
    name: 'jumbo, round lower bout',
    length: 0.528,
    width: 0.432,
    shape: [
      [0, 0.28],
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
      [1, 0.32],
    ],
  },
  archtop: {
    name: 'archtop, seventeen inches',
    length: 0.533,
    width: 0.432,
    shape: [
      [0, 0.29],
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
      [1, 0.34],
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

/**
 * A monotone cubic through points: between two of them it never rises above or falls below both, so an outline has no
 * bulge that nobody measured. Fritsch and Carlson, *Monotone piecewise cubic interpolation*, SIAM J. Numer. Anal. 17
 * (1980); slopes by their three-point formula.
 *
 * @param points with rising x
 */
export function monotoneCubic(points: readonly (readonly [number, number])[]): (x: number) => number {
  const n = points.length;
  const steps = points.slice(1).map(([x], i) => x - points[i]![0]);
  const secants = steps.map((h, i) => (points[i + 1]![1] - points[i]![1]) / h);
  const slopes = points.map((_, i) => {
    if (i === 0) return secants[0] ?? 0;
    if (i === n - 1) return secants[n - 2]!;
    const [left, right] = [secants[i - 1]!, secants[i]!];
    if (left * right <= 0) return 0;
    const [a, b] = [steps[i - 1]!, steps[i]!];
    // weighted harmonic mean of the two secants
    return (3 * (a + b)) / ((2 * b + a) / left + (b + 2 * a) / right);
  });
  for (const end of [0, n - 1]) {
    const secant = secants[end === 0 ? 0 : n - 2] ?? 0;
    const slope = slopes[end]!;
    slopes[end] =
      slope * secant <= 0 ? 0 : Math.sign(secant) * Math.min(Math.abs(slope), 3 * Math.abs(secant));
  }
  return (x) => {
    if (n === 1 || x <= points[0]![0]) return points[0]![1];
    if (x >= points[n - 1]![0]) return points[n - 1]![1];
    let i = 0;
    while (x > points[i + 1]![0]) i += 1;
    const h = steps[i]!;
    const t = (x - points[i]![0]) / h;
    const [y0, y1] = [points[i]![1], points[i + 1]![1]];
    return (
      y0 * (1 + 2 * t) * (1 - t) ** 2 +
      h * slopes[i]! * t * (1 - t) ** 2 +
      y1 * t * t * (3 - 2 * t) +
      h * slopes[i + 1]! * t * t * (t - 1)
    );
  };
}

/**
 * Half of the body's width at a distance from the tail, m: the preset's shape, stretched so that it meets every
 * measured width; between two of them the stretch changes smoothly.
 */
export function halfWidthOf({ shape, length, widths }: Outline): (y: number) => number {
  const preset = BODY_SHAPES[shape];
  const half = monotoneCubic(preset.shape.map(([y, part]) => [y * length, (part * preset.width) / 2]));
  const measured = [...widths].sort((a, b) => a.at - b.at);
  if (measured.length === 0) return half;
  const stretch = monotoneCubic(measured.map(({ at, width }) => [at, width / 2 / half(at)]));
  return (y) => half(y) * stretch(y);
}

/** Points to a side of the outline. */
const SIDE_POINTS = 120;

/** The outline as a closed polygon, from the tail along the treble side to the neck and back along the bass side. */
export function outlinePolygon(outline: Outline): Point[] {
  const half = halfWidthOf(outline);
  // closer together where the ends curve in
  const side = Array.from({ length: SIDE_POINTS + 1 }, (_, i): Point => {
    const y = (outline.length * (1 - Math.cos((Math.PI * i) / SIDE_POINTS))) / 2;
    return [half(y), y];
  });
  return [...side, ...side.map(([x, y]): Point => [-x, y]).reverse()];
}

/** Widest and narrowest of the outline, m. */
export function extentOf(polygon: Path): { width: number; length: number } {
  const xs = polygon.map(([x]) => x);
  const ys = polygon.map(([, y]) => y);
  return { width: Math.max(...xs) - Math.min(...xs), length: Math.max(...ys) - Math.min(...ys) };
}
