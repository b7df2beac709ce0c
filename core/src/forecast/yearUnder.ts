import type { Climate } from '../air/climate.js';
import type { Scenario } from '../air/scenario.js';
import type { StringSide } from '../readings/side.js';
import { SPECIES, type SpeciesId } from '../wood/species.js';
import {
  dryingOutlook,
  sideAnswers,
  standingAnswers,
  type DryingOutlook,
  type SideAnswers,
  type StandingAnswers,
} from './answers.js';
import type { Calibration } from './calibrate.js';
import type { Played } from './months.js';
import { yearAhead, type YearAhead } from './paths.js';

/** What a year is worked out from, besides the fits. */
export interface YearInput {
  climate: Climate;
  /** first day looked at */
  from: number;
  today: { day: number; moisture: number } | null;
  played: Record<StringSide, Played | null>;
  /** saddle height per action at fret 12 */
  lever: Record<StringSide, number>;
  species: SpeciesId;
  /** how much of the top's shrinking its braces hold back, 0 to 1; null where no plan of it is solved */
  restraint: number | null;
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
}

export interface YearUnder {
  sides: (SideFit & { year: YearAhead; answers: SideAnswers })[];
  drying: DryingOutlook;
}

/** Days that are looked ahead. */
export const DAYS_AHEAD = 364;
/** Seeds of the simulated years: the same for every scenario, so that they are compared under the same weather. */
export const SEEDS: Record<StringSide, number> = { bass: 1, treble: 2 };

/** What of each side holds under every scenario, worked out once. */
export function prepareSides(
  { climate, from, played }: YearInput,
  sides: readonly SideFit[],
): PreparedSide[] {
  return sides.map((fit) => ({
    ...fit,
    standing: standingAnswers(fit, climate, from, played[fit.side]),
  }));
}

/** The coming year of both sides under a scenario; without one, as it was. */
export function yearUnder(
  yearInput: YearInput,
  sides: readonly PreparedSide[],
  scenario?: Scenario,
): YearUnder {
  const { climate, from, played, lever, species, restraint } = yearInput;
  const ahead = { today: yearInput.today ?? undefined, scenario };
  return {
    sides: sides.map(({ standing, ...fit }) => ({
      ...fit,
      year: yearAhead(fit.calibration, climate, fit.window, from, DAYS_AHEAD, {
        ...ahead,
        seed: SEEDS[fit.side],
      }),
      answers: sideAnswers(fit, climate, from, ahead, {
        played: played[fit.side],
        lever: lever[fit.side],
        standing,
      }),
    })),
    drying: dryingOutlook(climate, { species: SPECIES[species], restraint }, from, ahead),
  };
}
