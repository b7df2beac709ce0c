import type { AirLog } from '../air/index.js';
import {
  DAYS_AHEAD,
  saddleLever,
  SEEDS,
  yearAhead,
  type YearInput,
  type SideOutlook,
} from '../forecast/index.js';
import type { StringSide } from '../readings/index.js';
import { stringLength } from '../stance/index.js';
import type { InstrumentFacts } from './facts.js';
import type { FittedSide, InstrumentFit } from './fit.js';
import { neckOf } from './geometry.js';
import { moistureOn } from './wood.js';

/** A fitted instrument as it stands on a day. */
export interface InstrumentToday {
  day: number;
  /** the wood; null where nothing tells it */
  moisture: { day: number; moisture: number } | null;
  sides: (FittedSide & SideOutlook)[];
}

/** Reads a day off what was learned: the wood, and the coming year of both sides. */
export function standOn(fit: InstrumentFit, log: AirLog, day: number): InstrumentToday {
  const moisture = moistureOn(day, log, fit.latestMoisture);
  const sides = fit.sides.map((side) => ({
    ...side,
    year: yearAhead(side.calibration, fit.climate, side.window, day, DAYS_AHEAD, {
      seed: SEEDS[side.side],
      today: moisture ?? undefined,
    }),
  }));
  return { day, moisture, sides };
}

/** What a year under any scenario is worked out from, on a day. */
export function yearInputOf(
  instrument: InstrumentFacts,
  fit: InstrumentFit,
  { day, moisture }: Pick<InstrumentToday, 'day' | 'moisture'>,
): YearInput {
  const lever = (side: StringSide) => saddleLever(stringLength(neckOf(instrument, side)), instrument.scale);
  return {
    climate: fit.climate,
    from: day,
    today: moisture,
    played: fit.played,
    lever: { bass: lever('bass'), treble: lever('treble') },
    species: instrument.topSpecies,
    restraint: fit.restraint,
  };
}
