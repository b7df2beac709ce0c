import type { SlipStance } from '@upright-elder/contract';
import { moveIn, outlookSentences, readingOn, type HeightUnit, type Sentence } from '@upright-elder/core';
import { sayerIn } from '../shop/sayer.js';
import type { Case } from './case.js';
import { stanceAt } from './played.js';

/** What the shelf shows of an instrument. */
export interface Summary {
  /** most urgent sentence; null where nothing was read at pitch */
  first: Sentence | null;
  stance: SlipStance | null;
  examinations: number;
  lastExamined: string | null;
}

/** @param unit how the shop says heights */
export function summaryOf(worked: Case, unit: HeightUnit): Summary {
  const { outlook, examinations } = worked;
  const [first = null] = outlookSentences(outlook.sides, sayerIn(unit), moveIn(unit));
  return {
    first,
    stance: slipStance(worked),
    examinations: examinations.length,
    lastExamined: examinations.at(-1)?.date ?? null,
  };
}

/** One that could not be worked out is said so. */
export function unknownSummary(because: string): Summary {
  const first: Sentence = { text: 'Its forecast could not be worked out.', weight: 'unknown', because };
  return { first, stance: null, examinations: 0, lastExamined: null };
}

/** The little stance on the slip: the bass side as it was last read in full. */
function slipStance({ instrument, examinations }: Case): SlipStance | null {
  for (const examination of [...examinations].reverse()) {
    const stance = stanceAt(examination, instrument, 'bass');
    if (!stance) continue;
    return {
      saddleHeight: stance.saddleHeight,
      nutHeight: stance.nutHeight,
      relief: stance.reliefToJoin,
      saddleShowing: readingOn(examination.readings, 'saddleShowing', 'bass')!.value,
    };
  }
  return null;
}
