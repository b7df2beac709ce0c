import type Delaunator from 'delaunator';

/** What is used of the package; the source that it ships as its types does not pass our checks. */
export default class Constrainautor {
  constructor(triangulation: Delaunator<ArrayLike<number>>, edges?: readonly [number, number][]);
  /** @throws Error where the edge crosses a constrained one or passes through a point */
  constrainOne(from: number, to: number): number;
}
