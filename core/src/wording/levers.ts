import type { StringSide } from '../strings/index.js';
import { sayDate } from '../days/index.js';
import type { LeverMoved } from '../instrument/geometry.js';
import type { Saying, Sentence } from './sentence.js';

/** An end of the strings that was moved and of which nothing is recorded. */
export interface LeverQuestion extends LeverMoved {
  side: StringSide;
  since: string;
  date: string;
}

/** The question that a moved end of the strings asks. */
export function leverSentence(
  { side, end, moved, effect, since, date }: LeverQuestion,
  { height, move }: Saying,
): Sentence {
  const between = `Between ${sayDate(since)} and ${sayDate(date)}`;
  const by = height(Math.abs(moved));
  const text =
    end === 'saddle'
      ? `${between} the ${side} saddle came out ${by} ${moved < 0 ? 'lower. Did you trim it' : 'taller. Did you raise it'}? If not, the bridge moved: measure again.`
      : `${between} the ${side} first-fret gap ${moved < 0 ? 'dropped' : 'rose'} ${by}. Did you ${moved < 0 ? 'cut' : 'raise'} the nut? If not, check nut and first fret.`;
  return {
    text,
    weight: 'watch',
    because:
      `Through the strings that is ${move.signed(effect.value, effect.sd)} ${move.name} of the action at fret 12. ` +
      'It is left out of season and age, and its error counts. Note what was done, and this is no longer asked.',
    side,
  };
}
