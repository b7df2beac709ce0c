import type { Examination, Instrument } from '@upright-elder/contract';
import {
  ACTION_TARGETS,
  ACTION_TOLERANCE,
  actionBelief,
  actionSensitivity,
  attribute,
  calibrate,
  climateOfExaminations,
  dayOf,
  DAYS_AHEAD,
  SEEDS,
  STRING_SIDES,
  woodMoisture,
  yearAhead,
  type AirLog,
  type Climate,
  type SideOutlook,
  type TopConstruction,
  type TopMovement,
} from '@upright-elder/core';
import type { RoomClimate } from '../air/room-climate.js';
import { airOf, visitsOf, type StrungVisit } from './visits.js';

/** One side of an instrument, calibrated. */
export interface CalibratedSide extends SideOutlook {
  all: StrungVisit[];
  prior: TopMovement;
}

export interface Outlook {
  sides: CalibratedSide[];
  leftOut: string[];
  today: { day: number; moisture: number } | undefined;
}

/** An examination's own air still tells today's wood for this long. */
const FRESH_DAYS = 14;

/** Wanted action at fret 12, m: the instrument's own, else that of the playing style. */
export function actionTarget(instrument: Instrument, side: 'bass' | 'treble'): number {
  const own = side === 'bass' ? instrument.targetBass : instrument.targetTreble;
  return own?.metres ?? ACTION_TARGETS[instrument.playingStyle][side];
}

/** @param solvedRise of its own plan at the saddle line, m per %MC; null where it has none */
export function topOf(instrument: Instrument, solvedRise: number | null): TopConstruction {
  if (instrument.type === 'flat-top')
    return { kind: 'flat', laminated: instrument.laminatedTop, solvedRise: solvedRise ?? undefined };
  return {
    kind: 'archtop',
    laminated: instrument.laminatedTop,
    arch: {
      species: instrument.topSpecies,
      // a common archtop where the owner's has not been measured
      length: instrument.bodyLength?.metres ?? 0.51,
      width: instrument.bodyWidth?.metres ?? 0.42,
      height: instrument.archHeight?.metres ?? 0.017,
    },
  };
}

/**
 * From examinations and the room's air to calibrated sides. Like is compared with like: only strung readings are
 * used, and what was left out is said.
 */
export function outlookOf(
  instrument: Instrument,
  top: TopConstruction,
  examinations: readonly Examination[],
  log: AirLog,
  climate: Climate,
  todayDay: number,
  breathes: Readonly<Record<string, number>> = {},
): Outlook {
  const prior = actionSensitivity(top);
  const leftOut = examinations
    .filter(({ conditions }) => conditions.strings !== 'pitch')
    .map(
      ({ date, conditions }) => `${date}: strings ${conditions.strings}, not compared with readings at pitch`,
    );
  const today = moistureToday(examinations, log, todayDay);
  const sides = STRING_SIDES.flatMap((side): CalibratedSide[] => {
    const all = visitsOf(examinations, 'action12', side, { instrument, log, climate, breathes });
    if (all.length === 0) return [];
    const calibration = calibrate(all, { climate, belief: actionBelief(prior) });
    const target = actionTarget(instrument, side);
    const window: [number, number] = [target - ACTION_TOLERANCE, target + ACTION_TOLERANCE];
    return [
      {
        side,
        all,
        prior,
        calibration,
        window,
        attribution: attribute(calibration),
        year: yearAhead(calibration, climate, window, todayDay, DAYS_AHEAD, {
          seed: SEEDS[side],
          today,
        }),
      },
    ];
  });
  return { sides, leftOut, today };
}

/** The room's climate where it was logged long enough or is a case with packs, else what the examinations' own air makes of the preset. */
export function climateFor(
  examinations: readonly Examination[],
  { climate, packs }: Pick<RoomClimate, 'climate' | 'packs'>,
): Climate {
  return climate.years > 0 || packs !== null ? climate : climateOfExaminations(examinations.flatMap(airOf));
}

function moistureToday(examinations: readonly Examination[], log: AirLog, day: number): Outlook['today'] {
  const logged = log.moistureAt(day);
  if (logged !== null) return { day, moisture: logged };
  const last = examinations.at(-1);
  if (!last || day - dayOf(last.date) > FRESH_DAYS) return undefined;
  const [air] = airOf(last);
  const wood = woodMoisture(dayOf(last.date), log, air);
  return wood ? { day: dayOf(last.date), moisture: wood.moisture } : undefined;
}
