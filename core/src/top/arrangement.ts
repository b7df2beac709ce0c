import { distance, nearestOn, type Path, type Point } from '../body-plan/index.js';

/** A line that the mesh must follow; edges along it remember which it was. */
export interface MeshLine {
  path: Path;
  /** of the brace, or −1 for an outline or the edge of a part */
  brace: number;
}

export interface Edge {
  a: number;
  b: number;
  braces: number[];
}

export interface Arrangement {
  points: Point[];
  edges: Edge[];
}

/** More rounds of mending than any top has needed. */
const ROUNDS = 40;

/**
 * Lines cut into edges about `spacing` long that meet only at shared points: crossings become points, points nearer to
 * each other than `near` become one, and an edge that passes a point so nearly is led through it.
 *
 * @param near m, well under the spacing
 * @throws RangeError where lines lie so close that no such edges are found
 */
export function arrange(lines: readonly MeshLine[], spacing: number, near: number): Arrangement {
  const points = new PointGrid(near);
  const edges = new Map<string, Edge>();
  const link = (a: number, b: number, braces: readonly number[]) => {
    if (a === b) return;
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    const edge = edges.get(key) ?? { a, b, braces: [] };
    for (const brace of braces) if (brace >= 0 && !edge.braces.includes(brace)) edge.braces.push(brace);
    edges.set(key, edge);
  };
  const pieces = lines.flatMap(({ path, brace }) =>
    path.slice(1).map((to, i) => ({ from: path[i]!, to, brace })),
  );
  for (const { from, to, brace } of pieces) {
    const cuts = pieces.flatMap((other) => {
      const t = crossing(from, to, other.from, other.to);
      return t === null ? [] : [t];
    });
    const stops = [0, ...cuts.sort((a, b) => a - b), 1];
    let last = points.at(from);
    for (let i = 1; i < stops.length; i++) {
      const [start, end] = [between(from, to, stops[i - 1]!), between(from, to, stops[i]!)];
      const count = Math.max(1, Math.round(distance(start, end) / spacing));
      for (let k = 1; k <= count; k++) {
        const next = points.at(between(start, end, k / count));
        link(last, next, [brace]);
        last = next;
      }
    }
  }
  for (let round = 0; round < ROUNDS; round++)
    if (!mend(points, edges, near, link)) return { points: points.all, edges: [...edges.values()] };
  throw new RangeError('lines of the plan lie so close to each other that they cannot be told apart');
}

/** Splits edges at points they pass and where they cross; true where anything was split. */
function mend(
  points: PointGrid,
  edges: Map<string, Edge>,
  near: number,
  link: (a: number, b: number, braces: readonly number[]) => void,
): boolean {
  let mended = false;
  const split = (key: string, { a, b, braces }: Edge, at: number) => {
    edges.delete(key);
    link(a, at, braces);
    link(at, b, braces);
    mended = true;
  };
  for (const [key, edge] of [...edges]) {
    const [from, to] = [points.all[edge.a]!, points.all[edge.b]!];
    const passed = points
      .within(from, to, near)
      .filter((one) => one !== edge.a && one !== edge.b)
      .map((one) => ({ one, ...nearestOn(points.all[one]!, [from, to]) }))
      .filter(({ off, along }) => off < near / 2 && along > 0 && along < distance(from, to))
      .sort((p, q) => p.off - q.off)[0];
    if (passed) split(key, edge, passed.one);
  }
  if (mended) return true;
  const all = [...edges];
  const boxes = all.map(([, { a, b }]) => {
    const [[ax, ay], [bx, by]] = [points.all[a]!, points.all[b]!];
    return [Math.min(ax, bx), Math.max(ax, bx), Math.min(ay, by), Math.max(ay, by)] as const;
  });
  const gone = new Set<string>();
  for (let i = 0; i < all.length; i++)
    for (let k = i + 1; k < all.length; k++) {
      const [p, q] = [boxes[i]!, boxes[k]!];
      if (p[1] < q[0] || q[1] < p[0] || p[3] < q[2] || q[3] < p[2]) continue;
      const [[keyI, one], [keyK, other]] = [all[i]!, all[k]!];
      if (gone.has(keyI) || gone.has(keyK)) continue;
      if (one.a === other.a || one.a === other.b || one.b === other.a || one.b === other.b) continue;
      const [from, to] = [points.all[one.a]!, points.all[one.b]!];
      const t = crossing(from, to, points.all[other.a]!, points.all[other.b]!);
      if (t === null) continue;
      const at = points.at(between(from, to, t));
      split(keyI, one, at);
      split(keyK, other, at);
      gone.add(keyI).add(keyK);
    }
  return mended;
}

const between = (a: Point, b: Point, t: number): Point => [
  a[0] + t * (b[0] - a[0]),
  a[1] + t * (b[1] - a[1]),
];

/** The part of the way from a to b at which it crosses c to d between the ends of both, or touches an end of the other. */
function crossing(a: Point, b: Point, c: Point, d: Point): number | null {
  const [rx, ry] = [b[0] - a[0], b[1] - a[1]];
  const [sx, sy] = [d[0] - c[0], d[1] - c[1]];
  const across = rx * sy - ry * sx;
  if (Math.abs(across) <= 1e-12 * Math.hypot(rx, ry) * Math.hypot(sx, sy)) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / across;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / across;
  return t > 1e-9 && t < 1 - 1e-9 && u >= -1e-9 && u <= 1 + 1e-9 ? t : null;
}

/** Points of which no two lie nearer than a distance; found by squares of that size. */
class PointGrid {
  readonly all: Point[] = [];
  private readonly squares = new Map<string, number[]>();

  constructor(private readonly near: number) {}

  /** The point there, or the one that is nearer than the distance to it. */
  at(point: Point): number {
    let best = -1;
    let off = this.near;
    for (const one of this.around(point, point, this.near)) {
      const away = distance(this.all[one]!, point);
      if (away < off) [best, off] = [one, away];
    }
    if (best >= 0) return best;
    this.all.push(point);
    const key = this.square(point[0], point[1]);
    this.squares.set(key, [...(this.squares.get(key) ?? []), this.all.length - 1]);
    return this.all.length - 1;
  }

  /** Points in the box of a stretch, widened. */
  within(a: Point, b: Point, by: number): number[] {
    return this.around(a, b, by);
  }

  private around(a: Point, b: Point, by: number): number[] {
    const found: number[] = [];
    const cell = (value: number) => Math.floor(value / this.near);
    for (let i = cell(Math.min(a[0], b[0]) - by); i <= cell(Math.max(a[0], b[0]) + by); i++)
      for (let k = cell(Math.min(a[1], b[1]) - by); k <= cell(Math.max(a[1], b[1]) + by); k++)
        found.push(...(this.squares.get(`${i} ${k}`) ?? []));
    return found;
  }

  private square(x: number, y: number): string {
    return `${Math.floor(x / this.near)} ${Math.floor(y / this.near)}`;
  }
}
