import type { StringSide } from '../strings/index.js';
import { comingMoisture, roomAir, type Climate, type PathOfRooms, type InRoom } from '../air/index.js';
import { dayOf, isoDate } from '../days/index.js';
import {
  actionBelief,
  calibrate,
  expectOn,
  expectThrough,
  checkPromise,
  promiseOn,
  seriesKey,
  type PromiseCheck,
  type Promised,
} from '../forecast/index.js';
import type { InstrumentRecord } from './facts.js';
import type { FittedSide, InstrumentFit } from './fit.js';
import type { InstrumentToday } from './today.js';
import type { StrungVisit } from './visits.js';
import { airLivedIn } from './wood.js';

/** A forecast of the action as it was shown on a day. */
export interface ShownForecast {
  /** which series, such as `action12.bass` */
  key: string;
  /** date of the last reading it stood on */
  basis: string;
  shownOn: string;
  points: (Promised & { day: number })[];
}

/** A forecast held against the reading that came; SI. */
export interface ForecastCheck extends PromiseCheck {
  key: string;
  side: StringSide;
  /** null where nobody looked: then it is what would have been said from what was known the day after `basis` */
  shownOn: string | null;
  basis: string;
  examinationId: string;
  date: string;
  promise: Promised;
  read: number;
}

/** Days between two points of a kept forecast, and how many there are: a year and a half. */
const STEP_DAYS = 14;
const POINTS = 40;

/** What is shown of the action today, to be held against the next reading. */
export function shownToday(fit: InstrumentFit, { day, moisture, sides }: InstrumentToday): ShownForecast[] {
  const days = Array.from({ length: POINTS }, (_, i) => day + STEP_DAYS * i);
  return sides.map(({ side, all, calibration }) => {
    const last = all.at(-1)!;
    return {
      key: seriesKey('action12', side),
      basis: last.date,
      shownOn: isoDate(day),
      points: expectThrough(calibration, fit.air.climate, days, {
        today: moisture ?? undefined,
        readingSd: last.sd,
      }).map(({ day, median, band50, band80, band95 }) => ({ day, median, band50, band80, band95 })),
    };
  });
}

/**
 * Every strung reading of the action against what was promised for its day: the forecast that was shown last before
 * it and did not know it yet; where nobody had looked, the one that would have been made from what was known the day
 * after the reading before. The latest first.
 */
export function checksOf(
  record: InstrumentRecord,
  fit: InstrumentFit,
  path: PathOfRooms,
  shown: readonly ShownForecast[],
): ForecastCheck[] {
  const climates = new Map<number, Climate>();
  const climateThen = (day: number) => {
    const known = climates.get(day) ?? climateOn(day, record, path);
    climates.set(day, known);
    return known;
  };
  const checks = fit.sides.flatMap((side) =>
    side.all.flatMap((visit, i): ForecastCheck[] => {
      const before = side.all[i - 1];
      // work in between changes what is read: nothing was promised over it
      if (!before || visit.afterIntervention || visit.levers.length > 0) return [];
      const last = lastShown(shown, side.side, before, visit);
      const promise = last ? promiseOn(last.points, visit.day) : lookedBack(side, i, climateThen);
      return promise ? [against(side.side, before, visit, promise, last?.shownOn ?? null)] : [];
    }),
  );
  return checks.sort((a, b) => b.date.localeCompare(a.date) || a.key.localeCompare(b.key));
}

/**
 * Which kept forecasts are still needed: for every reading the last one before the next, and of those that wait for
 * their reading one a month, so that a reading that is typed in late still finds one that did not know it.
 */
export function neededForVerification(
  shown: readonly ShownForecast[],
  fit: Pick<InstrumentFit, 'sides'>,
): ShownForecast[] {
  const needed = new Set<ShownForecast>();
  for (const { side, all } of fit.sides) {
    const key = seriesKey('action12', side);
    for (const [i, before] of all.entries()) {
      const next = all[i + 1];
      const candidates = shown.filter((one) => one.key === key && one.basis === before.date);
      const byMonth = new Map<string, ShownForecast>();
      for (const one of candidates) {
        if (next && one.shownOn > next.date) continue;
        const month = next ? 'the last' : one.shownOn.slice(0, 7);
        const known = byMonth.get(month);
        if (!known || known.shownOn < one.shownOn) byMonth.set(month, one);
      }
      for (const one of byMonth.values()) needed.add(one);
    }
  }
  return shown.filter((one) => needed.has(one));
}

/** The last forecast shown before a visit that stood on the visit before it. */
function lastShown(
  shown: readonly ShownForecast[],
  side: StringSide,
  before: StrungVisit,
  visit: StrungVisit,
): ShownForecast | undefined {
  const key = seriesKey('action12', side);
  return shown
    .filter((one) => one.key === key && one.basis === before.date && one.shownOn <= visit.date)
    .sort((a, b) => b.shownOn.localeCompare(a.shownOn))[0];
}

/** What would have been said of a visit from the visits and the air before it, as the ends of the strings stood then. */
function lookedBack(
  { all, prior }: Pick<FittedSide, 'all' | 'prior'>,
  index: number,
  climateThen: (day: number) => Climate,
): Promised {
  const before = all.slice(0, index);
  const last = before.at(-1)!;
  const visit = all[index]!;
  const climate = climateThen(last.day);
  const calibration = calibrate(before, { climate, belief: actionBelief(prior) });
  const today = { day: last.day, moisture: last.moisture };
  const promise = expectOn(calibration, visit.day, comingMoisture(climate, visit.day, today), visit.sd);
  // values stand as the ends are set today
  const by = visit.read - visit.value;
  const moved = ([low, high]: readonly [number, number]): [number, number] => [low + by, high + by];
  return {
    median: promise.median + by,
    band50: moved(promise.band50),
    band80: moved(promise.band80),
    band95: moved(promise.band95),
  };
}

/** The climate as it was known on a day. */
function climateOn(day: number, { instrument, examinations }: InstrumentRecord, path: PathOfRooms): Climate {
  const then = new Map<InRoom['air'], InRoom['air']>();
  const known = <R extends InRoom>(room: R): R => {
    const { log, packs } = room.air;
    const air =
      then.get(room.air) ??
      roomAir(
        log.days().filter((one) => one.day <= day),
        packs,
      );
    then.set(room.air, air);
    return { ...room, air };
  };
  const stays = path.stays.filter((stay, i) => i === 0 || stay.from <= day).map(known);
  const home = known(path.home);
  return airLivedIn(
    examinations.filter(({ date }) => dayOf(date) <= day),
    instrument.topSpecies,
    { stays, home },
  ).climate;
}

function against(
  side: StringSide,
  before: StrungVisit,
  visit: StrungVisit,
  promise: Promised,
  shownOn: string | null,
): ForecastCheck {
  return {
    key: seriesKey('action12', side),
    side,
    shownOn,
    basis: before.date,
    examinationId: visit.examinationId!,
    date: visit.date,
    promise,
    read: visit.read,
    ...checkPromise(promise, visit.read),
  };
}
