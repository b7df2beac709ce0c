import { setImmediate } from 'node:timers/promises';
import { Injectable } from '@nestjs/common';
import type { PromiseKept, Scorecard, ScorecardSum, SeriesForecast } from '@upright-elder/contract';
import {
  actionBelief,
  AirLog,
  calibrate,
  climateOfLog,
  comingMoisture,
  expectOn,
  expectThrough,
  keptBy,
  promiseOn,
  scorecard,
  type Kept,
  type Promised,
} from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ForecastsService, actionSeries, type Case } from './forecasts.service.js';
import { KeptForecastEntity } from './kept-forecast.entity.js';
import type { CalibratedSide } from './outlook.js';
import type { StrungVisit } from './visits.js';

/** Days between two points of a kept forecast, and how far it reaches. */
const STEP_DAYS = 14;
const POINTS = 40;

/** Keeps what was promised, and says how often it was held. */
@Injectable()
export class ScorecardsService {
  /** what each instrument kept, as far as it was worked out; see reforecast.service.ts */
  private readonly byInstrument = new Map<string, PromiseKept[]>();

  constructor(
    private readonly database: Database,
    private readonly forecasts: ForecastsService,
    private readonly clock: Clock,
  ) {}

  /** Writes down a forecast that is being shown, once a day and last reading. */
  async keep(instrumentId: string, shown: readonly SeriesForecast[]): Promise<void> {
    const shownOn = this.clock.date();
    const today = this.clock.today();
    const worked = await this.forecasts.caseOf(instrumentId);
    const rows = shown.flatMap(({ key, calibration, history }): KeptForecastEntity[] => {
      const last = history.at(-1);
      if (!last) return [];
      const days = Array.from({ length: POINTS }, (_, i) => today + STEP_DAYS * i);
      const points = expectThrough(calibration, worked.climate, days, {
        today: worked.outlook.today,
        readingSd: last.sd,
      }).map(({ day, median, band50, band80, band95 }) => ({ day, median, band50, band80, band95 }));
      return [{ instrumentId, key, basis: last.date, shownOn, points }];
    });
    const known = await this.database.read.find(KeptForecastEntity, {
      where: { instrumentId, shownOn },
      select: { key: true, basis: true },
    });
    const fresh = rows.filter(
      ({ key, basis }) => !known.some((one) => one.key === key && one.basis === basis),
    );
    if (fresh.length > 0) await this.database.write((manager) => manager.save(KeptForecastEntity, fresh));
  }

  async of(instrumentId: string): Promise<Scorecard> {
    const kept = await this.workOut(instrumentId);
    return { kept, instrument: sumOf(kept), shop: sumOf([...this.byInstrument.values()].flat()) };
  }

  /**
   * Every strung reading of the action against what was promised for its day: the forecast that was shown last before
   * it and did not know it yet; where nobody had looked, the one that would have been made from what was known the day
   * after the reading before.
   *
   * @param pause between two readings: others are served meanwhile
   */
  async workOut(
    instrumentId: string,
    pause: () => Promise<unknown> = () => setImmediate(),
  ): Promise<PromiseKept[]> {
    const worked = await this.forecasts.caseOf(instrumentId);
    const shown = await this.database.read.find(KeptForecastEntity, { where: { instrumentId } });
    const kept: PromiseKept[] = [];
    for (const side of worked.outlook.sides) {
      for (const [i, visit] of side.all.entries()) {
        const before = side.all[i - 1];
        // work in between changes what is read: nothing was promised over it
        if (!before || visit.afterIntervention) continue;
        const last = lastShown(shown, side, before, visit);
        const promise = last ? promiseOn(last.points, visit.day) : lookedBack(worked, side, i);
        if (promise) kept.push(against(side, before, visit, promise, last?.shownOn ?? null));
        // a long history must not keep other requests waiting
        await pause();
      }
    }
    kept.sort((a, b) => b.date.localeCompare(a.date) || a.key.localeCompare(b.key));
    this.byInstrument.set(instrumentId, kept);
    return kept;
  }

  forget(instrumentId: string): void {
    this.byInstrument.delete(instrumentId);
  }
}

/** The last forecast shown before a visit that stood on the visit before it. */
function lastShown(
  shown: readonly KeptForecastEntity[],
  side: CalibratedSide,
  before: StrungVisit,
  visit: StrungVisit,
): KeptForecastEntity | undefined {
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
  const log = new AirLog(worked.log.days().filter(({ day }) => day <= last.day));
  const climate = log.size > 0 ? climateOfLog(log) : worked.climate;
  const calibration = calibrate(before, { climate, belief: actionBelief(prior) });
  const today = { day: last.day, moisture: last.moisture };
  return expectOn(calibration, visit.day, comingMoisture(climate, visit.day, today), visit.sd);
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

function sumOf(kept: readonly PromiseKept[]): ScorecardSum {
  return scorecard(
    kept.map(({ in50, in80, in95, read, median }): Kept => ({ in50, in80, in95, error: read - median })),
  );
}
