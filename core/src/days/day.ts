/**
 * Days counted from 1970-01-01, the time axis of every computation: whole for a date of the shop's calendar, with a
 * fraction for an instant (UTC). The core has no clock; dates come in from outside.
 */
export const DAYS_PER_YEAR = 365.2425;

/** A day in ms, the unit of instants in JavaScript. */
export const DAY_MS = 86400000;

/**
 * ISO 8601 date or instant to days.
 *
 * @throws RangeError where the text is no date
 */
export function dayOf(iso: string): number {
  const milliseconds = Date.parse(iso);
  if (Number.isNaN(milliseconds)) throw new RangeError(`“${iso}” is not an ISO date`);
  return milliseconds / DAY_MS;
}

/** Days to an ISO date such as `2026-08-24`. */
export function isoDate(day: number): string {
  return new Date(day * DAY_MS).toISOString().slice(0, 10);
}

const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** A day as a luthier says it: `late August`, `early February`, `mid-May`. */
export function sayDay(day: number): string {
  const date = new Date(day * DAY_MS);
  const inMonth = date.getUTCDate();
  const month = MONTHS[date.getUTCMonth()]!;
  return inMonth <= 10 ? `early ${month}` : inMonth <= 20 ? `mid-${month}` : `late ${month}`;
}

/** The year of a day where it is not that of another: ` 2027`, or nothing. */
const otherYear = (day: number, today: number): string => {
  const year = new Date(day * DAY_MS).getUTCFullYear();
  return year === new Date(today * DAY_MS).getUTCFullYear() ? '' : ` ${year}`;
};

/** A day that is told today, with its year where that is not plain: `mid-February 2027`. */
export const sayDayFrom = (day: number, today: number): string => sayDay(day) + otherYear(day, today);

/** The month of a day that is told today: `August`, `February 2027`. */
export const sayMonthFrom = (day: number, today: number): string => sayMonth(day) + otherYear(day, today);

/** The month of a day: `November`. */
export function sayMonth(day: number): string {
  return MONTHS[new Date(day * DAY_MS).getUTCMonth()]!;
}

/** True where the text is a day of the calendar that there is, year-month-day with four, two and two digits. */
export function isDay(text: string): boolean {
  if (!/^\d{4}-\d{2}-\d{2}$/u.test(text)) return false;
  const time = Date.parse(text);
  return !Number.isNaN(time) && isoDate(dayOf(text)) === text;
}

export type DateShape = 'short' | 'long' | 'narrow' | 'month' | 'month in full';

/**
 * A calendar day as it is said: `24 Aug 2026`, long `24 August 2026`, narrow `24 Aug 26`, by month `Aug 2026`, in full `August
 * 2026`. A day
 * is a day: no zone moves it.
 *
 * @param date ISO date, such as `2026-08-24`
 * @throws RangeError where it is none; an instant must be turned into a day of the shop first
 */
export function sayDate(date: string, shape: DateShape = 'short'): string {
  if (!isDay(date)) throw new RangeError(`“${date}” is not a day`);
  const [year, month, day] = date.split('-') as [string, string, string];
  const name = MONTHS[Number(month) - 1]!;
  if (shape === 'month in full') return `${name} ${year}`;
  if (shape === 'month') return `${name.slice(0, 3)} ${year}`;
  if (shape === 'long') return `${Number(day)} ${name} ${year}`;
  return `${Number(day)} ${name.slice(0, 3)} ${shape === 'narrow' ? year.slice(2) : year}`;
}
