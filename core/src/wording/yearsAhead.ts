import { DAY_MS, DAYS_PER_YEAR } from '../days/day.js';
import { endOf, endsOf, YEARS_AHEAD, type Ends, type Reached } from '../forecast/yearsAhead.js';
import type { Ending, YearsAhead } from '../instrument/yearsAhead.js';
import { SADDLE_STOP } from '../targets/targets.js';
import { ALONG_WOOD } from './series.js';
import { percent, type Saying, type Sentence } from './sentence.js';
import { capital } from './words.js';

/** When one of them does, in words. */
export function yearsAheadSentence(
  { ending, reached, series }: YearsAhead,
  day: number,
  { height, move }: Saying,
): Sentence {
  const { value: mean, sd } = series.perYear;
  // what runs along the wood is a length, and no amount of feelers
  const { signed, name } = ending.of === 'crack' && move.name === 'thou' ? ALONG_WOOD : move;
  const ends = endOf(reached, 'verdict' in ending ? ending.verdict : null, day);
  return {
    text: `${wordsOf(ending, height)[ends.kind](yearOf(ends))}.`,
    weight: weightOf(ends, reached, day),
    because:
      `At today’s creep of ${signed(mean, sd)} ${name} a year, from ${series.readings === 1 ? 'one reading' : `${series.readings} readings`}, at its home humidity.` +
      `${spanOf(ends, reached)}${floorOf(ending, height)}`,
    ...('side' in ending ? { side: ending.side } : {}),
  };
}

function spanOf({ kind }: Ends, { never }: Reached): string {
  if (kind === 'already' || kind === 'soon' || kind === 'never') return '';
  const span = kind === 'not before' ? ' 9 times in 10 it is later' : ' The span holds 4 times in 5';
  return never < 0.005 ? `${span}.` : `${span}; ${percent(never)} never within ${YEARS_AHEAD} years.`;
}

function floorOf(ending: Ending, height: Saying['height']): string {
  if (ending.of === 'saddle') return ` At least ${height(ending.floor)} must show.`;
  if (ending.of === 'wheels') return ` Keep ${height(ending.stays)} of travel.`;
  return ending.of === 'action' ? ` Never trim below ${height(SADDLE_STOP)}.` : '';
}

const yearOfDay = (day: number): string => String(new Date(day * DAY_MS).getUTCFullYear());

/** The year, or years, of an end; nothing where it has none. */
function yearOf(ends: Ends): string {
  if (ends.kind === 'not before') return yearOfDay(ends.from);
  if (ends.kind !== 'about') return '';
  const [first, last] = [yearOfDay(ends.from), yearOfDay(ends.to)];
  const about = yearOfDay(ends.middle);
  return first === last ? about : `${about} (${first} to ${last})`;
}

/** When it comes to an end, in a word or two: `now`, `about 2031 (2029 to 2036)`. */
export function whenWords(reached: Reached, day: number): string {
  const ends = endsOf(reached, day);
  switch (ends.kind) {
    case 'already':
      return 'now';
    case 'soon':
      return 'any year now';
    case 'never':
      return `not within ${YEARS_AHEAD} years`;
    case 'not before':
      return `probably not before ${yearOf(ends)}`;
    case 'about':
      return `about ${yearOf(ends)}`;
  }
}

const YEARS = `the next ${YEARS_AHEAD} years`;

function wordsOf(ending: Ending, height: Saying['height']): Record<Ends['kind'], (year: string) => string> {
  switch (ending.of) {
    case 'saddle': {
      const saddle = `${capital(ending.side)} saddle`;
      return {
        already: () =>
          ending.verdict === 'at its floor'
            ? `${saddle} is used up: only the least allowed shows`
            : `${saddle}: trimming as far as it may go does not reach the wanted action`,
        soon: () => `${saddle} may run out any year now`,
        never: () => `${saddle} has enough to trim for ${YEARS}`,
        'not before': (year) => `${saddle} will probably last until ${year} at least`,
        about: (year) => `${saddle} runs out about ${year}`,
      };
    }
    case 'action': {
      const stays = `With the saddle at its lowest, ${ending.side} action stays below ${height(ending.limit)}`;
      return {
        already: () =>
          `Even with the saddle at its lowest, ${ending.side} action is above ${height(ending.limit)}`,
        soon: () =>
          `Even with the saddle at its lowest, ${ending.side} action may pass ${height(ending.limit)} any year now`,
        never: () => `${stays} for ${YEARS}`,
        'not before': (year) => `${stays} until ${year} at least`,
        about: (year) =>
          `Even with the saddle at its lowest, ${ending.side} action passes ${height(ending.limit)} about ${year}`,
      };
    }
    case 'wheels': {
      const wheel = `${capital(ending.side)} thumb wheel`;
      return {
        already: () => `${wheel} does not reach down to the wanted action`,
        soon: () => `${wheel} may be all the way down any year now`,
        never: () => `${wheel} has enough travel down for ${YEARS}`,
        'not before': (year) => `${wheel} will probably do until ${year} at least`,
        about: (year) => `${wheel} is all the way down about ${year}`,
      };
    }
    case 'crack': {
      const crack = ending.name.trim() === '' ? 'The crack' : `The crack “${ending.name.trim()}”`;
      const into = `the ${ending.into === 'hole' ? 'sound hole' : ending.into}`;
      return {
        already: () => `${crack} may reach ${into} any day`,
        soon: () => `${crack} may reach ${into} any year now`,
        never: () => `${crack} does not reach ${into} within ${YEARS}`,
        'not before': (year) => `${crack} may reach ${into}, probably not before ${year}`,
        about: (year) => `${crack} reaches ${into} about ${year}`,
      };
    }
  }
}

/** An end that is nearer than this is to be planned for, years. */
const SOON = 3;

function weightOf({ kind }: Ends, { middle }: Reached, day: number): Sentence['weight'] {
  if (kind === 'already') return 'act';
  if (kind === 'soon') return 'watch';
  return middle !== null && middle - day < SOON * DAYS_PER_YEAR ? 'watch' : 'fact';
}
