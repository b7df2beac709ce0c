import { equilibriumMoisture } from '../wood/equilibrium.js';

/** Mean air of a room on one day. */
export interface DailyAir {
  /** whole day, see day.ts */
  day: number;
  /** relative humidity, percent */
  humidity: number;
  /** °C */
  celsius: number;
}

/** Moisture of the wood as the computation believes it, with its standard error, %MC. */
export interface WoodMoisture {
  moisture: number;
  sd: number;
  /** what it was taken from */
  from: 'room log' | 'examination air' | 'climate';
}

/** Days over which the air is averaged: a thin plate follows the room within one to two weeks. */
export const AVERAGING_DAYS = 14;

/** A room mean counts when at least half of its days were logged. */
const ENOUGH_DAYS = 7;

/**
 * Standard errors of the wood's moisture, %MC: what the hygrometer misses (0.15), sorption hysteresis (0.3 of
 * its 0.5 span about the mean curve), and a lag that the 14-day mean only imitates (0.3); for the air of a
 * single examination the weather of one day (0.9) on top. House defaults.
 */
export const ROOM_LOG_SD = Math.hypot(0.15, 0.3, 0.3);
export const EXAMINATION_AIR_SD = Math.hypot(ROOM_LOG_SD, 0.9);

/** A room's daily air, ready to be asked for means. Days need not be complete, nor in order. */
export class AirLog {
  private readonly byDay: Map<number, DailyAir>;
  readonly firstDay: number;
  readonly lastDay: number;

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

  /**
   * Equilibrium moisture of the mean air over the 14 days that end with the day.
   *
   * @returns %MC, or null where fewer than seven of those days were logged
   */
  moistureAt(day: number): number | null {
    let humidity = 0;
    let celsius = 0;
    let count = 0;
    for (let back = 0; back < AVERAGING_DAYS; back++) {
      const air = this.byDay.get(Math.floor(day) - back);
      if (!air) continue;
      humidity += air.humidity;
      celsius += air.celsius;
      count += 1;
    }
    return count < ENOUGH_DAYS ? null : equilibriumMoisture(humidity / count, celsius / count);
  }
}

/**
 * The wood's moisture on the day of an examination: from the room's log where it reaches, else from the air
 * that was read at the examination, else unknown.
 *
 * @param air humidity in percent and °C read at the examination
 */
export function woodMoisture(
  day: number,
  log: AirLog,
  air?: { humidity: number; celsius: number },
): WoodMoisture | null {
  const logged = log.moistureAt(day);
  if (logged !== null) return { moisture: logged, sd: ROOM_LOG_SD, from: 'room log' };
  if (!air) return null;
  return {
    moisture: equilibriumMoisture(air.humidity, air.celsius),
    sd: EXAMINATION_AIR_SD,
    from: 'examination air',
  };
}
