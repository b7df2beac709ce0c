/**
 * Days counted from 1970-01-01 UTC, the time axis of every computation: whole for a date, with a fraction
 * for an instant. The core has no clock; dates come in from outside.
 */
export const DAYS_PER_YEAR = 365.2425;

/**
 * ISO 8601 date or instant to days.
 *
 * @throws RangeError where the text is no date
 */
export function dayOf(iso: string): number {
  const milliseconds = Date.parse(iso);
  if (Number.isNaN(milliseconds)) throw new RangeError(`“${iso}” is not an ISO date`);
  return milliseconds / 86400000;
}

/** Days to an ISO date such as `2026-08-24`. */
export function isoDate(day: number): string {
  return new Date(day * 86400000).toISOString().slice(0, 10);
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
  const date = new Date(day * 86400000);
  const inMonth = date.getUTCDate();
  const month = MONTHS[date.getUTCMonth()]!;
  return inMonth <= 10 ? `early ${month}` : inMonth <= 20 ? `mid-${month}` : `late ${month}`;
}

/** The month of a day: `November`. */
export function sayMonth(day: number): string {
  return MONTHS[new Date(day * 86400000).getUTCMonth()]!;
}
