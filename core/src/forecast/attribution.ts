import { DAYS_PER_YEAR } from '../days/day.js';
import { normalBelow } from './fit.js';
import type { Calibration } from './calibrate.js';

/** One share of a change, signed, SI. */
export interface Share {
  value: number;
  sd: number;
}

/** What a change between two visits of one epoch was. Shares add up to the whole change. */
export interface Attribution {
  fromDay: number;
  toDay: number;
  change: Share;
  season: Share;
  age: Share;
  settling: Share;
  unexplained: Share;
  /** probability that the age is a rise, 0 to 1 */
  rising: number;
}

export type AttributionOrNot =
  | { known: true; attribution: Attribution }
  | ({ known: false; /** the day from which on it could be told */ measureAgain: number } & NotYet);

/** Why season and age cannot be told apart yet. */
export type NotYet =
  | { missing: 'visits'; visits: number }
  | { missing: 'months'; months: number }
  | { missing: 'moisture'; span: number }
  | { missing: 'separation' };

/** At least three strung visits over eleven months, a span of 2 %MC, time and moisture not hand in hand. */
const VISITS = 3;
const MONTHS = 11;
const SPAN = 2;
const CORRELATION = 0.7;

/**
 * How much of the change from the first to the last visit of the epoch was season, age, settling, unexplained;
 * or why that cannot be told yet and when to measure next.
 */
export function attribute(calibration: Calibration): AttributionOrNot {
  const { visits } = calibration;
  const first = visits[0]!;
  const last = visits.at(-1)!;
  const halfYearOn = last.day + DAYS_PER_YEAR / 2;
  const months = ((last.day - first.day) / DAYS_PER_YEAR) * 12;
  const moistures = visits.map(({ moisture }) => moisture);
  const span = Math.max(...moistures) - Math.min(...moistures);
  if (visits.length < VISITS)
    return { known: false, missing: 'visits', visits: visits.length, measureAgain: halfYearOn };
  if (months < MONTHS)
    return {
      known: false,
      missing: 'months',
      months,
      measureAgain: Math.max(first.day + (MONTHS / 12) * DAYS_PER_YEAR, last.day + 30),
    };
  if (span < SPAN) return { known: false, missing: 'moisture', span, measureAgain: halfYearOn };
  const together = correlation(
    visits.map(({ day }) => day),
    moistures,
  );
  if (Math.abs(together) >= CORRELATION)
    return { known: false, missing: 'separation', measureAgain: halfYearOn };

  const { sensitivity, age, members } = calibration;
  const moved = last.shrunkMoisture - first.shrunkMoisture;
  const years = (last.day - first.day) / DAYS_PER_YEAR;
  const season = { value: sensitivity.mean * moved, sd: sensitivity.sd * Math.abs(moved) };
  const aged = { value: age.mean * years, sd: age.sd * years };
  const start = calibration.daysAtPitchAtReference;
  const settling = { value: 0, sd: 0 };
  if (start !== null && calibration.settling) {
    const began = start - (last.day - first.day);
    settling.value = members.reduce(
      (sum, m) =>
        sum +
        m.weight *
          m.mean[3]! *
          (Math.log1p(start / m.settlingDays) - Math.log1p(Math.max(0, began) / m.settlingDays)),
      0,
    );
    settling.sd =
      calibration.settling.mean > 0
        ? (settling.value * calibration.settling.sd) / calibration.settling.mean
        : 0;
  }
  const change = { value: last.value - first.value, sd: Math.hypot(first.sd, last.sd) };
  const unexplained = {
    value: change.value - season.value - aged.value - settling.value,
    sd: Math.hypot(change.sd, season.sd, aged.sd, settling.sd),
  };
  return {
    known: true,
    attribution: {
      fromDay: first.day,
      toDay: last.day,
      change,
      season,
      age: aged,
      settling,
      unexplained,
      rising: normalBelow(age.mean / age.sd),
    },
  };
}

/**
 * A yearly change is called real when its sign is this sure. The belief of 0 ± 0.17 mm a year draws small histories
 * towards none: with six visits over three years a drift of 0.3 mm is then called real in over nine cases of ten, and
 * none in about six of a hundred (simulated instruments, npm run bench).
 */
const SURE = 0.915;

/** Whether the level is called drifting: the yearly change is not nothing, whatever its sign. */
export function isDrift({ age }: Calibration): boolean {
  return normalBelow(Math.abs(age.mean) / age.sd) > SURE;
}

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (v: readonly number[]) => v.reduce((s, x) => s + x, 0) / v.length;
  const ma = mean(a);
  const mb = mean(b);
  const covariance = a.reduce((s, x, i) => s + (x - ma) * (b[i]! - mb), 0);
  const spread = Math.sqrt(
    a.reduce((s, x) => s + (x - ma) ** 2, 0) * b.reduce((s, x) => s + (x - mb) ** 2, 0),
  );
  return spread > 0 ? covariance / spread : 0;
}
