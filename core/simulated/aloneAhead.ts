import { AS_IT_WAS, scenarioWood, type Climate } from '../src/air/index.js';
import {
  sidePaths,
  underAir,
  weatherAhead,
  yearOf,
  type Ahead,
  type Calibration,
  type YearAhead,
} from '../src/forecast/index.js';

/**
 * One side alone, as the whole year is worked out: extremes and crossings of the coming year from seeded simulated paths: parameters drawn from the fit, weather
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
  window: readonly [number, number],
  from: number,
  length: number,
  { today, scenario, seed }: Ahead & { seed?: number } = {},
): YearAhead {
  const weather = weatherAhead(climate, from, length, { today });
  const wood = scenarioWood(scenario ?? AS_IT_WAS, climate);
  return yearOf(
    underAir(sidePaths(calibration, weather, seed), weather, wood),
    weather,
    window,
    weather.days.length,
  );
}
