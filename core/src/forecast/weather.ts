import { comingMoisture, seasonMoisture, seasonVariance, type Climate } from '../air/climate.js';
import type { WoodOfDay } from '../air/scenario.js';
import { normals, seededChance } from '../numeric/chance.js';

/** Days between two steps of a simulated year. */
export const STEP_DAYS = 7;
/** Simulated years. */
export const PATHS = 400;
const SEED = 11;

/**
 * Simulated weather about the season of one room: persistent from week to week, beginning at what is known of today.
 * Everything that is asked of a coming year is asked of the same weather: both sides of the strings, the drying of the
 * top, and every way in which the air may be kept.
 */
export interface Weather {
  /** first day of each step */
  days: number[];
  /** the season's moisture at each step, %MC, and what it does, %MC per day */
  seasons: number[];
  slopes: number[];
  paths: number;
  /** deviation from the season, %MC, step by step and path by path within each */
  deviations: Float64Array;
}

/**
 * @param from first day
 * @param length days to look ahead
 */
export function weatherAhead(
  climate: Climate,
  from: number,
  length: number,
  {
    today,
    paths = PATHS,
    seed = SEED,
  }: { today?: { day: number; moisture: number }; paths?: number; seed?: number } = {},
): Weather {
  const gauss = normals(seededChance(seed));
  const steps = Math.floor(length / STEP_DAYS);
  const days = Array.from({ length: steps + 1 }, (_, i) => from + i * STEP_DAYS);
  const seasons = days.map((day) => seasonMoisture(climate, day));
  const persistence = climate.persistence ** STEP_DAYS;
  const shock = climate.spread * Math.sqrt(1 - persistence ** 2);
  const unsure = Math.sqrt(seasonVariance(climate, from));
  const begins = comingMoisture(climate, from, today);
  const spread = Math.sqrt(Math.max(0, begins.variance - unsure ** 2));
  const deviations = new Float64Array((steps + 1) * paths);
  const offsets = new Float64Array(paths);
  const spells = new Float64Array(paths);
  for (let path = 0; path < paths; path++) {
    offsets[path] = unsure * gauss();
    spells[path] = begins.moisture - seasons[0]! + spread * gauss();
    deviations[path] = offsets[path]! + spells[path]!;
  }
  for (let i = 1; i <= steps; i++)
    for (let path = 0; path < paths; path++) {
      spells[path] = persistence * spells[path]! + shock * gauss();
      deviations[i * paths + path] = offsets[path]! + spells[path]!;
    }
  return { days, seasons, slopes: seasons.map((_, i) => slopeAt(seasons, i)), paths, deviations };
}

/** The season's slope at a step, %MC per day. */
function slopeAt(seasons: readonly number[], i: number): number {
  const [before, after] = [Math.max(0, i - 1), Math.min(seasons.length - 1, i + 1)];
  return after > before ? (seasons[after]! - seasons[before]!) / ((after - before) * STEP_DAYS) : 0;
}

/** The wood's moisture on every simulated day under a scenario, %MC, step by step and path by path within each. */
export function moistureThrough(
  { days, seasons, paths, deviations }: Weather,
  wood: (day: number) => WoodOfDay,
): Float64Array {
  const moisture = new Float64Array(deviations.length);
  days.forEach((day, i) => {
    const make = wood(day);
    const season = seasons[i]!;
    for (let at = i * paths; at < (i + 1) * paths; at++) moisture[at] = make(season, deviations[at]!);
  });
  return moisture;
}

/**
 * First and last day of steps of a year that belong together; one that runs over the year's end begins after its longest
 * pause.
 *
 * @param steps in order, not empty
 */
export function seasonStretch(
  steps: readonly number[],
  days: readonly number[],
): { from: number; to: number } {
  let start = 0;
  let pause = 1;
  for (let i = 1; i < steps.length; i++) {
    if (steps[i]! - steps[i - 1]! > Math.max(pause, 4)) {
      pause = steps[i]! - steps[i - 1]!;
      start = i;
    }
  }
  return { from: days[steps[start]!]!, to: days[steps[(start + steps.length - 1) % steps.length]!]! };
}
