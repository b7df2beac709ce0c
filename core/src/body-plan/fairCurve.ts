import type { Point } from './geometry.js';

/** Half of a closed curve that is its own mirror image in the line x = 0, from its lowest point to its highest. */
export interface FairHalf {
  /** a point of it. @param t 0 at the lowest to `spans` at the highest */
  at: (t: number) => Point;
  spans: number;
  /** x where it passes a height y; 0 at its ends and beyond them */
  across: (y: number) => number;
}

/** Halvings that find a height on the curve to the last digit. */
const HALVINGS = 60;

/**
 * A smooth closed curve through points of one side, from the middle of its one end to the middle of the other: a cubic
 * spline in its own length, with no step in its tangent or curvature anywhere, also where the two sides meet (C. de
 * Boor, *A Practical Guide to Splines*, chapter 4). Steps are counted by the square root of the chords (E. Lee, *Choosing
 * nodes in parametric curve interpolation*, 1989), which keeps it from swinging out between near points.
 *
 * @param points of the side, y rising, both ends on x = 0
 */
export function fairHalf(points: readonly Point[]): FairHalf {
  const knots = [0];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    knots.push(knots[i - 1]! + Math.sqrt(Math.hypot(b[0] - a[0], b[1] - a[1])));
  }
  // across a mirror line x is odd and y is even
  const x = spline(
    knots,
    points.map((one) => one[0]),
    'no curvature',
  );
  const y = spline(
    knots,
    points.map((one) => one[1]),
    'no slope',
  );
  const place = (t: number): [span: number, within: number] => {
    const span = Math.min(points.length - 2, Math.max(0, Math.floor(t)));
    return [span, knots[span]! + (t - span) * (knots[span + 1]! - knots[span]!)];
  };
  return {
    spans: points.length - 1,
    at: (t) => {
      const [span, s] = place(t);
      return [x(span, s), y(span, s)];
    },
    across: (height) => {
      const first = points[0]![1];
      const last = points.at(-1)![1];
      if (height <= first || height >= last) return 0;
      let span = 0;
      while (points[span + 1]![1] < height) span += 1;
      let [low, high] = [knots[span]!, knots[span + 1]!];
      for (let i = 0; i < HALVINGS; i++) {
        const middle = (low + high) / 2;
        if (y(span, middle) < height) low = middle;
        else high = middle;
      }
      return x(span, (low + high) / 2);
    },
  };
}

/** A cubic spline through values at rising knots; beyond its ends it stays as it ends. */
export function splineOf(
  knots: readonly number[],
  values: readonly number[],
  ends: 'no curvature' | 'no slope',
): (s: number) => number {
  const within = spline(knots, values, ends);
  const last = knots.length - 1;
  return (s) => {
    if (s <= knots[0]!) return values[0]!;
    if (s >= knots[last]!) return values[last]!;
    let span = 0;
    while (knots[span + 1]! < s) span += 1;
    return within(span, s);
  };
}

/** The same by its second derivatives. @returns its value in a span */
function spline(
  knots: readonly number[],
  values: readonly number[],
  ends: 'no curvature' | 'no slope',
): (span: number, s: number) => number {
  const n = knots.length;
  const step = (i: number) => knots[i + 1]! - knots[i]!;
  const rise = (i: number) => (values[i + 1]! - values[i]!) / step(i);
  // rows of the tridiagonal system: below, on and above the diagonal, and the right side
  const rows = knots.map((_, i): [number, number, number, number] => {
    if (i === 0) return ends === 'no slope' ? [0, 2 * step(0), step(0), 6 * rise(0)] : [0, 1, 0, 0];
    if (i === n - 1)
      return ends === 'no slope' ? [step(n - 2), 2 * step(n - 2), 0, -6 * rise(n - 2)] : [0, 1, 0, 0];
    return [step(i - 1), 2 * (step(i - 1) + step(i)), step(i), 6 * (rise(i) - rise(i - 1))];
  });
  for (let i = 1; i < n; i++) {
    const [row, before] = [rows[i]!, rows[i - 1]!];
    const by = row[0] / before[1];
    row[1] -= by * before[2];
    row[3] -= by * before[3];
  }
  const bent = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--)
    bent[i] = (rows[i]![3] - (i < n - 1 ? rows[i]![2] * bent[i + 1]! : 0)) / rows[i]![1];
  return (span, s) => {
    const h = step(span);
    const [a, b] = [(knots[span + 1]! - s) / h, (s - knots[span]!) / h];
    return (
      a * values[span]! +
      b * values[span + 1]! +
      (((a ** 3 - a) * bent[span]! + (b ** 3 - b) * bent[span + 1]!) * h * h) / 6
    );
  };
}
