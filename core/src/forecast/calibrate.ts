import { seasonMoisture, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { LAGS, USUAL_LAG } from '../air/moisture.js';
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
  /** the moisture by each of LAGS, where the room's log tells them apart */
  moistureByLag?: readonly number[];
  /** days under tension since strung up, where known */
  daysAtPitch?: number;
  /** true where structure, rod or strings were changed since the visit before: a new epoch begins */
  afterIntervention?: boolean;
  /** by what factor the top breathes differently since then, from the solved tops before and after; 1 where unknown */
  breathesBy?: number;
  /**
   * standard error of what was taken out of all earlier values, since a lever of a known length was moved between the
   * visit before and this one; SI
   */
  stepSd?: number;
}

/** One member of the average: a fit under one choice of what is not known, with its weight. */
export interface Member {
  weight: number;
  /** level, sensitivity, age, settling; SI, age per year */
  mean: number[];
  covariance: number[][];
  settlingDays: number;
  modelSd: number;
  /** random walk of the level, SI per square root of a year */
  walkSd: number;
  /** by how many days the wood lags more than usual */
  lagMore: number;
  /** the reading that this member takes for a slip, by its place in the epoch; null for none */
  slip: number | null;
}

export interface CalibratedVisit extends Visit {
  /** the moisture that the fit believes, %MC */
  shrunkMoisture: number;
  /** leave-one-out misfit, in its own errors */
  z: number;
  /** how likely it is that this reading is a slip, 0 to 1 */
  slip: number;
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
  /** visits of the present epoch that were used */
  visits: CalibratedVisit[];
  /** days at pitch at the reference day, null where the settling is long over or not known */
  daysAtPitchAtReference: number | null;
}

/** A standard deviation that may be, and how likely it is beforehand. */
export interface Weighted {
  sd: number;
  chance: number;
}

/** How a kind of quantity is believed to behave before it is measured; SI. */
export interface SeriesBelief {
  /** per %MC */
  sensitivity: Belief;
  /** per year */
  age: Belief;
  /** nothing is known of the level before it is read: so wide about the first reading */
  levelSd: number;
  /** per natural logarithm of time under tension, half-normal; null where nothing settles */
  settlingSd: number | null;
  /** what a straight line leaves out, with a memory of 60 days; averaged over */
  models: readonly Weighted[];
  /** random walk of the level per square root of a year, and how likely each is beforehand; averaged over */
  walks: readonly Weighted[];
  /** whether lags are averaged over, or the usual one taken */
  lags: boolean;
  /** how far a slip of the hand is off */
  slipSd: number;
}

export interface CalibrateOptions {
  climate: Climate;
  belief: SeriesBelief;
}

const mm = 1e-3;

/**
 * The action's belief for a given sensitivity. House defaults. Age is 0 ± 0.17 mm a year: with 0.15 the 80 % bands of
 * instruments that all drift by 0.3 mm held in 68 of 100 (npm run bench).
 */
export function actionBelief(sensitivity: Belief): SeriesBelief {
  return {
    sensitivity,
    age: { mean: 0, sd: 0.17 * mm },
    levelSd: 5 * mm,
    settlingSd: 0.15 * mm,
    models: [
      { sd: 0.03 * mm, chance: 0.45 },
      { sd: 0.06 * mm, chance: 0.4 },
      { sd: 0.12 * mm, chance: 0.15 },
    ],
    walks: [
      { sd: 0, chance: 0.75 },
      { sd: 0.08 * mm, chance: 0.17 },
      { sd: 0.2 * mm, chance: 0.08 },
    ],
    lags: true,
    slipSd: 0.6 * mm,
  };
}

const SETTLING_DAYS = [5, 40];
const MODEL_MEMORY_DAYS = 60;
/** After structural work the body breathes differently by about this factor (log-sd). */
const EPOCH_LOG_SD = 0.3;
/** Settling older than this no longer shows between visits. */
const SETTLED_DAYS = 1500;
/** How likely a reading is a slip before anything is known of it, and from which misfit on that is weighed. */
const SLIP_CHANCE = 0.04;
const SLIP_MISFIT = 2.2;
const SLIPS_WEIGHED = 2;
/** With fewer readings nobody can say which of them is the odd one. */
const SLIP_VISITS = 4;
/** Members that weigh less are left out. */
const LEAST_WEIGHT = 0.002;

/**
 * Calibrates one quantity of one instrument by its strung visits, oldest first:
 *
 * `y(t) = level + β (M(t) − M_ref) + age (t − t_ref) + settling ln(1 + τ/τ₀) + walk(t) + error`
 *
 * The fit is an average over the wood's lag, the model's error, the level's random walk, the settling time and over
 * whether the oddest readings are slips, each by marginal likelihood. The walk is counted from the last visit, so that
 * the level is that of the last visit. Errors in M shrink it towards the climate and widen the reading. Only the epoch
 * after the last intervention gives the level; what earlier epochs taught of β is handed on, scaled and widened.
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
  let { belief } = options;
  let calibration: Calibration | null = null;
  for (const epoch of epochs) {
    if (calibration) belief = { ...belief, sensitivity: handedOn(calibration, epoch[0]!.breathesBy ?? 1) };
    calibration = calibrateEpoch(epoch, options.climate, belief);
  }
  return calibration!;
}

/** What one epoch taught of β, for the next. */
function handedOn({ sensitivity: { mean, sd } }: Calibration, factor: number): Belief {
  return { mean: factor * mean, sd: Math.hypot(factor * sd, EPOCH_LOG_SD * factor * mean) };
}

/** One choice of what is not known. */
interface Choice {
  lag: number;
  model: Weighted;
  walk: Weighted;
  settlingDays: number;
  slip: number | null;
}

function calibrateEpoch(visits: readonly Visit[], climate: Climate, belief: SeriesBelief): Calibration {
  const referenceDay = visits.at(-1)!.day;
  const referenceMoisture = climate.coefficients[0]!;
  const start = daysAtPitchAt(visits, referenceDay);
  const settles = belief.settlingSd !== null && start !== null && start < SETTLED_DAYS;
  const epoch: Epoch = {
    visits,
    belief,
    referenceDay,
    referenceMoisture,
    daysAtPitch: settles ? start : null,
    ...correlations(visits, referenceDay),
  };

  // the widening by errors in M depends on β itself: two rounds with the middle model settle it
  const middle: Choice = {
    lag: USUAL_LAG,
    model: belief.models[Math.floor(belief.models.length / 2)]!,
    walk: belief.walks[0]!,
    settlingDays: SETTLING_DAYS[0]!,
    slip: null,
  };
  let { sensitivity: beta } = belief;
  for (let round = 0; round < 2; round++) {
    const { mean, covariance } = fitChoice(epoch, shrunkBy(epoch, climate, beta, USUAL_LAG), middle);
    beta = { mean: mean[1]!, sd: Math.sqrt(covariance[1]![1]!) };
  }
  const lags =
    belief.lags && visits.some(({ moistureByLag }) => moistureByLag) ? LAGS.map((_, i) => i) : [USUAL_LAG];
  const shrunk = new Map(lags.map((lag) => [lag, shrunkBy(epoch, climate, beta, lag)]));
  const usual = shrunk.get(USUAL_LAG)!;
  const zs = leaveOneOut(problemOf(epoch, usual, middle));

  const choices: Choice[] = [];
  for (const slip of slipsWeighed(zs))
    for (const lag of lags)
      for (const model of belief.models)
        for (const walk of visits.length > 1 ? belief.walks : belief.walks.slice(0, 1))
          for (const settlingDays of settles ? SETTLING_DAYS : SETTLING_DAYS.slice(0, 1))
            choices.push({ lag, model, walk, settlingDays, slip });
  const fits = choices.map((choice) => {
    const { mean, covariance, logEvidence } = fitChoice(epoch, shrunk.get(choice.lag)!, choice);
    const beforehand = choice.model.chance * choice.walk.chance * (choice.slip === null ? 1 : SLIP_CHANCE);
    return { choice, mean, covariance, logWeight: logEvidence + Math.log(beforehand) };
  });
  const members = weighed(fits);
  const moments = (index: number) => momentsOf(members, index);
  return {
    members,
    referenceMoisture,
    referenceDay,
    level: moments(0),
    sensitivity: moments(1),
    age: moments(2),
    settling: settles ? moments(3) : null,
    visits: visits.map((visit, i) => ({
      ...visit,
      shrunkMoisture: usual[i]!.moisture,
      z: zs[i]!,
      slip: members.reduce((sum, { slip, weight }) => sum + (slip === i ? weight : 0), 0),
    })),
    daysAtPitchAtReference: epoch.daysAtPitch,
  };
}

interface Epoch {
  visits: readonly Visit[];
  belief: SeriesBelief;
  referenceDay: number;
  referenceMoisture: number;
  /** at the reference day; null where nothing settles */
  daysAtPitch: number | null;
  /** correlation of the model's error between two visits */
  memory: number[][];
  /** years that two visits share of the walk back from the last one */
  shared: number[][];
  /** variance that two visits share of what was taken out after both of them, SI */
  taken: number[][];
}

function correlations(
  visits: readonly Visit[],
  referenceDay: number,
): Pick<Epoch, 'memory' | 'shared' | 'taken'> {
  const between = (of: (a: number, b: number) => number) =>
    visits.map((one) => visits.map((other) => of(one.day, other.day)));
  return {
    memory: between((a, b) => Math.exp(-Math.abs(a - b) / MODEL_MEMORY_DAYS)),
    shared: between((a, b) => (referenceDay - Math.max(a, b)) / DAYS_PER_YEAR),
    taken: visits.map((_, i) =>
      visits.map((_, k) =>
        visits.slice(Math.max(i, k) + 1).reduce((sum, { stepSd = 0 }) => sum + stepSd ** 2, 0),
      ),
    ),
  };
}

function problemOf(epoch: Epoch, shrunk: readonly Shrunk[], choice: Choice): LinearProblem {
  const { visits, belief, referenceDay, referenceMoisture, daysAtPitch, memory, shared, taken } = epoch;
  const { walk, settlingDays, slip } = choice;
  const model = choice.model.sd ** 2;
  const walked = walk.sd ** 2;
  return {
    design: visits.map(({ day }, i) => {
      const row = [1, shrunk[i]!.moisture - referenceMoisture, (day - referenceDay) / DAYS_PER_YEAR];
      if (daysAtPitch !== null) row.push(Math.log1p((daysAtPitch - (referenceDay - day)) / settlingDays));
      return row;
    }),
    observed: visits.map(({ value }) => value),
    errors: memory.map((row, i) =>
      row.map((correlation, k) => {
        const together = model * correlation + walked * shared[i]![k]! + taken[i]![k]!;
        if (i !== k) return together;
        const slipped = slip === i ? belief.slipSd ** 2 : 0;
        return together + visits[i]!.sd ** 2 + shrunk[i]!.variance + slipped;
      }),
    ),
    prior: [
      { mean: visits[0]!.value, sd: belief.levelSd },
      belief.sensitivity,
      belief.age,
      ...(daysAtPitch !== null ? [{ mean: 0, sd: belief.settlingSd! }] : []),
    ],
  };
}

function fitChoice(epoch: Epoch, shrunk: readonly Shrunk[], choice: Choice) {
  const fit = fitLinear(problemOf(epoch, shrunk, choice));
  if (epoch.daysAtPitch === null) return fit;
  const { mean, covariance, logProbability } = truncateBelowZero(fit.mean, fit.covariance, 3);
  return { mean, covariance, logEvidence: fit.logEvidence + logProbability };
}

/** No slip, and each of the oddest readings as the one slip. */
function slipsWeighed(zs: readonly number[]): (number | null)[] {
  if (zs.length < SLIP_VISITS) return [null];
  const odd = zs
    .map((z, i) => ({ i, off: Math.abs(z) }))
    .filter(({ off }) => off > SLIP_MISFIT)
    .sort((a, b) => b.off - a.off)
    .slice(0, SLIPS_WEIGHED);
  return [null, ...odd.map(({ i }) => i)];
}

function weighed(
  fits: { choice: Choice; mean: number[]; covariance: number[][]; logWeight: number }[],
): Member[] {
  const best = Math.max(...fits.map(({ logWeight }) => logWeight));
  const all = fits.map((fit) => ({ ...fit, weight: Math.exp(fit.logWeight - best) }));
  const total = all.reduce((sum, { weight }) => sum + weight, 0);
  const kept = all.filter(({ weight }) => weight >= LEAST_WEIGHT * total);
  const left = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map(({ choice, mean, covariance, weight }) => ({
    weight: weight / left,
    mean,
    covariance,
    settlingDays: choice.settlingDays,
    modelSd: choice.model.sd,
    walkSd: choice.walk.sd,
    lagMore: LAGS[choice.lag]! - LAGS[USUAL_LAG],
    slip: choice.slip,
  }));
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
function shrunkBy({ visits }: Epoch, climate: Climate, beta: Belief, lag: number): Shrunk[] {
  const v = climate.spread ** 2;
  const size = beta.mean ** 2 + beta.sd ** 2;
  const later = LAGS[lag]! - LAGS[USUAL_LAG];
  return visits.map(({ day, moisture, moistureByLag, moistureSd }) => {
    const season = seasonMoisture(climate, day - later);
    const error = moistureSd ** 2;
    const read = moistureByLag?.[lag] ?? moisture + season - seasonMoisture(climate, day);
    return {
      moisture: season + (v / (v + error)) * (read - season),
      variance: (size * v * error) / (v + error),
    };
  });
}

/** Mean and standard deviation of one parameter over the weighted members. */
export function momentsOf(members: readonly Member[], index: number): Belief {
  const mean = members.reduce((sum, m) => sum + m.weight * m.mean[index]!, 0);
  const second = members.reduce(
    (sum, m) => sum + m.weight * (m.covariance[index]![index]! + (m.mean[index]! - mean) ** 2),
    0,
  );
  return { mean, sd: Math.sqrt(second) };
}
