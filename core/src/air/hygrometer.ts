import { parsePercent, refused, type Parsed } from '../units/index.js';

/** What a hygrometer shows in a closed box over each of two salts, percent; null where it was not tried. */
export interface SaltCheck {
  /** over magnesium chloride */
  low: number | null;
  /** over table salt */
  high: number | null;
}

/**
 * Humidity over saturated salts near 20 °C, percent: magnesium chloride 33.1, sodium chloride 75.5. Source: Greenspan,
 * *Humidity fixed points of binary saturated aqueous solutions*, 1977, values from memory.
 */
export const SALTS = { low: 33.1, high: 75.5 } as const;

/** A hygrometer further off than this is not corrected but thrown away, percent. */
const MOST_OFF = 15;

/** Shown humidity to true humidity: `true = offset + gain · shown`. */
export interface HygrometerCorrection {
  gain: number;
  offset: number;
}

export const UNCHECKED: HygrometerCorrection = { gain: 1, offset: 0 };

/**
 * The straight line through the two salts; with one salt only its offset; unchecked, none.
 *
 * @throws RangeError where it stands further off than a hygrometer can be, or shows the two salts the wrong way round
 */
export function hygrometerCorrection({ low, high }: SaltCheck): HygrometerCorrection {
  for (const [shown, salt] of [
    [low, SALTS.low],
    [high, SALTS.high],
  ] as const) {
    if (shown !== null && !(Math.abs(shown - salt) <= MOST_OFF))
      throw new RangeError(
        `${shown} % over a salt of ${salt} % is more than ${MOST_OFF} off: wait a day with the box closed, or the hygrometer is dead`,
      );
  }
  if (low === null && high === null) return UNCHECKED;
  if (low === null) return { gain: 1, offset: SALTS.high - high! };
  if (high === null) return { gain: 1, offset: SALTS.low - low };
  const gain = (SALTS.high - SALTS.low) / (high - low);
  return { gain, offset: SALTS.low - gain * low };
}

/** @returns percent, held within 0 to 100 */
export function corrected(humidity: number, { gain, offset }: HygrometerCorrection): number {
  return Math.max(0, Math.min(100, offset + gain * humidity));
}

/** Text to what a hygrometer shows over one of the two salts, percent. */
export function parseSalt(which: keyof SaltCheck, text: string): Parsed<number> {
  const shown = parsePercent(text);
  if (!shown.ok) return shown;
  try {
    hygrometerCorrection({ low: null, high: null, [which]: shown.value });
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
