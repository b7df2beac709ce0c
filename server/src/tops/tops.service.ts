import { Injectable } from '@nestjs/common';
import {
  planOf,
  type BellyProfile,
  type BellyReading,
  type Examination,
  type Instrument,
  type TopCase,
  type TopPrior,
} from '@upright-elder/contract';
import {
  bellyStation,
  dayOf,
  GLUED_AT,
  readingOn,
  woodMoisture,
  type AirLog,
  type Place,
  type Plan,
  type QuantityId,
} from '@upright-elder/core';
import { ForecastsService } from '../forecasts/forecasts.service.js';
import { airOf } from '../forecasts/visits.js';
import { MapService } from '../map/map.service.js';
import { looseOf } from './loose.js';
import { TopSolverService } from './top-solver.service.js';

/** What the plate model needs of an instrument: its plan, its loose braces, its last belly profile. */
@Injectable()
export class TopsService {
  constructor(
    private readonly forecasts: ForecastsService,
    private readonly map: MapService,
    private readonly solver: TopSolverService,
  ) {}

  async of(id: string): Promise<TopCase> {
    const { instrument, examinations, log, outlook } = await this.forecasts.caseOf(id);
    const [{ plan }, marks, solved] = await Promise.all([
      this.map.plan(id),
      this.map.marks(id),
      this.solver.of(id),
    ]);
    const drawn = plan && planOf(plan);
    const last = (quantity: QuantityId, place: Place) =>
      [...examinations].reverse().flatMap(({ readings }) => readingOn(readings, quantity, place) ?? [])[0]
        ?.value ?? null;
    return {
      plan,
      species: instrument.topSpecies,
      laminated: instrument.laminatedTop,
      bridgeThickness: last('bridgeThickness', 'middle'),
      plateThickness: last('plateThickness', 'centre'),
      pull: instrument.stringPull,
      loose: drawn ? looseOf(drawn, marks) : [],
      belly: drawn && bellyOf(drawn, examinations, log),
      moisture: outlook.today ? { mean: outlook.today.moisture - GLUED_AT.mean, sd: GLUED_AT.sd } : null,
      prior: priorOf(instrument, plan !== null, solved),
      rise: solved?.rise ?? null,
      refusal: solved?.refusal ?? '',
    };
  }
}

function priorOf(instrument: Instrument, planned: boolean, solved: { rise: number | null } | null): TopPrior {
  if (instrument.type !== 'flat-top') return 'archtop';
  if (!planned) return 'no plan';
  if (!solved) return 'solving';
  return solved.rise === null ? 'refused' : 'solved';
}

/** The last examination at pitch that read the belly at enough places to say anything. */
function bellyOf(plan: Plan, examinations: readonly Examination[], log: AirLog): BellyProfile | null {
  for (const examination of [...examinations].reverse()) {
    if (examination.conditions.strings !== 'pitch') continue;
    const stations = examination.readings.flatMap(({ quantity, place, value, sd }): BellyReading[] => {
      if (quantity !== 'bellyAlong' && quantity !== 'bellyAcross') return [];
      const point = bellyStation(plan, place as Place);
      if (!point) return [];
      const [x, y] = point;
      return [{ place: place as Place, x, y, height: value, sd }];
    });
    if (stations.length < 4) continue;
    const [air] = airOf(examination);
    const wood = woodMoisture(dayOf(examination.date), log, air);
    const moisture = wood
      ? { mean: wood.moisture - GLUED_AT.mean, sd: Math.hypot(wood.sd, GLUED_AT.sd) }
      : { mean: 0, sd: 2 };
    return { examinationId: examination.id, date: examination.date, stations, moisture };
  }
  return null;
}
