import type { Examination, Instrument } from '@upright-elder/contract';
import {
  ACTION_TARGETS,
  ACTION_TOLERANCE,
  actionSensitivity,
  attribute,
  calibrate,
  climateOfExaminations,
  dayOf,
  readingOn,
  seasonMoisture,
  STRING_SIDES,
  woodMoisture,
  yearAhead,
  type AirLog,
  type Climate,
  type DailyAir,
  type SideOutlook,
  type TopConstruction,
  type TopMovement,
  type Visit,
} from '@upright-elder/core';

/** A strung reading with the examination it came from. */
export interface StrungVisit extends Visit {
  examinationId: string;
  date: string;
}

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

export const DAYS_AHEAD = 364;
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
): Outlook {
  const prior = actionSensitivity(top);
  const leftOut = examinations
    .filter(({ conditions }) => conditions.strings !== 'pitch')
    .map(
      ({ date, conditions }) => `${date}: strings ${conditions.strings}, not compared with readings at pitch`,
    );
  const today = moistureToday(examinations, log, todayDay);
  const sides = STRING_SIDES.flatMap((side): CalibratedSide[] => {
    const all = strungVisits(examinations, side, log, climate);
    if (all.length === 0) return [];
    const calibration = calibrate(all, { climate, sensitivity: prior });
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
          seed: side === 'bass' ? 1 : 2,
          today,
        }),
      },
    ];
  });
  return { sides, leftOut, today };
}

/** The room's climate where it is logged, else what the examinations' own air makes of the preset. */
export function climateFor(examinations: readonly Examination[], log: AirLog, roomClimate: Climate): Climate {
  return log.size > 0 ? roomClimate : climateOfExaminations(examinations.flatMap(airOf));
}

/** The air read at an examination, where both halves of it were. */
export function airOf({
  date,
  conditions: { humidityPercent, temperatureCelsius },
}: Examination): DailyAir[] {
  if (humidityPercent === null || temperatureCelsius === null) return [];
  return [{ day: dayOf(date), humidity: humidityPercent, celsius: temperatureCelsius }];
}

function strungVisits(
  examinations: readonly Examination[],
  side: 'bass' | 'treble',
  log: AirLog,
  climate: Climate,
): StrungVisit[] {
  const visits: StrungVisit[] = [];
  let worked = false;
  for (const examination of examinations) {
    const { conditions } = examination;
    // work noted at a slack examination begins the epoch of the next strung one
    worked ||= conditions.afterWork;
    const reading = readingOn(examination.readings, 'action12', side);
    if (conditions.strings !== 'pitch' || !reading) continue;
    const day = dayOf(examination.date);
    const [air] = airOf(examination);
    const wood = woodMoisture(day, log, air) ?? {
      moisture: seasonMoisture(climate, day),
      sd: climate.spread,
    };
    visits.push({
      examinationId: examination.id,
      date: examination.date,
      day,
      value: reading.value,
      sd: reading.sd,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      daysAtPitch: conditions.daysAtPitch ?? undefined,
      afterIntervention: worked,
    });
    worked = false;
  }
  return visits;
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
