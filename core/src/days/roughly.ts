import { parsed, refused, type Parsed } from '../units/index.js';
import { dayOf, isDay, isoDate } from './day.js';
import { parseDate } from './typed.js';

/** A day that is only roughly known. */
export interface RoughDay {
  /** the first and the last day that it can have been; null where nothing ends it */
  from: string | null;
  to: string | null;
  /** where it stands among other days: the middle, or the end that is known */
  date: string;
  /** as it is said, such as `about 2003` */
  said: string;
}

/** Where something stands of which nobody knows when it was: before everything that was examined. */
export const LONG_AGO = '1850-01-01';

const ACCEPTED =
  'a day, or roughly when: “2003”, “May 2003”, “about 2003”, “before 1990”, “after 1985”, “1998 to 2003”, “the 1970s”, or “not known”';

/** So much longer on either side *about* makes a year and a month, days. */
const ABOUT_YEAR = 365;
const ABOUT_MONTH = 31;

/**
 * When something was done, as far as somebody knows: a day, a month, a year or a decade, `about` one of them, `before`
 * or `after` it, from one `to` another, or `not known`.
 *
 * @param today ISO date; nothing lies later
 */
export function parseRoughDay(text: string, today: string): Parsed<RoughDay> {
  const said = text.trim().replace(/\s+/gu, ' ');
  const typed = said.toLowerCase();
  if (/^(?:not known|unknown|\?|nobody knows)$/u.test(typed))
    return parsed({ from: null, to: null, date: LONG_AGO, said: 'not known' });
  const [, word = '', rest = ''] =
    /^(about|around|circa|ca\.?|c\.|~|before|after|since|between|from)?\s*(.*)$/u.exec(typed)!;
  const span = spanOf(rest, today);
  if (!span) return refused(`“${said.slice(0, 60)}” says no time`, ACCEPTED);
  const [first, last] = span;
  const wider = last - first > 2 * ABOUT_MONTH ? ABOUT_YEAR : ABOUT_MONTH;
  const ends: [number | null, number | null] =
    word === 'before'
      ? [null, first - 1]
      : word === 'after' || word === 'since'
        ? [word === 'since' ? first : last + 1, null]
        : /^(?:about|around|c|~)/u.test(word)
          ? [first - wider, last + wider]
          : [first, last];
  const now = dayOf(today);
  const from = ends[0];
  const to = ends[1] === null ? null : Math.min(ends[1], now);
  if (from !== null && from > now) return refused(`“${said.slice(0, 60)}” is yet to come`, ACCEPTED);
  const date = from === null ? to! : to === null ? from : Math.floor((from + to) / 2);
  return parsed({
    from: from === null ? null : isoDate(from),
    to: to === null ? null : isoDate(to),
    date: isoDate(date),
    said,
  });
}

/** The days that a day, month, year, decade or two of them with a `to` between stand for. */
function spanOf(typed: string, today: string): [number, number] | null {
  const ends = typed.split(/\s*(?:–|—|\bto\b|\band\b|\bor\b)\s*|(?<=\b\d{4})\s*-\s*(?=\d{4}\b)/u);
  if (ends.length === 2) {
    const [first, last] = ends.map((end) => spanOf(end, today));
    return first && last && last[1] >= first[0] ? [first[0], last[1]] : null;
  }
  const decade = /^(?:the )?(\d{3}0)(?:’|')?s$/u.exec(typed);
  if (decade) return years(Number(decade[1]), Number(decade[1]) + 9);
  const year = /^(\d{4})$/u.exec(typed);
  if (year) return years(Number(year[1]), Number(year[1]));
  const month = /^([a-z]{3,9})\.? (\d{4})$/u.exec(typed) ?? null;
  if (month) {
    const first = parseDate(`1 ${month[1]} ${month[2]}`, 'day first', today);
    return first.ok ? monthFrom(first.value) : null;
  }
  if (/^\d{4}-\d{2}$/u.test(typed)) return isDay(`${typed}-01`) ? monthFrom(`${typed}-01`) : null;
  const day = parseDate(typed, 'day first', today);
  return day.ok && inReach(Number(day.value.slice(0, 4))) ? [dayOf(day.value), dayOf(day.value)] : null;
}

/** Instruments of steel strings and the work on them are no older. */
const inReach = (year: number): boolean => year >= 1850 && year <= 2200;

function years(first: number, last: number): [number, number] | null {
  if (!inReach(first)) return null;
  return [dayOf(`${first}-01-01`), dayOf(`${last}-12-31`)];
}

function monthFrom(first: string): [number, number] | null {
  if (!inReach(Number(first.slice(0, 4)))) return null;
  const from = dayOf(first);
  const next = isoDate(from + 31);
  return [from, dayOf(`${next.slice(0, 7)}-01`) - 1];
}
