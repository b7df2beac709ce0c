import { dayOf } from '../days/index.js';
import { bodyShare, type BodyReadings, type BodyShare } from '../forecast/index.js';
import { readingOn, type StringSide } from '../readings/index.js';
import type { ExaminationFacts, InstrumentRecord } from './facts.js';
import type { FittedSide } from './fit.js';
import { neckOf } from './geometry.js';

/** What belly, relief and the set of the ends account for of what one side's action did between two examinations. */
export interface BodyMoved {
  side: StringSide;
  from: string;
  to: string;
  share: BodyShare;
}

/**
 * Whether belly and relief explain what the action did, from the first to the last examination at pitch since the last
 * work at which all three were read. What a trimmed saddle or nut did is taken out.
 */
export function bodyMoved(
  { instrument, examinations }: InstrumentRecord,
  { side, calibration, all }: Pick<FittedSide, 'side' | 'calibration' | 'all'>,
): BodyMoved[] {
  const since = calibration.visits[0]!.day;
  const read = examinations
    .filter(({ date, strings }) => strings === 'pitch' && dayOf(date) >= since)
    .flatMap((examination) => {
      const readings = readingsOf(examination, side);
      return readings ? [{ id: examination.id, date: examination.date, readings }] : [];
    });
  const [first, last] = [read[0], read.at(-1)];
  if (!first || !last || first === last) return [];
  const place = (id: string) => all.findIndex(({ examinationId }) => examinationId === id);
  const steps = all.slice(place(first.id) + 1, place(last.id) + 1).flatMap(({ levers }) => levers);
  const ends = {
    mean: steps.reduce((sum, { effect }) => sum + effect.value, 0),
    sd: Math.hypot(...steps.map(({ effect }) => effect.sd)),
  };
  const share = bodyShare(first.readings, last.readings, neckOf(instrument, side), ends);
  return [{ side, from: first.date, to: last.date, share }];
}

function readingsOf({ readings }: ExaminationFacts, side: StringSide): BodyReadings | null {
  const action = readingOn(readings, 'action12', side);
  const relief = readingOn(readings, 'relief', side);
  const belly = readingOn(readings, 'bellyBehindBridge', 'centre');
  return action && relief && belly ? { action, relief, belly } : null;
}
