import type { SideReserve } from '../forecast/outlook.js';
import type { Uncertain } from '../numeric/index.js';

/**
 * What is left of a saddle, or of the way of a thumb wheel, for what has to come off or on: `just enough` where the limit
 * is reached within the errors; `at its floor` where what shows stands there already; `too tall` where what has to go on
 * would pass the ceiling.
 */
export type ReserveVerdict = SideReserve['verdict'];

/** What it may be set to, m. */
export interface ReserveLimits {
  floor: number;
  ceiling: number;
  /** nobody goes below it; null where there is none */
  stop: number | null;
  /** a lower saddle bends the strings behind it by less than their stop, until the holes are ramped; 0 where that is not asked */
  bears: number;
}

export interface Reserve extends ReserveLimits {
  showing: Uncertain;
  /** what has to come off, put on where negative */
  trim: Uncertain;
  /** what would be left */
  remains: Uncertain;
  verdict: ReserveVerdict;
  /** it has enough, but so low the strings would bend too little behind it */
  ramps: boolean;
  /** height that it is set to as the holes are: what would be left, within its limits */
  setTo: number;
}

/** A limit counts as reached within so many of the amount's errors, and that is said. House rule. */
export const REACHED_WITHIN = 2;

/**
 * Whether saddle or wheel has enough for a change: the one yardstick of findings, steps, Seasons, years ahead and card.
 *
 * @param showing m
 * @param trim what has to come off, m
 */
export function reserveOf(showing: Uncertain, trim: Uncertain, limits: ReserveLimits): Reserve {
  const { floor, ceiling, stop } = limits;
  const remains: Uncertain = { value: showing.value - trim.value, sd: Math.hypot(showing.sd, trim.sd) };
  const near = REACHED_WITHIN * remains.sd;
  const down = trim.value > 0;
  const verdict = (): ReserveVerdict => {
    if (!down)
      return remains.value <= ceiling
        ? 'enough'
        : remains.value <= ceiling + near
          ? 'just enough'
          : 'too tall';
    if (remains.value >= floor) return 'enough';
    if (remains.value >= Math.max(floor - near, stop ?? -Infinity)) return 'just enough';
    return showing.value <= floor + REACHED_WITHIN * showing.sd ? 'at its floor' : 'not enough';
  };
  const said = verdict();
  const asked = Math.max(remains.value, floor);
  return {
    ...limits,
    showing,
    trim,
    remains,
    verdict: said,
    ramps: down && (said === 'enough' || said === 'just enough') && asked < limits.bears,
    setTo: setBetween(showing.value, remains.value, limits),
  };
}

/**
 * Height that a saddle of so much is set to where so much is asked for, m: it is never cut under its floor, nor under what
 * its break angle bears, nor built over its ceiling.
 */
export const setBetween = (
  showing: number,
  asked: number,
  { floor, ceiling, bears }: Pick<ReserveLimits, 'floor' | 'ceiling' | 'bears'>,
): number => Math.min(Math.max(asked, Math.min(Math.max(floor, bears), showing)), Math.max(ceiling, showing));

/** It serves: within its limits, or within the errors of them. */
export const serves = ({ verdict }: Pick<Reserve, 'verdict'>): boolean =>
  verdict === 'enough' || verdict === 'just enough';
