import { DAYS_PER_YEAR } from '../days/day.js';
import { type WoodOfDay } from '../air/scenario.js';
import { normals, seededChance } from '../numeric/chance.js';
import { choleskyOf, flatOf } from '../numeric/dense.js';
import type { Calibration, Member } from './calibrate.js';
import { designOn } from './predict.js';
import { STEP_DAYS, type Weather } from './weather.js';

/**
 * When something happens, over many simulated years: the middle half of the dates, and in how many years. Of an extreme
 * it is told around the year's circle, and the middle half may begin before the first day looked at.
 */
export interface When {
  /** median day */
  day: number;
  from: number;
  to: number;
  probability: number;
}

/** An extreme of the year: its value (median, 80 % band) and when it falls. */
export interface Extreme {
  value: number;
  band80: [number, number];
  when: When;
}

/** Beyond one limit of its window. */
export interface Beyond {
  /** chance on the first day, and at any time of the year, 0 to 1 */
  now: number;
  ever: number;
  /** first day beyond it, and where it begins beyond it the first day back; where that happens in one year of ten or more */
  first: When | null;
  back: When | null;
}

export interface YearAhead {
  /** first day looked at */
  from: number;
  /** expected on the first day */
  now: number;
  highest: Extreme;
  lowest: Extreme;
  above: Beyond;
  below: Beyond;
  /** share of simulated years that stay inside all the time */
  staysInside: number;
}

/** Many ways in which one quantity may go on, the season left out: drawn once, put under any air. */
export interface SidePaths {
  /** SI without the season's part, step by step and path by path within each */
  levels: Float64Array;
  /** of each path, SI per %MC, and by how many days its wood lags more than usual */
  sensitivities: Float64Array;
  lags: Float64Array;
  /** of each path, what it creeps, SI a year */
  ages: Float64Array;
  referenceMoisture: number;
}

/** Both sides hang on one body: how it breathes, creeps and wanders is drawn once for them. */
const BODY_SEED = 101;

/**
 * Parameters drawn from the fit, and the walk of the level from step to step. On one path both sides breathe, creep and
 * wander alike, as one body does; what each reads today is its own.
 *
 * @param seed of this side's level
 */
export function sidePaths(calibration: Calibration, { days, paths }: Weather, seed = 1): SidePaths {
  const level = normals(seededChance(seed));
  const gauss = normals(seededChance(BODY_SEED));
  const chance = seededChance(BODY_SEED + 7919);
  const levels = new Float64Array(days.length * paths);
  const sensitivities = new Float64Array(paths);
  const lags = new Float64Array(paths);
  const ages = new Float64Array(paths);
  const step = Math.sqrt(STEP_DAYS / DAYS_PER_YEAR);
  const gone = Math.sqrt(Math.max(0, days[0]! - calibration.referenceDay) / DAYS_PER_YEAR);
  const years = days.map((day) => (day - calibration.referenceDay) / DAYS_PER_YEAR);
  const draw = parameterDraws(calibration, chance, gauss, level);
  const settled = new Map(
    calibration.members.map((member) => [
      member,
      days.map((day) => designOn(calibration, member, day, 0)[3] ?? 0),
    ]),
  );
  for (let path = 0; path < paths; path++) {
    const { member, theta } = draw();
    const [level, sensitivity, age, settling = 0] = theta;
    const logs = settled.get(member)!;
    sensitivities[path] = sensitivity!;
    ages[path] = age!;
    lags[path] = member.lagMore;
    let walk = member.walkSd * gone * gauss();
    for (let i = 0; i < days.length; i++) {
      if (i > 0 && member.walkSd > 0) walk += member.walkSd * step * gauss();
      levels[i * paths + path] = level! + age! * years[i]! + settling * logs[i]! + walk;
    }
  }
  return { levels, sensitivities, lags, ages, referenceMoisture: calibration.referenceMoisture };
}

/** The same under an air: SI, step by step and path by path within each. */
export function underAir(side: SidePaths, weather: Weather, wood: (day: number) => WoodOfDay): Float64Array {
  const { days, seasons, slopes, paths, deviations } = weather;
  const { levels, sensitivities, lags, referenceMoisture } = side;
  const values = new Float64Array(levels.length);
  days.forEach((day, i) => {
    const make = wood(day);
    const season = seasons[i]!;
    const slope = slopes[i]!;
    for (let path = 0; path < paths; path++) {
      const at = i * paths + path;
      const moisture = make(season, deviations[at]! - slope * lags[path]!) - referenceMoisture;
      values[at] = levels[at]! + sensitivities[path]! * moisture;
    }
  });
  return values;
}

/**
 * What simulated values are in a year.
 *
 * @param values SI, see {@link underAir}
 * @param steps how many of the weather's steps make the year
 */
export function yearOf(
  values: Float64Array,
  { days, paths }: Pick<Weather, 'days' | 'paths'>,
  window: readonly [number, number],
  steps: number,
): YearAhead {
  const from = days[0]!;
  const highs = new Float64Array(paths);
  const lows = new Float64Array(paths);
  const highDays: number[] = [];
  const lowDays: number[] = [];
  const above = new Crossings(paths);
  const below = new Crossings(paths);
  let inside = 0;
  for (let path = 0; path < paths; path++) {
    let [high, low, highAt, lowAt] = [-Infinity, Infinity, 0, 0];
    for (let i = 0; i < steps; i++) {
      const value = values[i * paths + path]!;
      if (value > high) [high, highAt] = [value, i];
      if (value < low) [low, lowAt] = [value, i];
    }
    highs[path] = high;
    lows[path] = low;
    highDays.push(days[highAt]!);
    lowDays.push(days[lowAt]!);
    const at = (i: number) => values[i * paths + path]!;
    if (high > window[1]) above.follow((i) => at(i) > window[1], days, steps);
    if (low < window[0]) below.follow((i) => at(i) < window[0], days, steps);
    if (high <= window[1] && low >= window[0]) inside += 1;
  }
  return {
    from,
    now: quantileOf(values.slice(0, paths), 0.5),
    highest: extremeOf(highs, highDays, from),
    lowest: extremeOf(lows, lowDays, from),
    above: above.told(from),
    below: below.told(from),
    staysInside: inside / paths,
  };
}

/** First days beyond a limit, and back from beyond it, over many years. */
class Crossings {
  private readonly firsts: number[] = [];
  private readonly backs: number[] = [];

  constructor(private readonly years: number) {}

  follow(beyond: (step: number) => boolean, days: readonly number[], steps: number): void {
    let first = 0;
    while (first < steps && !beyond(first)) first += 1;
    this.firsts.push(days[first]!);
    if (first > 0) return;
    let back = 1;
    while (back < steps && beyond(back)) back += 1;
    if (back < steps) this.backs.push(days[back]!);
  }

  told(from: number): Beyond {
    return {
      now: this.firsts.filter((day) => day === from).length / this.years,
      ever: this.firsts.length / this.years,
      first: whenOf(this.firsts, this.years),
      back: whenOf(this.backs, this.years),
    };
  }
}

/**
 * Draws one way in which all that is not known may be, from the average of fits.
 *
 * @param level what the level is drawn by, where something else shares all the rest
 */
export function parameterDraws(
  { members }: Pick<Calibration, 'members'>,
  chance: () => number,
  gauss: () => number,
  level: () => number = gauss,
): () => { member: Member; theta: number[] } {
  const roots = members.map(({ covariance }) => rootOf(covariance));
  return () => {
    let left = chance();
    let chosen = 0;
    while (chosen < members.length - 1 && (left -= members[chosen]!.weight) >= 0) chosen += 1;
    const member = members[chosen]!;
    const z = member.mean.map((_, i) => (i === 0 ? level() : gauss()));
    const theta = member.mean.map((m, i) => m + roots[chosen]![i]!.reduce((sum, r, j) => sum + r * z[j]!, 0));
    // settling is never negative; a Gaussian with the truncated moments may still dip below
    if (theta.length > 3) theta[3] = Math.max(0, theta[3]!);
    return { member, theta };
  };
}

/** Rows of Cholesky's factor; a covariance that truncation has flattened is held up by a trillionth of its size. */
function rootOf(covariance: number[][]): number[][] {
  const n = covariance.length;
  const held = (by: number) =>
    choleskyOf(flatOf(covariance.map((row, i) => row.map((c, j) => (i === j ? c * (1 + by) : c)))), n);
  const lower = held(0) ?? held(1e-12) ?? held(1e-6)!;
  return Array.from({ length: n }, (_, i) => Array.from(lower.subarray(i * n, (i + 1) * n)));
}

function extremeOf(values: Float64Array, days: readonly number[], from: number): Extreme {
  const ordered = values.toSorted();
  return {
    value: quantileOfSorted(ordered, 0.5),
    band80: [quantileOfSorted(ordered, 0.1), quantileOfSorted(ordered, 0.9)],
    when: seasonOf(days, from),
  };
}

function whenOf(days: readonly number[], count: number): When | null {
  if (days.length < count / 10) return null;
  const ordered = Float64Array.from(days).sort();
  const at = (p: number) => quantileOfSorted(ordered, p);
  return { day: at(0.5), from: at(0.25), to: at(0.75), probability: days.length / count };
}

/**
 * The time of the year about which days lie, one a year: a peak that is just over is as near as the next one, and their
 * middle is neither half a year away nor any day between. The median day is the one to come.
 */
export function seasonOf(days: Float64Array | readonly number[], from: number): When {
  const turn = (2 * Math.PI) / DAYS_PER_YEAR;
  let [sines, cosines] = [0, 0];
  for (const day of days) {
    sines += Math.sin((day - from) * turn);
    cosines += Math.cos((day - from) * turn);
  }
  const middle = from + Math.atan2(sines, cosines) / turn;
  const about = Float64Array.from(
    days,
    (day) => day - DAYS_PER_YEAR * Math.round((day - middle) / DAYS_PER_YEAR),
  ).sort();
  const at = (p: number) => Math.round(quantileOfSorted(about, p));
  const shift = at(0.5) < from ? Math.round(DAYS_PER_YEAR) : 0;
  return { day: at(0.5) + shift, from: at(0.25) + shift, to: at(0.75) + shift, probability: 1 };
}

/** A quantile of simulated values. @param values not empty @param p 0 to 1 */
export const quantileOf = (values: Float64Array | readonly number[], p: number): number =>
  quantileOfSorted(Float64Array.from(values).sort(), p);

function quantileOfSorted(ordered: Float64Array, p: number): number {
  return ordered[Math.min(ordered.length - 1, Math.floor(p * ordered.length))]!;
}
