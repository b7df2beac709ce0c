import { mm } from '../units/index.js';
import { crossingOf, isInside, nearestOn, pathLength, stretchOf, type Path, type Point } from './geometry.js';
import type { Face } from './marks.js';
import { outlinePolygon } from './outline.js';
import type { Brace, Hole, BodyPlan } from './plan.js';

/** Sides of a polygon that stands for a round hole. */
const ROUND = 48;

/** The edge of a hole as a closed polygon; of an f-hole, its middle line widened on both sides. */
export function holeEdge(hole: Hole): Path {
  if (hole.kind === 'round') {
    const { centre, radius } = hole;
    return Array.from({ length: ROUND }, (_, i): Point => {
      const angle = (2 * Math.PI * i) / ROUND;
      return [centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)];
    });
  }
  const { path, width } = hole;
  const beside = (side: 1 | -1) =>
    path.map((point, i): Point => {
      const [a, b] = [path[Math.max(0, i - 1)]!, path[Math.min(path.length - 1, i + 1)]!];
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
      return [
        point[0] - (side * (width / 2) * (b[1] - a[1])) / length,
        point[1] + (side * (width / 2) * (b[0] - a[0])) / length,
      ];
    });
  return [...beside(1), ...beside(-1).reverse()];
}

/** What of a path lies on the wood of a face, the longest piece of it; the path itself where nothing is cut off. */
export function onWood(plan: BodyPlan, face: Face, path: Path): { path: Path; cut: boolean } {
  if (face !== 'top' && face !== 'top inside' && face !== 'back') return { path, cut: false };
  const outline = outlinePolygon(plan.outline);
  const holes = face === 'back' ? [] : plan.holes.map(holeEdge);
  const isWood = (point: Point) => isInside(point, outline) && holes.every((hole) => !isInside(point, hole));
  if (path.length < 2) return { path, cut: false };
  // where it crosses an edge, along it
  const length = pathLength(path);
  const crossings = [0, length];
  let along = 0;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1]!, path[i]!];
    const step = Math.hypot(b[0] - a[0], b[1] - a[1]);
    for (const edge of [outline, ...holes])
      edge.forEach((c, k) => {
        const t = crossingOf(a, b, c, edge[(k + 1) % edge.length]!);
        if (t !== null) crossings.push(along + t * step);
      });
    along += step;
  }
  const sorted = crossings.sort((a, b) => a - b);
  const pieces = sorted
    .slice(1)
    .map((to, i) => ({ from: sorted[i]!, to }))
    .filter(({ from, to }) => to - from > 1e-9 && isWood(middleOf(path, from, to)));
  if (pieces.length === 0) return { path, cut: false };
  const best = pieces.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  if (best.to - best.from > length - 0.1 * mm) return { path, cut: false };
  return { path: stretchOf(path, best.from, best.to), cut: true };
}

const middleOf = (path: Path, from: number, to: number): Point =>
  stretchOf(path, from, (from + to) / 2).at(-1)!;

/** A stretch that is marked on a brace. */
export interface MarkedStretch {
  brace: Brace;
  from: number;
  to: number;
}

/** So far from a brace's middle line a mark is of it still, m. */
const ON_BRACE = 15 * mm;
/** A mark that ends so near the end of a brace reaches it, m. */
const AT_END = 6 * mm;

/** The stretch of a brace that two marked points mean: the brace that both lie nearest to; null where there is none. */
export function markedStretch(braces: readonly Brace[], points: readonly Point[]): MarkedStretch | null {
  const near = braces
    .map((brace) => ({ brace, spots: points.map((point) => nearestOn(point, brace.path)) }))
    .filter(({ spots }) => spots.length > 1 && spots.every(({ off }) => off < ON_BRACE))
    .sort((a, b) => worst(a.spots) - worst(b.spots))[0];
  if (!near) return null;
  const length = pathLength(near.brace.path);
  const along = near.spots.map((spot) => spot.along);
  const [from, to] = [Math.min(...along), Math.max(...along)];
  const stretch = { from: from < AT_END ? 0 : from, to: to > length - AT_END ? length : to };
  return stretch.to - stretch.from < mm ? null : { brace: near.brace, ...stretch };
}

const worst = (spots: readonly { off: number }[]): number => Math.max(...spots.map(({ off }) => off));

/** Something about a plan that can be, and that is probably meant otherwise. */
export interface PlanNote {
  part: string;
  words: string;
}

/** Braces that are drawn through a sound hole: the model leaves that part of them out. */
export function planNotes({ braces, holes }: Pick<BodyPlan, 'braces' | 'holes'>): PlanNote[] {
  const edges = holes.map(holeEdge);
  return braces
    .filter(({ path }) =>
      edges.some(
        (edge) =>
          path.some((point) => isInside(point, edge)) ||
          path
            .slice(1)
            .some((b, i) =>
              edge.some((c, k) => crossingOf(path[i]!, b, c, edge[(k + 1) % edge.length]!) !== null),
            ),
      ),
    )
    .map(({ id, name }) => ({
      part: id,
      words: `${name} is drawn through the sound hole. Correct the one or the other.`,
    }));
}

/** How far a brace stays clear of a round hole, m. */
const CLEAR = 12 * mm;

/** A place along the body where a brace straight across does not run through the round hole: the nearest that is clear. */
export function clearOf(hole: Extract<Hole, { kind: 'round' }>, y: number, halfWidth: number): number {
  const reach = hole.radius + CLEAR + halfWidth;
  const off = y - hole.centre[1];
  return Math.abs(off) >= reach ? y : hole.centre[1] + (off < 0 ? -reach : reach);
}
