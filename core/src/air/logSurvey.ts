import { parseDecimal } from '../units/decimal.js';
import type { LocalTime } from '../days/zone.js';

/** What the whole file says about how its lines are to be read. */
export interface LogSurvey {
  /** the temperatures can only be °F */
  fahrenheit: boolean;
  /** hours stand in it that the shop's clocks skip in spring: the logger keeps winter time all year */
  winterTime: boolean;
  /** most of its lines lie within a year or two of this one; null where no line has a date */
  usualYear: number | null;
}

/** A median above this is no room's in °C. */
const HOT = 45;
const HOUR = 3600000;

/** Gathers a {@link LogSurvey} line by line. */
export class Surveyor {
  private readonly years = new Map<number, number>();
  private readonly temperatures: number[] = [];
  private skipped = false;

  constructor(private readonly zone: (time: LocalTime) => string) {}

  /** @param local the line's time where it names no zone, null where it does or cannot be read */
  line(year: number | null, local: LocalTime | null, temperature: string): void {
    if (year !== null) this.years.set(year, (this.years.get(year) ?? 0) + 1);
    if (this.temperatures.length < 2000) {
      const number = parseDecimal(temperature);
      if (number !== null) this.temperatures.push(number);
    }
    // only the small hours are skipped by clocks
    if (local && local[3] < 4 && !this.skipped) this.skipped = isSkippedHour(local, this.zone);
  }

  result(): LogSurvey {
    const sorted = [...this.temperatures].sort((a, b) => a - b);
    const lines = [...this.years.entries()].sort((a, b) => a[0] - b[0]);
    const half = lines.reduce((sum, [, count]) => sum + count, 0) / 2;
    let passed = 0;
    const middle = lines.find(([, count]) => (passed += count) >= half);
    return {
      fahrenheit: (sorted[Math.floor(sorted.length / 2)] ?? 0) > HOT,
      winterTime: this.skipped,
      usualYear: middle?.[0] ?? null,
    };
  }
}

const later = ([year, month, day, hour, minute, second]: LocalTime): LocalTime => [
  year,
  month,
  day,
  hour + 1,
  minute,
  second,
];

/** An hour that does not exist where clocks go forward: it and the next one are the same instant. */
function isSkippedHour(local: LocalTime, zone: (time: LocalTime) => string): boolean {
  return Date.parse(zone(local)) === Date.parse(zone(later(local)));
}

/** An hour that comes twice where clocks go back: between it and the next one lie two. */
export function isRepeatedHour(local: LocalTime, zone: (time: LocalTime) => string): boolean {
  return Date.parse(zone(later(local))) - Date.parse(zone(local)) === 2 * HOUR;
}

/** The instant of a local time by the zone's winter clock. */
export function winterInstant(local: LocalTime, zone: (time: LocalTime) => string): string {
  const january: LocalTime = [local[0], 1, 15, 12, 0, 0];
  const july: LocalTime = [local[0], 7, 15, 12, 0, 0];
  const offset = (time: LocalTime) => utcOf(time) - Date.parse(zone(time));
  // winter time is the smaller offset, on either side of the equator
  return new Date(utcOf(local) - Math.min(offset(january), offset(july))).toISOString();
}

function utcOf([year, month, day, hour, minute, second]: LocalTime): number {
  return Date.UTC(year, month - 1, day, hour, minute, second);
}
