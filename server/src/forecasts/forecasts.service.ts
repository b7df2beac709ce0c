import { Injectable } from '@nestjs/common';
import type { Examination, Forecast, Instrument, SideForecast } from '@upright-elder/contract';
import {
  dayOf,
  expectThrough,
  isoDate,
  outlookSentences,
  seasonMoisture,
  type AirLog,
  type Climate,
  type TopConstruction,
} from '@upright-elder/core';
import { AirService, climateBasis } from '../air/air.service.js';
import { Clock } from '../clock.js';
import { ExaminationsService } from '../examinations/examinations.service.js';
import { InstrumentsService } from '../instruments/instruments.service.js';
import { ShopService } from '../shop/shop.service.js';
import { TopSolverService } from '../tops/top-solver.service.js';
import { DAYS_AHEAD, climateFor, outlookOf, topOf, type CalibratedSide, type Outlook } from './outlook.js';

/** Everything that a judgement of an instrument stands on, worked out once. */
export interface Case {
  instrument: Instrument;
  top: TopConstruction;
  examinations: Examination[];
  climate: Climate;
  log: AirLog;
  outlook: Outlook;
}

const STEP_DAYS = 7;

@Injectable()
export class ForecastsService {
  /** cases by instrument, kept while neither it, its examinations, its room's air nor the day changed */
  private readonly cases = new Map<string, { key: string; worked: Case }>();

  constructor(
    private readonly instruments: InstrumentsService,
    private readonly examinations: ExaminationsService,
    private readonly air: AirService,
    private readonly shop: ShopService,
    private readonly clock: Clock,
    private readonly solver: TopSolverService,
  ) {}

  async caseOf(id: string): Promise<Case> {
    const row = await this.instruments.row(id);
    const { log, climate: roomClimate, revision } = await this.air.climateOf(row.homeRoomId);
    const today = this.clock.today();
    const solvedRise = (await this.solver.of(id))?.rise ?? null;
    const key = `${row.revision} ${row.homeRoomId} ${revision} ${today} ${solvedRise}`;
    const known = this.cases.get(id);
    if (known?.key === key) return known.worked;
    const [instrument, examinations] = await Promise.all([
      this.instruments.get(id),
      this.examinations.ofInstrument(id),
    ]);
    const climate = climateFor(examinations, log, roomClimate);
    const top = topOf(instrument, solvedRise);
    const outlook = outlookOf(instrument, top, examinations, log, climate, today);
    const worked = { instrument, top, examinations, climate, log, outlook };
    this.cases.set(id, { key, worked });
    return worked;
  }

  async of(id: string): Promise<Forecast> {
    const { outlook, climate, examinations } = await this.caseOf(id);
    const today = this.clock.today();
    const first = examinations[0] ? Math.min(dayOf(examinations[0].date), today) : today;
    const days = steps(today, today + DAYS_AHEAD);
    const say = await this.shop.sayer();
    return {
      made: isoDate(today),
      ready: outlook.sides.length > 0,
      strungVisits: Math.max(0, ...outlook.sides.map(({ all }) => all.length)),
      leftOut: outlook.leftOut,
      sides: outlook.sides.map((side) => toSideForecast(side, climate, days, outlook.today)),
      season: steps(first, today + DAYS_AHEAD).map((day) => ({
        date: isoDate(day),
        moisture: seasonMoisture(climate, day),
      })),
      sentences: outlookSentences(outlook.sides, say),
      climate: climateBasis(climate),
    };
  }
}

function steps(from: number, to: number): number[] {
  return Array.from({ length: Math.floor((to - from) / STEP_DAYS) + 1 }, (_, i) => from + i * STEP_DAYS);
}

function toSideForecast(
  side: CalibratedSide,
  climate: Climate,
  days: number[],
  today: Outlook['today'],
): SideForecast {
  const { calibration } = side;
  return {
    side: side.side,
    window: side.window,
    history: side.all.map(({ examinationId, date, day, value, sd, moisture }) => ({
      examinationId,
      date,
      value,
      sd,
      moisture,
      misfit: calibration.visits.find((visit) => visit.day === day)?.z ?? null,
    })),
    points: expectThrough(calibration, climate, days, today).map(
      ({ day, median, band50, band80, band95, moisture }) => ({
        date: isoDate(day),
        median,
        band50,
        band80,
        band95,
        moisture,
      }),
    ),
    sensitivity: calibration.sensitivity,
    prior: { mean: side.prior.mean, sd: side.prior.sd },
    priorSource: side.prior.source,
    age: calibration.age,
  };
}
