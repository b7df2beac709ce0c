import {
  actionSensitivity,
  AirLog,
  calibrate,
  climateOfLog,
  comingMoisture,
  expectOn,
  woodMoisture,
} from '../src/index.js';
import { simulateInstrument } from './instruments.js';

/** Share of simulated instruments whose truth, six months after the last visit, lay inside the bands. */
export interface Coverage {
  instruments: number;
  in50: number;
  in80: number;
  in95: number;
  /** mean width of the 80 % band, mm */
  width80: number;
}

export const SIX_MONTHS = 182;

export function coverage(visitCount: number, instruments: number, firstSeed = 1): Coverage {
  const inside = { in50: 0, in80: 0, in95: 0 };
  let width = 0;
  for (let seed = firstSeed; seed < firstSeed + instruments; seed++) {
    const simulated = simulateInstrument(seed, visitCount);
    const log = new AirLog(simulated.air);
    const climate = climateOfLog(log);
    const visits = simulated.visits.map((visit) => {
      const wood = woodMoisture(visit.day, log)!;
      return { ...visit, moisture: wood.moisture, moistureSd: wood.sd };
    });
    const calibration = calibrate(visits, {
      climate,
      sensitivity: actionSensitivity({ kind: 'flat', laminated: false }),
    });
    const last = visits.at(-1)!;
    const day = last.day + SIX_MONTHS;
    const expected = expectOn(calibration, day, comingMoisture(climate, day, last));
    const truth = simulated.truth(day);
    const within = ([low, high]: [number, number]) => (truth >= low && truth <= high ? 1 : 0);
    inside.in50 += within(expected.band50);
    inside.in80 += within(expected.band80);
    inside.in95 += within(expected.band95);
    width += (expected.band80[1] - expected.band80[0]) * 1000;
  }
  return {
    instruments,
    in50: inside.in50 / instruments,
    in80: inside.in80 / instruments,
    in95: inside.in95 / instruments,
    width80: width / instruments,
  };
}
