import { parsed, refused, type Parsed } from '../units/index.js';
import { dayOf, isDay, isoDate, sayDate } from './day.js';

/** In which order a shop writes the numbers of a date. */
export const DATE_ORDERS = ['day first', 'month first', 'year first'] as const;
export type DateOrder = (typeof DATE_ORDERS)[number];

const MONTH_STARTS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A day as a field shows it, in the shop's order and never to be misread: `24 Aug 2026`, `Aug 24, 2026`, `2026-08-24`. */
export function writeDate(date: string, order: DateOrder): string {
  if (order === 'year first') return date;
  const [day, month, year] = sayDate(date).split(' ') as [string, string, string];
  return order === 'month first' ? `${month} ${day}, ${year}` : `${day} ${month} ${year}`;
}

/** What a date may look like in this order, for a person. */
export function datesAccepted(order: DateOrder): string {
  const like = { 'day first': '24/8/2026', 'month first': '8/24/2026', 'year first': '2026-08-24' }[order];
  return `a date such as ${like} or ${writeDate('2026-08-24', 'day first')}, or today or yesterday`;
}

/**
 * A date as a person types it: three numbers in the shop's order with any of `/ . -` between, a month by its name on
 * either side of the day, no year for the last such day, `today`, `yesterday`, or the ISO date whatever the order. Where a
 * number can be no month, the other one is.
 *
 * @param today ISO date that words and missing years are counted from
 * @returns the ISO date
 */
export function parseDate(text: string, order: DateOrder, today: string): Parsed<string> {
  const accepted = datesAccepted(order);
  const typed = text.trim().toLowerCase();
  if (typed === 'today') return parsed(today);
  if (typed === 'yesterday') return parsed(isoDate(dayOf(today) - 1));
  const parts = typed.split(/[\s,./\-–]+/u).filter(Boolean);
  const named = parts.findIndex((part) => /^[a-z]{3,9}$/u.test(part) && monthNamed(part) !== null);
  if (
    parts.length < 2 ||
    parts.length > 3 ||
    !parts.every((part, i) => i === named || /^\d{1,4}(?:st|nd|rd|th)?$/u.test(part))
  )
    return refused(`“${text.trim()}” is not a date`, accepted);
  const numbers = parts.map((part, i) => (i === named ? monthNamed(part)! : Number.parseInt(part, 10)));
  const [year, month, day] = placed(numbers, parts, named, order, today);
  if (year === null) return refused(`“${text.trim()}” has no year that can be read`, accepted);
  const pad = (value: number, to: number) => String(value).padStart(to, '0');
  const dated = (of: number) => `${pad(of, 4)}-${pad(month, 2)}-${pad(day, 2)}`;
  const whole = year === undefined ? lastSuch(dated, today) : dated(year);
  return isDay(whole) ? parsed(whole) : refused(`the calendar has no ${text.trim()}`, accepted);
}

const monthNamed = (word: string): number | null => {
  const at = MONTH_STARTS.indexOf(word.slice(0, 3));
  return at < 0 ? null : at + 1;
};

type Placed = [year: number | null | undefined, month: number, day: number];

/** Which number is the year, which the month, which the day; a year that cannot be read is null, none is undefined. */
function placed(
  numbers: number[],
  parts: readonly string[],
  named: number,
  order: DateOrder,
  today: string,
): Placed {
  const long = parts.findIndex((part, i) => i !== named && /^\d{4}$/u.test(part));
  const rest = numbers.map((_, i) => i);
  const take = (at: number) => numbers[rest.splice(rest.indexOf(at), 1)[0]!]!;
  const yearAt = numbers.length < 3 ? -1 : long >= 0 ? long : order === 'year first' && named < 0 ? 0 : 2;
  const year = yearAt < 0 ? undefined : fullYear(take(yearAt), parts[yearAt]!, today);
  if (named >= 0) return [year, take(named), take(rest[0]!)];
  // after a leading year the month stands before the day, in every shop
  const monthFirst = order !== 'day first' || yearAt === 0;
  const [first, second] = [numbers[rest[0]!]!, numbers[rest[1]!]!];
  const [month, day] = monthFirst ? [first, second] : [second, first];
  return month > 12 && day <= 12 ? [year, day, month] : [year, month, day];
}

/** `26` is 2026, `38` the year in which an instrument was built rather than one to come; three digits are no year. */
function fullYear(year: number, as: string, today: string): number | null {
  if (as.length === 4) return year;
  if (as.length !== 2) return null;
  return 2000 + year - (2000 + year > Number(today.slice(0, 4)) + 5 ? 100 : 0);
}

/** The last such day that is not after today. */
function lastSuch(dated: (year: number) => string, today: string): string {
  const year = Number(today.slice(0, 4));
  return (
    [year, year - 1, year - 2, year - 3, year - 4].map(dated).find((day) => isDay(day) && day <= today) ??
    dated(year)
  );
}
