import { setImmediate } from 'node:timers/promises';
import { Injectable, Logger } from '@nestjs/common';
import type { PromiseKept, Scorecard, SeriesForecast } from '@upright-elder/contract';
import { expectThrough, scorecard, type Kept } from '@upright-elder/core';
import { Clock } from '../clock.js';
import { Database } from '../database/database.js';
import { ForecastsService } from './forecasts.service.js';
import { KeptForecastEntity } from './kept-forecast.entity.js';
import { latestFirst, promisesKept } from './promises.js';

/** Days between two points of a kept forecast, and how far it reaches. */
const STEP_DAYS = 14;
const POINTS = 40;

/** Keeps what was promised, and says how often it was held. */
@Injectable()
export class ScorecardsService {
  private readonly logger = new Logger('forecasts');
  /** what each instrument kept, as far as it was worked out; see reforecast.service.ts */
  private readonly byInstrument = new Map<string, Kept[]>();

  constructor(
    private readonly database: Database,
    private readonly forecasts: ForecastsService,
    private readonly clock: Clock,
  ) {}

  /** Writes down a forecast that is being shown, once a day and last reading. */
  async keep(instrumentId: string, shown: readonly SeriesForecast[]): Promise<void> {
    const shownOn = this.clock.date();
    // what can only be read is read all the same
    if (this.database.unwritable) return;
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
    if (fresh.length > 0)
      // a forecast is shown whether it could be kept or not
      await this.database
        .write((manager) => manager.save(KeptForecastEntity, fresh))
        .catch((error: unknown) => this.logger.warn(`a forecast could not be kept: ${String(error)}`));
  }

  async of(instrumentId: string): Promise<Scorecard> {
    const worked = await this.forecasts.caseOf(instrumentId);
    const shown = await this.database.read.findBy(KeptForecastEntity, { instrumentId });
    const found: PromiseKept[] = [];
    for (const one of promisesKept(worked, shown)) {
      found.push(one);
      await setImmediate();
    }
    const kept = latestFirst(found);
    this.know(instrumentId, kept);
    return {
      kept,
      instrument: scorecard(kept.map(inShort)),
      shop: scorecard([...this.byInstrument.values()].flat()),
    };
  }

  /** What an instrument kept, worked out beside for the shop's sum; see reforecast.service.ts. */
  know(instrumentId: string, kept: PromiseKept[]): void {
    this.byInstrument.set(instrumentId, kept.map(inShort));
  }

  forget(instrumentId: string): void {
    this.byInstrument.delete(instrumentId);
  }
}

/** All that the shop's sum asks of one promise. */
const inShort = ({ in50, in80, in95, read, median }: PromiseKept): Kept => ({
  in50,
  in80,
  in95,
  error: read - median,
});
