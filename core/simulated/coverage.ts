import {
  actionBelief,
  actionSensitivity,
  alwaysIn,
  calibrate,
  comingMoisture,
  expectOn,
  livedIn,
  roomAir,
  woodBelieved,
  type CalibrateOptions,
  type Calibration,
  type Climate,
  type Visit,
} from '../src/index.js';
import { simulateInstrument, type SimulatedInstrument, type Variant } from './instruments.js';

/** Share of simulated instruments whose truth, six months after the last visit, lay inside the bands. */
export interface Coverage {
  instruments: number;
  in50: number;
  in80: number;
  in95: number;
  /** mean width of the 80 % band, mm */
  width80: number;
  /** median error six months ahead, mm: of the forecast, of "same as last time", of a plain average of the season */
  error: number;
  sameAsLast: number;
  seasonalAverage: number;
}

export const SIX_MONTHS = 182;
/** What a bench book would hold: three years with gaps in the log, a third of them worked on in between. */
export const USUAL: Variant = { gaps: 90, interventions: 1 / 3 };

export interface SimulatedFit {
  visits: Visit[];
  options: CalibrateOptions;
  climate: Climate;
  calibration: Calibration;
  simulated: SimulatedInstrument;
}

/** A simulated instrument taken through the same way as a real one. */
export function calibrated(simulated: SimulatedInstrument): SimulatedFit {
  const lived = livedIn(alwaysIn(roomAir(simulated.air, null)), simulated.visits);
  const { climate } = lived;
  const visits = simulated.visits.map(({ air, ...visit }): Visit => {
    const wood = woodBelieved(lived, { day: visit.day, air })!;
    return {
      ...visit,
      moisture: wood.moisture,
      moistureSd: wood.sd,
      moistureByLag: wood.byLag,
      believed: wood.believed,
    };
  });
  const options = { climate, belief: actionBelief(actionSensitivity({ kind: 'flat', laminated: false })) };
  return { visits, options, climate, calibration: calibrate(visits, options), simulated };
}

export function coverage(
  visitCount: number,
  instruments: number,
  variant: Variant = USUAL,
  firstSeed = 1,
): Coverage {
  const inside = { in50: 0, in80: 0, in95: 0 };
  const errors: Record<'error' | 'sameAsLast' | 'seasonalAverage', number[]> = {
    error: [],
    sameAsLast: [],
    seasonalAverage: [],
  };
  let width = 0;
  for (let seed = firstSeed; seed < firstSeed + instruments; seed++) {
    const { visits, climate, calibration, simulated } = calibrated(
      simulateInstrument(seed, visitCount, variant),
    );
    const last = visits.at(-1)!;
    const day = last.day + SIX_MONTHS;
    const expected = expectOn(calibration, day, comingMoisture(climate, day, last));
    const truth = simulated.truth(day);
    const within = ([low, high]: [number, number]) => (truth >= low && truth <= high ? 1 : 0);
    inside.in50 += within(expected.band50);
    inside.in80 += within(expected.band80);
    inside.in95 += within(expected.band95);
    width += (expected.band80[1] - expected.band80[0]) * 1000;
    errors.error.push(Math.abs(expected.median - truth) * 1000);
    errors.sameAsLast.push(Math.abs(last.value - truth) * 1000);
    errors.seasonalAverage.push(Math.abs(averageOfSeason(visits, day) - truth) * 1000);
  }
  return {
    instruments,
    in50: inside.in50 / instruments,
    in80: inside.in80 / instruments,
    in95: inside.in95 / instruments,
    width80: width / instruments,
    error: median(errors.error),
    sameAsLast: median(errors.sameAsLast),
    seasonalAverage: median(errors.seasonalAverage),
  };
}

/** What one would say from the bench book alone: the mean of the readings within two months of that season, else of all. */
function averageOfSeason(visits: readonly Visit[], day: number): number {
  const since = visits.slice(
    Math.max(
      0,
      visits.findLastIndex(({ afterIntervention }) => afterIntervention),
    ),
  );
  const apart = (other: number) => {
    const days = Math.abs(day - other) % 365.25;
    return Math.min(days, 365.25 - days);
  };
  const near = since.filter((visit) => apart(visit.day) <= 61);
  const used = near.length > 0 ? near : since;
  return used.reduce((sum, { value }) => sum + value, 0) / used.length;
}

function median(values: number[]): number {
  return values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}
