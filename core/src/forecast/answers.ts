import { comingMoisture, seasonMoisture, type Climate } from '../air/climate.js';
import { scenarioWood } from '../air/scenario.js';
import { dryingAllowance, fretSprout, GLUED_AT, RESTRAINT } from '../wood/drying.js';
import type { StringSide } from '../readings/side.js';
import type { Species } from '../wood/species.js';
import { lowestCleanAction, PLUCK_AT } from '../stance/clearance.js';
import { fretPosition } from '../stance/frets.js';
import { monthsAhead, type MonthAhead, type Played } from './months.js';
import { expectThrough, type Ahead } from './predict.js';
import { backToReference, humidityBand, referenceDay } from './reference.js';
import { saddleAdvice, type SaddleAdvice } from './saddles.js';
import type { SideOutlook } from './outlook.js';
import type { Belief } from './prior.js';

/** What holds of one side however the air is kept. */
export interface StandingAnswers {
  /** room humidity that keeps the action in its window, percent; null where none does */
  humidity: { from: number; to: number; sure: boolean } | null;
  /** today's reading carried to the season of comparison */
  atReference: { day: number; action: Belief };
  /** lowest action at 12 that this neck and player allow, m; null where it is not known or nothing is clean */
  lowestClean: number | null;
  /** saddle showing today, m; null where it is not measured */
  saddleShowing: number | null;
  /** the least of it that must be left, m; null where it is not measured */
  leastShowing: number | null;
}

/** What the coming year means for one side of the strings. */
export interface SideAnswers extends StandingAnswers {
  side: StringSide;
  months: MonthAhead[];
  saddle: SaddleAdvice;
}

type Fit = Pick<SideOutlook, 'side' | 'calibration' | 'window'>;

const STEP_DAYS = 7;
/** After so long wood in new air has come there. */
const ON_ITS_WAY_DAYS = 42;

/**
 * What holds of a side however the air is kept.
 *
 * @param from the day that is asked of
 * @param played how the side stands and is played; null where it was not measured in full
 */
export function standingAnswers(
  { calibration, window }: Fit,
  climate: Climate,
  from: number,
  played: Played | null,
): StandingAnswers {
  const day = referenceDay(climate, from);
  const last = calibration.visits.length - 1;
  return {
    humidity: humidityBand(calibration, window, from),
    atReference: { day, action: backToReference(calibration, last, seasonMoisture(climate, day)) },
    lowestClean: played
      ? lowestCleanAction(played.stance, played.neck, { force: played.pluck.force, at: PLUCK_AT })
      : null,
    saddleShowing: played?.saddleShowing ?? null,
    leastShowing: played?.leastShowing ?? null,
  };
}

/**
 * The answers of one side for the coming year, under the climate or what a scenario makes of it.
 *
 * @param played how it stands and is played; null where the stance is not measured
 * @param lever saddle height per action at fret 12
 */
export function sideAnswers(
  { side, calibration, window }: Fit,
  climate: Climate,
  from: number,
  ahead: Ahead,
  { played, lever, standing }: { played: Played | null; lever: number; standing: StandingAnswers },
): SideAnswers {
  // nobody cuts a saddle for the weeks in which the wood is still on its way to new air
  const kept = ahead.scenario !== undefined && ahead.scenario.kind !== 'as it was';
  const begins = kept ? from + ON_ITS_WAY_DAYS : from;
  const days = Array.from({ length: 52 }, (_, i) => begins + STEP_DAYS * i);
  const year = expectThrough(calibration, climate, days, ahead);
  return {
    ...standing,
    side,
    months: monthsAhead(calibration, climate, from, ahead, played),
    saddle: saddleAdvice(year, window, lever),
  };
}

/** Saddle height per action at fret 12: the trade's "twice". */
export const saddleLever = (stringLength: number, scale: number): number =>
  stringLength / fretPosition(scale, 12);

/** A top that nothing holds would never crack; none is held by so little. House default. */
const LEAST_HELD = 0.1;

/** What the driest week of the coming year does to top and board, %MC and m. */
export interface DryingOutlook {
  day: number;
  /** expected and driest of ten years */
  moisture: number;
  driest: number;
  /** under this the top is likely to crack */
  danger: number;
  /** how much of its shrinking is held back, and whether that is its own solved plan's */
  restraint: { value: number; solved: boolean };
  /** fret ends stand out by so much on each side in the driest of ten years */
  sprout: number;
}

/**
 * The driest that the top gets in the coming year, and whether that is a danger to it.
 *
 * @param restraint how much of its shrinking is held back by its solved plan, 0 to 1; null takes the house figure
 * @param from first day of the year
 */
export function dryingOutlook(
  climate: Climate,
  { species, restraint }: { species: Species; restraint: number | null },
  from: number,
  { today, scenario }: Ahead,
): DryingOutlook {
  const held = { value: Math.max(LEAST_HELD, restraint ?? RESTRAINT), solved: restraint !== null };
  const wood = scenario && scenarioWood(scenario, climate);
  let found: { day: number; moisture: number; driest: number } | null = null;
  for (let day = from; day < from + 365; day += STEP_DAYS) {
    const { moisture, variance } = comingMoisture(climate, day, today, wood);
    const driest = moisture - 1.2816 * Math.sqrt(variance);
    if (!found || driest < found.driest) found = { day, moisture, driest };
  }
  return {
    ...found!,
    danger: GLUED_AT.mean - dryingAllowance(species, held.value),
    restraint: held,
    sprout: fretSprout(found!.driest),
  };
}
