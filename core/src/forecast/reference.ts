import type { Uncertain } from '../numeric/index.js';
import { moistureOfHumidity } from '../air/scenario.js';
import type { Calibration } from './calibrate.js';
import { chanceBelow } from './predict.js';

/**
 * A reading carried to another moisture of the wood: `y + β (M_there − M)`, such as that at which the instrument will be kept.
 *
 * @param index of the visit among the calibration's
 * @param moisture there, %MC
 * @returns SI, with the reading's error, that of β and that of the wood's moisture
 * @throws RangeError where there is no such visit
 */
export function backToReference(calibration: Calibration, index: number, moisture: number): Uncertain {
  const visit = calibration.visits[index];
  if (!visit) throw new RangeError('no such visit in this epoch');
  const { value: mean, sd } = calibration.sensitivity;
  const change = moisture - visit.shrunkMoisture;
  return {
    value: visit.value + mean * change,
    sd: Math.hypot(visit.sd, sd * change, mean * Math.sqrt(visit.shrunkVariance)),
  };
}

/** Humidities that are tried, percent, a step at a time; ends of the band are sought finer. */
const STEP = 1;
const FINE = 0.1;
/** A band narrower than this nobody keeps, percent. House default. */
const NARROWEST = 5;
/** Four fifths of what is expected must lie inside. */
const SURE = 0.8;
/** Where less than this is inside at every humidity, it is not the air. */
const HOPELESS = 0.1;

/** At which humidity of the room a quantity stays inside its window. */
export type HumidityAdvice =
  /** between these, percent at 20 °C */
  | { kind: 'band'; from: number; to: number }
  /** at none that people can keep, and that is sure enough */
  | { kind: 'none' }
  /** not known well enough, or a band too narrow for anybody to keep */
  | { kind: 'not told' };

/**
 * The humidity at which the room must be held so that a quantity stays inside its window as it stands today, within
 * what people can keep.
 *
 * @param keepable lowest and highest humidity that people can keep and wood bears, percent
 */
export function humidityAdvice(
  calibration: Calibration,
  window: readonly [number, number],
  day: number,
  keepable: readonly [number, number],
): HumidityAdvice {
  const inside = (humidity: number) => {
    const moisture = { moisture: moistureOfHumidity(humidity), variance: 0 };
    return (
      chanceBelow(calibration, day, moisture, window[1]) - chanceBelow(calibration, day, moisture, window[0])
    );
  };
  const [driest, dampest] = keepable;
  const count = Math.floor((dampest - driest) / STEP);
  const tried = Array.from({ length: count + 1 }, (_, i) => driest + i * STEP);
  const chances = tried.map(inside);
  const good = tried.filter((_, i) => chances[i]! >= SURE);
  if (good.length === 0) return { kind: Math.max(...chances) < HOPELESS ? 'none' : 'not told' };
  const edge = (from: number, towards: number) => {
    let at = from;
    while (at + towards >= driest && at + towards <= dampest && inside(at + towards) >= SURE) at += towards;
    return at;
  };
  const [from, to] = [edge(good[0]!, -FINE), edge(good.at(-1)!, FINE)];
  return to - from >= NARROWEST ? { kind: 'band', from, to } : { kind: 'not told' };
}
