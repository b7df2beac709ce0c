import { livedBy, type PathOfRooms } from '../air/index.js';
import { DAYS_PER_YEAR } from '../days/index.js';
import {
  prepareYear,
  standsOn,
  yearUnder,
  type PreparedYear,
  type SideOutlook,
  type Unstressed,
  type YearInput,
  type YearUnder,
} from '../forecast/index.js';
import { GLUED_AT, LIVED_IN_SD } from '../wood/index.js';
import type { FittedSide, InstrumentFit } from './fit.js';
import { moistureOn } from './wood.js';

/** A fitted instrument as it stands on a day. */
export interface InstrumentToday {
  day: number;
  /** the wood; null where nothing tells it */
  moisture: { day: number; moisture: number } | null;
  sides: (FittedSide & SideOutlook)[];
  /** the coming year if the air goes on as it was */
  year: YearUnder;
}

/** A day with what any year is worked out from. */
export interface PreparedToday extends InstrumentToday {
  prepared: PreparedYear;
}

/** Reads a day off what was learned: the wood, and the coming year of both sides. */
export function standOn(fit: InstrumentFit, path: PathOfRooms, day: number): PreparedToday {
  const prepared = prepareDay(fit, path, day);
  return { ...dayOff(fit, prepared), prepared };
}

/** Everything of a day that does not ask how the air is kept. */
export function prepareDay(fit: InstrumentFit, path: PathOfRooms, day: number): PreparedYear {
  const moisture = moistureOn(day, livedBy(path, fit.air), fit.latestMoisture);
  return prepareYear(yearInputOf(fit, { day, moisture }), fit.sides);
}

/** The day itself, if the air goes on as it was. */
export function dayOff({ sides, air, kept }: InstrumentFit, prepared: PreparedYear): InstrumentToday {
  const year = yearUnder(prepared);
  const { from: day, today } = prepared.input;
  return {
    day,
    moisture: today,
    sides: sides.map((side, i) => ({
      ...side,
      year: year.sides[i]!.year,
      stands: standsOn(side.calibration, air.climate, side.window, {
        day,
        today: today ?? undefined,
        kept: kept.moisture,
      }),
    })),
    year,
  };
}

/** What a year under any scenario is worked out from, on a day. */
export function yearInputOf(
  fit: InstrumentFit,
  { day, moisture }: Pick<InstrumentToday, 'day' | 'moisture'>,
): YearInput {
  return {
    climate: fit.air.climate,
    from: day,
    today: moisture,
    kept: fit.kept.moisture,
    played: fit.played,
    lever: fit.lever,
    species: fit.species,
    laminated: fit.top.laminated,
    restraint: fit.restraint,
    unstressed: unstressedOf(fit, day),
  };
}

/** Wood that was glued so lately stands as it was glued, days. House default. */
const NEW_WORK_DAYS = 2 * DAYS_PER_YEAR;

/** The moisture at which a top is without stress: that of the air that it lived in, or at which it was lately glued. */
function unstressedOf({ air, gluedOn }: InstrumentFit, day: number): Unstressed {
  return gluedOn !== null && day - gluedOn < NEW_WORK_DAYS
    ? { ...GLUED_AT, from: 'glued' }
    : { value: air.climate.coefficients[0]!, sd: LIVED_IN_SD, from: 'lived in' };
}
