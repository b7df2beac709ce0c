import type { Uncertain } from '../numeric/index.js';
import { comingMoisture, type Climate } from '../air/climate.js';
import type { Calibration } from './calibrate.js';
import { chanceBelow, expectOn } from './predict.js';

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
}

/** Of this chance on it is said without a doubt. */
const SURE = 0.8;

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
  const air = comingMoisture(climate, day, today);
  const home = { moisture: kept, variance: 0 };
  const now = chances(calibration, day, air, window);
  const there = chances(calibration, day, home, window);
  const { median, band80 } = expectOn(calibration, day, home);
  const atKept = { value: median, sd: (band80[1] - band80[0]) / (2 * 1.2816) };
  const stands = { now: likeliest(now), kept: likeliest(there), atKept };
  if (stands.now !== 'inside') {
    const still = there[stands.now];
    return { ...stands, why: still >= SURE ? 'lasting' : still <= 1 - SURE ? 'season' : 'not told' };
  }
  return { ...stands, why: Math.max(there.above, there.below) >= SURE ? 'hidden' : 'inside' };
}

interface Chances {
  above: number;
  below: number;
}

function chances(
  calibration: Calibration,
  day: number,
  moisture: { moisture: number; variance: number },
  window: readonly [number, number],
): Chances {
  return {
    above: 1 - chanceBelow(calibration, day, moisture, window[1]),
    below: chanceBelow(calibration, day, moisture, window[0]),
  };
}

const likeliest = ({ above, below }: Chances): AgainstWindow =>
  above >= 0.5 ? 'above' : below >= 0.5 ? 'below' : 'inside';
