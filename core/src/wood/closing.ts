import type { Restraint } from './drying.js';

/** A width of an open crack with the wood's moisture when it was read, each with its error. */
export interface CrackWidth {
  /** m */
  width: number;
  sd: number;
  /** %MC */
  moisture: number;
  moistureSd: number;
}

/** What pulls on a crack: change coefficient C across the grain per %MC, width B of wood in m, restraint ρ. */
export interface CrackedPlate {
  change: number;
  width: number;
  restraint: Pick<Restraint, 'value' | 'sd'>;
}

/** Up to here a crack is closed by humidity alone; up to the next it would be glued under tension, %MC. */
export const CLOSES_EASILY = 10;
/** Above this no room closes a crack: it wants filling or a splint, %MC. */
export const TOO_DAMP_TO_CLOSE = 12;

/** What is to be done with an open crack, by the moisture at which it closes. */
export const CLOSINGS = ['humidify', 'under tension', 'fill or splint', 'cannot tell'] as const;
export type Closing = (typeof CLOSINGS)[number];

export interface ClosingMoisture {
  /** at which it closes, %MC: middle and 80 % band */
  median: number;
  band80: [number, number];
  /** chances that it lies at or under the two limits, 0 to 1 */
  easily: number;
  atAll: number;
  answer: Closing;
}

/** Chance from which on an answer is given: what cannot be undone wants more than what can. */
const SURE_TO_FILL = 0.95;
const SURE = 0.8;
const LIKELY = 0.5;
/** How much of a board pulls on a crack is known to a third. House default. */
const WIDTH_LOG_SD = 0.3;
/** What a crack's width does besides the moisture, m: dirt, edges that do not meet. House default. */
const SCATTER = 0.02e-3;
/** Moistures that are weighed, %MC, and slopes in their own log-sd. */
const DAMPEST = 40;
const STEP = 0.2;
const SLOPES = 25;
const REACH = 3;

/**
 * The moisture at which an open crack closes: the line `w = κ (M_c − M)` through all its widths with the errors of both,
 * where `κ = C B ρ` is believed before any second width is read (one width alone gives `M + w/(C B ρ)`). By Bayes' rule
 * over a grid of κ (log-normal) and M_c (flat up to 40 %MC).
 *
 * @throws RangeError where no width is given
 */
export function closingMoisture(
  widths: readonly CrackWidth[],
  { change, width, restraint }: CrackedPlate,
): ClosingMoisture {
  if (widths.length === 0) throw new RangeError('at least one width of the crack is needed');
  const believed = Math.log(change * width * restraint.value);
  const spread = Math.hypot(WIDTH_LOG_SD, restraint.sd / restraint.value);
  const begin = Math.min(...widths.map(({ moisture }) => moisture)) - 2;
  const count = Math.ceil((DAMPEST - begin) / STEP);
  const logs = new Float64Array(count).fill(-Infinity);
  for (let s = 0; s < SLOPES; s++) {
    const z = REACH * ((2 * s) / (SLOPES - 1) - 1);
    const slope = Math.exp(believed + spread * z);
    for (let m = 0; m < count; m++) {
      const log = likelihood(widths, slope, begin + STEP * m) - 0.5 * z * z;
      // log of the sum, without leaving the range of numbers
      const [more, less] = log > logs[m]! ? [log, logs[m]!] : [logs[m]!, log];
      logs[m] = more + Math.log1p(Math.exp(less - more));
    }
  }
  const top = logs.reduce((a, b) => Math.max(a, b), -Infinity);
  const weights = logs.map((log) => Math.exp(log - top));
  const total = weights.reduce((a, b) => a + b, 0);
  const below = (limit: number) =>
    weights.reduce((sum, weight, m) => sum + (begin + STEP * m <= limit ? weight : 0), 0) / total;
  const at = (p: number) => {
    let left = p * total;
    let m = 0;
    while (m < count - 1 && (left -= weights[m]!) > 0) m += 1;
    return begin + STEP * m;
  };
  const [easily, atAll] = [below(CLOSES_EASILY), below(TOO_DAMP_TO_CLOSE)];
  return { median: at(0.5), band80: [at(0.1), at(0.9)], easily, atAll, answer: answerOf(easily, atAll) };
}

function likelihood(widths: readonly CrackWidth[], slope: number, closes: number): number {
  return widths.reduce((sum, { width, sd, moisture, moistureSd }) => {
    const variance = sd ** 2 + SCATTER ** 2 + (slope * moistureSd) ** 2;
    const off = width - slope * Math.max(0, closes - moisture);
    return sum - 0.5 * (off ** 2 / variance + Math.log(variance));
  }, 0);
}

function answerOf(easily: number, atAll: number): Closing {
  if (1 - atAll >= SURE_TO_FILL) return 'fill or splint';
  if (easily >= SURE) return 'humidify';
  if (atAll >= SURE && atAll - easily >= LIKELY) return 'under tension';
  return 'cannot tell';
}
