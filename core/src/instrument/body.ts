import type { StringSide } from '../strings/index.js';
import { DAYS_PER_YEAR, dayOf } from '../days/index.js';
import { bodyShare, TAKEN_FOR_SLIP, type BodyReadings, type BodyShare } from '../forecast/index.js';
import { readingOn } from '../readings/index.js';
import type { ExaminationFacts, InstrumentRecord } from './facts.js';
import type { FittedSide } from './fit.js';
import { neckOf } from './geometry.js';

/** What belly, relief and the set of the ends account for of what one side's action did between two examinations. */
export interface BodyMoved {
  side: StringSide;
  /** null where too few examinations read all three to say anything */
  told: { from: string; to: string; share: BodyShare } | null;
}

/** Two readings of everything may both be of one season or one slip: three over eleven months say something. */
const VISITS = 3;
const DAYS = (11 / 12) * DAYS_PER_YEAR;

/**
 * Whether belly and relief explain what the action did, from the first to the last examination at pitch since the last
 * work at which all three were read. What a trimmed saddle or nut did is taken out; what is taken for a slip has no part.
 */
export function bodyMoved(
  { instrument, examinations }: Pick<InstrumentRecord, 'instrument' | 'examinations'>,
  { side, calibration, all }: Pick<FittedSide, 'side' | 'calibration' | 'all'>,
): BodyMoved {
  const since = calibration.visits[0]!.day;
  const slips = new Set(calibration.visits.filter(({ slip }) => slip > TAKEN_FOR_SLIP).map(({ day }) => day));
  const read = examinations
    .filter(({ date, strings }) => strings === 'pitch' && dayOf(date) >= since && !slips.has(dayOf(date)))
    .flatMap((examination) => {
      const readings = readingsOf(examination, side);
      return readings ? [{ id: examination.id, date: examination.date, readings }] : [];
    });
  const [first, last] = [read[0], read.at(-1)];
  if (!first || !last || read.length < VISITS || dayOf(last.date) - dayOf(first.date) < DAYS)
    return { side, told: null };
  const place = (id: string) => all.findIndex(({ examinationId }) => examinationId === id);
  const steps = all.slice(place(first.id) + 1, place(last.id) + 1).flatMap(({ levers }) => levers);
  const ends = {
    value: steps.reduce((sum, { effect }) => sum + effect.value, 0),
    sd: Math.hypot(...steps.map(({ effect }) => effect.sd)),
  };
  const share = bodyShare(first.readings, last.readings, neckOf(instrument, side), ends);
  return { side, told: { from: first.date, to: last.date, share } };
}

function readingsOf({ readings }: ExaminationFacts, side: StringSide): BodyReadings | null {
  const action = readingOn(readings, 'action12', side);
  const relief = readingOn(readings, 'relief', side);
  const belly = readingOn(readings, 'bellyBehindBridge', 'centre');
  return action && relief && belly ? { action, relief, belly } : null;
}
