import { parsePercent, refused, type Parsed } from '../units/index.js';

/** What a hygrometer shows where the true humidity is known, percent. */
export interface HygrometerPoint {
  shown: number;
  truth: number;
}

/**
 * Humidity over saturated salts near 20 °C, percent: magnesium chloride 33.1, sodium chloride 75.5. Source: Greenspan,
 * *Humidity fixed points of binary saturated aqueous solutions*, 1977, values from memory.
 */
export const SALTS = { low: 33.1, high: 75.5 } as const;

/** A hygrometer further off than this is not corrected but thrown away, percent. */
const MOST_OFF = 15;
/** Points nearer to each other than this give an offset and no slope, percent. House default. */
const FAR_APART = 15;

/** Shown humidity to true humidity: `true = offset + gain · shown`. */
export interface HygrometerCorrection {
  gain: number;
  offset: number;
}

export const UNCHECKED: HygrometerCorrection = { gain: 1, offset: 0 };

/**
 * The straight line through what it shows over salts and beside a hygrometer that is trusted, by least squares; where
 * that is known near one humidity only, its mean offset; unchecked, none.
 *
 * @throws RangeError where it stands further off than a hygrometer can be, or shows two humidities the wrong way round
 */
export function hygrometerCorrection(points: readonly HygrometerPoint[]): HygrometerCorrection {
  for (const { shown, truth } of points) {
    if (!(Math.abs(shown - truth) <= MOST_OFF))
      throw new RangeError(
        `${shown} % over a true ${truth} % is more than ${MOST_OFF} out. Wait a day, box shut; if it stays, the hygrometer is dead.`,
      );
  }
  if (points.length === 0) return UNCHECKED;
  const mean = (of: (point: HygrometerPoint) => number) =>
    points.reduce((sum, point) => sum + of(point), 0) / points.length;
  const [shown, truth] = [mean((point) => point.shown), mean((point) => point.truth)];
  const truths = points.map((point) => point.truth);
  if (Math.max(...truths) - Math.min(...truths) < FAR_APART) return { gain: 1, offset: truth - shown };
  const gain =
    mean((point) => (point.shown - shown) * (point.truth - truth)) /
    mean((point) => (point.shown - shown) ** 2);
  if (!(gain > 0) || !Number.isFinite(gain))
    throw new RangeError('it shows less where it is damper: the readings were changed over, or it is dead');
  return { gain, offset: truth - gain * shown };
}

/** @returns percent, held within 0 to 100 */
export function corrected(humidity: number, { gain, offset }: HygrometerCorrection): number {
  return Math.max(0, Math.min(100, offset + gain * humidity));
}

/** Text to what a hygrometer shows over one of the two salts, percent. */
export function parseSalt(which: keyof typeof SALTS, text: string): Parsed<number> {
  const shown = parsePercent(text);
  if (!shown.ok) return shown;
  try {
    hygrometerCorrection([{ shown: shown.value, truth: SALTS[which] }]);
    return shown;
  } catch (error) {
    const accepted = `what it shows over a salt of ${SALTS[which]} %, within ${MOST_OFF}`;
    return refused((error as RangeError).message, accepted);
  }
}

/** Two-way packs are made between these, percent. House default. */
const PACKS = { from: 30, to: 75 };

/** Text to the humidity that the packs in a case hold, percent. */
export function parsePacks(text: string): Parsed<number> {
  const held = parsePercent(text);
  if (!held.ok || (held.value >= PACKS.from && held.value <= PACKS.to)) return held;
  return refused('no packs for wood hold that', `${PACKS.from} to ${PACKS.to} %`);
}
