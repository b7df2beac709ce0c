import { DAY_MS, DAYS_PER_YEAR } from '../days/day.js';
import { YEARS_AHEAD, type Reached } from '../forecast/yearsAhead.js';
import type { Ending, YearsAhead } from '../instrument/yearsAhead.js';
import { SADDLE_STOP } from '../targets/targets.js';
import { percent, type Saying, type Sentence } from './sentence.js';
import { capital } from './words.js';

/** When one of them does, in words. */
export function yearsAheadSentence(
  { ending, reached, series }: YearsAhead,
  day: number,
  { height, move }: Saying,
): Sentence {
  const { value: mean, sd } = series.perYear;
  return {
    text: `${saidOf(ending, judged(ending, reached, day), height)}.`,
    weight: weightOf({ ...reached, now: judged(ending, reached, day).kind === 'already' }, day),
    because:
      `At today’s creep of ${move.signed(mean, sd)} ${move.name} a year, from ${series.readings === 1 ? 'one reading' : `${series.readings} readings`}, at the humidity that it will be kept at. ` +
      `${spanOf(reached)}${floorOf(ending, height)}`,
    ...('side' in ending ? { side: ending.side } : {}),
  };
}

function spanOf({ never }: Reached): string {
  const span = 'The span holds four of five ways in which it may go on';
  return never < 0.005
    ? `${span}.`
    : `${span}; in ${percent(never)} of them it does not come to that within ${YEARS_AHEAD} years.`;
}

function floorOf(ending: Ending, height: Saying['height']): string {
  if (ending.of === 'saddle') return ` At least ${height(ending.floor)} must show.`;
  if (ending.of === 'wheels') return ` ${height(ending.stays)} of travel has to stay.`;
  return ending.of === 'action' ? ` Never trim below ${height(SADDLE_STOP)}.` : '';
}

/** How an end in years is told. */
type WhenSaid =
  | { kind: 'already' }
  | { kind: 'never' }
  /** not before a year, and perhaps not within twenty */
  | { kind: 'not before'; year: string }
  | { kind: 'about'; year: string };

const yearOfDay = (day: number): string => String(new Date(day * DAY_MS).getUTCFullYear());

function whenOf({ middle, from, to, now }: Reached, day: number): WhenSaid {
  if (now) return { kind: 'already' };
  if (from === null) return { kind: 'never' };
  if (to === null) return { kind: 'not before', year: yearOfDay(Math.max(day, from)) };
  const [first, last] = [yearOfDay(Math.max(day, from)), yearOfDay(to)];
  const about = yearOfDay(middle ?? from);
  return { kind: 'about', year: first === last ? about : `${about} (${first} to ${last})` };
}

/** When, as it is judged today: what is judged to have enough is not at its end, however little that is. */
function judged(ending: Ending, reached: Reached, day: number): WhenSaid {
  const verdict = 'verdict' in ending ? ending.verdict : null;
  const when = whenOf(reached, day);
  if (verdict === null || verdict === 'too tall') return when;
  if (verdict === 'not enough' || verdict === 'at its floor') return { kind: 'already' };
  return when.kind === 'already' ? { kind: 'about', year: yearOfDay(day) } : when;
}

/** When it comes to an end, in a word or two: `now`, `about 2031 (2029 to 2036)`. */
export function whenWords(reached: Reached, day: number): string {
  const when = whenOf(reached, day);
  switch (when.kind) {
    case 'already':
      return 'now';
    case 'never':
      return `not within ${YEARS_AHEAD} years`;
    case 'not before':
      return `probably not before ${when.year}`;
    case 'about':
      return `about ${when.year}`;
  }
}

const saidOf = (ending: Ending, when: WhenSaid, height: Saying['height']): string =>
  wordsOf(ending, height)[when.kind]('year' in when ? when.year : '');

const YEARS = `the next ${YEARS_AHEAD} years`;

function wordsOf(
  ending: Ending,
  height: Saying['height'],
): Record<WhenSaid['kind'], (year: string) => string> {
  switch (ending.of) {
    case 'saddle': {
      const saddle = `${capital(ending.side)} saddle`;
      return {
        already: () =>
          ending.verdict === 'at its floor'
            ? `${saddle} is used up: what shows is its floor`
            : `${saddle}: trimming as far as it may go does not reach the wanted action`,
        never: () => `${saddle} has enough left to trim for ${YEARS}`,
        'not before': (year) =>
          `${saddle} probably has enough left to trim until ${year}, perhaps for ${YEARS}`,
        about: (year) => `${saddle} is used up about ${year}`,
      };
    }
    case 'action': {
      const stays = `On the lowest saddle ${ending.side} action stays below ${height(ending.limit)}`;
      return {
        already: () => `Even on the lowest saddle ${ending.side} action is above ${height(ending.limit)}`,
        never: () => `${stays} for ${YEARS}`,
        'not before': (year) => `${stays} probably until ${year}, perhaps for ${YEARS}`,
        about: (year) =>
          `Even on the lowest saddle ${ending.side} action passes ${height(ending.limit)} about ${year}`,
      };
    }
    case 'wheels': {
      const wheel = `${capital(ending.side)} thumb wheel`;
      return {
        already: () => `${wheel} does not reach down to the wanted action`,
        never: () => `${wheel} has way enough down for ${YEARS}`,
        'not before': (year) => `${wheel} probably has way enough down until ${year}, perhaps for ${YEARS}`,
        about: (year) => `${wheel} is at the end of its way down about ${year}`,
      };
    }
    case 'crack': {
      const crack = ending.name.trim() === '' ? 'The crack' : `The crack “${ending.name.trim()}”`;
      const into = `the ${ending.into === 'hole' ? 'sound hole' : ending.into}`;
      return {
        already: () => `${crack} may run into ${into} any day`,
        never: () => `${crack} does not reach ${into} within ${YEARS}`,
        'not before': (year) =>
          `${crack} may reach ${into}, probably not before ${year}, perhaps not within ${YEARS}`,
        about: (year) => `${crack} reaches ${into} about ${year}`,
      };
    }
  }
}

/** An end that is nearer than this is to be planned for, years. */
const SOON = 3;

function weightOf({ now, middle }: Reached, day: number): Sentence['weight'] {
  if (now) return 'act';
  return middle !== null && middle - day < SOON * DAYS_PER_YEAR ? 'watch' : 'fact';
}
