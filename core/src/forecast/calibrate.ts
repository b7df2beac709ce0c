import { seasonMoisture, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../air/day.js';
import { fitLinear, leaveOneOut, truncateBelowZero, type LinearProblem } from './fit.js';
import type { Belief } from './prior.js';

/** One strung reading of a quantity, ready for the fit. */
export interface Visit {
  day: number;
  /** m (or rad) with its tool error */
  value: number;
  sd: number;
  /** the wood's moisture that day and its standard error, %MC */
  moisture: number;
  moistureSd: number;
  /** days under tension since strung up, where known */
  daysAtPitch?: number;
  /** true where structure, rod or strings were changed since the visit before: a new epoch begins */
  afterIntervention?: boolean;
}

/** One member of the average: a fit under one choice of what is not known, with its weight. */
export interface Member {
  weight: number;
  /** level, sensitivity, age, settling; SI, age per year */
  mean: number[];
  covariance: number[][];
  settlingDays: number;
  modelSd: number;
}

export interface Calibration {
  members: Member[];
  /** the season's moisture about which the level is stated, %MC */
  referenceMoisture: number;
  referenceDay: number;
  /** moments over all members */
  level: Belief;
  sensitivity: Belief;
  age: Belief;
  settling: Belief | null;
  /** visits of the present epoch that were used, with the moisture the fit believes and the misfit */
  visits: (Visit & { shrunkMoisture: number; z: number })[];
  /** days at pitch at the reference day, null where the settling is long over or not known */
  daysAtPitchAtReference: number | null;
}

export interface CalibrateOptions {
  /** sensitivity of the quantity, SI per %MC */
  sensitivity: Belief;
  climate: Climate;
  /** age, SI per year; default 0 ± 0.15 mm */
  age?: Belief;
}

export const AGE_PRIOR: Belief = { mean: 0, sd: 0.15e-3 };
/** Nothing is known of the level before it is read: sd 5 mm about the first reading. */
const LEVEL_SD = 5e-3;
/** Settling per natural logarithm of time under tension, half-normal, m. House default. */
const SETTLING_SD = 0.15e-3;
const SETTLING_DAYS = [5, 40];
/** What the straight-line model leaves out, m, with a memory of 60 days; averaged over. */
const MODEL_SDS = [0.03e-3, 0.07e-3, 0.14e-3];
const MODEL_MEMORY_DAYS = 60;
/** After structural work the body breathes differently by about this factor (log-sd). */
const EPOCH_LOG_SD = 0.3;
/** Settling older than this no longer shows between visits. */
const SETTLED_DAYS = 1500;

/**
 * Calibrates one quantity of one instrument by its strung visits, oldest first:
 *
 * `y(t) = level + β (M(t) − M_ref) + age (t − t_ref) + settling ln(1 + τ/τ₀) + error`
 *
 * The fit is an average over model error and settling time by marginal likelihood. Errors in M shrink it
 * towards the climate and widen the reading. Only the epoch after the last intervention gives the level; what
 * earlier epochs taught of β is handed on, widened.
 *
 * @throws RangeError where there is no visit
 */
export function calibrate(visits: readonly Visit[], options: CalibrateOptions): Calibration {
  if (visits.length === 0) throw new RangeError('at least one strung reading is needed');
  const ordered = [...visits].sort((a, b) => a.day - b.day);
  const epochs: Visit[][] = [];
  for (const visit of ordered) {
    if (epochs.length === 0 || visit.afterIntervention) epochs.push([]);
    epochs.at(-1)!.push(visit);
  }
  let sensitivity = options.sensitivity;
  let calibration: Calibration | null = null;
  for (const epoch of epochs) {
    if (calibration) {
      const learned: Belief = calibration.sensitivity;
      sensitivity = { mean: learned.mean, sd: Math.hypot(learned.sd, EPOCH_LOG_SD * learned.mean) };
    }
    calibration = calibrateEpoch(epoch, { ...options, sensitivity });
  }
  return calibration!;
}

function calibrateEpoch(visits: readonly Visit[], options: CalibrateOptions): Calibration {
  const { climate, sensitivity, age = AGE_PRIOR } = options;
  const last = visits.at(-1)!;
  const referenceDay = last.day;
  const referenceMoisture = climate.coefficients[0]!;
  const start = daysAtPitchAt(visits, referenceDay);
  const settles = start !== null && start < SETTLED_DAYS;

  const memory = visits.map((one) =>
    visits.map((other) => Math.exp(-Math.abs(one.day - other.day) / MODEL_MEMORY_DAYS)),
  );
  const problemOf = (widened: Shrunk[], settlingDays: number, modelSd: number): LinearProblem => ({
    design: visits.map((visit, i) => [
      1,
      widened[i]!.moisture - referenceMoisture,
      (visit.day - referenceDay) / DAYS_PER_YEAR,
      ...(settles ? [Math.log1p((start - (referenceDay - visit.day)) / settlingDays)] : []),
    ]),
    observed: visits.map(({ value }) => value),
    errors: memory.map((row, i) =>
      row.map((correlation, k) => {
        const shared = modelSd ** 2 * correlation;
        return i === k ? shared + visits[i]!.sd ** 2 + widened[i]!.variance : shared;
      }),
    ),
    prior: [
      { mean: visits[0]!.value, sd: LEVEL_SD },
      sensitivity,
      age,
      ...(settles ? [{ mean: 0, sd: SETTLING_SD }] : []),
    ],
  });
  const fit = (problem: LinearProblem) => {
    const { mean, covariance, logEvidence } = fitLinear(problem);
    if (!settles) return { mean, covariance, logEvidence };
    const truncated = truncateBelowZero(mean, covariance, 3);
    return {
      mean: truncated.mean,
      covariance: truncated.covariance,
      logEvidence: logEvidence + truncated.logProbability,
    };
  };

  // the widening by errors in M depends on β itself: two rounds with the middle model settle it
  let beta = sensitivity;
  for (let round = 0; round < 2; round++) {
    const { mean, covariance } = fit(
      problemOf(
        visits.map((visit) => shrinkMoisture(visit, climate, beta)),
        SETTLING_DAYS[0]!,
        MODEL_SDS[1]!,
      ),
    );
    beta = { mean: mean[1]!, sd: Math.sqrt(covariance[1]![1]!) };
  }
  const widened = visits.map((visit) => shrinkMoisture(visit, climate, beta));
  const fits = (settles ? SETTLING_DAYS : SETTLING_DAYS.slice(0, 1)).flatMap((settlingDays) =>
    MODEL_SDS.map((modelSd) => ({
      settlingDays,
      modelSd,
      ...fit(problemOf(widened, settlingDays, modelSd)),
    })),
  );
  const best = Math.max(...fits.map(({ logEvidence }) => logEvidence));
  const total = fits.reduce((sum, { logEvidence }) => sum + Math.exp(logEvidence - best), 0);
  const members: Member[] = fits.map(({ logEvidence, ...member }) => ({
    ...member,
    weight: Math.exp(logEvidence - best) / total,
  }));
  const zs = leaveOneOut(problemOf(widened, SETTLING_DAYS[0]!, MODEL_SDS[1]!));

  return {
    members,
    referenceMoisture,
    referenceDay,
    level: momentsOf(members, 0),
    sensitivity: momentsOf(members, 1),
    age: momentsOf(members, 2),
    settling: settles ? momentsOf(members, 3) : null,
    visits: visits.map((visit, i) => ({ ...visit, shrunkMoisture: widened[i]!.moisture, z: zs[i]! })),
    daysAtPitchAtReference: settles ? start : null,
  };
}

/** Days under tension at a day, from the latest visit that knows it. */
function daysAtPitchAt(visits: readonly Visit[], day: number): number | null {
  const knows = [...visits].reverse().find(({ daysAtPitch }) => daysAtPitch !== undefined);
  if (!knows) return null;
  // strung up before the first visit of the epoch, or the settling of these visits makes no sense
  const atReference = knows.daysAtPitch! + (day - knows.day);
  return atReference >= day - visits[0]!.day ? atReference : day - visits[0]!.day;
}

/** What the fit takes for a visit's moisture, %MC, and what that adds to its variance, m². */
interface Shrunk {
  moisture: number;
  variance: number;
}

/**
 * Errors in M: the reading's moisture is drawn towards the season's by `w = v/(v + σ_M²)` and the rest of its
 * error widens the reading by `(β² + var β) v σ_M²/(v + σ_M²)`.
 */
function shrinkMoisture(
  visit: Visit,
  climate: Climate,
  beta: Belief,
): { moisture: number; variance: number } {
  const season = seasonMoisture(climate, visit.day);
  const v = climate.spread ** 2;
  const error = visit.moistureSd ** 2;
  return {
    moisture: season + (v / (v + error)) * (visit.moisture - season),
    variance: ((beta.mean ** 2 + beta.sd ** 2) * v * error) / (v + error),
  };
}

/** Mean and standard deviation of one parameter over the weighted members. */
function momentsOf(members: readonly Member[], index: number): Belief {
  const mean = members.reduce((sum, m) => sum + m.weight * m.mean[index]!, 0);
  const second = members.reduce(
    (sum, m) => sum + m.weight * (m.covariance[index]![index]! + (m.mean[index]! - mean) ** 2),
    0,
  );
  return { mean, sd: Math.sqrt(second) };
}
