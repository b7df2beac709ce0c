import { conditionOn, diagonalOf, type Uncertain } from '../numeric/index.js';

/**
 * Belly, thickness or neck. Over the rim plane the fret plane stands at `z_f = z_top + t_b + s`; on a sound instrument
 * at `z_sound + t_b0 + s_target`. So what the straightedge is short of is shared out without a rest:
 *
 *     s_target − s = (z_top − z_sound) + (t_b − t_b0) + (z_f0 − z_f)
 *                     belly and turn      thickness      neck
 *
 * All readings at one moisture, one relief and one tension. m.
 */
export interface RimPlaneInput {
  /** s_target − s */
  short: Uncertain;
  /** z_sound: built dome, and what the strings do to the glued top */
  sound: Uncertain;
  /** t_b0, the bridge as it was made */
  madeThickness: Uncertain;
  /** z_top at the saddle line; null where it was not read */
  top: Uncertain | null;
  /** t_b; null where it was not read */
  thickness: Uncertain | null;
  /** z_f at the saddle line, by a long straightedge and a rule; null where it was not read */
  fretPlane: Uncertain | null;
  /** s_target itself */
  target: number;
  /** what is believed of the belly's part before it is measured: by its shape as it was seen */
  belly: Uncertain;
}

export interface RimPlaneParts {
  belly: Uncertain;
  thickness: Uncertain;
  neck: Uncertain;
  /** what the readings leave of s_target − s where there are more of them than the identity needs */
  unexplained: Uncertain;
}

/** Before anything is measured a neck may have moved either way, m. House figure. */
export const NECK_SD = 2e-3;
/**
 * What is believed of a bridge: as it was made, or, one in eight, planed by a millimetre or three. A reading far under what
 * bridges are made at is then taken for what it is, and not halved towards the usual. House figures, m.
 */
export const BRIDGES = [
  { weight: 0.88, value: 0, sd: 0.5e-3 },
  { weight: 0.12, value: -2e-3, sd: 1e-3 },
] as const;

/**
 * Shares out what the straightedge is short of, by everything that was read: unknowns are z_sound, t_b0, and the parts
 * of belly, thickness and neck; each reading is a linear sum of them (Gaussian conditioning; A. Gelman et al.,
 * *Bayesian Data Analysis*, chapter 14). The neck is the remainder: what is not known of dome and bridge widens it.
 */
export function shareOut(input: RimPlaneInput): RimPlaneParts {
  const { short, thickness } = input;
  // where its thickness was not read nobody says that it was planed
  const ways = (thickness ? BRIDGES : BRIDGES.slice(0, 1)).map((bridge) => conditioned(input, bridge));
  const best = Math.max(...ways.map(({ weight }) => weight));
  const shares = ways.map(({ weight }) => Math.exp(weight - best));
  const all = shares.reduce((sum, share) => sum + share, 0);
  const mixed = (of: (way: Conditioned) => Uncertain): Uncertain => {
    const value = ways.reduce((sum, way, i) => sum + (shares[i]! / all) * of(way).value, 0);
    const square = ways.reduce(
      (sum, way, i) => sum + (shares[i]! / all) * (of(way).sd ** 2 + (of(way).value - value) ** 2),
      0,
    );
    return { value, sd: Math.sqrt(square) };
  };
  const parts = {
    belly: mixed((way) => way.belly),
    thickness: mixed((way) => way.thickness),
    neck: mixed((way) => way.neck),
  };
  return {
    ...parts,
    unexplained: {
      value: short.value - parts.belly.value - parts.thickness.value - parts.neck.value,
      sd: short.sd,
    },
  };
}

interface Conditioned extends Omit<RimPlaneParts, 'unexplained'> {
  /** log of how likely these readings are, and of how often there is such a bridge */
  weight: number;
}

function conditioned(input: RimPlaneInput, bridge: Uncertain & { weight: number }): Conditioned {
  const { short, sound, madeThickness, target, belly } = input;
  // z_sound, t_b0, belly, thickness, neck
  const mean = [sound.value, madeThickness.value, belly.value, bridge.value, 0];
  const covariance = diagonalOf(
    [sound.sd, madeThickness.sd, belly.sd, bridge.sd, NECK_SD].map((sd) => sd ** 2),
  );
  const told: [number[], Uncertain][] = [[[0, 0, 1, 1, 1], short]];
  if (input.top) told.push([[1, 0, 1, 0, 0], input.top]);
  if (input.thickness) told.push([[0, 1, 0, 1, 0], input.thickness]);
  if (input.fretPlane)
    told.push([[1, 1, 0, 0, -1], { value: input.fretPlane.value - target, sd: input.fretPlane.sd }]);
  const weight = told.reduce(
    (sum, [row, { value, sd }]) => sum + conditionOn(mean, covariance, row, value, sd),
    Math.log(bridge.weight),
  );
  const part = (i: number): Uncertain => ({
    value: mean[i]!,
    sd: Math.sqrt(covariance[i * mean.length + i]!),
  });
  return { belly: part(2), thickness: part(3), neck: part(4), weight };
}

/** A belly height near the bridge, m: how far before (+) the saddle line it was read. */
export interface NearBridge extends Uncertain {
  before: number;
}

/** Between the places that a dial reaches a top bends by so much that nobody reads, m. House figure. */
const BETWEEN_SD = 0.15e-3;
/** And so much a millimetre beyond them, without a reading on the other side, m. House figure. */
const BEYOND_SD = 0.008;

/**
 * Height of the top under the saddle, where no dial reaches: by the places before and behind the bridge; by one of them
 * and the lean of the bridge, which turns with the top that it is glued to; by one alone, more widely.
 *
 * @param near heights over the rim plane on the centre line
 * @param lean of the bridge towards the neck, rad; null where it was not read
 * @returns null where no height was read
 */
export function topAtSaddle(near: readonly NearBridge[], lean: Uncertain | null): Uncertain | null {
  const front = nearest(near.filter(({ before }) => before > 0));
  const behind = nearest(near.filter(({ before }) => before <= 0));
  if (front && behind) {
    const share = -behind.before / (front.before - behind.before);
    const value = behind.value + share * (front.value - behind.value);
    return { value, sd: Math.hypot((1 - share) * behind.sd, share * front.sd, BETWEEN_SD) };
  }
  const one = front ?? behind;
  if (!one) return null;
  const away = Math.abs(one.before);
  if (!lean) return { value: one.value, sd: Math.hypot(one.sd, 1.5 * BEYOND_SD * away) };
  // leaning towards the neck the top rises behind the saddle and falls before it
  return {
    value: one.value + Math.tan(lean.value) * one.before,
    sd: Math.hypot(one.sd, away * lean.sd, 0.6 * BEYOND_SD * away),
  };
}

const nearest = (near: readonly NearBridge[]): NearBridge | undefined =>
  [...near].sort((a, b) => Math.abs(a.before) - Math.abs(b.before))[0];
