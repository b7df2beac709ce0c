import type { StringSide } from '../strings/index.js';
import type { Climate } from '../air/climate.js';
import { AS_IT_WAS, scenarioWood, type Scenario } from '../air/scenario.js';
import { restraintOf, type Restraint } from '../wood/drying.js';
import { SPECIES, type SpeciesId } from '../wood/species.js';
import { sideAnswers, standingAnswers, type SideAnswers, type StandingAnswers } from './answers.js';
import type { Calibration } from './calibrate.js';
import type { Played } from './months.js';
import type { Judged } from './outlook.js';
import { sidePaths, underAir, yearOf, type SidePaths, type YearAhead } from './paths.js';
import { saddleAdvice } from './saddles.js';
import { moistureThrough, STEP_DAYS, weatherAhead, type Weather } from './weather.js';
import { woodYear, type Unstressed, type WoodYear } from './woodYear.js';

/** What a year is worked out from, besides the fits. */
export interface YearInput {
  climate: Climate;
  /** first day looked at */
  from: number;
  today: { day: number; moisture: number } | null;
  /** moisture of the wood where the instrument will be kept, %MC: season is counted from there */
  kept: number;
  played: Record<StringSide, Played | null>;
  /** saddle height per action at fret 12 */
  lever: Record<StringSide, number>;
  species: SpeciesId;
  laminated: boolean;
  /** how much of the top's shrinking its braces hold back, 0 to 1; null where no plan of it is solved */
  restraint: number | null;
  /** moisture at which the top is without stress */
  unstressed: Unstressed;
  /** what is judged of each side, where it was */
  judged?: Judged;
}

/** One side as far as a year needs it. */
export interface SideFit {
  side: StringSide;
  calibration: Calibration;
  /** wanted action, m */
  window: [number, number];
}

/** A side with what holds of it however the air is kept: worked out once, asked about many times. */
export interface PreparedSide extends SideFit {
  standing: StandingAnswers;
  paths: SidePaths;
}

/** Everything that does not depend on how the air is kept, worked out once. */
export interface PreparedYear {
  input: YearInput;
  weather: Weather;
  restraint: Restraint;
  sides: PreparedSide[];
}

export interface YearUnder {
  sides: (SideFit & { year: YearAhead; answers: SideAnswers })[];
  wood: WoodYear;
}

/** Days that are looked ahead. */
export const DAYS_AHEAD = 364;
/** After so long wood in new air has come there: nobody cuts a saddle for the weeks before. */
const ON_ITS_WAY_DAYS = 42;
/** Seeds of the two sides' draws: the same for every scenario. */
export const SEEDS: Record<StringSide, number> = { bass: 1, treble: 2 };

/** What a year needs of weather and sides, before anything is asked of it. */
export function prepareYear(input: YearInput, sides: readonly SideFit[]): PreparedYear {
  const { climate, from, today, kept, played, restraint } = input;
  const weather = weatherAhead(climate, from, DAYS_AHEAD + ON_ITS_WAY_DAYS, { today: today ?? undefined });
  return {
    input,
    weather,
    restraint: restraintOf(restraint),
    sides: sides.map(({ side, calibration, window }) => ({
      side,
      calibration,
      window,
      standing: standingAnswers({ side, calibration, window }, from, kept, played[side]),
      paths: sidePaths(calibration, weather, SEEDS[side]),
    })),
  };
}

/** The coming year of both sides under a scenario; without one, as it was. */
export function yearUnder(
  { input, weather, restraint, sides }: PreparedYear,
  scenario: Scenario = AS_IT_WAS,
): YearUnder {
  const { climate, from, played, lever, species, laminated, unstressed } = input;
  const ahead = { today: input.today ?? undefined, scenario };
  const wood = scenarioWood(scenario, climate);
  const moisture = moistureThrough(weather, wood);
  const expected = meansOf(moisture, weather.paths);
  const steps = DAYS_AHEAD / STEP_DAYS + 1;
  const begin = scenario.kind === 'as it was' ? 0 : ON_ITS_WAY_DAYS / STEP_DAYS;
  return {
    sides: sides.map(({ standing, paths, ...fit }) => {
      const { side, window } = fit;
      const values = underAir(paths, weather, wood);
      const about = { window, lever: lever[side], steps: [begin, begin + steps] as [number, number] };
      return {
        ...fit,
        year: yearOf(values, weather, window, steps),
        answers: sideAnswers(fit, climate, from, ahead, {
          played: played[side],
          saddle: saddleAdvice(values, weather, expected, about),
          standing,
        }),
      };
    }),
    wood: woodYear(moisture, weather, steps, {
      species: SPECIES[species],
      laminated,
      restraint,
      unstressed,
      kept: input.kept,
    }),
  };
}

/** Mean over the paths of each step. */
function meansOf(values: Float64Array, paths: number): number[] {
  return Array.from({ length: values.length / paths }, (_, i) => {
    let sum = 0;
    for (let at = i * paths; at < (i + 1) * paths; at++) sum += values[at]!;
    return sum / paths;
  });
}
