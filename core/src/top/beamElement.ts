import { FREEDOMS } from './shellElement.js';

/** A stretch of brace between two nodes. */
export interface BeamStretch {
  /** of its two ends in the plane and their heights over it, m */
  x: readonly [number, number];
  y: readonly [number, number];
  height: readonly [number, number];
  /** of its section, m */
  wide: number;
  high: number;
  /** height of its middle over the middle of the top's sheet, m; below it is negative */
  middle: number;
  /** Pa */
  modulus: number;
  shear: number;
  /** relative change of length per 1 %MC */
  swell: number;
}

/** A way in which a stretch deforms: a row over the ten freedoms of its ends, and how stiff it is against it. */
export interface BeamMode {
  row: Float64Array;
  stiffness: number;
}

const SIZE = 2 * FREEDOMS;

/**
 * The four ways a brace's stretch deforms: it is drawn long at its own middle, bent evenly, bent into an S, and
 * twisted. The stiffness matrix is `Σ k g gᵀ`, so a stretch that lets go is a change of rank four, no more.
 *
 * A straight beam glued below a plate (J. S. Przemieniecki, *Theory of Matrix Structural Analysis*, chapter 5, with the
 * offset of its axis); along the side of a triangle its deflection is the same cubic that the plate's turns follow.
 *
 * @returns the modes, and the load of +1 %MC over the ten freedoms
 * @throws RangeError where the stretch has no length
 */
export function beamElement(stretch: BeamStretch): { modes: BeamMode[]; swelling: Float64Array } {
  const { x, y, height, wide, high, middle, modulus, shear, swell } = stretch;
  const [dx, dy] = [x[1] - x[0], y[1] - y[0]];
  const length = Math.hypot(dx, dy);
  if (!(length > 0)) throw new RangeError('a stretch of brace must have a length');
  const [sx, sy] = [dx / length, dy / length];
  const area = wide * high;
  const inertia = (wide * high ** 3) / 12;
  /** slope down the stretch at an end: −w,s = θ_y s_x − θ_x s_y */
  const turn = (row: Float64Array, end: 0 | 1, weight: number) => {
    row[FREEDOMS * end + 4]! += weight * sx;
    row[FREEDOMS * end + 3]! -= weight * sy;
  };
  const drawn = new Float64Array(SIZE);
  for (const end of [0, 1] as const) {
    const sign = end === 0 ? -1 : 1;
    drawn[FREEDOMS * end] = sign * sx;
    drawn[FREEDOMS * end + 1] = sign * sy;
    drawn[FREEDOMS * end + 2] = (sign * (height[1] - height[0])) / length;
    turn(drawn, end, sign * middle);
  }
  const bent = new Float64Array(SIZE);
  turn(bent, 0, -1);
  turn(bent, 1, 1);
  // both ends turned alike against the line between them
  const swung = new Float64Array(SIZE);
  turn(swung, 0, 1);
  turn(swung, 1, 1);
  swung[2] = -2 / length;
  swung[FREEDOMS + 2] = 2 / length;
  const twisted = new Float64Array(SIZE);
  for (const end of [0, 1] as const) {
    const sign = end === 0 ? -1 : 1;
    twisted[FREEDOMS * end + 3] = sign * sx;
    twisted[FREEDOMS * end + 4] = sign * sy;
  }
  const axial = (modulus * area) / length;
  const swelling = drawn.map((one) => axial * swell * length * one);
  return {
    modes: [
      { row: drawn, stiffness: axial },
      { row: bent, stiffness: (modulus * inertia) / length },
      { row: swung, stiffness: (3 * modulus * inertia) / length },
      { row: twisted, stiffness: (shear * torsionConstant(wide, high)) / length },
    ],
    swelling,
  };
}

/**
 * Torsion constant of a rectangle, m⁴: `a b³ (1/3 − 0.21 (b/a)(1 − b⁴/12a⁴))`, a the longer side. R. J. Roark, *Formulas
 * for Stress and Strain*, from memory.
 */
export function torsionConstant(one: number, other: number): number {
  const [a, b] = [Math.max(one, other), Math.min(one, other)];
  return a * b ** 3 * (1 / 3 - 0.21 * (b / a) * (1 - b ** 4 / (12 * a ** 4)));
}
