import type { YearUnder } from '../forecast/yearUnder.js';
import type { MoveUnit } from '../units/height.js';
import { answerSentences } from './answers.js';
import { yearSentences } from './outlook.js';
import { sortByWeight, type Sentence } from './sentence.js';

/**
 * The year in sentences, what asks for the most first.
 *
 * @param say how an action is said in the shop's unit, and a saddle's height
 */
export function sayYear(
  { sides, drying }: YearUnder,
  say: { action: (metres: number) => string; saddle: (metres: number) => string; move?: MoveUnit },
): Sentence[] {
  const answers = sides.map((side) => side.answers);
  return sortByWeight([
    ...yearSentences(sides, say.action, false, say.move),
    ...answerSentences(answers, drying, say.action, say.saddle),
  ]);
}
