import type { PathOfRooms } from '../air/index.js';
import { HOUSE_SCHOOLS, type Evidence, type Schools } from '../diagnosis/index.js';
import { taughtBy, type Taught } from './beforeAfter.js';
import { gatherEvidence } from './evidence.js';
import type { InstrumentRecord } from './facts.js';
import { fitInstrument, type InstrumentFit } from './fit.js';

/** What was learned of an instrument, with everything that a judgement of it stands on. Plain values, no day in it. */
export interface Learned extends InstrumentFit {
  evidence: Evidence;
  /** what its own before and after says of what treatments do */
  taught: Taught;
}

/** Fits an instrument and gathers the evidence of it. @param path of the rooms that it lay in */
export function learn(record: InstrumentRecord, path: PathOfRooms): Learned {
  const fit = fitInstrument(record, path);
  const schools: Schools = { ...HOUSE_SCHOOLS, ...record.schools };
  return {
    ...fit,
    evidence: gatherEvidence(record, fit, path, schools),
    taught: taughtBy(record, fit),
  };
}
