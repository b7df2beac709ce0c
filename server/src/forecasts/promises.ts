import type { PromiseKept } from '@upright-elder/contract';
import {
  actionBelief,
  calibrate,
  comingMoisture,
  dayOf,
  expectOn,
  keptBy,
  promiseOn,
  type AirLog,
  type Climate,
  type Promised,
} from '@upright-elder/core';
import { roomClimate } from '../air/room-climate.js';
import type { Case } from './case.js';
import type { KeptForecastEntity } from './kept-forecast.entity.js';
import { climateFor, type CalibratedSide } from './outlook.js';
import { actionSeries } from './series.js';
import type { StrungVisit } from './visits.js';

/** A forecast as it was shown on a day. */
export type Shown = Pick<KeptForecastEntity, 'key' | 'basis' | 'shownOn' | 'points'>;

/**
 * Every strung reading of the action against what was promised for its day: the forecast that was shown last before
 * it and did not know it yet; where nobody had looked, the one that would have been made from what was known the day
 * after the reading before. One at a time: a long history must not keep others waiting.
 */
export function* promisesKept(worked: Case, shown: readonly Shown[]): Generator<PromiseKept> {
  for (const side of worked.outlook.sides) {
    for (const [i, visit] of side.all.entries()) {
      const before = side.all[i - 1];
      // work in between changes what is read: nothing was promised over it
      if (!before || visit.afterIntervention) continue;
      const last = lastShown(shown, side, before, visit);
      const promise = last ? promiseOn(last.points, visit.day) : lookedBack(worked, side, i);
      if (promise) yield against(side, before, visit, promise, last?.shownOn ?? null);
    }
  }
}

/** The latest first, as the scorecard lists them. */
export function latestFirst(kept: Iterable<PromiseKept>): PromiseKept[] {
  return [...kept].sort((a, b) => b.date.localeCompare(a.date) || a.key.localeCompare(b.key));
}

/** The last forecast shown before a visit that stood on the visit before it. */
function lastShown(
  shown: readonly Shown[],
  side: CalibratedSide,
  before: StrungVisit,
  visit: StrungVisit,
): Shown | undefined {
  const { key } = actionSeries(side);
  return shown
    .filter((one) => one.key === key && one.basis === before.date && one.shownOn <= visit.date)
    .sort((a, b) => b.shownOn.localeCompare(a.shownOn))[0];
}

/** What would have been said of a visit from the visits and the air before it. */
function lookedBack(worked: Case, { all, prior }: CalibratedSide, index: number): Promised {
  const before = all.slice(0, index);
  const last = before.at(-1)!;
  const visit = all[index]!;
  const climate = climateThen(worked, last.day);
  const calibration = calibrate(before, { climate, belief: actionBelief(prior) });
  const today = { day: last.day, moisture: last.moisture };
  return expectOn(calibration, visit.day, comingMoisture(climate, visit.day, today), visit.sd);
}

/** The climate as it was known on a day. */
function climateThen(worked: Case, day: number): Climate {
  const { examinations, packs } = worked;
  const climate = loggedThen(worked, day);
  return climateFor(
    examinations.filter(({ date }) => dayOf(date) <= day),
    { climate, packs },
  );
}

/** What a room's log had told by a day: both sides of every instrument in it ask for the same days. */
const logged = new WeakMap<AirLog, Map<number, Climate>>();

function loggedThen({ log, packs }: Case, day: number): Climate {
  const known = logged.get(log) ?? new Map<number, Climate>();
  logged.set(log, known);
  const upToDay = () => log.days().filter((air) => air.day <= day);
  const climate = known.get(day) ?? roomClimate(upToDay(), packs).climate;
  known.set(day, climate);
  return climate;
}

function against(
  side: CalibratedSide,
  before: StrungVisit,
  visit: StrungVisit,
  promise: Promised,
  shownOn: string | null,
): PromiseKept {
  const { key, name, dimension } = actionSeries(side);
  const { in50, in80, in95 } = keptBy(promise, visit.value);
  return {
    key,
    name,
    dimension,
    shownOn,
    basis: before.date,
    examinationId: visit.examinationId!,
    date: visit.date,
    median: promise.median,
    band80: [promise.band80[0], promise.band80[1]],
    read: visit.value,
    in50,
    in80,
    in95,
  };
}
