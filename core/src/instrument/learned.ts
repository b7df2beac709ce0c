import type { RoomAir } from '../air/index.js';
import type { Evidence, Schools } from '../diagnosis/index.js';
import { gatherEvidence } from './evidence.js';
import type { InstrumentRecord } from './facts.js';
import { fitInstrument, type InstrumentFit } from './fit.js';

/** What was learned of an instrument, with everything that a judgement of it stands on. Plain values, no day in it. */
export interface Learned extends InstrumentFit {
  evidence: Evidence;
}

/** Fits an instrument and gathers the evidence of it. @param air of the room that it lives in */
export function learn(record: InstrumentRecord, air: RoomAir, schools?: Schools): Learned {
  const fit = fitInstrument(record, air);
  return { ...fit, evidence: gatherEvidence(record, fit, air, schools) };
}
