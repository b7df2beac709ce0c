import { Injectable } from '@nestjs/common';
import type { Forecast, ForecastGround, SeriesForecast } from '@upright-elder/contract';
import {
  DAYS_AHEAD,
  dayOf,
  historySentences,
  isoDate,
  moveIn,
  prepareSides,
  saddleLever,
  sayYear,
  seasonMoisture,
  seriesKey,
  stringLength,
  yearUnder,
  type HeightUnit,
} from '@upright-elder/core';
import { AirService, climateBasis } from '../air/air.service.js';
import { Clock } from '../clock.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { notFound } from '../http/problem.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { MapService } from '../map/map.service.js';
import { sayerIn } from '../shop/sayer.js';
import { ShopService } from '../shop/shop.service.js';
import { TopSolverService } from '../tops/top-solver.service.js';
import { bodySaid } from './body-said.js';
import { workOutCase, type Case } from './case.js';
import type { CalibratedSide } from './outlook.js';
import { neckOf, playedOf } from './played.js';
import { actionSeries, calibrated, forecastOf, otherSeries } from './series.js';

const STEP_DAYS = 7;
/** Cases that are kept worked out; a shop's bench and shelf page, not its whole archive. */
const KEPT_CASES = 300;

@Injectable()
export class ForecastsService {
  /** cases by instrument, the longest unused first; kept while neither it, its examinations, its room's air nor the day changed */
  private readonly cases = new Map<string, { key: string; worked: Case }>();

  constructor(
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
    private readonly air: AirService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
    private readonly solver: TopSolverService,
    private readonly map: MapService,
  ) {}

  async caseOf(id: string): Promise<Case> {
    const row = await this.instruments.row(id);
    const room = await this.air.climateOf(row.homeRoomId);
    const today = this.clock.today();
    const solved = await this.solver.of(id);
    const key = `${row.revision} ${row.homeRoomId} ${room.revision} ${today} ${solved?.from}`;
    const known = this.cases.get(id);
    this.cases.delete(id);
    if (known?.key === key) {
      this.cases.set(id, known);
      return known.worked;
    }
    const [instrument, examinations] = await Promise.all([
      this.instruments.get(id),
      this.examinations.ofInstrument(id),
    ]);
    const worked = workOutCase({ instrument, examinations, solved, today }, room);
    this.cases.set(id, { key, worked });
    for (const oldest of this.cases.keys()) {
      if (this.cases.size <= KEPT_CASES) break;
      this.cases.delete(oldest);
    }
    return worked;
  }

  async of(id: string, heights: HeightUnit | null = null): Promise<Forecast> {
    const worked = await this.caseOf(id);
    const { outlook, climate, examinations } = worked;
    const today = this.clock.today();
    const first = examinations[0] ? Math.min(dayOf(examinations[0].date), today) : today;
    const unit = heights ?? (await this.shop.get()).sayIn;
    const say = sayerIn(unit);
    const move = moveIn(unit);
    const ground = groundOf(worked, today);
    const year = yearUnder(ground, prepareSides(ground, outlook.sides));
    const others = otherSeries(worked, await this.map.marks(id));
    return {
      made: isoDate(today),
      ready: outlook.sides.length > 0,
      strungVisits: Math.max(0, ...outlook.sides.map(({ all }) => all.length)),
      leftOut: outlook.leftOut,
      sides: outlook.sides.map((side) => sideForecast(side, worked, today)),
      others: others.map(({ key, name, readings }) => ({ key, name, readings })),
      season: steps(first, today + DAYS_AHEAD).map((day) => ({
        date: isoDate(day),
        moisture: seasonMoisture(climate, day),
      })),
      sentences: [...historySentences(outlook.sides, move), ...bodySaid(worked, move)],
      year: sayYear(year, { action: say, saddle: say, move }),
      months: year.sides.map(({ side, answers }) => ({ side, months: answers.months })),
      climateBasis: climateBasis(climate, worked.packs),
      ground,
    };
  }

  /** One of the other series, worked out when it is asked for. */
  async series(id: string, key: string): Promise<SeriesForecast> {
    const worked = await this.caseOf(id);
    const today = this.clock.today();
    const side = worked.outlook.sides.find((one) => seriesKey('action12', one.side) === key);
    if (side) return sideForecast(side, worked, today);
    const series = otherSeries(worked, await this.map.marks(id)).find((one) => one.key === key);
    if (!series) throw notFound('series of readings');
    return forecastOf(series, calibrated(series, worked), worked, today, { side: null, window: null });
  }
}

function sideForecast(side: CalibratedSide, worked: Case, today: number): SeriesForecast {
  return forecastOf(actionSeries(side), side.calibration, worked, today, {
    side: side.side,
    window: side.window,
  });
}

function groundOf(worked: Case, today: number): ForecastGround {
  const { instrument, climate, outlook } = worked;
  const lever = (side: 'bass' | 'treble') =>
    saddleLever(stringLength(neckOf(instrument, side)), instrument.scale.metres);
  return {
    climate,
    from: today,
    today: outlook.today ?? null,
    played: { bass: playedOf(worked, 'bass'), treble: playedOf(worked, 'treble') },
    lever: { bass: lever('bass'), treble: lever('treble') },
    species: instrument.topSpecies,
    restraint: worked.restraint,
    homeRoomId: instrument.homeRoomId,
  };
}

function steps(from: number, to: number): number[] {
  return Array.from({ length: Math.floor((to - from) / STEP_DAYS) + 1 }, (_, i) => from + i * STEP_DAYS);
}
