import { seasonMoisture } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { calibrate, settledBy, type CalibrateOptions, type Calibration, type Visit } from './calibrate.js';
import { normalBelow } from '../numeric/normal.js';
import { expectOn } from './predict.js';

/** One share of a change, signed, SI. */
export interface Share {
  value: number;
  sd: number;
}

/** What a change between two visits of one epoch was. Season, age, settling and the rest add up to it. */
export interface Attribution {
  fromDay: number;
  toDay: number;
  change: Share;
  season: Share;
  age: Share;
  settling: Share;
  /** what is left: errors of the two readings, the walk, and what no model explains */
  rest: Share;
}

/**
 * Whether a level creeps from year to year, by the chance that its yearly change exceeds what matters, either way. The
 * chance itself is over a half before any reading, so it is weighed and never shown.
 */
export const CREEPS = ['creeping', 'probably creeping', 'cannot tell', 'steady'] as const;
export type Creep = (typeof CREEPS)[number];

export type AttributionOrNot =
  | { known: true; attribution: Attribution; creep: Creep }
  | ({ known: false; /** the day from which on it could be told */ measureAgain: number } & NotYet);

/** Why season and age cannot be told apart yet. */
export type NotYet =
  /** it is in doubt where it lay, or whether its log is right */
  | { missing: 'air' }
  | { missing: 'visits'; visits: number }
  | { missing: 'months'; months: number }
  /** the yearly change is not known well enough: SI per year */
  | { missing: 'sharpness'; sd: number };

/** At least three strung visits over eleven months. */
const VISITS = 3;
const MONTHS = 11;
/** The yearly change must be known to so much of what it was believed to be before any reading. House default. */
const SHARP = 0.12 / 0.17;
/**
 * Chances from which on a level is called creeping, probably creeping, and below which it is steady; tried on simulated
 * instruments, npm run bench.
 */
const SURELY = 0.9;
const PROBABLY = 0.65;
const STEADY = 0.2;
/** A reading that is a slip with a greater chance than this has no part in any share. */
export const TAKEN_FOR_SLIP = 0.5;
/** Hygrometers stand off by so much on every day alike, %MC: two days share it. House default. */
const SHARED_MOISTURE_SD = 0.15;

/** Chance that the yearly change exceeds what matters, either way, 0 to 1. */
export function chanceOfCreep({ members, creepThatMatters }: Calibration): number {
  return members.reduce((sum, { weight, mean, covariance }) => {
    const sd = Math.sqrt(covariance[2]![2]!);
    const up = normalBelow((mean[2]! - creepThatMatters) / sd);
    const down = normalBelow((-creepThatMatters - mean[2]!) / sd);
    return sum + weight * (up + down);
  }, 0);
}

/** What a level does from year to year. */
export function creepOf(calibration: Calibration): Creep {
  const chance = chanceOfCreep(calibration);
  if (chance > SURELY) return 'creeping';
  if (chance > PROBABLY) return 'probably creeping';
  return chance < STEADY ? 'steady' : 'cannot tell';
}

/** Why a yearly change cannot be told at all; null where it can. */
function whyNot({ visits, age, ageBefore, airSure }: Calibration): NotYet | null {
  if (!airSure) return { missing: 'air' };
  const first = visits[0]!;
  const last = visits.at(-1)!;
  const months = ((last.day - first.day) / DAYS_PER_YEAR) * 12;
  if (visits.length < VISITS) return { missing: 'visits', visits: visits.length };
  if (months < MONTHS) return { missing: 'months', months };
  if (age.sd > SHARP * ageBefore.sd) return { missing: 'sharpness', sd: age.sd };
  return null;
}

/** Visits and belief of a calibration, to try one more visit. */
export interface Tried {
  visits: readonly Visit[];
  options: CalibrateOptions;
}

/**
 * How much of the change from the first to the last visit of the epoch was season, age and settling, and whether the
 * level creeps; or why that cannot be told yet and when to measure next. It is told by how well the yearly change is
 * known, whether by a span of moisture or by the same season of different years.
 *
 * @param tried what it was calibrated from, to find the day on which one more reading would tell; without it, half a year on
 */
export function attribute(calibration: Calibration, tried: Tried | null = null): AttributionOrNot {
  const read = calibration.visits.filter(({ slip }) => slip <= TAKEN_FOR_SLIP);
  const [first, last] = [read[0], read.at(-1)];
  const not = whyNot(calibration);
  if (not || !first || !last || first === last)
    return {
      known: false,
      ...(not ?? { missing: 'visits', visits: read.length }),
      measureAgain: measureAgain(calibration, tried),
    };
  const { sensitivity, age } = calibration;
  const moved = last.shrunkMoisture - first.shrunkMoisture;
  const years = (last.day - first.day) / DAYS_PER_YEAR;
  const { value: beta, sd: unsure } = sensitivity;
  const season = {
    value: beta * moved,
    sd: Math.hypot(unsure * moved, Math.sqrt((beta ** 2 + unsure ** 2) * movedVariance(first, last))),
  };
  const aged = { value: age.value * years, sd: age.sd * years };
  const settling = settlingBetween(calibration, first.day, last.day);
  const change = { value: last.value - first.value, sd: Math.hypot(first.sd, last.sd) };
  const rest = {
    value: change.value - season.value - aged.value - settling.value,
    sd: Math.hypot(change.sd, season.sd, aged.sd, settling.sd),
  };
  return {
    known: true,
    attribution: { fromDay: first.day, toDay: last.day, change, season, age: aged, settling, rest },
    creep: creepOf(calibration),
  };
}

type OfMoisture = Pick<Calibration['visits'][number], 'shrunkVariance' | 'shrunkBy'>;

/** Variance of the moisture's change between two days, %MC²: `v₁ + v₂ − 2c`, c what one hygrometer misses on both. */
function movedVariance(first: OfMoisture, last: OfMoisture): number {
  const shared = first.shrunkBy * last.shrunkBy * SHARED_MOISTURE_SD ** 2;
  return Math.max(0, first.shrunkVariance + last.shrunkVariance - 2 * shared);
}

function settlingBetween(calibration: Calibration, from: number, to: number): Share {
  const { settling, members, daysAtPitchAtReference: start, referenceDay } = calibration;
  if (start === null || !settling) return { value: 0, sd: 0 };
  const at = (day: number, settlingDays: number) => settledBy(start - (referenceDay - day), settlingDays);
  const parts = members.map(({ weight, mean, covariance, settlingDays }) => {
    const way = at(to, settlingDays) - at(from, settlingDays);
    return { weight, value: way * mean[3]!, variance: way ** 2 * covariance[3]![3]! };
  });
  const value = parts.reduce((sum, part) => sum + part.weight * part.value, 0);
  const variance = parts.reduce(
    (sum, part) => sum + part.weight * (part.variance + (part.value - value) ** 2),
    0,
  );
  return { value, sd: Math.sqrt(variance) };
}

/** Days between two tries of a next visit, and how far ahead is looked. */
const TRY_DAYS = 61;
const TRIES = 12;

/** The first day from which on one more reading would tell season and age apart; half a year on where none within two years does. */
function measureAgain({ visits }: Calibration, tried: Tried | null): number {
  const first = visits[0]!;
  const last = visits.at(-1)!;
  const halfYearOn = last.day + DAYS_PER_YEAR / 2;
  if (visits.length < VISITS - 1) return halfYearOn;
  const elevenMonths = Math.max(first.day + (MONTHS / 12) * DAYS_PER_YEAR, last.day + 30);
  for (let i = 0; tried && i < TRIES; i++) {
    const day = elevenMonths + i * TRY_DAYS;
    const one = { ...last, day, moisture: seasonMoisture(tried.options.climate, day) };
    const more: Visit = {
      ...one,
      moistureByLag: undefined,
      believed: undefined,
      tied: 0,
      daysAtPitch: undefined,
      afterIntervention: false,
      stepSd: 0,
    };
    if (!whyNot(calibrate([...tried.visits, more], { ...tried.options, airSure: true }))) return day;
  }
  return Math.max(halfYearOn, elevenMonths);
}

/** What the last reading differs by from what all the earlier ones of its epoch expect of it, SI. */
export interface Unexplained extends Share {
  fromDay: number;
  day: number;
  /** more than nineteen times in twenty it would be less */
  odd: boolean;
}

/**
 * The last reading against its own prediction without it; null where nothing stands before it in its epoch, or where
 * itself it is taken for a slip.
 *
 * @param calibration of all of them
 */
export function unexplained(calibration: Calibration, { visits, options }: Tried): Unexplained | null {
  const last = calibration.visits.at(-1)!;
  const before = calibration.visits.at(-2);
  if (!before || last.slip > TAKEN_FOR_SLIP) return null;
  const ordered = [...visits].sort((a, b) => a.day - b.day);
  const earlier = calibrate(ordered.slice(0, -1), options);
  const moisture = { moisture: last.shrunkMoisture, variance: last.shrunkVariance };
  const { median, band95 } = expectOn(earlier, last.day, moisture, last.sd);
  return {
    fromDay: before.day,
    day: last.day,
    value: last.value - median,
    sd: (band95[1] - band95[0]) / (2 * 1.96),
    odd: last.value < band95[0] || last.value > band95[1],
  };
}
