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
  const seasons = seasonsOf(samples);
  if (!seasons) return null;
  const first = samples[0]!.day;
  const last = samples[n - 1]!.day;
  const freedom = n - seasons.p - 1;
  let best: { f: number; change: LogChange } | null = null;
  const tried = (column: ColumnSums, changeOf: (by: number, sd: number) => LogChange | null) => {
    const one = withColumn(seasons, column);
    if (!one) return;
    const noise = one.square / freedom;
    const f = (seasons.square - one.square) / noise;
    if (!(f > SURELY) || (best && best.f >= f)) return;
    const change = changeOf(one.by, Math.abs(one.by) / Math.sqrt(f));
    if (change) best = { f, change };
  };
  // sums of a column that is 1 from a day on: each day earlier adds one row
  const since: ColumnSums = { rows: new Float64Array(seasons.p), square: 0, y: 0 };
  for (let i = n - 1; i >= SIDE; i--) {
    seasons.rows[i]!.forEach((one, j) => (since.rows[j]! += one));
    since.square += 1;
    since.y += seasons.y[i]!;
    if (i > n - SIDE) continue;
    const day = (samples[i - 1]!.day + samples[i]!.day) / 2;
    tried(since, (by, sd) => (Math.abs(by) > STEP ? { kind: 'step', day, by, sd } : null));
  }
  const line: ColumnSums = { rows: new Float64Array(seasons.p), square: 0, y: 0 };
  samples.forEach(({ day }, i) => {
    const at = (day - first) / DAYS_PER_YEAR;
    seasons.rows[i]!.forEach((one, j) => (line.rows[j]! += one * at));
    line.square += at ** 2;
    line.y += at * seasons.y[i]!;
  });
  tried(line, (by, sd) =>
    Math.abs(by) > LINE ? { kind: 'line', from: first, to: last, perYear: by, sd } : null,
  );
  return (best as { change: LogChange } | null)?.change ?? null;
}

/** A column's products with the columns of the seasons, with itself and with what was logged. */
interface ColumnSums {
  rows: Float64Array;
  square: number;
  y: number;
}

/** Mean, year and half-year by least squares. */
interface Seasons {
  rows: number[][];
  y: number[];
  p: number;
  lower: Float64Array;
  mean: Float64Array;
  /** sum of squares that is left */
  square: number;
}

/** Null where the columns do not determine it. */
function seasonsOf(samples: readonly ClimateSample[]): Seasons | null {
  const rows = samples.map(({ day }) => harmonics(day));
  const y = samples.map(({ moisture }) => moisture);
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
  const square = Math.max(0, total - mean.reduce((sum, m, j) => sum + m * right[j]!, 0));
  return { rows, y, p, lower, mean, square };
}

/**
 * What is left once a column is added, and its coefficient, by elimination of the others (the Schur complement: Golub and
 * Van Loan, Matrix Computations, from memory); null where the others determine it.
 */
function withColumn(
  { lower, mean, p, square }: Seasons,
  column: ColumnSums,
): { square: number; by: number } | null {
  const apart = solveCholesky(lower, p, column.rows);
  let own = column.square;
  let told = column.y;
  for (let j = 0; j < p; j++) {
    own -= apart[j]! * column.rows[j]!;
    told -= mean[j]! * column.rows[j]!;
  }
  if (!(own > 1e-9 * column.square)) return null;
  return { square: Math.max(0, square - told ** 2 / own), by: told / own };
}
