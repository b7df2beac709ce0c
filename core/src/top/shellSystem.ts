import { NodalMatrix, reverseCuthillMcKee } from '../numeric/index.js';
import { FREEDOMS, type ElementMatrices } from './shellElement.js';

type Triangles = readonly (readonly [number, number, number])[];

/**
 * Equations of a shell before anything is put into them.
 *
 * @param held whether a freedom of a node does not move
 * @param late which end of the body stands last, see {@link reverseCuthillMcKee}
 * @returns the number of each freedom among the free ones, node × 5, −1 where it is held; and an empty matrix for them
 */
export function shellSystem(
  { points, triangles }: { points: readonly unknown[]; triangles: Triangles },
  held: (node: number, freedom: number) => boolean,
  late?: (node: number) => number,
): { free: Int32Array; stiffness: NodalMatrix } {
  const neighbours = points.map(() => new Set<number>());
  for (const [a, b, c] of triangles) {
    neighbours[a]!.add(b).add(c);
    neighbours[b]!.add(a).add(c);
    neighbours[c]!.add(a).add(b);
  }
  const order = reverseCuthillMcKee(
    neighbours.map((set) => [...set]),
    late,
  );
  const free = new Int32Array(points.length * FREEDOMS).fill(-1);
  let size = 0;
  for (const node of order)
    for (let k = 0; k < FREEDOMS; k++)
      if (!held(node, k)) {
        free[FREEDOMS * node + k] = size;
        size += 1;
      }
  const rows = points.map((_, node) => freedomsOf(free, node).filter((number) => number >= 0));
  return { free, stiffness: new NodalMatrix(rows, neighbours) };
}

/** Numbers of a node's five freedoms. */
export const freedomsOf = (free: Int32Array, node: number): number[] =>
  Array.from({ length: FREEDOMS }, (_, k) => free[FREEDOMS * node + k]!);

/** Number of a corner's freedom, counted over all corners. */
function numberOf(free: Int32Array, nodes: readonly number[], i: number): number {
  const corner = i < FREEDOMS ? 0 : i < 2 * FREEDOMS ? 1 : 2;
  return free[FREEDOMS * nodes[corner]! + i - FREEDOMS * corner]!;
}

/** Puts a triangle's stiffness and swelling load into the equations. */
export function addElement(
  matrix: NodalMatrix,
  load: Float64Array,
  free: Int32Array,
  nodes: readonly number[],
  { stiffness, swelling }: ElementMatrices,
): void {
  const size = FREEDOMS * nodes.length;
  for (let i = 0; i < size; i++) {
    const row = numberOf(free, nodes, i);
    if (row < 0) continue;
    load[row]! += swelling[i]!;
    for (let j = 0; j <= i; j++) {
      const column = numberOf(free, nodes, j);
      if (column >= 0) matrix.add(row, column, stiffness[size * i + j]!);
    }
  }
}
