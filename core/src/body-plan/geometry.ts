/**
 * Plane geometry of the plan. Points in metres: x from the centre line, towards the treble side as one looks at the
 * front; y along the body from its tail edge towards the neck.
 */
export type Point = readonly [x: number, y: number];
export type Path = readonly Point[];

/** Straight from one point to another, m. */
export const distance = (a: Point, b: Point): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** Length along a path, m; 0 for fewer than two points. */
export function pathLength(path: Path): number {
  let length = 0;
  for (let i = 1; i < path.length; i++) length += distance(path[i - 1]!, path[i]!);
  return length;
}

/** Area of a closed polygon, m², whichever way round it runs: the shoelace formula. */
export function polygonArea(polygon: Path): number {
  let twice = 0;
  polygon.forEach(([x, y], i) => {
    const [nextX, nextY] = polygon[(i + 1) % polygon.length]!;
    twice += x * nextY - nextX * y;
  });
  return Math.abs(twice) / 2;
}

/** True inside a closed polygon: an even-odd count of crossings; on the edge either answer may come. */
export function isInside([x, y]: Point, polygon: Path): boolean {
  let inside = false;
  let before = polygon[polygon.length - 1]!;
  for (let i = 0; i < polygon.length; i++) {
    const here = polygon[i]!;
    const [y1, y2] = [before[1], here[1]];
    if (y1 > y !== y2 > y && x < before[0] + ((y - y1) / (y2 - y1)) * (here[0] - before[0])) inside = !inside;
    before = here;
  }
  return inside;
}

/** The part of the way from a to b at which it crosses c to d, 0 to 1; null where they do not meet. */
export function crossingOf(a: Point, b: Point, c: Point, d: Point): number | null {
  const [rx, ry] = [b[0] - a[0], b[1] - a[1]];
  const [sx, sy] = [d[0] - c[0], d[1] - c[1]];
  const across = rx * sy - ry * sx;
  if (Math.abs(across) < 1e-15) return null;
  const t = ((c[0] - a[0]) * sy - (c[1] - a[1]) * sx) / across;
  const u = ((c[0] - a[0]) * ry - (c[1] - a[1]) * rx) / across;
  return t >= 0 && t <= 1 && u >= 0 && u <= 1 ? t : null;
}

/** True where a path meets itself elsewhere than at its own corners. */
export function crossesItself(path: Path): boolean {
  for (let i = 1; i < path.length; i++)
    for (let k = i + 2; k < path.length; k++)
      if (crossingOf(path[i - 1]!, path[i]!, path[k - 1]!, path[k]!) !== null) return true;
  return false;
}

/** The nearest point of a path, how far along it lies and how far off, m. */
export function nearestOn(point: Point, path: Path): { point: Point; along: number; off: number } {
  const [px, py] = point;
  let [x, y] = path[0]!;
  let best = Math.hypot(x - px, y - py);
  let at = 0;
  let along = 0;
  for (let i = 1; i < path.length; i++) {
    const a = path[i - 1]!;
    const [dx, dy] = [path[i]![0] - a[0], path[i]![1] - a[1]];
    const square = dx * dx + dy * dy;
    const length = Math.sqrt(square);
    const t = square === 0 ? 0 : ((px - a[0]) * dx + (py - a[1]) * dy) / square;
    const within = t < 0 ? 0 : t > 1 ? 1 : t;
    const [onX, onY] = [a[0] + within * dx, a[1] + within * dy];
    const off = Math.hypot(onX - px, onY - py);
    if (off < best) {
      [x, y, best] = [onX, onY, off];
      at = along + within * length;
    }
    along += length;
  }
  return { point: [x, y], along: at, off: best };
}

/** The point of a path so far along it, m; its ends beyond them. */
export function pointAlong(path: Path, along: number): Point {
  let left = Math.max(0, along);
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!];
    const length = distance(a, b);
    if (left <= length && length > 0)
      return [a[0] + (left / length) * (b[0] - a[0]), a[1] + (left / length) * (b[1] - a[1])];
    left -= length;
  }
  return path.at(-1)!;
}

/** The stretch of a path between two distances along it. */
export function stretchOf(path: Path, from: number, to: number): Point[] {
  const [start, end] = from <= to ? [from, to] : [to, from];
  const between: Point[] = [];
  let along = 0;
  for (let i = 1; i < path.length; i++) {
    along += distance(path[i - 1]!, path[i]!);
    if (along > start && along < end) between.push(path[i]!);
  }
  return [pointAlong(path, start), ...between, pointAlong(path, end)];
}

/** Where a ray leaves a polygon for the last time before it ends, from a point inside; null where it never does. */
export function rimFrom(from: Point, direction: Point, polygon: Path, reach = 2): Point | null {
  const length = Math.hypot(direction[0], direction[1]);
  if (length === 0) return null;
  const to: Point = [from[0] + (direction[0] / length) * reach, from[1] + (direction[1] / length) * reach];
  let nearest: number | null = null;
  polygon.forEach((corner, i) => {
    const t = crossingOf(from, to, corner, polygon[(i + 1) % polygon.length]!);
    if (t !== null && t > 1e-9 && (nearest === null || t < nearest)) nearest = t;
  });
  if (nearest === null) return null;
  return [from[0] + nearest * (to[0] - from[0]), from[1] + nearest * (to[1] - from[1])];
}

/** The stretch of a brace that is loose, as a path on the plan; what was found further than it is long ends with it. */
export function loosePath({ path }: { path: Path }, from: number, to: number): Point[] {
  const length = pathLength(path);
  return to > length
    ? [...stretchOf(path, from, length), pointAlong(path, length)]
    : stretchOf(path, from, to);
}
