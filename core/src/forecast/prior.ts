import { archRise, type Arch } from '../archtop/arch.js';

/**
 * What is believed of an instrument's breathing before it has been measured twice. This is the one place
 * where a solved plate model will take over from the house figures: give `topMovement` another source and
 * nothing else changes.
 */
export type TopConstruction =
  { kind: 'flat'; laminated: boolean } | { kind: 'archtop'; laminated: boolean; arch: Arch };

export interface Belief {
  mean: number;
  sd: number;
}

export interface TopMovement extends Belief {
  /** rise at the saddle line, m per %MC; sd of its size before measuring */
  source: string;
}

const mm = 1e-3;

/** Rise of a solid flat top at the saddle line, m/%MC, log-sd 0.5. House figure. */
export const FLAT_TOP_RISE = 0.3 * mm;
const LOG_SD = 0.5;

/** A laminated top moves 0.3 ± 0.2 of a solid one. House figure. */
const LAMINATED_SHARE: Belief = { mean: 0.3, sd: 0.2 };

/** The neck's own part in the action (relief and neck angle), sd in m/%MC. House figure. */
const NECK_PART_SD = 0.07 * mm;

/** How the top at the saddle line is believed to move with moisture. */
export function topMovement(top: TopConstruction): TopMovement {
  const solid = top.kind === 'flat' ? FLAT_TOP_RISE : archRise(top.arch);
  const source =
    top.kind === 'flat'
      ? 'house figure for a solid flat top'
      : 'shallow-arch formula from the arch’s own size';
  if (!top.laminated) return { mean: solid, sd: solid * LOG_SD, source };
  return {
    mean: solid * LAMINATED_SHARE.mean,
    sd: solid * Math.hypot(LAMINATED_SHARE.sd, LAMINATED_SHARE.mean * LOG_SD),
    source: `${source}, three tenths of it for a laminated top`,
  };
}

/**
 * Sensitivity of the action at fret 12: half of the top's rise (the lever of the strings) plus the neck's part.
 *
 * @returns m/%MC
 */
export function actionSensitivity(top: TopConstruction): TopMovement {
  const rise = topMovement(top);
  return { mean: rise.mean / 2, sd: Math.hypot(rise.sd / 2, NECK_PART_SD), source: rise.source };
}
