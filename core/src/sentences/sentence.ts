import type { StringSide } from '../readings/side.js';

/** What a sentence means for the instrument: nothing to do, keep an eye on it, act, or not known. */
export type Weight = 'well' | 'watch' | 'act' | 'unknown';

export interface Sentence {
  text: string;
  weight: Weight;
  /** where it comes from, in words a luthier can check */
  because: string;
  /** of which side of the strings it speaks; absent where of the whole instrument */
  side?: StringSide;
}

/** Keeps a number and its sign on one line. */
export const NBSP = '\u00a0';

/** The sentences, said to be of one side. */
export const ofSide = (side: StringSide, sentences: readonly Sentence[]): Sentence[] =>
  sentences.map((sentence) => ({ ...sentence, side }));

const ORDER: Weight[] = ['act', 'watch', 'unknown', 'well'];

/** What asks for the most first; the order within one weight stays. */
export function sortByWeight(sentences: readonly Sentence[]): Sentence[] {
  return [...sentences].sort((a, b) => ORDER.indexOf(a.weight) - ORDER.indexOf(b.weight));
}

/** A share in whole percent: `14 %`. @param p 0 to 1 */
export const percent = (p: number) => `${Math.round(100 * p)}${NBSP}%`;
/** With a capital at its beginning; the text is not empty. */
export const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);
