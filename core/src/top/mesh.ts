import Constrainautor from '@kninnug/constrainautor';
import Delaunator from 'delaunator';
import {
  cornersOf,
  distance,
  isInside,
  nearestOn,
  outlinePolygon,
  pathLength,
  pointAlong,
  type Brace,
  type Hole,
  type Path,
  type BodyPlan,
  type Point,
} from '../body-plan/index.js';
import { arrange, type MeshLine } from './arrangement.js';

/** A stretch of a brace along an edge of the mesh. */
export interface BraceEdge {
  brace: number;
  a: number;
  b: number;
  /** of its two ends along the brace's middle line, m */
  from: number;
  to: number;
}

/** A top cut into triangles, with its braces along their sides. */
export interface TopMesh {
  points: Point[];
  /** corners, counter-clockwise */
  triangles: [number, number, number][];
  braceEdges: BraceEdge[];
  /** sides of the outline, from point to point */
  rim: [number, number][];
  spacing: number;
}

/** The mesh a top is solved on unless another is asked for, m. */
export const USUAL_SPACING = 0.012;

/** Of the spacing: points nearer than this become one. */
const NEAR = 0.3;
/** And never farther apart than on the usual mesh: where a stick ends and where the plate's edge crosses it are two places. */
const nearest = (spacing: number): number => NEAR * Math.min(spacing, USUAL_SPACING);
/** Of the spacing: points of the lattice keep off lines so far. */
const CLEAR = 0.6;

/** A place along a brace, m, at which the mesh has a point: where a loose stretch begins or ends. */
export interface Stop {
  brace: string;
  along: number;
}

/**
 * A mesh of a top: outline, holes, braces, and the edges of bridge and plate are sides of triangles; between them a
 * hexagonal lattice, joined by a constrained Delaunay triangulation; what lies outside or in a hole is left out.
 *
 * @param spacing m between points
 * @param stops places along braces that get a point of their own
 * @throws RangeError where the lines of the plan cannot be meshed, in words
 */
export function meshOf(plan: BodyPlan, spacing = USUAL_SPACING, stops: readonly Stop[] = []): TopMesh {
  const rimPath = resampled(outlinePolygon(plan.outline), spacing);
  const holes = plan.holes.map((hole) => holePolygon(hole, spacing)).filter((hole) => hole.length > 2);
  const onTop = (point: Point) => isInside(point, rimPath) && holes.every((hole) => !isInside(point, hole));
  const closed = (path: Path): Path => [...path, path[0]!];
  const lines: MeshLine[] = [
    { path: closed(rimPath), brace: -1 },
    ...holes.map((hole) => ({ path: closed(hole), brace: -1 })),
    ...plan.braces.map(({ id, path }, brace) => ({
      path: withStops(
        path,
        stops.filter((stop) => stop.brace === id).map(({ along }) => along),
      ),
      brace,
    })),
    ...[plan.bridge, ...(plan.plate ? [plan.plate] : [])].map((part) => ({
      path: closed(cornersOf(part)),
      brace: -1,
    })),
  ];
  const { points, edges } = arrange(lines, spacing, nearest(spacing));
  const middleOf = (a: number, b: number): Point => [
    (points[a]![0] + points[b]![0]) / 2,
    (points[a]![1] + points[b]![1]) / 2,
  ];
  const borders = [closed(rimPath), ...holes.map(closed)];
  const onBorder = (point: Point) => borders.some((border) => nearestOn(point, border).off < NEAR * spacing);
  const kept = edges.filter(({ a, b }) => onTop(middleOf(a, b)) || onBorder(middleOf(a, b)));
  const all = [...points, ...lattice(rimPath, spacing, points, kept).filter(onTop)];

  const triangulation = new Delaunator(Float64Array.from(all.flatMap(([x, y]) => [x, y])));
  const constrained = new Constrainautor(triangulation);
  try {
    for (const { a, b } of kept) constrained.constrainOne(a, b);
  } catch {
    throw new RangeError('lines of the plan lie so close to each other that they cannot be told apart');
  }
  const { triangles } = triangulation;
  const whole: [number, number, number][] = [];
  for (let i = 0; i < triangles.length; i += 3) {
    // Delaunator runs clockwise where y grows upwards
    const [a, b, c] = [triangles[i]!, triangles[i + 2]!, triangles[i + 1]!];
    const [p, q, r] = [all[a]!, all[b]!, all[c]!];
    const twice = (q[0] - p[0]) * (r[1] - p[1]) - (r[0] - p[0]) * (q[1] - p[1]);
    const middle: Point = [(p[0] + q[0] + r[0]) / 3, (p[1] + q[1] + r[1]) / 3];
    if (Math.abs(twice) < 1e-4 * spacing ** 2 || !onTop(middle)) continue;
    whole.push(twice > 0 ? [a, b, c] : [a, c, b]);
  }
  if (whole.length === 0)
    throw new RangeError('nothing of the top is left between its outline and its holes');
  return compact(all, whole, kept, plan.braces, rimPath, spacing);
}

/** Only points that are a corner of something, numbered anew. */
function compact(
  points: readonly Point[],
  triangles: readonly [number, number, number][],
  edges: readonly { a: number; b: number; braces: number[] }[],
  braces: readonly Brace[],
  rimPath: Path,
  spacing: number,
): TopMesh {
  const number = new Map<number, number>();
  const used: Point[] = [];
  const sides = new Map<string, number>();
  const key = (a: number, b: number) => (a < b ? `${a} ${b}` : `${b} ${a}`);
  const renumbered = triangles.map((corners): [number, number, number] => {
    const [a, b, c] = corners.map((corner) => {
      const known = number.get(corner);
      if (known !== undefined) return known;
      number.set(corner, used.length);
      used.push(points[corner]!);
      return used.length - 1;
    }) as [number, number, number];
    for (const side of [key(a, b), key(b, c), key(c, a)]) sides.set(side, (sides.get(side) ?? 0) + 1);
    return [a, b, c];
  });
  const edge = [...rimPath, rimPath[0]!];
  const rim = [...sides]
    .filter(([, count]) => count === 1)
    .map(([side]) => side.split(' ').map(Number) as [number, number])
    // the other borders are those of holes
    .filter(([a, b]) => [a, b].every((one) => nearestOn(used[one]!, edge).off < NEAR * spacing));
  const braceEdges = edges.flatMap(({ a: oldA, b: oldB, braces: along }) => {
    const [a, b] = [number.get(oldA), number.get(oldB)];
    if (a === undefined || b === undefined || !sides.has(key(a, b))) return [];
    return along.map((brace): BraceEdge => {
      const { path } = braces[brace]!;
      const [from, to] = [nearestOn(used[a]!, path).along, nearestOn(used[b]!, path).along];
      return from <= to ? { brace, a, b, from, to } : { brace, a: b, b: a, from: to, to: from };
    });
  });
  return { points: used, triangles: renumbered, braceEdges, rim, spacing };
}

/** A path with a point at each of these distances along it. */
function withStops(path: Path, stops: readonly number[]): Path {
  const length = pathLength(path);
  const within = stops.filter((along) => along > 0 && along < length).sort((a, b) => a - b);
  let at = 0;
  const [start] = path;
  const points: Point[] = [start!];
  for (const [i, end] of path.slice(1).entries()) {
    const to = at + distance(path[i]!, end);
    points.push(
      ...within.filter((along) => along > at && along < to).map((along) => pointAlong(path, along)),
    );
    points.push(end);
    at = to;
  }
  return points;
}

/** A closed polygon of sides about as long as the spacing; its sharp corners stay. */
function resampled(polygon: Path, spacing: number): Point[] {
  const sharp = polygon.flatMap((point, i) => {
    const [before, after] = [
      polygon[(i + polygon.length - 1) % polygon.length]!,
      polygon[(i + 1) % polygon.length]!,
    ];
    const [ax, ay] = [point[0] - before[0], point[1] - before[1]];
    const [bx, by] = [after[0] - point[0], after[1] - point[1]];
    const turn = Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by));
    return turn > Math.PI / 8 ? [i] : [];
  });
  if (sharp.length === 0) sharp.push(0);
  return sharp.flatMap((start, k) => {
    const end = sharp[(k + 1) % sharp.length]!;
    const run =
      end > start ? polygon.slice(start, end + 1) : [...polygon.slice(start), ...polygon.slice(0, end + 1)];
    const length = pathLength(run);
    const count = Math.max(1, Math.round(length / spacing));
    return Array.from({ length: count }, (_, i) => pointAlong(run, (i * length) / count));
  });
}

function holePolygon(hole: Hole, spacing: number): Point[] {
  if (hole.kind === 'round') {
    const { centre, radius } = hole;
    const count = Math.max(8, Math.round((2 * Math.PI * radius) / spacing));
    return Array.from({ length: count }, (_, i): Point => {
      const angle = (2 * Math.PI * i) / count;
      return [centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)];
    });
  }
  const { path, width } = hole;
  // a slot that the mesh cannot see is none
  if (width < 2 * NEAR * spacing) return [];
  const length = pathLength(path);
  const count = Math.max(2, Math.round(length / spacing));
  const middle = Array.from({ length: count + 1 }, (_, i) => pointAlong(path, (i * length) / count));
  const beside = (sign: number) =>
    middle.map((point, i): Point => {
      const [before, after] = [middle[Math.max(0, i - 1)]!, middle[Math.min(count, i + 1)]!];
      const [dx, dy] = [after[0] - before[0], after[1] - before[1]];
      const off = (sign * width) / 2 / Math.hypot(dx, dy);
      return [point[0] - dy * off, point[1] + dx * off];
    });
  return [...beside(1), ...beside(-1).reverse()];
}

/** Points of a hexagonal lattice over a polygon's box, none of them near a line. */
function lattice(
  polygon: Path,
  spacing: number,
  points: readonly Point[],
  edges: readonly { a: number; b: number }[],
): Point[] {
  const xs = polygon.map(([x]) => x);
  const ys = polygon.map(([, y]) => y);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const rise = (spacing * Math.sqrt(3)) / 2;
  const clear = CLEAR * spacing;
  const cells = new Map<string, number[]>();
  const cell = (value: number) => Math.floor(value / spacing);
  edges.forEach(({ a, b }, i) => {
    const [p, q] = [points[a]!, points[b]!];
    for (let k = cell(Math.min(p[0], q[0]) - clear); k <= cell(Math.max(p[0], q[0]) + clear); k++)
      for (let m = cell(Math.min(p[1], q[1]) - clear); m <= cell(Math.max(p[1], q[1]) + clear); m++)
        cells.set(`${k} ${m}`, [...(cells.get(`${k} ${m}`) ?? []), i]);
  });
  const found: Point[] = [];
  let row = 0;
  for (let y = low + rise / 2; y < high; y += rise, row++)
    for (let x = left + (row % 2 ? spacing / 2 : 0); x < right; x += spacing) {
      const here: Point = [x, y];
      const free = (cells.get(`${cell(x)} ${cell(y)}`) ?? []).every((i) => {
        const { a, b } = edges[i]!;
        return nearestOn(here, [points[a]!, points[b]!]).off >= clear;
      });
      if (free) found.push(here);
    }
  return found;
}
