import type { ReadingArgs } from '../../diagnosis/index.js';
import { QUANTITIES, type QuantityId } from '../../readings/index.js';
import { airDoubtSentence } from '../airDoubt.js';
import { capital } from '../words.js';
import type { WordsOf } from './wordsOf.js';

export const READING_WORDS: WordsOf<ReadingArgs> = {
  'nothing-at-pitch': ({ examined }) =>
    examined
      ? 'Action not measured at pitch yet.'
      : 'Not examined yet. Examine it before you tune up a string.',
  'readings-disagree': ({ by, again }, { fine }, { side }) =>
    again
      ? `${capital(side!)} readings are still ${fine(by)} out after measuring twice. Cut nothing until they agree.`
      : `${capital(side!)} readings are ${fine(by)} out. Measure again before you cut anything.`,
  'sides-swapped':
    'The whole bass side is lower than the treble. Were the sides exchanged? Measure both again.',
  'slack-for-pitch': ({ read }, { height }) =>
    `${capital(read.map(({ side }) => side).join(' and '))} action ${read.length > 1 ? 'look' : 'looks'} measured slack (${read.map(({ action }) => height(action)).join(', ')}). Noted as at pitch.`,
  'side-missing': ({ missing }, _, { side }) =>
    missing
      ? `${capital(side!)} side: still to measure, ${fewOf(quantities(missing))}.`
      : `${capital(side!)} side not measured.`,
  'stance-missing': ({ missing }) =>
    `Only the action is measured. Still to measure, at pitch: ${fewOf(quantities(missing))}.`,
  'not-looked-inside': 'Not looked inside yet. Do not assume braces, plate and blocks are sound.',
  'held-unsound': 'Left slack because it is unsound; readings at pitch were skipped.',
  'air-doubtful': airDoubtSentence,
  'usual-taken': 'Strings not known: targets are those of a usual set.',
};

/** The first of a long list: the card that asks for them names them all. */
const fewOf = (names: readonly string[]): string =>
  names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ');

/** Quantities in the midst of a sentence. */
export const quantities = (ids: readonly QuantityId[]): string[] =>
  ids.map((id) => QUANTITIES[id].name.toLowerCase());
