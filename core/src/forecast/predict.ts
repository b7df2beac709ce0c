import { comingMoisture, type Climate, type DayMoisture } from '../air/climate.js';
import { scenarioWood, type Scenario } from '../air/scenario.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import type { Calibration, Member } from './calibrate.js';
import { normalBelow } from './fit.js';

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

interface Normal {
  weight: number;
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
  const mixture = calibration.members.map((member) =>
    normalOn(calibration, member, day, moisture, readingSd),
  );
  const at = (p: number, z: number) => quantile(mixture, p, z);
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
  if (start !== null)
    row.push(Math.log1p(Math.max(0, start + day - calibration.referenceDay) / member.settlingDays));
  return row;
}

function normalOn(
  calibration: Calibration,
  member: Member,
  day: number,
  { moisture, variance, slope = 0 }: DayMoisture,
  readingSd: number,
): Normal {
  const x = designOn(calibration, member, day, moisture - slope * member.lagMore);
  let mean = 0;
  let spread = 0;
  for (let i = 0; i < x.length; i++) {
    mean += x[i]! * member.mean[i]!;
    for (let j = 0; j < x.length; j++) spread += x[i]! * x[j]! * member.covariance[i]![j]!;
  }
  const sensitivitySquared = member.mean[1]! ** 2 + member.covariance[1]![1]!;
  const walked = (member.walkSd ** 2 * Math.abs(day - calibration.referenceDay)) / DAYS_PER_YEAR;
  const total = spread + sensitivitySquared * variance + walked + member.modelSd ** 2 + readingSd ** 2;
  return { weight: member.weight, mean, sd: Math.sqrt(total) };
}

/**
 * Quantile of a mixture of normals, to a hundredth of a micrometre: Newton's method from the quantile of the one
 * normal that has the mixture's moments, no step longer than that normal's sd.
 */
function quantile(mixture: readonly Normal[], p: number, z: number): number {
  const mean = mixture.reduce((sum, m) => sum + m.weight * m.mean, 0);
  const sd = Math.sqrt(mixture.reduce((sum, m) => sum + m.weight * (m.sd ** 2 + (m.mean - mean) ** 2), 0));
  let value = mean + z * sd;
  for (let i = 0; i < 40; i++) {
    let excess = -p;
    let density = 0;
    for (const m of mixture) {
      const at = (value - m.mean) / m.sd;
      excess += m.weight * normalBelow(at);
      density += (m.weight * Math.exp(-0.5 * at * at)) / (m.sd * Math.sqrt(2 * Math.PI));
    }
    const step = Math.max(-sd, Math.min(sd, excess / density));
    value -= step;
    if (Math.abs(step) < 1e-8) break;
  }
  return value;
}
