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
      ? `${between} the ${side} saddle came to show ${by} ${moved < 0 ? 'less. Was it trimmed' : 'more. Was it raised'}? If not, the bridge moved: measure it again.`
      : `${between} the ${side} first-fret gap ${moved < 0 ? 'fell' : 'rose'} by ${by}. Was the nut ${moved < 0 ? 'cut' : 'raised'}? If not, look at the nut and the first fret.`;
  return {
    text,
    weight: 'watch',
    because:
      `By the lever of the strings that is ${move.signed(effect.value, effect.sd)} ${move.name} of the action at fret 12. ` +
      'It is taken out before season and age are told apart, and its error counts. Enter what was done, and it is no longer asked.',
    side,
  };
}
