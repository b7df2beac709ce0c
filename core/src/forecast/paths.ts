import { comingMoisture, seasonMoisture, seasonVariance, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { AS_IT_WAS, scenarioWood } from '../air/scenario.js';
import { normals, seededChance, type Chance } from '../numeric/chance.js';
import { choleskyOf } from '../numeric/dense.js';
import type { Calibration } from './calibrate.js';
import { designOn, type Ahead } from './predict.js';

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

export interface YearAhead {
  /** first day looked at */
  from: number;
  /** expected on the first day */
  now: number;
  highest: Extreme;
  lowest: Extreme;
  /** where it begins above the window in at least one year of ten: when it is back under its upper limit */
  comesBack: When | null;
  /** first day above or below the window, where that happens in at least one year of ten */
  firstAbove: When | null;
  firstBelow: When | null;
  /** share of simulated years that stay inside all the time */
  staysInside: number;
}

export const PATHS = 400;
const STEP_DAYS = 7;

/**
 * Extremes and crossings of the coming year from seeded simulated paths: parameters drawn from the fit, weather
 * that persists from week to week about the season. Pointwise bands cannot answer this: the worst week of each
 * year is not the same week.
 *
 * @param window lower and upper limit, SI
 * @param from first day
 * @param length days to look ahead
 */
export function yearAhead(
  calibration: Calibration,
  climate: Climate,
  window: [number, number],
  from: number,
  length: number,
  options: Ahead & { seed?: number; paths?: number } = {},
): YearAhead {
  const chance = seededChance(options.seed ?? 1);
  const count = options.paths ?? PATHS;
  const steps = Math.floor(length / STEP_DAYS);
  const gauss = normals(chance);
  const draw = parameterDraws(calibration, chance, gauss);
  const persistence = climate.persistence ** STEP_DAYS;
  const shock = climate.spread * Math.sqrt(1 - persistence ** 2);
  const highs: { value: number; day: number }[] = [];
  const lows: { value: number; day: number }[] = [];
  const above: number[] = [];
  const below: number[] = [];
  const begins: number[] = [];
  const back: number[] = [];
  let inside = 0;
  const days = Array.from({ length: steps + 1 }, (_, i) => from + i * STEP_DAYS);
  const seasons = days.map((day) => seasonMoisture(climate, day));
  const unsure = Math.sqrt(seasonVariance(climate, from));
  const slopes = seasons.map((_, i) => slopeAt(seasons, i));
  const wood = scenarioWood(options.scenario ?? AS_IT_WAS, climate);
  const step = Math.sqrt(STEP_DAYS / DAYS_PER_YEAR);
  const gone = Math.sqrt(Math.max(0, from - calibration.referenceDay) / DAYS_PER_YEAR);
  const years = days.map((day) => (day - calibration.referenceDay) / DAYS_PER_YEAR);
  const settled = new Map(
    calibration.members.map((member) => [
      member,
      days.map((day) => designOn(calibration, member, day, 0)[3] ?? 0),
    ]),
  );
  const startsAt = comingMoisture(climate, from, options.today);

  for (let path = 0; path < count; path++) {
    const { member, theta } = draw();
    const [level, sensitivity, age, settling = 0] = theta;
    let walk = member.walkSd * gone * gauss();
    const logs = settled.get(member)!;
    const offset = unsure * gauss();
    let weather =
      startsAt.moisture - seasons[0]! + Math.sqrt(Math.max(0, startsAt.variance - unsure ** 2)) * gauss();
    let high = { value: -Infinity, day: from };
    let low = { value: Infinity, day: from };
    let up: number | null = null;
    let down: number | null = null;
    let under: number | null = null;
    for (let i = 0; i <= steps; i++) {
      if (i > 0) {
        weather = persistence * weather + shock * gauss();
        if (member.walkSd > 0) walk += member.walkSd * step * gauss();
      }
      const day = days[i]!;
      const moisture =
        wood(day, seasons[i]!, offset + weather - slopes[i]! * member.lagMore) -
        calibration.referenceMoisture;
      const value = level! + sensitivity! * moisture + age! * years[i]! + settling * logs[i]! + walk;
      if (value > high.value) high = { value, day };
      if (value < low.value) low = { value, day };
      if (i === 0) begins.push(value);
      if (up === from && under === null && value <= window[1]) under = day;
      if (up === null && value > window[1]) up = day;
      if (down === null && value < window[0]) down = day;
    }
    highs.push(high);
    lows.push(low);
    if (up !== null) above.push(up);
    if (down !== null) below.push(down);
    if (under !== null) back.push(under);
    if (up === null && down === null) inside += 1;
  }
  return {
    from,
    now: quantileOf(begins, 0.5),
    highest: extremeOf(highs, from),
    lowest: extremeOf(lows, from),
    comesBack: whenOf(back, count),
    firstAbove: whenOf(above, count),
    firstBelow: whenOf(below, count),
    staysInside: inside / count,
  };
}

/** The season's slope at a step, %MC per day. */
function slopeAt(seasons: readonly number[], i: number): number {
  const [before, after] = [Math.max(0, i - 1), Math.min(seasons.length - 1, i + 1)];
  return after > before ? (seasons[after]! - seasons[before]!) / ((after - before) * STEP_DAYS) : 0;
}

function parameterDraws(calibration: Calibration, chance: Chance, gauss: () => number) {
  const members = calibration.members.map((member) => ({
    member,
    root: rootOf(member.covariance),
  }));
  return () => {
    let left = chance();
    const chosen = members.find(({ member }) => (left -= member.weight) < 0) ?? members.at(-1)!;
    const z = chosen.member.mean.map(() => gauss());
    const theta = chosen.member.mean.map(
      (m, i) => m + chosen.root[i]!.reduce((sum, r, j) => sum + r * z[j]!, 0),
    );
    // settling is never negative; a Gaussian with the truncated moments may still dip below
    if (theta.length > 3) theta[3] = Math.max(0, theta[3]!);
    return { member: chosen.member, theta };
  };
}

/** Rows of Cholesky's factor; a covariance that truncation has flattened is held up by a trillionth of its size. */
function rootOf(covariance: number[][]): number[][] {
  const n = covariance.length;
  const held = (by: number) =>
    choleskyOf(covariance.map((row, i) => row.map((c, j) => (i === j ? c * (1 + by) : c))));
  const lower = held(0) ?? held(1e-12) ?? held(1e-6)!;
  return Array.from({ length: n }, (_, i) => Array.from(lower.subarray(i * n, (i + 1) * n)));
}

function extremeOf(found: { value: number; day: number }[], from: number): Extreme {
  const values = found.map(({ value }) => value);
  return {
    value: quantileOf(values, 0.5),
    band80: [quantileOf(values, 0.1), quantileOf(values, 0.9)],
    when: seasonOf(
      found.map(({ day }) => day),
      from,
    ),
  };
}

function whenOf(days: number[], count: number): When | null {
  if (days.length < count / 10) return null;
  const at = (p: number) => quantileOf(days, p);
  return { day: at(0.5), from: at(0.25), to: at(0.75), probability: days.length / count };
}

/**
 * The time of the year about which days lie, one a year: a peak that is just over is as near as the next one, and their
 * middle is neither half a year away nor any day between. The median day is the one to come.
 */
function seasonOf(days: readonly number[], from: number): When {
  const turn = (2 * Math.PI) / DAYS_PER_YEAR;
  const sum = (of: (angle: number) => number) =>
    days.reduce((total, day) => total + of((day - from) * turn), 0);
  const middle = from + Math.atan2(sum(Math.sin), sum(Math.cos)) / turn;
  const about = days.map((day) => day - DAYS_PER_YEAR * Math.round((day - middle) / DAYS_PER_YEAR));
  const at = (p: number) => Math.round(quantileOf(about, p));
  const shift = at(0.5) < from ? Math.round(DAYS_PER_YEAR) : 0;
  return { day: at(0.5) + shift, from: at(0.25) + shift, to: at(0.75) + shift, probability: 1 };
}

function quantileOf(values: readonly number[], p: number): number {
  const ordered = [...values].sort((a, b) => a - b);
  return ordered[Math.min(ordered.length - 1, Math.floor(p * ordered.length))]!;
}
