import { fretPosition } from './frets.js';

/**
 * The side elevation of a strung instrument, one string side at a time.
 *
 * x runs from the nut along the *fret plane*, the plane through the crowns at fret 1 and at the body join;
 * heights stand on that plane. Everything in metres and radians. Source: plane geometry; the relief and
 * plane coupling `k_r` is common practice (2 to 4 by where the neck bends).
 */
export interface NeckGeometry {
  /** scale length L, m */
  scale: number;
  /** string length added at the saddle for intonation c, m */
  compensation: number;
  /** fret at which the neck meets the body */
  bodyJoin: number;
}

/** The readings that make one side's stance, m; all at pitch unless said otherwise. */
export interface SideReadings {
  firstFretGap: number;
  relief: number;
  /** straightedge above the bridge top (+) or into it (−) */
  straightedge: number;
  saddleShowing: number;
}

export interface StanceOptions {
  /** the two frets held for the relief; default fret 1 and the body join */
  reliefFrets?: [number, number];
  /** relief while the straightedge was read, m; default: the same */
  reliefAtStraightedge?: number;
  /** what the bridge rises and the neck turns from slack to pitch where the straightedge was read slack */
  slackToPitch?: { rise: number; neckAngle: number };
  /** k_r */
  reliefToPlane?: number;
}

/** Plane turn at the bridge per relief, times D/l: common practice 2 to 4. */
export const RELIEF_TO_PLANE = 2.5;

export interface Stance {
  /** nut to saddle X, m */
  stringLength: number;
  firstFret: number;
  bodyJoin: number;
  /** straightedge at pitch and at the relief of the moment s_p, m */
  straightedgeAtPitch: number;
  /** string height over the plane at the nut line h₀ and at the saddle crown h_s, m */
  nutHeight: number;
  saddleHeight: number;
  /** relief as a parabola between fret 1 and the body join, m */
  reliefToJoin: number;
}

/** Nut to saddle, m. */
export function stringLength(neck: NeckGeometry): number {
  return neck.scale + neck.compensation;
}

/**
 * The straightedge reading as it would be at pitch with the relief of the moment:
 * `s_p = s − k_r (r − r_s)(X − x_B)/l − δ_tp − (X − x_B) ψ_tp`.
 *
 * @returns m, + where the bridge top lies below the fret plane
 */
export function straightedgeAtPitch(
  neck: NeckGeometry,
  readings: SideReadings,
  options: StanceOptions = {},
): number {
  const X = stringLength(neck);
  const xB = fretPosition(neck.scale, neck.bodyJoin);
  const l = xB - fretPosition(neck.scale, 1);
  const change = readings.relief - (options.reliefAtStraightedge ?? readings.relief);
  const { rise, neckAngle } = options.slackToPitch ?? { rise: 0, neckAngle: 0 };
  const coupling = options.reliefToPlane ?? RELIEF_TO_PLANE;
  return readings.straightedge - (coupling * change * (X - xB)) / l - rise - (X - xB) * neckAngle;
}

/**
 * Relief read between any two frets, as the depth of the same bend between fret 1 and the body join. A bend
 * of constant curvature is deeper over a longer chord by the square of the lengths, so that two readings of
 * one neck between different frets agree.
 *
 * @param relief as read, m
 * @param heldFrets the two frets that were held, lower first
 * @returns m
 * @throws RangeError where the two frets are not in order and apart
 */
export function reliefOverNeck(neck: NeckGeometry, relief: number, heldFrets: [number, number]): number {
  const chord = fretPosition(neck.scale, heldFrets[1]) - fretPosition(neck.scale, heldFrets[0]);
  const whole = fretPosition(neck.scale, neck.bodyJoin) - fretPosition(neck.scale, 1);
  if (!(chord > 0)) throw new RangeError('the two held frets must be in order and apart');
  return relief * (whole / chord) ** 2;
}

/**
 * One side's stance from its readings.
 *
 * @throws RangeError for a neck that cannot be (see {@link assertNeck})
 */
export function stanceOf(neck: NeckGeometry, readings: SideReadings, options: StanceOptions = {}): Stance {
  assertNeck(neck);
  const X = stringLength(neck);
  const x1 = fretPosition(neck.scale, 1);
  const sP = straightedgeAtPitch(neck, readings, options);
  const saddleHeight = readings.saddleShowing - sP;
  return {
    stringLength: X,
    firstFret: x1,
    bodyJoin: fretPosition(neck.scale, neck.bodyJoin),
    straightedgeAtPitch: sP,
    nutHeight: (readings.firstFretGap - (saddleHeight * x1) / X) / (1 - x1 / X),
    saddleHeight,
    reliefToJoin: reliefOverNeck(neck, readings.relief, options.reliefFrets ?? [1, neck.bodyJoin]),
  };
}

/** @throws RangeError naming what about the neck cannot be */
export function assertNeck(neck: NeckGeometry): void {
  if (!(neck.scale >= 0.3 && neck.scale <= 1))
    throw new RangeError('scale length must be from 300 to 1000 mm');
  if (!(neck.bodyJoin >= 8 && neck.bodyJoin <= 20))
    throw new RangeError('body join must be from fret 8 to 20');
  if (!(Math.abs(neck.compensation) <= 0.02)) throw new RangeError('compensation must be within 20 mm');
}

/** How far the crowns lie under the fret plane at x through relief, m; negative for a back-bow. */
export function dip(stance: Pick<Stance, 'firstFret' | 'bodyJoin' | 'reliefToJoin'>, x: number): number {
  const { firstFret: a, bodyJoin: b, reliefToJoin } = stance;
  if (x <= a || x >= b) return 0;
  return (4 * reliefToJoin * (x - a) * (b - x)) / (b - a) ** 2;
}

/** String height over the fret plane at x, m. */
export function stringHeight(stance: Stance, x: number): number {
  return stance.nutHeight + ((stance.saddleHeight - stance.nutHeight) * x) / stance.stringLength;
}

/** Action at a fret: string over crown, `a_n = h(x_n) + dip(x_n)`, m. */
export function actionAt(stance: Stance, neck: NeckGeometry, fret: number): number {
  const x = fretPosition(neck.scale, fret);
  return stringHeight(stance, x) + dip(stance, x);
}

/** How the action at a fret answers to each reading (all dimensionless; the stance is linear in them). */
export function actionWeights(
  neck: NeckGeometry,
  fret: number,
  options: StanceOptions = {},
): Record<keyof SideReadings, number> {
  const at = (readings: SideReadings) => actionAt(stanceOf(neck, readings, options), neck, fret);
  const zero: SideReadings = { firstFretGap: 0, relief: 0, straightedge: 0, saddleShowing: 0 };
  const base = at(zero);
  return {
    firstFretGap: at({ ...zero, firstFretGap: 1 }) - base,
    relief: at({ ...zero, relief: 1 }) - base,
    straightedge: at({ ...zero, straightedge: 1 }) - base,
    saddleShowing: at({ ...zero, saddleShowing: 1 }) - base,
  };
}

/**
 * How far an outer string's plane lies under the centre's at the saddle on a board with a radius:
 * `y²/2R` at fret 1 and at the body join, carried on in a straight line (about 1 mm at R = 400 mm).
 *
 * @param offsetFirst, offsetJoin distance of the string from the centre line at fret 1 and the join, m
 * @param radius fingerboard radius, m
 * @returns m; a straightedge read on the centre line becomes `s − drop` under the outer string
 * @throws RangeError where the radius is not positive
 *
 * @public called by sums, which are built next
 */
export function radiusDrop(
  neck: NeckGeometry,
  offsetFirst: number,
  offsetJoin: number,
  radius: number,
): number {
  if (!(radius > 0)) throw new RangeError('fingerboard radius must be positive');
  const x1 = fretPosition(neck.scale, 1);
  const xB = fretPosition(neck.scale, neck.bodyJoin);
  const first = offsetFirst ** 2 / (2 * radius);
  const join = offsetJoin ** 2 / (2 * radius);
  return first + ((join - first) * (stringLength(neck) - x1)) / (xB - x1);
}
