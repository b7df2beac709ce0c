import type { SidePlace } from '../diagnosis/index.js';
import type { StringSide } from '../strings/index.js';
import { capital } from './words.js';
import { finer, moveIn, sayHeightIn, type HeightUnit, type MoveUnit } from '../units/height.js';

/**
 * What a sentence means for the instrument: live damage, act, keep an eye on it, not known yet, all is well, or a mere fact.
 * All but the last are said of a state; a fact is neither good nor bad.
 */
export const WEIGHTS = ['live', 'act', 'watch', 'unknown', 'well', 'fact'] as const;
export type Weight = (typeof WEIGHTS)[number];

export interface Sentence {
  text: string;
  weight: Weight;
  /** where it comes from, in words a luthier can check */
  because: string;
  /** of which side of the strings it speaks; absent where of the whole instrument */
  side?: StringSide;
  /** where on the instrument that is seen; absent where it is seen nowhere */
  place?: SidePlace;
}

/** How a page says heights and movements. */
export interface Saying {
  /** a height in a sentence */
  height: (metres: number) => string;
  /** from one height to another, the unit said once */
  span: (low: number, high: number) => string;
  /** an amount that is cut or filed: in thousandths for who measures in inches */
  cut: (metres: number) => string;
  move: MoveUnit;
}

export function sayingIn(unit: HeightUnit): Saying {
  const height = sayHeightIn(unit);
  return {
    height,
    span: (low, high) => spanOf(height(low), height(high)),
    cut: sayHeightIn(finer(unit)),
    move: moveIn(unit),
  };
}

const UNIT = /(?:\/64| mm| thou)$/u;

/** `8/64 to 9½/64` with its unit once: `8 to 9½/64`. */
function spanOf(low: string, high: string): string {
  const unit = UNIT.exec(low)?.[0];
  return unit && high.endsWith(unit) ? `${low.slice(0, -unit.length)} to ${high}` : `${low} to ${high}`;
}

/** Keeps a number and its sign on one line. */
export const NBSP = '\u00a0';

/** The sentences, said to be of one side. */
export const ofSide = (side: StringSide, sentences: readonly Sentence[]): Sentence[] =>
  sentences.map((sentence) => ({ ...sentence, side }));

/** What asks for the most first; the order within one weight stays. */
export function sortByWeight(sentences: readonly Sentence[]): Sentence[] {
  return [...sentences].sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight));
}

/** A share in whole percent: `14 %`. @param p 0 to 1 */
export const percent = (p: number) => `${Math.round(100 * p)}${NBSP}%`;
/** A humidity: `45 % RH`. @param humidity percent */
export const humid = (humidity: number) => `${Math.round(humidity)}${NBSP}%${NBSP}RH`;
/** `Bass action`, as it begins a sentence. */
export const actionOf = (side: StringSide) => `${capital(side)} action`;

/** Of a coming event how sure it is, in a word: nothing under a tenth. @param chance 0 to 1 */
export function howLikely(chance: number): 'will' | 'will probably' | 'may' | null {
  if (chance >= 0.8) return 'will';
  if (chance >= 0.5) return 'will probably';
  return chance >= 0.1 ? 'may' : null;
}
