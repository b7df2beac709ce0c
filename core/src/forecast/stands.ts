import type { Uncertain } from '../numeric/index.js';
import { comingMoisture, type Climate } from '../air/climate.js';
import { normalBelow } from '../numeric/normal.js';
import type { Calibration } from './calibrate.js';
import { expectOn } from './predict.js';

/** Where the action stands against what is wanted. */
export type AgainstWindow = 'above' | 'inside' | 'below';

/**
 * Why it stands there: `inside` where nothing is off; `season` where it would be inside at the humidity at which the
 * instrument will be kept; `lasting` where it would be outside there too; `hidden` where only the season brings it
 * inside today; `not told` where that is not known well enough.
 */
export type WhyThere = 'inside' | 'season' | 'lasting' | 'hidden' | 'not told';

/** Where the action stands today, and would stand at the humidity at which the instrument will be kept. */
export interface Stands {
  now: AgainstWindow;
  kept: AgainstWindow;
  why: WhyThere;
  /** at the humidity at which it will be kept, m */
  atKept: Uncertain;
  /** of the reading that it stands on, m */
  error: number;
}

/** Of this chance on it is said without a doubt. */
const SURE = 0.8;
/** What the season moves by less than this no tool sees, m. House figure. */
const SEASON_SEEN = 0.1e-3;
/** The season's part is told where its error is less than this, m: three quarters of a 64th. House figure. */
const SEASON_TOLD = 0.3e-3;

/**
 * The one yardstick of an action: off only where it is beyond the window by more than its reading can be wrong; season, or
 * not season, only where that moves it by more than a tool sees and the chance is four in five.
 *
 * @param level today, m
 * @param atKept where it will be kept, m
 * @param window lower and upper limit, m
 * @param error of its reading, m
 */
export function standingOf(
  level: number,
  atKept: Uncertain,
  window: readonly [number, number],
  error: number,
): Stands {
  const [low, high] = window;
  const against = (value: number): AgainstWindow =>
    value > high + error ? 'above' : value < low - error ? 'below' : 'inside';
  const above = normalBelow((atKept.value - high) / atKept.sd);
  const below = normalBelow((low - atKept.value) / atKept.sd);
  const now = against(level);
  const kept: AgainstWindow = above >= 0.5 ? 'above' : below >= 0.5 ? 'below' : 'inside';
  const moves = Math.abs(level - atKept.value) > SEASON_SEEN;
  // what the season may do besides, which the reading does not know
  const unsure = Math.sqrt(Math.max(0, atKept.sd ** 2 - error ** 2));
  const stands = { now, kept, atKept, error };
  if (now === 'inside') {
    const hidden = moves && against(atKept.value) !== 'inside' && Math.max(above, below) >= SURE;
    return hidden ? { ...stands, why: 'hidden' } : { ...stands, kept: 'inside', why: 'inside' };
  }
  const still = now === 'above' ? above : below;
  if (still >= SURE || (!moves && unsure <= SEASON_TOLD)) return { ...stands, kept: now, why: 'lasting' };
  return { ...stands, why: moves && still <= 1 - SURE ? 'season' : 'not told' };
}

/**
 * @param window lower and upper limit, m
 * @param day today
 * @param kept moisture of the wood where it will be kept, %MC
 */
export function standsOn(
  calibration: Calibration,
  climate: Climate,
  window: readonly [number, number],
  { day, today, kept }: { day: number; today?: { day: number; moisture: number }; kept: number },
): Stands {
  const now = expectOn(calibration, day, comingMoisture(climate, day, today));
  const { median, band80 } = expectOn(calibration, day, { moisture: kept, variance: 0 });
  const atKept = { value: median, sd: (band80[1] - band80[0]) / (2 * 1.2816) };
  return standingOf(now.median, atKept, window, calibration.visits.at(-1)!.sd);
}
