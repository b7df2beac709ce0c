import { DAYS_PER_YEAR } from '../days/day.js';
import { choleskyOf, solveCholesky } from '../numeric/index.js';
import type { ClimateSample } from './climate.js';
import { harmonics } from './climate.js';

/** A log that went over to other ways: at a day by so much, or bit by bit, %MC and %MC a year. */
export type LogChange =
  | { kind: 'step'; day: number; by: number; sd: number }
  | { kind: 'line'; from: number; to: number; perYear: number; sd: number };

/** What is asked about: a step of more, %MC, and a line of more, %MC a year. House figures. */
const STEP = 1;
const LINE = 0.8;
/** F over the harmonics from which on chance is no excuse, the best of all days taken. House figure. */
const SURELY = 35;
/** On either side of a step stand at least so many fortnights, and in all so many. */
const SIDE = 5;
const SAMPLES = 26;

/**
 * Whether a log stepped to another level, or ran off on a line, beyond what its seasons do; the likelier of the two, null
 * where neither stands out.
 *
 * The mean, year and half-year are fitted anew with each candidate, and what it explains is held against what is left (F
 * with one degree of freedom).
 */
export function logChange(samples: readonly ClimateSample[]): LogChange | null {
  const n = samples.length;
  if (n < SAMPLES) return null;
  const rows = samples.map(({ day }) => harmonics(day));
  const y = samples.map(({ moisture }) => moisture);
  const plain = leftOver(rows, y);
  const first = samples[0]!.day;
  const last = samples[n - 1]!.day;
  const freedom = n - harmonics(0).length - 1;
  let best: { f: number; change: LogChange } | null = null;
  const tried = (column: (day: number) => number, changeOf: (by: number, sd: number) => LogChange | null) => {
    const one = leftOver(
      rows.map((row, i) => [...row, column(samples[i]!.day)]),
      y,
    );
    if (!one) return;
    const noise = one.square / freedom;
    const f = (plain!.square - one.square) / noise;
    if (!(f > SURELY) || (best && best.f >= f)) return;
    const by = one.last;
    const change = changeOf(by, Math.abs(by) / Math.sqrt(f));
    if (change) best = { f, change };
  };
  if (!plain) return null;
  for (let i = SIDE; i <= n - SIDE; i++) {
    const day = (samples[i - 1]!.day + samples[i]!.day) / 2;
    tried(
      (at) => (at >= day ? 1 : 0),
      (by, sd) => (Math.abs(by) > STEP ? { kind: 'step', day, by, sd } : null),
    );
  }
  tried(
    (at) => (at - first) / DAYS_PER_YEAR,
    (by, sd) => (Math.abs(by) > LINE ? { kind: 'line', from: first, to: last, perYear: by, sd } : null),
  );
  return (best as { change: LogChange } | null)?.change ?? null;
}

/** Sum of squares that is left by least squares, and the last coefficient; null where the columns do not determine it. */
function leftOver(
  rows: readonly (readonly number[])[],
  y: readonly number[],
): { square: number; last: number } | null {
  const p = rows[0]!.length;
  const normal = new Float64Array(p * p);
  const right = new Float64Array(p);
  let total = 0;
  rows.forEach((row, i) => {
    total += y[i]! ** 2;
    for (let j = 0; j < p; j++) {
      right[j]! += row[j]! * y[i]!;
      for (let k = 0; k <= j; k++) normal[j * p + k]! += row[j]! * row[k]!;
    }
  });
  const lower = choleskyOf(normal, p);
  if (!lower) return null;
  const mean = solveCholesky(lower, p, right);
  return {
    square: Math.max(0, total - mean.reduce((sum, m, j) => sum + m * right[j]!, 0)),
    last: mean[p - 1]!,
  };
}
