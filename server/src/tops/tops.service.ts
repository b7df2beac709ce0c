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
  dayOf,
  GLUED_AT,
  readingOn,
  woodMoisture,
  type AirLog,
  type Place,
  type Plan,
  type Point,
  type QuantityId,
} from '@upright-elder/core';
import { ForecastsService } from '../forecasts/forecasts.service.js';
import { airOf } from '../forecasts/visits.js';
import { MapService } from '../map/map.service.js';
import { looseOf } from './loose.js';
import { TopSolverService } from './top-solver.service.js';

/** A dial stands so far from the hole's edge, m. */
const HOLE_EDGE = 0.003;

/** Where the stations lie from the saddle line and the centre line, m; across they are 40 mm behind the saddle. */
const STATIONS: Partial<Record<Place, (plan: Plan) => Point>> = {
  behind120: ({ bridge }) => [0, bridge.saddleAt - 0.12],
  behind80: ({ bridge }) => [0, bridge.saddleAt - 0.08],
  behind40: ({ bridge }) => [0, bridge.saddleAt - 0.04],
  before25: ({ bridge }) => [0, bridge.saddleAt + 0.025],
  before60: ({ bridge }) => [0, bridge.saddleAt + 0.06],
  holeEdge: ({ bridge, holes: [hole] }) => [
    0,
    hole?.kind === 'round' ? hole.centre[1] - hole.radius - HOLE_EDGE : bridge.saddleAt + 0.09,
  ],
  bass120: ({ bridge }) => [-0.12, bridge.saddleAt - 0.04],
  bass60: ({ bridge }) => [-0.06, bridge.saddleAt - 0.04],
  treble60: ({ bridge }) => [0.06, bridge.saddleAt - 0.04],
  treble120: ({ bridge }) => [0.12, bridge.saddleAt - 0.04],
};

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
      const at =
        quantity === 'bellyAlong' || quantity === 'bellyAcross' ? STATIONS[place as Place] : undefined;
      if (!at) return [];
      const [x, y] = at(plan);
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
