import type { Uncertain } from '../numeric/index.js';
import { realChange } from '../readings/error.js';
import { DAYS_PER_YEAR } from '../days/day.js';
import { QUANTITIES, type QuantityId } from '../readings/quantities.js';
import { fitLinear } from './fit.js';
import type { TopConstruction } from './prior.js';
import { DRIFT, SCATTER, sensitivityOf } from './series.js';

/** An earlier reading with the wood's moisture of its day; SI and %MC. */
export interface EarlierReading {
  day: number;
  value: number;
  sd: number;
  moisture: number;
  moistureSd: number;
}

/** What is believed of a quantity before it is read again. */
export interface QuantityBelief {
  /** SI per %MC */
  sensitivity: Uncertain;
  /** sd of its drift, SI per year */
  drift: number;
  /** what no model of ours explains from one visit to the next, SI */
  scatter: number;
}

/** How a quantity of this instrument is believed to move with moisture and with the years. */
export function quantityBelief(quantity: QuantityId, top: TopConstruction): QuantityBelief {
  const { dimension } = QUANTITIES[quantity];
  return {
    sensitivity: sensitivityOf(quantity, top),
    drift: DRIFT[dimension],
    scatter: SCATTER[dimension],
  };
}

/** The quantity itself, without the tool's error; SI. */
export interface ReadingExpectation extends Uncertain {
  /** how much of the way from the last reading to today is the season's, SI */
  season: Uncertain;
}

/**
 * Where a quantity is expected today, from its earlier readings of one epoch in one string state:
 * `y = level + β (M − M_last) + drift t + error`, the level flat, β and drift as believed, Bayesian linear regression.
 * It is the slip guard's quick answer for every quantity of a protocol; the calibrated forecast averages over more.
 *
 * @param earlier oldest first
 * @returns null where nothing was read before
 */
export function expectReading(
  earlier: readonly EarlierReading[],
  today: { day: number; moisture: number; moistureSd: number },
  { sensitivity, drift, scatter }: QuantityBelief,
): ReadingExpectation | null {
  const last = earlier.at(-1);
  if (!last) return null;
  const breathes = sensitivity.sd > 0;
  const row = (day: number, moisture: number) => [
    1,
    ...(breathes ? [moisture - last.moisture] : []),
    (day - last.day) / DAYS_PER_YEAR,
  ];
  const size = Math.hypot(sensitivity.value, sensitivity.sd);
  const fit = fitLinear({
    design: earlier.map(({ day, moisture }) => row(day, moisture)),
    observed: earlier.map(({ value }) => value),
    errors: earlier.map(({ sd, moistureSd }, i) =>
      earlier.map((_, k) => (i === k ? sd ** 2 + scatter ** 2 + (size * moistureSd) ** 2 : 0)),
    ),
    prior: [{ value: 0, sd: Infinity }, ...(breathes ? [sensitivity] : []), { value: 0, sd: drift }],
  });
  const now = row(today.day, today.moisture);
  const variance = now.reduce(
    (sum, a, i) => sum + now.reduce((part, b, k) => part + a * b * fit.covariance[i]![k]!, 0),
    0,
  );
  const beta = breathes ? { mean: fit.mean[1]!, variance: fit.covariance[1]![1]! } : { mean: 0, variance: 0 };
  const inMoisture = beta.mean ** 2 + beta.variance;
  const change = today.moisture - last.moisture;
  return {
    value: now.reduce((sum, x, i) => sum + x * fit.mean[i]!, 0),
    sd: Math.sqrt(variance + scatter ** 2 + inMoisture * today.moistureSd ** 2),
    season: {
      value: beta.mean * change,
      sd: Math.sqrt(
        beta.variance * change ** 2 + inMoisture * (today.moistureSd ** 2 + last.moistureSd ** 2),
      ),
    },
  };
}

/** The middle 95 % of a reading taken today, the tool's error included; SI. */
export function expectedRange({ value: mean, sd }: ReadingExpectation, toolSd: number): [number, number] {
  const half = 1.96 * Math.hypot(sd, toolSd);
  return [mean - half, mean + half];
}

/** What a change since last time is: not seen by this tool, explained by moisture, or real. */
export type ChangeKind = 'not seen' | 'moisture' | 'real' | 'one division';

/**
 * `not seen` while the change is within the two readings' errors; `moisture` where what the season takes out of it
 * leaves nothing beyond the errors, and the season is sure enough of its own direction; else `real`.
 *
 * @param season what the wood's moisture is expected to have done, SI; null where nothing is known of it
 */
export function judgeChange(
  earlier: { value: number; sd: number; division?: number },
  later: { value: number; sd: number; division?: number },
  season: Uncertain | null,
): { change: number; kind: ChangeKind } {
  const { change, limit, oneDivision } = realChange(earlier, later, season?.value ?? 0);
  const error = limit / 1.96;
  if (Math.abs(change) <= limit) return { change, kind: 'not seen' };
  if (season && season.value * change > 0) {
    // the season must be able to carry at least half of it, or its own uncertainty would explain anything
    const carries = Math.abs(season.value) >= 0.5 * Math.abs(change);
    const rest = Math.abs(change - season.value);
    if (carries && rest <= 1.96 * Math.hypot(error, season.sd)) return { change, kind: 'moisture' };
  }
  return { change, kind: oneDivision ? 'one division' : 'real' };
}
