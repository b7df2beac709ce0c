import type { Examination, Said } from '@upright-elder/contract';
import {
  bodySentence,
  bodyShare,
  dayOf,
  readingOn,
  type BodyReadings,
  type MoveUnit,
  type StringSide,
} from '@upright-elder/core';
import type { Case } from './case.js';
import { neckOf } from './played.js';

/**
 * Whether belly and relief explain what the action did, from the first to the last examination at pitch since the last
 * work at which all three were read.
 */
export function bodySaid({ instrument, examinations, outlook }: Case, move: MoveUnit): Said[] {
  return outlook.sides.flatMap(({ side, calibration }) => {
    const since = calibration.visits[0]!.day;
    const strung = examinations.filter(
      ({ date, conditions }) => conditions.strings === 'pitch' && dayOf(date) >= since,
    );
    const read = strung.flatMap((examination) => {
      const readings = readingsOf(examination, side);
      return readings ? [{ date: examination.date, readings }] : [];
    });
    const [first, last] = [read[0], read.at(-1)];
    if (!first || !last || first === last) return [];
    const share = bodyShare(first.readings, last.readings, neckOf(instrument, side));
    const said = bodySentence(side, share, { from: first.date, to: last.date }, move);
    return said ? [said] : [];
  });
}

function readingsOf({ readings }: Examination, side: StringSide): BodyReadings | null {
  const action = readingOn(readings, 'action12', side);
  const relief = readingOn(readings, 'relief', side);
  const belly = readingOn(readings, 'bellyBehindBridge', 'centre');
  return action && relief && belly ? { action, relief, belly } : null;
}
