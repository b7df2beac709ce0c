import { comingMoisture, type Climate, type DayMoisture } from '../air/climate.js';
import { scenarioWood, type Scenario } from '../air/scenario.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { settledBy, type Calibration, type Member } from './calibrate.js';
import { normalBelow, normalBelowWith } from '../numeric/normal.js';

/** What is expected of a quantity on one day, with its central bands, SI. */
export interface Expected {
  day: number;
  median: number;
  band50: [number, number];
  band80: [number, number];
  band95: [number, number];
  /** season's moisture, %MC, and its sd */
  moisture: number;
  moistureSd: number;
}

/** What every member expects of a day, and the moments of all together. */
interface Mixture {
  weights: Float64Array;
  means: Float64Array;
  sds: Float64Array;
  mean: number;
  sd: number;
}

/**
 * The quantity itself on a day (not a reading of it: a tool's error comes on top).
 *
 * Variance `x'Σx + (β² + σ_β²) v_M + q² (t − t_ref) + model error` per member; bands are quantiles of the weighted
 * mixture.
 *
 * @param readingSd error of the tool, to predict a reading instead of the quantity; SI
 */
export function expectOn(
  calibration: Calibration,
  day: number,
  moisture: DayMoisture,
  readingSd = 0,
): Expected {
  const mixture = mixtureOn(calibration, day, moisture, readingSd);
  const least = calibration.least ?? -Infinity;
  const at = (p: number, z: number) => Math.max(least, quantile(mixture, p, z));
  return {
    day,
    median: at(0.5, 0),
    band50: [at(0.25, -0.6745), at(0.75, 0.6745)],
    band80: [at(0.1, -1.2816), at(0.9, 1.2816)],
    band95: [at(0.025, -1.96), at(0.975, 1.96)],
    moisture: moisture.moisture,
    moistureSd: Math.sqrt(moisture.variance),
  };
}

/** Chance that the quantity stands under a limit on a day, 0 to 1. @param limit SI */
export function chanceBelow(
  calibration: Calibration,
  day: number,
  moisture: DayMoisture,
  limit: number,
): number {
  const { weights, means, sds } = mixtureOn(calibration, day, moisture, 0);
  return weights.reduce((sum, weight, m) => sum + weight * normalBelow((limit - means[m]!) / sds[m]!), 0);
}

/**
 * Expectations through coming days under the room's climate, or under what a scenario makes of it.
 *
 * @param readingSd error of the tool, to predict readings instead of the quantity; SI
 */
export function expectThrough(
  calibration: Calibration,
  climate: Climate,
  days: readonly number[],
  { today, scenario, readingSd = 0 }: Ahead & { readingSd?: number } = {},
): Expected[] {
  const wood = scenario && scenarioWood(scenario, climate);
  return days.map((day) => expectOn(calibration, day, comingMoisture(climate, day, today, wood), readingSd));
}

/** What is known of the way ahead: the wood today, and how the air will be kept. */
export interface Ahead {
  today?: { day: number; moisture: number };
  scenario?: Scenario;
}

/** The row of the design for a day: level, sensitivity, age, settling. */
export function designOn(calibration: Calibration, member: Member, day: number, moisture: number): number[] {
  const row = [1, moisture - calibration.referenceMoisture, (day - calibration.referenceDay) / DAYS_PER_YEAR];
  const start = calibration.daysAtPitchAtReference;
  if (start !== null) row.push(settledBy(start + day - calibration.referenceDay, member.settlingDays));
  return row;
}

function mixtureOn(
  calibration: Calibration,
  day: number,
  { moisture, variance, slope = 0 }: DayMoisture,
  readingSd: number,
): Mixture {
  const { members } = calibration;
  const weights = new Float64Array(members.length);
  const means = new Float64Array(members.length);
  const sds = new Float64Array(members.length);
  const away = Math.abs(day - calibration.referenceDay) / DAYS_PER_YEAR;
  let middle = 0;
  for (let m = 0; m < members.length; m++) {
    const member = members[m]!;
    const { covariance } = member;
    const x = designOn(calibration, member, day, moisture - slope * member.lagMore);
    let mean = 0;
    let spread = 0;
    for (let i = 0; i < x.length; i++) {
      const row = covariance[i]!;
      mean += x[i]! * member.mean[i]!;
      for (let j = 0; j < x.length; j++) spread += x[i]! * x[j]! * row[j]!;
    }
    const inMoisture = (member.mean[1]! ** 2 + covariance[1]![1]!) * variance;
    weights[m] = member.weight;
    means[m] = mean;
    sds[m] = Math.sqrt(
      spread + inMoisture + member.walkSd ** 2 * away + member.modelSd ** 2 + readingSd ** 2,
    );
    middle += member.weight * mean;
  }
  let square = 0;
  for (let m = 0; m < members.length; m++) square += weights[m]! * (sds[m]! ** 2 + (means[m]! - middle) ** 2);
  return { weights, means, sds, mean: middle, sd: Math.sqrt(square) };
}

const ROOT_TURN = Math.sqrt(2 * Math.PI);

/**
 * Quantile of a mixture of normals, to a tenth of a micrometre: Newton's method from the quantile of the one
 * normal that has the mixture's moments, no step longer than that normal's sd.
 */
function quantile({ weights, means, sds, mean, sd }: Mixture, p: number, z: number): number {
  let value = mean + z * sd;
  for (let i = 0; i < 40; i++) {
    let excess = -p;
    let density = 0;
    for (let m = 0; m < weights.length; m++) {
      const at = (value - means[m]!) / sds[m]!;
      // the distribution and its density share their exponential
      const bell = Math.exp(-0.5 * at * at) / ROOT_TURN;
      excess += weights[m]! * normalBelowWith(at, bell);
      density += (weights[m]! * bell) / sds[m]!;
    }
    const step = Math.max(-sd, Math.min(sd, excess / density));
    value -= step;
    if (Math.abs(step) < 1e-7) break;
  }
  return value;
}
