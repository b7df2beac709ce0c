import { learn, standOn, type Learned, type PreparedToday } from '../src/instrument/index.js';
import { DRAWN_DAY, drawInstrument, type DrawnInstrument } from './drawnInstruments.js';

/** A drawn instrument with what was learned of it, as it stands on that day. */
export interface LearnedInstrument {
  seed: number;
  drawn: DrawnInstrument;
  learned: Learned;
  today: PreparedToday;
}

export function learnInstrument(seed: number): LearnedInstrument {
  const drawn = drawInstrument(seed);
  const learned = learn(drawn.record, drawn.air);
  return { seed, drawn, learned, today: standOn(learned, drawn.air, DRAWN_DAY) };
}

let once: readonly LearnedInstrument[] | null = null;

/** The sixty that tests share, learned once for all of them; thousands more run in `npm run bench`. */
export const sixtyInstruments = (): readonly LearnedInstrument[] =>
  (once ??= Array.from({ length: 60 }, (_, i) => learnInstrument(72000 + i)));
