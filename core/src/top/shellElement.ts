import type { Layer } from './laminate.js';

/** Freedoms of a node: shifts u, v in the plane and w out of it, turns about x (w,y) and about y (−w,x). */
export const FREEDOMS = 5;
const SIZE = 3 * FREEDOMS;

/** A triangle of shallow shell: corners in the plane and their heights over it, m. */
export interface Triangle {
  x: readonly [number, number, number];
  y: readonly [number, number, number];
  height: readonly [number, number, number];
}

export interface ElementMatrices {
  /** 15 × 15, by rows */
  stiffness: Float64Array;
  /** load of +1 %MC, 15 */
  swelling: Float64Array;
  /** m² */
  area: number;
}

/** Points of the middle of the three sides, and what the six quadratic shapes are there along two corner weights. */
const SIDE_MIDDLES = [
  [0.5, 0.5, 0],
  [0, 0.5, 0.5],
  [0.5, 0, 0.5],
] as const;
/** What an element is worked out in, and written over by the next. */
const SCRATCH = {
  membrane: new Float64Array(3 * SIZE),
  mean: new Float64Array(3 * SIZE),
  strain: new Float64Array(3 * SIZE),
  turns: new Float64Array(12 * SIZE),
  stiffness: new Float64Array(SIZE * SIZE),
  swelling: new Float64Array(SIZE),
  curvatures: [0, 1, 2].map(() => new Float64Array(3 * SIZE)),
};
/** side k runs from corner k to the next */
const NEXT = [1, 2, 0] as const;

/**
 * Stiffness and swelling load of a triangle of layers.
 *
 * Bending is the discrete Kirchhoff triangle: turns run quadratically, and at corners and along sides they are the
 * slopes of a surface that runs cubically along each side (J. L. Batoz, K. J. Bathe and L. W. Ho, *Int. J. Numer. Meth.
 * Eng.* 15, 1980). In its plane the triangle is of constant strain; the height of the built dome couples both
 * (K. Marguerre, 1938: `ε_x = u,x + z,x w,x`). A layer that lies off the middle takes part with the strain at its own
 * middle, averaged over the triangle, and bends about it; so shifts that run straight and turns that run quadratically
 * do not fight each other.
 *
 * @returns matrices that the next call writes over
 * @throws RangeError where the triangle has no area
 */
export function shellElement({ x, y, height }: Triangle, layers: readonly Layer[]): ElementMatrices {
  const twice = (x[1] - x[0]) * (y[2] - y[0]) - (x[2] - x[0]) * (y[1] - y[0]);
  const area = twice / 2;
  if (!(area > 0)) throw new RangeError('a triangle must have an area and run counter-clockwise');
  // gradients of the three corner weights
  const bx = [0, 1, 2].map((i) => (y[NEXT[i]!] - y[NEXT[NEXT[i]!]]) / twice);
  const by = [0, 1, 2].map((i) => (x[NEXT[NEXT[i]!]] - x[NEXT[i]!]) / twice);
  const slope = (by3: readonly number[]) => height[0] * by3[0]! + height[1] * by3[1]! + height[2] * by3[2]!;
  const [zx, zy] = [slope(bx), slope(by)];

  const { membrane, mean, strain, curvatures } = SCRATCH;
  membrane.fill(0);
  for (let i = 0; i < 3; i++) {
    const [gx, gy, at] = [bx[i]!, by[i]!, FREEDOMS * i];
    membrane[at] = gx;
    membrane[SIZE + at + 1] = gy;
    membrane[2 * SIZE + at] = gy;
    membrane[2 * SIZE + at + 1] = gx;
    membrane[at + 2] = zx * gx;
    membrane[SIZE + at + 2] = zy * gy;
    membrane[2 * SIZE + at + 2] = zx * gy + zy * gx;
  }
  const turns = turnsOf(x, y);
  SIDE_MIDDLES.forEach((at, i) => curvatureAt(curvatures[i]!, at, turns, bx, by));
  const [one, two, three] = curvatures;
  for (let k = 0; k < mean.length; k++) mean[k] = (one![k]! + two![k]! + three![k]!) / 3;

  const { stiffness, swelling } = SCRATCH;
  stiffness.fill(0);
  swelling.fill(0);
  const bending: [number, number, number, number] = [0, 0, 0, 0];
  for (const { stiffness: q, thickness, middle, swell } of layers) {
    for (let k = 0; k < strain.length; k++) strain[k] = membrane[k]! + middle * mean[k]!;
    addProduct(stiffness, strain, q, area * thickness);
    const stress = [q[0] * swell[0] + q[1] * swell[1], q[1] * swell[0] + q[2] * swell[1], q[3] * swell[2]];
    for (let i = 0; i < SIZE; i++)
      swelling[i]! +=
        area *
        thickness *
        (strain[i]! * stress[0]! + strain[SIZE + i]! * stress[1]! + strain[2 * SIZE + i]! * stress[2]!);
    for (let k = 0; k < 4; k++) bending[k]! += (q[k]! * thickness ** 3) / 12;
  }
  for (const each of curvatures) addProduct(stiffness, each, bending, area / 3);
  // only the lower triangle was summed
  for (let i = 0; i < SIZE; i++)
    for (let j = 0; j < i; j++) stiffness[SIZE * j + i] = stiffness[SIZE * i + j]!;
  return { stiffness, swelling, area };
}

/** Adds `weight · Bᵀ Q B`, its lower triangle. */
function addProduct(
  to: Float64Array,
  b: Float64Array,
  q: readonly [number, number, number, number],
  weight: number,
): void {
  for (let i = 0; i < SIZE; i++) {
    const [b0, b1, b2] = [b[i]!, b[SIZE + i]!, b[2 * SIZE + i]!];
    if (b0 === 0 && b1 === 0 && b2 === 0) continue;
    const s0 = weight * (q[0] * b0 + q[1] * b1);
    const s1 = weight * (q[1] * b0 + q[2] * b1);
    const s2 = weight * q[3] * b2;
    for (let j = 0; j <= i; j++) to[SIZE * i + j]! += s0 * b[j]! + s1 * b[SIZE + j]! + s2 * b[2 * SIZE + j]!;
  }
}

/**
 * The turns β_x (−w,x) and β_y (−w,y) at the three corners and the three side middles, each as a row over the 15
 * freedoms: rows 0–5 are β_x, rows 6–11 β_y.
 */
function turnsOf(x: Triangle['x'], y: Triangle['y']): Float64Array {
  const rows = SCRATCH.turns;
  rows.fill(0);
  const w = (i: number) => FREEDOMS * i + 2;
  /** β_x is the turn about y, β_y the turn about x the other way round */
  const betaX = (i: number) => FREEDOMS * i + 4;
  const betaY = (i: number) => FREEDOMS * i + 3;
  for (let i = 0; i < 3; i++) {
    rows[SIZE * i + betaX(i)] = 1;
    rows[SIZE * (6 + i) + betaY(i)] = -1;
  }
  for (let k = 0; k < 3; k++) {
    const [i, j] = [k, NEXT[k]!];
    const [dx, dy] = [x[j] - x[i]!, y[j] - y[i]!];
    const length = Math.hypot(dx, dy);
    const [sx, sy] = [dx / length, dy / length];
    const [rowX, rowY] = [SIZE * (3 + k), SIZE * (9 + k)];
    const add = (freedom: number, alongSide: number, acrossSide: number) => {
      rows[rowX + freedom]! += alongSide * sx - acrossSide * sy;
      rows[rowY + freedom]! += alongSide * sy + acrossSide * sx;
    };
    add(w(i), 1.5 / length, 0);
    add(w(j), -1.5 / length, 0);
    for (const corner of [i, j]) {
      // along the side −¼ of the turn at each end, across it their mean
      add(betaX(corner), -0.25 * sx, -0.5 * sy);
      add(betaY(corner), 0.25 * sy, -0.5 * sx);
    }
  }
  return rows;
}

/** Curvatures β_x,x, β_y,y and β_x,y + β_y,x at a point given by its corner weights: 3 × 15. */
function curvatureAt(
  result: Float64Array,
  weights: readonly [number, number, number],
  turns: Float64Array,
  bx: readonly number[],
  by: readonly number[],
): void {
  result.fill(0);
  for (let node = 0; node < 6; node++) {
    let gx: number;
    let gy: number;
    if (node < 3) {
      // shape L(2L − 1)
      const slope = 4 * weights[node]! - 1;
      [gx, gy] = [slope * bx[node]!, slope * by[node]!];
    } else {
      // shape 4 L_i L_j
      const [i, j] = [node - 3, NEXT[node - 3]!];
      gx = 4 * (weights[i]! * bx[j]! + weights[j] * bx[i]!);
      gy = 4 * (weights[i]! * by[j]! + weights[j] * by[i]!);
    }
    const [rowX, rowY] = [SIZE * node, SIZE * (6 + node)];
    for (let k = 0; k < SIZE; k++) {
      const [x, y] = [turns[rowX + k]!, turns[rowY + k]!];
      result[k]! += gx * x;
      result[SIZE + k]! += gy * y;
      result[2 * SIZE + k]! += gy * x + gx * y;
    }
  }
}
