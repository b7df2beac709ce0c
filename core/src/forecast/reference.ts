import { seasonMoisture, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { ROOM_CELSIUS } from '../air/scenario.js';
import type { Calibration } from './calibrate.js';
import { expectOn } from './predict.js';
import type { Belief } from './prior.js';

/**
 * The season to which readings are carried so that they can be compared: the middle of the month whose wood is nearest
 * to the year's mean, on the way up to the damp season.
 *
 * @param year a day of the year that is meant
 */
export function referenceDay(climate: Climate, year: number): number {
  const mean = climate.coefficients[0]!;
  let best = { off: Infinity, day: year };
  const begins = Math.floor(year / DAYS_PER_YEAR) * DAYS_PER_YEAR;
  for (let month = 0; month < 12; month++) {
    const day = begins + ((month + 0.5) / 12) * DAYS_PER_YEAR;
    const off = Math.abs(seasonMoisture(climate, day) - mean);
    const rises = seasonMoisture(climate, day + 20) > seasonMoisture(climate, day - 20);
    if (rises && off < best.off) best = { off, day };
  }
  return best.day;
}

/**
 * A reading carried to another season: `y + β (M_ref − M)`.
 *
 * @param index of the visit among the calibration's
 * @param moisture of that season, %MC
 * @returns SI, with the reading's error, that of β and that of the wood's moisture
 * @throws RangeError where there is no such visit
 */
export function backToReference(calibration: Calibration, index: number, moisture: number): Belief {
  const visit = calibration.visits[index];
  if (!visit) throw new RangeError('no such visit in this epoch');
  const { mean, sd } = calibration.sensitivity;
  const change = moisture - visit.shrunkMoisture;
  return {
    mean: visit.value + mean * change,
    sd: Math.hypot(visit.sd, sd * change, mean * visit.moistureSd),
  };
}

/** Moistures that are tried, %MC: what rooms people live in can do. */
const DRIEST = 4;
const DAMPEST = 16;
const STEP = 0.25;
/** Ends of the band are sought to this, %MC. */
const FINE = 0.01;

/**
 * The humidity at which the room must be held so that a quantity stays inside its window as it stands today: where
 * four fifths of what is expected are inside, else where at least its middle is.
 *
 * @returns percent at 20 °C and whether the narrow sense holds; null where no humidity does
 */
export function humidityBand(
  calibration: Calibration,
  window: readonly [number, number],
  day: number,
): { from: number; to: number; sure: boolean } | null {
  const stands = (moisture: number) => {
    const { median, band80 } = expectOn(calibration, day, { moisture, variance: 0 });
    if (median < window[0] || median > window[1]) return 0;
    return band80[0] >= window[0] && band80[1] <= window[1] ? 2 : 1;
  };
  const tried: { moisture: number; inside: number }[] = [];
  for (let moisture = DRIEST; moisture <= DAMPEST; moisture += STEP)
    tried.push({ moisture, inside: stands(moisture) });
  const best = Math.max(...tried.map(({ inside }) => inside));
  if (best === 0) return null;
  const used = tried.filter(({ inside }) => inside === best);
  const edge = (from: number, towards: number) => {
    let [good, bad] = [from, from + towards];
    if (bad < DRIEST || bad > DAMPEST) return good;
    while (Math.abs(bad - good) > FINE) {
      const middle = (good + bad) / 2;
      if (stands(middle) >= best) good = middle;
      else bad = middle;
    }
    return good;
  };
  const humidity = (moisture: number) => humidityForMoisture(moisture, ROOM_CELSIUS);
  return {
    from: humidity(edge(used[0]!.moisture, -STEP)),
    to: humidity(edge(used.at(-1)!.moisture, STEP)),
    sure: best === 2,
  };
}
