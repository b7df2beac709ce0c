import { equilibriumMoisture } from '../wood/equilibrium.js';

/** Mean air of a room on one day. */
export interface DailyAir {
  /** whole day, see day.ts */
  day: number;
  /** relative humidity, percent */
  humidity: number;
  /** °C */
  celsius: number;
  /** by how much its equilibrium is put right, since the sensor is off, %MC */
  putRight?: number;
}

/** Moisture of a top as the computation believes it, with its standard error, %MC. */
export interface WoodMoisture {
  moisture: number;
  sd: number;
  /** what it was taken from */
  from: 'room log' | 'examination air' | 'climate' | 'meter';
  /** the same for each of {@link LAGS}, where a log tells them apart */
  byLag?: number[];
}

/**
 * Days by which a top's moisture follows its room's air: the thin finished plate of wood/pieces lags by six, a thinner
 * or barer one less, a heavily finished one more. Which it is the calibrated fit averages over. House defaults.
 */
export const LAGS = [3, 6, 10] as const;
/** The lag that is taken where only one can be. */
export const USUAL_LAG = 1;
/** Days between two samples of a log that are nearly independent. */
export const SAMPLE_DAYS = 14;
/** A log speaks for a day when half of what the top remembers was logged. */
const ENOUGH = 0.5;

/**
 * Standard errors of the wood's moisture, %MC: what the hygrometer misses (0.15), sorption hysteresis (0.3 of
 * its 0.5 span about the mean curve), and a lag that is known only roughly (0.2); for the air of a
 * single examination the weather of one day (0.9) on top. House defaults.
 */
export const ROOM_LOG_SD = Math.hypot(0.15, 0.3, 0.2);
export const EXAMINATION_AIR_SD = Math.hypot(ROOM_LOG_SD, 0.9);
/** What the weather of a wholly missing memory would add, %MC. */
const MISSING_SD = 0.6;

/** A room's daily air, ready to be asked what its wood is at. Days need not be complete, nor in order. */
export class AirLog {
  private readonly byDay: Map<number, DailyAir>;
  readonly firstDay: number;
  readonly lastDay: number;
  private readonly lagged = new Map<number, Lagged>();

  constructor(days: readonly DailyAir[]) {
    this.byDay = new Map(days.map((air) => [Math.floor(air.day), air]));
    let first = Infinity;
    let last = -Infinity;
    for (const day of this.byDay.keys()) {
      first = Math.min(first, day);
      last = Math.max(last, day);
    }
    this.firstDay = first;
    this.lastDay = last;
  }

  get size(): number {
    return this.byDay.size;
  }

  /** Every logged day, oldest first. */
  days(): DailyAir[] {
    return [...this.byDay.values()].sort((a, b) => a.day - b.day);
  }

  /** The air of a day as it was logged; null where it was not. */
  airOn(day: number): DailyAir | null {
    return this.byDay.get(Math.floor(day)) ?? null;
  }

  /** What wood at rest in that day's air would have, %MC; null where the day was not logged. */
  equilibriumOn(day: number): number | null {
    const air = this.airOn(day);
    return air && restingIn(air);
  }

  /**
   * Moisture of a top that follows the daily equilibrium by an exponential lag, `dM/dt = (EMC − M)/τ`; days that were
   * not logged are left out of its memory, and the rest counts for more.
   *
   * @param lag τ, days
   * @returns %MC, or null where less than half of its memory was logged
   */
  moistureAt(day: number, lag: number = LAGS[USUAL_LAG]): number | null {
    return this.rememberedAt(day, lag)?.moisture ?? null;
  }

  /** The same with its standard error: the more is missing of what the top remembers, the wider. */
  rememberedAt(day: number, lag: number = LAGS[USUAL_LAG]): { moisture: number; sd: number } | null {
    const at = Math.floor(day) - this.firstDay;
    if (!(at >= 0) || this.size === 0) return null;
    const { moisture, share } = this.withLag(lag);
    // after the log's end nothing new is learned, and what was known fades
    const behind = Math.max(0, at - (moisture.length - 1));
    const known = share[at - behind]! * Math.exp(-behind / lag);
    if (known < ENOUGH) return null;
    return {
      moisture: moisture[at - behind]!,
      sd: Math.hypot(ROOM_LOG_SD, MISSING_SD * Math.sqrt(1 - known)),
    };
  }

  private withLag(lag: number): Lagged {
    const known = this.lagged.get(lag);
    if (known) return known;
    const length = this.lastDay - this.firstDay + 1;
    const keep = Math.exp(-1 / lag);
    const moisture = new Float64Array(length);
    const share = new Float64Array(length);
    let sum = 0;
    let weight = 0;
    for (let i = 0; i < length; i++) {
      const air = this.byDay.get(this.firstDay + i);
      sum *= keep;
      weight *= keep;
      if (air) {
        sum += (1 - keep) * restingIn(air);
        weight += 1 - keep;
      }
      moisture[i] = weight > 0 ? sum / weight : NaN;
      share[i] = weight;
    }
    const lagged = { moisture, share };
    this.lagged.set(lag, lagged);
    return lagged;
  }
}

const restingIn = ({ humidity, celsius, putRight = 0 }: DailyAir): number =>
  equilibriumMoisture(humidity, celsius) + putRight;

interface Lagged {
  moisture: Float64Array;
  /** how much of the memory was logged, 0 to 1 */
  share: Float64Array;
}
