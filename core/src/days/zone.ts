import { tzOffset } from '@date-fns/tz';
import { DAY_MS, dayOf, sayDate } from './day.js';

/** Year, month 1 to 12, day, hour, minute, second as a clock on the wall shows them. */
export type LocalTime = [number, number, number, number, number, number];

const MINUTE = 60000;

/** True where the text names a zone of the IANA time zone database, such as `Europe/Lisbon` or `UTC`. */
export function isTimeZone(text: string): boolean {
  try {
    // the platform's own database decides; names of an object's parts, such as `constructor`, are none
    return (
      /^[A-Z][\w+-]*(?:\/[\w+-]+)*$/u.test(text) && Intl.DateTimeFormat('en', { timeZone: text }) !== null
    );
  } catch {
    return false;
  }
}

/**
 * How far a zone's clocks are ahead of UTC at an instant, ms.
 *
 * @param zone of the IANA time zone database
 * @param instant ms since 1970-01-01 UTC
 * @throws RangeError where there is no such zone
 */
export function zoneOffset(zone: string, instant: number): number {
  const minutes = tzOffset(zone, new Date(instant));
  if (Number.isNaN(minutes)) throw new RangeError(`“${zone}” is not a time zone`);
  return minutes * MINUTE;
}

/**
 * The calendar day of an instant where the shop stands.
 *
 * @param iso instant, ISO 8601 with its zone
 * @returns such as `2026-08-24`
 * @throws RangeError where the text is no instant, or the zone none
 */
export function dateIn(iso: string, zone: string): string {
  const instant = Date.parse(iso);
  if (Number.isNaN(instant)) throw new RangeError(`“${iso}” is not an ISO instant`);
  return new Date(instant + zoneOffset(zone, instant)).toISOString().slice(0, 10);
}

/** The time of an instant where the shop stands, HH:MM. */
export function timeIn(iso: string, zone: string): string {
  const instant = Date.parse(iso);
  return new Date(instant + zoneOffset(zone, instant)).toISOString().slice(11, 16);
}

/** The same as a whole day since 1970-01-01, see {@link dayOf}. */
export function dayIn(iso: string, zone: string): number {
  return dayOf(dateIn(iso, zone));
}

/**
 * A way to turn what a clock on the wall showed into an instant. An hour that comes twice in autumn is taken as the
 * first of the two, one that is skipped in spring as the hour after it (the manner of ECMA-262, LocalTime to UTC).
 *
 * @returns UTC ISO text
 * @throws RangeError where there is no such zone
 */
export function clockOf(zone: string): (time: LocalTime) => string {
  zoneOffset(zone, 0);
  return ([year, month, day, hour, minute, second]) => {
    const wall = Date.UTC(year, month - 1, day, hour, minute, second);
    // the two offsets that may hold: a zone changes its clocks at most once within two days
    const before = zoneOffset(zone, wall - DAY_MS);
    const after = zoneOffset(zone, wall + DAY_MS);
    const found = [wall - before, wall - after].filter(
      (instant) => instant + zoneOffset(zone, instant) === wall,
    );
    return new Date(found.length > 0 ? Math.min(...found) : wall - before).toISOString();
  };
}

/** A stretch of time through which a zone's clocks stand the same, instants in ms; `to` belongs to the next one. */
export interface SameClock {
  from: number;
  to: number;
  /** ahead of UTC, ms */
  offset: number;
}

/**
 * The changes of a zone's clocks between two days, to the second.
 *
 * @param from first day, days since 1970-01-01
 * @param to last day
 */
export function clocksBetween(zone: string, from: number, to: number): SameClock[] {
  const found: SameClock[] = [];
  let began = from * DAY_MS;
  let offset = zoneOffset(zone, began);
  for (let at = began; at < to * DAY_MS; at += DAY_MS) {
    const next = zoneOffset(zone, at + DAY_MS);
    if (next === offset) continue;
    let [low, high] = [at, at + DAY_MS];
    while (high - low > 1000) {
      const middle = low + Math.floor((high - low) / 2000) * 1000;
      if (zoneOffset(zone, middle) === offset) low = middle;
      else high = middle;
    }
    found.push({ from: began, to: high, offset });
    [began, offset] = [high, next];
  }
  return [...found, { from: began, to: to * DAY_MS, offset }];
}

/** An instant as the shop's own clock shows it: `24 Aug 2026, 14:05`. */
export function sayInstant(iso: string, zone: string): string {
  const instant = Date.parse(iso);
  const time = new Date(instant + zoneOffset(zone, instant)).toISOString();
  return `${sayDate(time.slice(0, 10))}, ${time.slice(11, 16)}`;
}
