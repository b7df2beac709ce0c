import type { Uncertain } from '../numeric/index.js';
import { mm } from '../units/index.js';
import type { BreathingOfKind } from './breathingKinds.js';
import { archRise, type Arch } from '../archtop/arch.js';

/** What is believed of an instrument's breathing before it has been measured twice. */
export type TopConstruction =
  | {
      kind: 'flat';
      laminated: boolean;
      /** of a solid top on its own plan, as the plate model solves it, m per %MC; absent where it has no plan */
      solvedRise?: number;
      /** share of it that tops in use move by, where the shop's own tops showed it; else the house's */
      inUse?: number;
    }
  | { kind: 'archtop'; laminated: boolean; arch: Arch };

export interface TopMovement extends Uncertain {
  /** rise at the saddle line, m per %MC; sd of its size before measuring */
  source: string;
}

/** Rise of a solid flat top at the saddle line, m/%MC, log-sd 0.5. House figure. */
export const FLAT_TOP_RISE = 0.3 * mm;
const LOG_SD = 0.5;

/**
 * A top in use moves by so much of what is solved for it: it lags behind the air, and its wood relaxes. The spread
 * stays as wide as without a plan. House figure.
 */
export const IN_USE = 0.6;

/** A laminated top moves 0.3 ± 0.2 of a solid one. House figure. */
const LAMINATED_SHARE: Uncertain = { value: 0.3, sd: 0.2 };

/** The neck's own part in the action (relief and neck angle), sd in m/%MC. House figure. */
const NECK_PART_SD = 0.07 * mm;

/** How the top at the saddle line is believed to move with moisture. */
export function topMovement(top: TopConstruction): TopMovement {
  const { solid, source } = solidMovement(top);
  if (!top.laminated) return { value: solid, sd: solid * LOG_SD, source };
  return {
    value: solid * LAMINATED_SHARE.value,
    sd: solid * Math.hypot(LAMINATED_SHARE.sd, LAMINATED_SHARE.value * LOG_SD),
    source: `${source}, three tenths of it for a laminated top`,
  };
}

function solidMovement(top: TopConstruction): { solid: number; source: string } {
  if (top.kind === 'archtop')
    return { solid: archRise(top.arch), source: 'shallow-arch formula from the arch’s own size' };
  if (top.solvedRise === undefined || !(top.solvedRise > 0))
    return {
      solid: FLAT_TOP_RISE,
      source: 'house figure for a solid flat top, since no plan of it is solved',
    };
  if (top.inUse === undefined)
    return { solid: IN_USE * top.solvedRise, source: 'six tenths of what is solved for its own plan' };
  return {
    solid: top.inUse * top.solvedRise,
    source: `${Math.round(100 * top.inUse)} % of what is solved for its own plan, as the shop’s own tops showed`,
  };
}

/**
 * Sensitivity of the action at fret 12: half of the top's rise (the lever of the strings) plus the neck's part; where the
 * shop's own of its kind were shown to breathe otherwise, by so much of it as they do.
 *
 * @returns m/%MC
 */
export function actionSensitivity(top: TopConstruction, ofKind: BreathingOfKind | null = null): TopMovement {
  const rise = topMovement(top);
  const value = rise.value / 2;
  if (ofKind)
    return {
      value: ofKind.ratio * value,
      sd: ofKind.sd * value,
      source: `${rise.source}, and ${Math.round(100 * ofKind.ratio)} % of it, as ${ofKind.instruments} of the same kind in this shop breathe`,
    };
  return { value, sd: Math.hypot(rise.sd / 2, NECK_PART_SD), source: rise.source };
}
