import { fretPosition } from './frets.js';
import { stringLength, type NeckGeometry } from './stance.js';

/** What a bridge that turns does to the saddle crown, exact for a rigid turn. */
export interface CrownMove {
  /** along the strings, m, towards the nut negative */
  along: number;
  /** m, up positive */
  up: number;
}

/**
 * Bridge turned by θ towards the nut about a line H under and b behind (+) the crown:
 * `Δx = −H sin θ + b (1 − cos θ)`, `Δh = −b sin θ − H (1 − cos θ)`. Where the rise is measured at the saddle
 * line itself, b = 0.
 *
 * @public called by sums, which are built next
 */
export function bridgeTurn(angle: number, crownAbove: number, crownBefore = 0): CrownMove {
  return {
    along: -crownAbove * Math.sin(angle) + crownBefore * (1 - Math.cos(angle)),
    up: -crownBefore * Math.sin(angle) - crownAbove * (1 - Math.cos(angle)),
  };
}

/**
 * Cents by which a fretted note moves against the open string when the saddle crown shifts along the string:
 * `−(1200/ln 2) · Δx · (1/(X − x_n) − 1/X)`.
 *
 * @param along shift of the crown away from the nut, m
 *
 * @public called by sums, which are built next
 */
export function intonationShift(neck: NeckGeometry, fret: number, along: number): number {
  const X = stringLength(neck);
  return -(1200 / Math.LN2) * along * (1 / (X - fretPosition(neck.scale, fret)) - 1 / X);
}

/**
 * Force of the strings down on the saddle from the break angles before (α) and behind (β) the crown,
 * `T (sin α + sin β)`.
 *
 * @param tension N
 * @returns N
 *
 * @public called by sums, which are built next
 */
export function saddleForce(tension: number, before: number, behind: number): number {
  return tension * (Math.sin(before) + Math.sin(behind));
}
