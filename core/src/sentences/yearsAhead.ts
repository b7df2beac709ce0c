import { DAY_MS, DAYS_PER_YEAR } from '../days/day.js';
import { YEARS_AHEAD, type Reached } from '../forecast/yearsAhead.js';
import type { Ending, YearsAhead } from '../instrument/yearsAhead.js';
import { capital, percent, type Saying, type Sentence } from './sentence.js';

/** When saddle, action, wheels and cracks come to their end at today's creep. */
export function yearsAheadSentences(all: readonly YearsAhead[], day: number, saying: Saying): Sentence[] {
  return all.map((one) => yearsAheadSentence(one, day, saying));
}

export function yearsAheadSentence(
  { ending, reached, series }: YearsAhead,
  day: number,
  { height, move }: Saying,
): Sentence {
  const { mean, sd } = series.perYear;
  return {
    text: `${whatEnds(ending, height)} ${whenSaid(reached, day)}.`,
    weight: weightOf(reached, day),
    because:
      `At today’s creep of ${move.signed(mean, sd)} ${move.name} a year, from ${series.readings === 1 ? 'one reading' : `${series.readings} readings`}, at the humidity that it will be kept at. ` +
      `The span holds four of five ways in which it may go on; in ${percent(reached.never)} of them it is not reached within ${YEARS_AHEAD} years.`,
    ...('side' in ending ? { side: ending.side } : {}),
  };
}

function whatEnds(ending: Ending, height: Saying['height']): string {
  switch (ending.of) {
    case 'saddle':
      return `The ${ending.side} saddle, trimmed to keep the action, is down to ${height(ending.floor)}`;
    case 'action':
      return `${capital(ending.side)} action is above ${height(ending.limit)} on the lowest saddle that may be`;
    case 'wheels':
      return `The ${ending.side} thumb wheel is at the end of its way`;
    case 'crack':
      return `${ending.name.trim() === '' ? 'The crack' : capital(ending.name.trim())} reaches the ${ending.into === 'hole' ? 'sound hole' : ending.into}`;
  }
}

const yearOfDay = (day: number): number => new Date(day * DAY_MS).getUTCFullYear();

function whenSaid({ middle, from, to, now }: Reached, day: number): string {
  const year = (one: number) => (one <= day ? 'this year' : `${yearOfDay(one)}`);
  if (now) return 'already';
  if (from === null) return `not within ${YEARS_AHEAD} years`;
  if (to === null) {
    if (from <= day) return `perhaps already, perhaps not within ${YEARS_AHEAD} years`;
    return `in ${year(from)} at the earliest, perhaps not within ${YEARS_AHEAD} years`;
  }
  const about = middle === null ? '' : `about ${year(middle)}`;
  return year(from) === year(to) ? about : `${about} (${year(from)} to ${year(to)})`;
}

/** An end that is nearer than this is to be planned for, years. */
const SOON = 3;

function weightOf({ now, middle }: Reached, day: number): Sentence['weight'] {
  if (now) return 'act';
  return middle !== null && middle - day < SOON * DAYS_PER_YEAR ? 'watch' : 'fact';
}
