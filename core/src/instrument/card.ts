import { readingOn } from '../readings/index.js';
import type { InstrumentRecord } from './facts.js';
import { stanceAt } from './geometry.js';

/** The side elevation of one side for a small drawing, m. */
export interface CardStance {
  saddleHeight: number;
  nutHeight: number;
  relief: number;
  saddleShowing: number;
}

/** The bass side as it was last read in full. */
export function cardStance({
  instrument,
  examinations,
}: Pick<InstrumentRecord, 'instrument' | 'examinations'>): CardStance | null {
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
