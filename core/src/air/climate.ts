import { DAYS_PER_YEAR } from '../days/day.js';
import { diagonalOf, inverseOf, rowsOf, timesVector } from '../numeric/index.js';
import { equilibriumMoisture } from '../wood/equilibrium.js';
import { SAMPLE_DAYS, EXAMINATION_AIR_SD, type AirLog, type DailyAir } from './moisture.js';
import type { WoodOfDay } from './scenario.js';

/** A moisture seen on a day, %MC, with the standard error of taking it for the season's mean. */
export interface ClimateSample {
  day: number;
  moisture: number;
  sd: number;
}

/** The year of the wood in a room: harmonics, the spread about them, and how long a spell lasts. */
export interface Climate {
  /** mean, cos 1, sin 1, cos 2, sin 2, %MC */
  coefficients: number[];
  covariance: number[][];
  /** standard deviation of a fortnight's moisture about the season's mean, %MC */
  spread: number;
  /** correlation of that deviation from one day to the next */
  persistence: number;
  /** years of log behind it, 0 where only the preset speaks */
  years: number;
}

/**
 * The house preset of an unlogged room: 8.6 %MC with a swing of 1.6 and its top in mid-August. House default
 * without a source; it yields to a log (sd of the mean 0.6 %MC).
 */
export const PRESET_COEFFICIENTS: readonly number[] = (() => {
  const peak = seasonAngle(227);
  return [8.6, 1.6 * Math.cos(peak), 1.6 * Math.sin(peak), 0, 0];
})();
const PRESET_SD = [0.6, 0.8, 0.8, 0.3, 0.3];
const PRESET_SPREAD = 0.6;

/** What is believed of a place's year before it is logged; the house's errors where none are given. */
export interface Preset extends Pick<Climate, 'coefficients' | 'spread'> {
  sds?: readonly number[];
}
export const HOUSE_PRESET: Preset = { coefficients: [...PRESET_COEFFICIENTS], spread: PRESET_SPREAD };
const PRESET_SPREAD_DEGREES = 6;
const PRESET_PERSISTENCE = 0.96;

/** Two fortnights of one spell of weather are not two samples: the variance is raised by this. */
const CORRELATED_SAMPLES = 1.5;

/** A log's fortnights. */
export function samplesOf(log: AirLog, preset = HOUSE_PRESET): ClimateSample[] {
  const samples: ClimateSample[] = [];
  for (let day = log.firstDay + SAMPLE_DAYS - 1; day <= log.lastDay; day += SAMPLE_DAYS) {
    const moisture = log.moistureAt(day);
    if (moisture !== null) samples.push({ day, moisture, sd: preset.spread * Math.sqrt(CORRELATED_SAMPLES) });
  }
  return samples;
}

/** Climate of a place from its fortnights, blended with its preset as far as they are few. */
export const climateOfSamples = (samples: readonly ClimateSample[], preset = HOUSE_PRESET): Climate =>
  fitClimate(samples, (samples.length * SAMPLE_DAYS) / DAYS_PER_YEAR, preset);

/** Climate of a place from its log, whatever changed in it, blended with its preset as far as the log is short. */
export const climateOfLog = (log: AirLog, preset = HOUSE_PRESET): Climate =>
  climateOfSamples(samplesOf(log, preset), preset);

/**
 * Climate of a room that nobody logs: the preset, corrected by the air that was read at the examinations. Each of
 * those is the weather of one day, so that many are needed to move the preset far.
 */
export function climateOfExaminations(airs: readonly DailyAir[]): Climate {
  const sd = Math.hypot(PRESET_SPREAD, EXAMINATION_AIR_SD);
  return fitClimate(
    airs.map(({ day, humidity, celsius }) => ({ day, moisture: equilibriumMoisture(humidity, celsius), sd })),
    0,
  );
}

/** Humidity of common two-way packs, percent, and how much of the room still reaches wood that is taken out to be played. House defaults. */
export const PACKS_HUMIDITY = 49;
export const OUT_OF_CASE = 0.35;

/**
 * What is believed of the wood in a case with packs: about the packs, with a third of the house preset's swing.
 *
 * @param humidity that the packs hold, percent
 */
export function casePreset(humidity: number = PACKS_HUMIDITY): Preset {
  const packs = equilibriumMoisture(humidity, 20);
  const [mean, ...swing] = HOUSE_PRESET.coefficients;
  return {
    coefficients: [packs + OUT_OF_CASE * (mean! - packs), ...swing.map((one) => OUT_OF_CASE * one)],
    spread: OUT_OF_CASE * HOUSE_PRESET.spread,
  };
}

/**
 * Yearly harmonics (mean, annual, half-year) by Bayesian least squares with the preset as prior, the residual
 * spread pooled with the preset's, and the persistence from neighbouring samples.
 *
 * @param samples at fortnights, or at visits where there is no log
 * @param years of log behind the samples
 */
export function fitClimate(
  samples: readonly ClimateSample[],
  years: number,
  preset: Preset = HOUSE_PRESET,
): Climate {
  const sds = preset.sds ?? PRESET_SD;
  const n = sds.length;
  const precision = diagonalOf(sds.map((sd) => 1 / sd ** 2));
  const right = preset.coefficients.map((mean, i) => mean / sds[i]! ** 2);
  for (const { day, moisture, sd } of samples) {
    const x = harmonics(day);
    for (let i = 0; i < n; i++) {
      right[i]! += (x[i]! * moisture) / sd ** 2;
      for (let j = 0; j < n; j++) precision[i * n + j]! += (x[i]! * x[j]!) / sd ** 2;
    }
  }
  const covariance = inverseOf(precision, n);
  const coefficients = [...timesVector(covariance, right)];
  const residuals = samples.map(({ day, moisture }) => moisture - dot(coefficients, harmonics(day)));
  const squares = residuals.reduce((sum, r) => sum + r * r, 0);
  // samples at visits carry the weather of a single day; only a log speaks for the spread of fortnights
  const logged = years > 0 ? samples.length : 0;
  const spread = Math.sqrt(
    (PRESET_SPREAD_DEGREES * preset.spread ** 2 + (logged ? squares : 0)) / (PRESET_SPREAD_DEGREES + logged),
  );
  return {
    coefficients,
    covariance: rowsOf(covariance, n),
    spread,
    persistence: persistenceOf(residuals, logged),
    years,
  };
}

function persistenceOf(residuals: readonly number[], logged: number): number {
  if (logged < 20) return PRESET_PERSISTENCE;
  let product = 0;
  let square = 0;
  for (let i = 1; i < residuals.length; i++) {
    product += residuals[i]! * residuals[i - 1]!;
    square += (residuals[i]! ** 2 + residuals[i - 1]! ** 2) / 2;
  }
  const correlation = square > 0 ? product / square : 0;
  return Math.max(0.8, Math.min(0.985, Math.max(correlation, 0.01) ** (1 / SAMPLE_DAYS)));
}

/** The wood's mean moisture at that season, %MC. */
export function seasonMoisture(climate: Climate, day: number): number {
  const [mean, cos1, sin1, cos2, sin2] = climate.coefficients as [number, number, number, number, number];
  const angle = seasonAngle(day);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return mean + cos1 * c + sin1 * s + cos2 * (c * c - s * s) + sin2 * 2 * s * c;
}

/** Variance of {@link seasonMoisture} from the shortness of the log, %MC². */
export function seasonVariance(climate: Climate, day: number): number {
  const x = harmonics(day);
  let variance = 0;
  for (let i = 0; i < x.length; i++) {
    const row = climate.covariance[i]!;
    for (let j = 0; j < x.length; j++) variance += x[i]! * x[j]! * row[j]!;
  }
  return variance;
}

/** What is expected of the wood on a coming day. */
export interface DayMoisture {
  /** %MC */
  moisture: number;
  /** %MC² */
  variance: number;
  /** what the season does that day, %MC per day: a top that lags more is behind by so much */
  slope?: number;
}

/** What is believed of a day's moisture once it was read, %MC, how much of what was read is in it, and its variance. */
export interface BelievedMoisture {
  moisture: number;
  by: number;
  left: number;
}

/**
 * A moisture that was read with an error is drawn towards the season's by `w = v/(v + σ_M²)`, v what the weather spreads
 * about the season; `v σ_M²/(v + σ_M²)` of its variance is left.
 *
 * @param season the season's moisture that day, %MC
 * @param spread standard deviation about it, %MC
 */
export function believedMoisture(
  season: number,
  spread: number,
  { moisture, sd }: { moisture: number; sd: number },
): BelievedMoisture {
  const v = spread ** 2;
  const error = sd ** 2;
  const by = v / (v + error);
  return { moisture: season + by * (moisture - season), by, left: by * error };
}

/**
 * The wood's moisture on a coming day: the season, and what is left of today's deviation from it.
 *
 * @param today the day and the moisture known for it, if any
 * @param wood what a scenario makes of season and deviation; default: as it was
 */
export function comingMoisture(
  climate: Climate,
  day: number,
  today?: { day: number; moisture: number },
  wood?: (day: number) => WoodOfDay,
): DayMoisture {
  const season = seasonMoisture(climate, day);
  const remembered = today && day >= today.day ? climate.persistence ** (day - today.day) : 0;
  const known = today ? today.moisture - seasonMoisture(climate, today.day) : 0;
  const deviation = {
    mean: remembered * known,
    variance: climate.spread ** 2 * (1 - remembered ** 2) + seasonVariance(climate, day),
  };
  const slope = (seasonMoisture(climate, day + 1) - seasonMoisture(climate, day - 1)) / 2;
  if (!wood) return { moisture: season + deviation.mean, variance: deviation.variance, slope };
  return scenarioMoments(wood(day), season, deviation);
}

/** Nodes and weights of Gauss–Hermite quadrature, seven points, for a standard normal (Abramowitz and Stegun, 25.10). */
const NODES = [0, 1.1544053947399682, 2.3667594107345415, 3.750439717725742];
const WEIGHTS = [0.4571428571428571, 0.2401231786050127, 0.03075712396758645, 0.0005482688559722];

/** Mean and variance of what a scenario makes of a normal deviation. */
function scenarioMoments(
  wood: WoodOfDay,
  season: number,
  deviation: { mean: number; variance: number },
): DayMoisture {
  const sd = Math.sqrt(deviation.variance);
  let mean = 0;
  let square = 0;
  NODES.forEach((node, i) => {
    for (const sign of node === 0 ? [1] : [-1, 1]) {
      const value = wood(season, deviation.mean + sign * node * sd);
      mean += WEIGHTS[i]! * value;
      square += WEIGHTS[i]! * value * value;
    }
  });
  return { moisture: mean, variance: Math.max(0, square - mean * mean) };
}

export function harmonics(day: number): number[] {
  const angle = seasonAngle(day);
  return [1, Math.cos(angle), Math.sin(angle), Math.cos(2 * angle), Math.sin(2 * angle)];
}

/** Of the year, rad. */
export function seasonAngle(day: number): number {
  return (2 * Math.PI * day) / DAYS_PER_YEAR;
}

function dot(a: readonly number[], b: readonly number[]): number {
  return a.reduce((sum, ai, i) => sum + ai * b[i]!, 0);
}
