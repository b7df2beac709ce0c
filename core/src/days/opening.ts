import { DAY_MS, dayOf, isoDate } from './day.js';
import { clockOf, dateIn } from './zone.js';
import type { Parsed } from '../units/parsed.js';

/** When a shop is open on one day of the week, minutes after midnight by its own clock; null where it is closed. */
export type Opening = readonly [from: number, to: number] | null;

/** When a shop is open: seven days, Monday first, and days on which it is closed all the same. */
export interface OpeningHours {
  week: readonly Opening[];
  /** ISO dates */
  closed: readonly string[];
  /** when nobody works though it is open; null where nobody said */
  lunch?: Opening;
}

export const OPENING_ACCEPTED = '9:00–18:00, 9-17.30, or closed';

/** `9:00–18:00`, `9-17.30`, `closed`, or nothing. */
export function parseOpening(text: string): Parsed<Opening> {
  const typed = text.trim().toLowerCase();
  if (typed === '' || typed === 'closed' || typed === '-' || typed === '–') return { ok: true, value: null };
  const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*(?:-|–|to)\s*(\d{1,2})(?:[:.](\d{2}))?$/u.exec(typed);
  const refuse = (reason: string): Parsed<Opening> => ({ ok: false, reason, accepted: OPENING_ACCEPTED });
  if (!found) return refuse('these are no opening hours');
  const [from, to] = [minutesOf(found[1]!, found[2]), minutesOf(found[3]!, found[4])];
  if (from === null || to === null) return refuse('a day has 24 hours of 60 minutes');
  return from < to ? { ok: true, value: [from, to] } : refuse('it closes before it opens');
}

function minutesOf(hours: string, minutes = '0'): number | null {
  const all = Number(hours) * 60 + Number(minutes);
  return Number(minutes) < 60 && all <= 24 * 60 ? all : null;
}

/** Shops are looked at so many days back and ahead. */
const LOOKED = 15;

/**
 * Openings of the day of an instant, ms, and of so many days before and after it, in their order; a clock that changes
 * meanwhile needs no case of its own.
 */
function openingsAround(
  { week, closed, lunch = null }: OpeningHours,
  now: number,
  zone: string,
  { before, after, lunches = false }: { before: number; after: number; lunches?: boolean },
): [from: number, to: number][] {
  const instant = clockOf(zone);
  const today = dayOf(dateIn(new Date(now).toISOString(), zone));
  const found: [number, number][] = [];
  for (let day = today - before; day <= today + after; day++) {
    const date = isoDate(day);
    // the first of January 1970 was a Thursday
    const hours = week[(((day + 3) % 7) + 7) % 7] ?? null;
    if (hours === null || closed.includes(date)) continue;
    const [year, month, dayOfMonth] = date.split('-').map(Number) as [number, number, number];
    const at = (minutes: number) =>
      minutes === 24 * 60
        ? Date.parse(instant([year, month, dayOfMonth, 0, 0, 0])) + DAY_MS
        : Date.parse(instant([year, month, dayOfMonth, Math.floor(minutes / 60), minutes % 60, 0]));
    const [from, to] = hours;
    if (!lunches || lunch === null || lunch[1] <= from || lunch[0] >= to) found.push([at(from), at(to)]);
    else {
      if (from < lunch[0]) found.push([at(from), at(lunch[0])]);
      if (lunch[1] < to) found.push([at(lunch[1]), at(to)]);
    }
  }
  return found;
}

/**
 * When people work, ms, in order: from the day of an instant on, lunch taken out.
 *
 * @param days so many
 */
export const workingHours = (
  hours: OpeningHours,
  now: number,
  zone: string,
  days: number,
): [from: number, to: number][] =>
  openingsAround(hours, now, zone, { before: 0, after: days, lunches: true });

/** When it is open, ms, in order: from the day of an instant on. @param days so many */
export const openFrom = (
  hours: OpeningHours,
  now: number,
  zone: string,
  days: number,
): [from: number, to: number][] => openingsAround(hours, now, zone, { before: 0, after: days });

/** When the shop closes next and opens again, and when it closed last, ms; null where its hours do not say. */
export interface AroundNow {
  /** null while it is closed */
  closes: number | null;
  opens: number | null;
  closed: number | null;
}

export function aroundNow(hours: OpeningHours, now: number, zone: string): AroundNow {
  const all = openingsAround(hours, now, zone, { before: LOOKED, after: LOOKED });
  return {
    closes: all.find(([from, to]) => from <= now && now < to)?.[1] ?? null,
    opens: all.find(([from]) => from > now)?.[0] ?? null,
    closed: all.findLast(([, to]) => to <= now)?.[1] ?? null,
  };
}
