import type { ReadingArgs } from '../../diagnosis/index.js';
import { QUANTITIES, type QuantityId } from '../../readings/index.js';
import { airDoubtSentence } from '../airDoubt.js';
import type { WordsOf } from './wordsOf.js';

export const READING_WORDS: WordsOf<ReadingArgs> = {
  'nothing-at-pitch': ({ examined }) =>
    examined
      ? 'No action was read at pitch yet.'
      : 'Nothing is known of it yet: begin with an examination, before a string is tuned up.',
  'readings-disagree': ({ by, again }, { fine }, { side }) =>
    again
      ? `The ${side} readings still do not agree after a second measuring, by ${fine(by)}: nothing is cut before they do.`
      : `The ${side} readings do not agree, by ${fine(by)}: measure them again before anything is cut.`,
  'sides-swapped':
    'All of the bass stands lower than the treble: were the two sides exchanged? Measure both again before anything is cut.',
  'slack-for-pitch': ({ read }, { height }) =>
    `The ${read.map(({ side }) => side).join(' and ')} action looks as if it had been read slack (${read.map(({ action }) => height(action)).join(', ')}), though it is noted at pitch.`,
  'side-missing': ({ missing }, _, { side }) =>
    missing
      ? `The ${side} side was not read in full: ${quantities(missing).join(', ')} ${missing.length === 1 ? 'is' : 'are'} still to be measured.`
      : `The ${side} side was not measured.`,
  'stance-missing': ({ missing }) =>
    `Only the action is known: ${quantities(missing).join(', ')} are still to be measured at pitch.`,
  'not-looked-inside': 'Nobody has looked inside yet: braces, plate and blocks are not known to be sound.',
  'held-unsound': 'It stays slack: what needs pitch was not taken, because it is unsound.',
  'air-doubtful': airDoubtSentence,
  'usual-taken': 'What it is strung with is not known: a usual set is taken for its targets.',
};

/** Quantities in the midst of a sentence. */
export const quantities = (ids: readonly QuantityId[]): string[] =>
  ids.map((id) => QUANTITIES[id].name.toLowerCase());
