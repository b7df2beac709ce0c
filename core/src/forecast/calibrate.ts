import type { Uncertain } from '../numeric/index.js';
import { mm } from '../units/index.js';
import { believedMoisture, seasonMoisture, type BelievedMoisture, type Climate } from '../air/climate.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { LAGS, USUAL_LAG } from '../air/moisture.js';
import { fitWhitened, leaveOneOut, truncateToRange } from './fit.js';
import { covarianceOf, whitenMarkov, type MarkovErrors } from './markov.js';

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
  /** what is believed of it by each of LAGS, the season of its room heard; where left out, by the climate of all */
  believed?: readonly BelievedMoisture[];
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
  /** variance of what two rooms' sensors are off from each other, where it was moved since the visit before, %MC² */
  tied?: number;
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

/** A visit of the present epoch, as the fit took it. */
export interface CalibratedVisit
  extends
    Pick<Visit, 'day' | 'value' | 'sd' | 'moisture' | 'moistureSd'>,
    Required<Pick<Visit, 'afterIntervention'>> {
  /** the moisture that the fit believes, %MC, and its variance */
  shrunkMoisture: number;
  shrunkVariance: number;
  /** how much of what was read is believed, 0 to 1; the rest is the season's */
  shrunkBy: number;
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
  level: Uncertain;
  sensitivity: Uncertain;
  age: Uncertain;
  settling: Uncertain | null;
  /** what was believed of the age before any reading, and from what size on it matters, SI per year */
  ageBefore: Uncertain;
  creepThatMatters: number;
  /** nothing of it is ever less; null where there is no such bound */
  least: number | null;
  /** false where it is in doubt in whose air it lay: no creep is called then */
  airSure: boolean;
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
  sensitivity: Uncertain;
  /** per year */
  age: Uncertain;
  /** a yearly change of less is none that anybody minds */
  creepThatMatters: number;
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
  /** nothing of it is ever less, such as no crack is shorter than nothing; absent where there is no such bound */
  least?: number;
}

export interface CalibrateOptions {
  climate: Climate;
  belief: SeriesBelief;
  /** it is not in doubt where it lay, nor whether its logs are right; sure where left out */
  airSure?: boolean;
}

/**
 * The action's belief for a given sensitivity. House defaults. Age is 0 ± 0.17 mm a year: with 0.15 the 80 % bands of
 * instruments that all drift by 0.3 mm held in 68 of 100 (npm run bench).
 */
export function actionBelief(sensitivity: Uncertain): SeriesBelief {
  return {
    sensitivity,
    age: { value: 0, sd: 0.17 * mm },
    creepThatMatters: 0.1 * mm,
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
/** A box that was strung up settles for so long, days, and by so much at most, m; what goes on after that is age. House figures. */
export const SETTLING_ENDS = 400;
const SETTLING_MOST = 1.5 * mm;
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
  return { ...calibration!, airSure: options.airSure ?? true };
}

/** What one epoch taught of β, for the next. */
function handedOn({ sensitivity: { value: mean, sd } }: Calibration, factor: number): Uncertain {
  return { value: factor * mean, sd: Math.hypot(factor * sd, EPOCH_LOG_SD * factor * mean) };
}

/** One choice of what the readings' errors are. */
interface Noise {
  model: Weighted;
  walk: Weighted;
  slip: number | null;
}

/** The fit under one choice of everything that is not known. */
interface WeighedFit extends Noise {
  lag: number;
  settlingDays: number;
  mean: number[];
  covariance: number[][];
  logWeight: number;
}

function calibrateEpoch(visits: readonly Visit[], climate: Climate, belief: SeriesBelief): Calibration {
  const referenceDay = visits.at(-1)!.day;
  const referenceMoisture = climate.coefficients[0]!;
  const start = daysAtPitchAt(visits, referenceDay);
  const settles =
    belief.settlingSd !== null && start !== null && start - (referenceDay - visits[0]!.day) < SETTLING_ENDS;
  const epoch: Epoch = {
    visits,
    belief,
    referenceDay,
    referenceMoisture,
    daysAtPitch: settles ? start : null,
    ...backwards(visits),
  };

  // the widening by errors in M depends on β itself: two rounds with the middle model settle it
  const middle: Noise = {
    model: belief.models[Math.floor(belief.models.length / 2)]!,
    walk: belief.walks[0]!,
    slip: null,
  };
  const usual = shrunkBy(visits, climate, USUAL_LAG);
  let square = squareOf(belief.sensitivity.value, belief.sensitivity.sd ** 2);
  for (let round = 0; round < 2; round++) {
    const { mean, covariance } = fitsUnder(epoch, [usual], square, middle)[0]!;
    square = squareOf(mean[1]!, covariance[1]![1]!);
  }
  const lags =
    belief.lags && visits.some(({ moistureByLag }) => moistureByLag) ? LAGS.map((_, i) => i) : [USUAL_LAG];
  const shrunk = lags.map((lag) => (lag === USUAL_LAG ? usual : shrunkBy(visits, climate, lag)));
  const zs = misfits(epoch, usual, square, middle);

  const fits: WeighedFit[] = [];
  for (const slip of slipsWeighed(zs))
    for (const model of belief.models)
      for (const walk of visits.length > 1 ? belief.walks : belief.walks.slice(0, 1)) {
        const noise = { model, walk, slip };
        const beforehand = model.chance * walk.chance * (slip === null ? 1 : SLIP_CHANCE);
        for (const { logEvidence, at, ...fit } of fitsUnder(epoch, shrunk, square, noise))
          fits.push({ ...fit, ...noise, lag: lags[at]!, logWeight: logEvidence + Math.log(beforehand) });
      }
  const members = weighed(fits);
  const slips = new Float64Array(visits.length);
  for (const { slip, weight } of members) if (slip !== null) slips[slip]! += weight;
  const moments = (index: number) => momentsOf(members, index);
  return {
    members,
    referenceMoisture,
    referenceDay,
    level: moments(0),
    sensitivity: moments(1),
    age: moments(2),
    settling: settles ? moments(3) : null,
    ageBefore: belief.age,
    creepThatMatters: belief.creepThatMatters,
    least: belief.least ?? null,
    airSure: true,
    visits: visits.map(({ day, value, sd, moisture, moistureSd, afterIntervention }, i) => ({
      day,
      value,
      sd,
      moisture,
      moistureSd,
      afterIntervention: afterIntervention ?? false,
      shrunkMoisture: usual[i]!.moisture,
      shrunkVariance: usual[i]!.left,
      shrunkBy: usual[i]!.by,
      z: zs[i]!,
      slip: slips[i]!,
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
  /** from the last visit back to the first: how much of the model's error is left from the one after */
  left: Float64Array;
  /** years from the one after, and variance of what was taken out in between, SI² */
  years: Float64Array;
  taken: Float64Array;
  /** variance of the moisture's own step in between, %MC² */
  tied: Float64Array;
}

/** The visits from the last one back, so that the walk is counted from there. */
function backwards(visits: readonly Visit[]): Pick<Epoch, 'left' | 'years' | 'taken' | 'tied'> {
  const n = visits.length;
  const between = (of: (earlier: Visit, later: Visit) => number) =>
    Float64Array.from({ length: n }, (_, i) => (i === 0 ? 0 : of(visits[n - 1 - i]!, visits[n - i]!)));
  return {
    left: between((earlier, later) => Math.exp(-(later.day - earlier.day) / MODEL_MEMORY_DAYS)),
    years: between((earlier, later) => (later.day - earlier.day) / DAYS_PER_YEAR),
    taken: between((_, later) => (later.stepSd ?? 0) ** 2),
    tied: between((_, later) => later.tied ?? 0),
  };
}

/** What the readings' errors are under one choice of them, from the last visit back. */
function errorsOf(
  { visits, belief, left, years, taken, tied }: Epoch,
  shrunk: readonly BelievedMoisture[],
  square: number,
  { model, walk, slip }: Noise,
): MarkovErrors {
  const n = visits.length;
  const own = new Float64Array(n);
  const walked = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const at = n - 1 - i;
    own[i] = visits[at]!.sd ** 2 + square * shrunk[at]!.left + (slip === at ? belief.slipSd ** 2 : 0);
    walked[i] = walk.sd ** 2 * years[i]! + taken[i]! + square * tied[i]!;
  }
  return { own, fading: model.sd ** 2, left, walked };
}

function priorOf({ visits, belief, daysAtPitch }: Epoch): Uncertain[] {
  return [
    { value: visits[0]!.value, sd: belief.levelSd },
    belief.sensitivity,
    belief.age,
    ...(daysAtPitch !== null ? [{ value: 0, sd: belief.settlingSd! }] : []),
  ];
}

/** Columns of the design from the last visit back, besides the level: moisture, years, settling. */
const column = (visits: readonly Visit[], of: (visit: Visit, place: number) => number): Float64Array => {
  const n = visits.length;
  const values = new Float64Array(n);
  for (let i = 0; i < n; i++) values[i] = of(visits[n - 1 - i]!, n - 1 - i);
  return values;
};
const moistureColumn = ({ visits, referenceMoisture }: Epoch, shrunk: readonly BelievedMoisture[]) =>
  column(visits, (_, place) => shrunk[place]!.moisture - referenceMoisture);
const settlingColumn = ({ visits, referenceDay, daysAtPitch }: Epoch, settlingDays: number) =>
  column(visits, ({ day }) => settledBy(daysAtPitch! - (referenceDay - day), settlingDays));

/** How far settling has come after so many days under tension, in logarithms of time. */
export const settledBy = (days: number, settlingDays: number): number =>
  Math.log1p(Math.max(0, Math.min(SETTLING_ENDS, days)) / settlingDays);

/** Each reading against all others, in its own errors. */
function misfits(epoch: Epoch, shrunk: readonly BelievedMoisture[], square: number, noise: Noise): number[] {
  const { visits, referenceDay } = epoch;
  const columns = [
    column(visits, () => 1),
    moistureColumn(epoch, shrunk),
    column(visits, ({ day }) => (day - referenceDay) / DAYS_PER_YEAR),
    ...(epoch.daysAtPitch === null ? [] : [settlingColumn(epoch, SETTLING_DAYS[0]!)]),
  ];
  return leaveOneOut({
    columns,
    observed: column(visits, ({ value }) => value),
    errors: covarianceOf(errorsOf(epoch, shrunk, square, noise)),
    prior: priorOf(epoch),
  }).reverse();
}

/** Every fit under one choice of the errors: by each lag's moisture and each settling time; they share the factor of the errors. */
function fitsUnder(
  epoch: Epoch,
  byLag: readonly (readonly BelievedMoisture[])[],
  square: number,
  noise: Noise,
) {
  const { visits, referenceDay } = epoch;
  const settles = epoch.daysAtPitch !== null;
  const settlings = settles ? SETTLING_DAYS : SETTLING_DAYS.slice(0, 1);
  const { whitened, logDeterminant } = whitenMarkov(
    [
      column(visits, ({ value }) => value),
      column(visits, () => 1),
      column(visits, ({ day }) => (day - referenceDay) / DAYS_PER_YEAR),
      ...byLag.map((shrunk) => moistureColumn(epoch, shrunk)),
      ...(settles ? settlings.map((days) => settlingColumn(epoch, days)) : []),
    ],
    // what moisture's error adds is the same for every lag
    errorsOf(epoch, byLag[0]!, square, noise),
  );
  const [observed, level, years] = whitened as [Float64Array, Float64Array, Float64Array];
  const prior = priorOf(epoch);
  return byLag.flatMap((_, at) =>
    settlings.map((settlingDays, s) => {
      const columns = [level, whitened[3 + at]!, years];
      if (settles) columns.push(whitened[3 + byLag.length + s]!);
      const fit = fitWhitened(columns, observed, logDeterminant, prior);
      if (!settles) return { ...fit, at, settlingDays };
      const most = SETTLING_MOST / settledBy(SETTLING_ENDS, settlingDays);
      const { mean, covariance, logProbability } = truncateToRange(fit.mean, fit.covariance, 3, most);
      return { mean, covariance, logEvidence: fit.logEvidence + logProbability, at, settlingDays };
    }),
  );
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

function weighed(fits: readonly WeighedFit[]): Member[] {
  const best = Math.max(...fits.map(({ logWeight }) => logWeight));
  const all = fits.map((fit) => ({ ...fit, weight: Math.exp(fit.logWeight - best) }));
  const total = all.reduce((sum, { weight }) => sum + weight, 0);
  const kept = all.filter(({ weight }) => weight >= LEAST_WEIGHT * total);
  const left = kept.reduce((sum, { weight }) => sum + weight, 0);
  return kept.map(({ mean, covariance, weight, settlingDays, model, walk, lag, slip }) => ({
    weight: weight / left,
    mean,
    covariance,
    settlingDays,
    modelSd: model.sd,
    walkSd: walk.sd,
    lagMore: LAGS[lag]! - LAGS[USUAL_LAG],
    slip,
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

/**
 * Errors in M: the reading's moisture is drawn towards the season's, and what is left of its variance widens the reading
 * by `β² + var β` of it.
 */
function shrunkBy(visits: readonly Visit[], climate: Climate, lag: number): BelievedMoisture[] {
  const later = LAGS[lag]! - LAGS[USUAL_LAG];
  return visits.map(({ day, moisture, moistureByLag, moistureSd, believed }) => {
    if (believed) return believed[lag]!;
    const season = seasonMoisture(climate, day - later);
    const read =
      moistureByLag?.[lag] ?? (later === 0 ? moisture : moisture + season - seasonMoisture(climate, day));
    return believedMoisture(season, climate.spread, { moisture: read, sd: moistureSd });
  });
}

/** `β² + var β`. */
const squareOf = (mean: number, variance: number): number => mean ** 2 + variance;

/** Mean and standard deviation of one parameter over the weighted members. */
export function momentsOf(members: readonly Member[], index: number): Uncertain {
  const mean = members.reduce((sum, m) => sum + m.weight * m.mean[index]!, 0);
  const second = members.reduce(
    (sum, m) => sum + m.weight * (m.covariance[index]![index]! + (m.mean[index]! - mean) ** 2),
    0,
  );
  return { value: mean, sd: Math.sqrt(second) };
}
