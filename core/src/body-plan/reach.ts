import { crossingOf, type Path, type Point } from './geometry.js';
import { outlinePolygon } from './outline.js';
import { cornersOf, type BodyPlan } from './plan.js';

/** What a crack may run into. */
export type RunsInto = 'bridge' | 'hole' | 'rim';

/** How much farther a crack must grow at one of its ends, going on as it points, until it runs into something; m. */
export interface Reach {
  into: RunsInto;
  distance: number;
}

/** No body is longer, m. */
const FAR = 2;
/** What is passed nearer than this is where the crack begins, m. */
const TOUCHES = 1e-4;

/**
 * The nearest of bridge, sound hole and rim that a crack of the top runs into if it goes on at either end as it points
 * there; null where it points at nothing. All of the growth is thought to be at that one end.
 */
export function reachOf(path: Path, plan: Pick<BodyPlan, 'bridge' | 'holes' | 'outline'>): Reach | null {
  if (path.length < 2) return null;
  const ends: [Point, Point][] = [
    [path[1]!, path[0]!],
    [path.at(-2)!, path.at(-1)!],
  ];
  const found = ends.flatMap(([from, to]) => raysHit(from, to, plan));
  return found.sort((a, b) => a.distance - b.distance)[0] ?? null;
}

function raysHit(
  from: Point,
  to: Point,
  { bridge, holes, outline }: Pick<BodyPlan, 'bridge' | 'holes' | 'outline'>,
): Reach[] {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (length === 0) return [];
  const end: Point = [to[0] + (FAR * (to[0] - from[0])) / length, to[1] + (FAR * (to[1] - from[1])) / length];
  const rounds = holes.map((hole): Path =>
    hole.kind === 'round' ? circle(hole.centre, hole.radius) : hole.path,
  );
  const into: [RunsInto, Path][] = [
    ['bridge', closed(cornersOf(bridge))],
    ...rounds.map((path, i): [RunsInto, Path] => ['hole', holes[i]!.kind === 'round' ? closed(path) : path]),
    ['rim', closed(outlinePolygon(outline))],
  ];
  return into.flatMap(([name, path]) => {
    const shares = path.slice(1).flatMap((point, i) => crossingOf(to, end, path[i]!, point) ?? []);
    const distance = FAR * Math.min(Infinity, ...shares);
    return distance > TOUCHES && Number.isFinite(distance) ? [{ into: name, distance }] : [];
  });
}

const closed = (path: Path): Path => [...path, path[0]!];
const circle = ([x, y]: Point, radius: number): Path =>
  Array.from({ length: 48 }, (_, i): Point => {
    const angle = (2 * Math.PI * i) / 48;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)];
  });
