import type { Examination, Instrument } from '@upright-elder/contract';
import {
  calibrate,
  COMPENSATION,
  limitingForce,
  PLUCK_FORCE,
  pluckHeard,
  parseFrets,
  readingOn,
  seriesBelief,
  sideMeasured,
  stanceOf,
  type Heard,
  type NeckGeometry,
  type Played,
  type Stance,
  type StringSide,
} from '@upright-elder/core';
import type { Case } from './case.js';
import { visitsOf } from './visits.js';

export function neckOf(instrument: Instrument, side: StringSide): NeckGeometry {
  return { scale: instrument.scale.metres, compensation: COMPENSATION[side], bodyJoin: instrument.bodyJoin };
}

/** How a side stands by its last full reading at pitch, how hard it is played, and its relief through the seasons. */
export function playedOf(worked: Case, side: StringSide): Played | null {
  const { instrument, examinations, climate, top } = worked;
  const latest = examinations.findLast((one) => stanceAt(one, instrument, side) !== null);
  if (!latest) return null;
  const heard = examinations.flatMap((one) => heardAt(one, instrument, side));
  const reliefs = visitsOf(examinations, 'relief', side, worked);
  return {
    stance: stanceAt(latest, instrument, side)!,
    neck: neckOf(instrument, side),
    pluck: pluckHeard(PLUCK_FORCE[instrument.playingStyle][side], heard),
    saddleShowing: readingOn(latest.readings, 'saddleShowing', side)!.value,
    relief: reliefs.length > 0 ? calibrate(reliefs, { climate, belief: seriesBelief('relief', top) }) : null,
  };
}

/** The stance of one side at an examination; null where it was not strung or not all of it was read. */
export function stanceAt(examination: Examination, instrument: Instrument, side: StringSide): Stance | null {
  const { measured } = sideMeasured(examination.readings, side);
  if (!measured || examination.conditions.strings !== 'pitch') return null;
  const { reliefFrom, reliefTo } = examination.conditions;
  return stanceOf(
    neckOf(instrument, side),
    {
      firstFretGap: measured.firstFretGap.value,
      relief: measured.relief.value,
      straightedge: measured.straightedge.value,
      saddleShowing: measured.saddleShowing.value,
    },
    { reliefFrets: [reliefFrom, reliefTo] },
  );
}

const BUZZES: Record<StringSide, string> = {
  bass: 'buzzes on the bass string',
  treble: 'buzzes on the treble string',
};
const CLEAN = 'clean';

/** What was heard at an examination, against what the neck allowed that day. */
function heardAt(examination: Examination, instrument: Instrument, side: StringSide): Heard[] {
  const found = examination.findings.find(({ point }) => point === 'buzz');
  const stance = stanceAt(examination, instrument, side);
  if (!found || !stance) return [];
  const buzzed = found.states.includes(BUZZES[side]);
  if (!buzzed && !found.states.includes(CLEAN)) return [];
  const frets = parseFrets(found.frets ?? '');
  const asked = buzzed && frets.ok ? frets.value.filter((fret) => fret > 0) : undefined;
  return [
    {
      limit: limitingForce(stance, neckOf(instrument, side), undefined, asked?.length ? asked : undefined),
      buzzed,
    },
  ];
}
