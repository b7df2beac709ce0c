import { DAYS_PER_YEAR } from '../days/day.js';
import { choleskyOf, diagonalOf, inverseOf, rowsOf, solveCholesky } from '../numeric/index.js';
import { seasonAngle } from './climate.js';
import type { LogChange } from './logChange.js';
import { EVER_AFTER, EVER_BEFORE } from './path.js';

/**
 * The air that was read by hand beside an instrument, against what the log of the room in which it is said to have lain
 * has of that day. It says little of the wood (an afternoon's weather), but much of whether it is the right log.
 */
export interface Witness {
  day: number;
  /** equilibrium moisture of the air by hand less that of the log's day, %MC */
  off: number;
  /** whose log it is, by its number: two rooms have two sensors */
  room: number;
}

/** How an instrument's air and its room's log may hang together. */
export type ExplanationKind =
  /** it lay in the room, and the log is right */
  | 'right'
  /** between two days it lay elsewhere */
  | 'elsewhere'
  /** it lay in the room, the log is right, and one reading by hand is not */
  | 'misread'
  /** the log's sensor drifts */
  | 'drift'
  /** the log's sensor was another one since a day, or up to it, and is off by what the log stepped there */
  | 'another sensor';

/** One way in which it may have been, how likely it is, and what the logs are off by then. */
export interface Explanation {
  kind: ExplanationKind;
  /** 0 to 1; of all explanations 1 */
  weight: number;
  /** the days of which it is said, [from, to) */
  from: number;
  to: number;
  /** what is to be added to the log there, a number a column of {@link shiftRow}, and its covariance; %MC */
  shift: number[];
  covariance: number[][];
  /** the day from which a drift is counted */
  since: number;
  /** of one room's log only, by its number; null of all */
  room: number | null;
  /** whether the seasons taken from that log are off by the same */
  seasonGoesAlong: boolean;
  /** what the hand's hygrometer is off by, and each room's sensor, with the covariance of these; %MC */
  hand: number;
  sensors: number[];
  sensorCovariance: number[][];
}

/** Where nothing was read that could say otherwise. */
export const RIGHT: Explanation = {
  kind: 'right',
  weight: 1,
  from: EVER_BEFORE,
  to: EVER_AFTER,
  shift: [],
  covariance: [],
  since: 0,
  room: null,
  seasonGoesAlong: true,
  hand: 0,
  sensors: [],
  sensorCovariance: [],
};

/** %MC: what hand and log are off from each other on every day alike (of it the room's own sensor, and the hand's), and on each. House figures. */
const ROOM_SENSOR_SD = 0.4;
const HAND_SD = Math.sqrt(0.6 ** 2 - ROOM_SENSOR_SD ** 2);
const DAY_SD = 0.5;
/** The same of the log of a room in which it did not lie: another mean, another swing, other weather. House figures. */
const ELSEWHERE_SD = [1, 0.8, 0.8] as const;
const ELSEWHERE_DAY_SD = 1.3;
/** A reading by hand that was mistyped, or taken where it should not. House figure. */
const MISREAD_SD = 3.5;
/** Drift of a sensor, %MC a year. House figure. */
const DRIFT_SD = 1.2;

/** What a day's reading is off from the log, where it is said of that day. */
const NOISE: Record<ExplanationKind, number> = {
  right: DAY_SD,
  elsewhere: ELSEWHERE_DAY_SD,
  misread: Math.hypot(DAY_SD, MISREAD_SD),
  drift: DAY_SD,
  'another sensor': DAY_SD,
};

/** How likely each is before anything was read. House figures. */
const BEFOREHAND = {
  right: 0.79,
  misread: 0.03,
  always: 0.05,
  before: 0.05,
  since: 0.04,
  drift: 0.04,
} as const;
/** Of a log that changed its ways: the room did, the sensor of before was off, the one of since is. House figures. */
const CHANGED = {
  step: { room: 0.5, before: 0.3, since: 0.2 },
  line: { room: 0.3, before: 0, since: 0.7 },
} as const;

/** Under the first it is asked, and nothing is called that hangs on it; under the other it is noted. House figures. */
export const ASKED_UNDER = 0.5;
export const SURE_FROM = 0.75;

interface Regressed {
  logEvidence: number;
  mean: number[];
  /** worked out where it is asked for: most explanations are left out by their weight */
  covariance: () => number[][];
}

/** `yᵢ ~ N(xᵢθ, noiseᵢ²)`, `θ ~ N(0, diag(sd²))`, by normal equations of a few unknowns. */
function regress(
  rows: readonly (readonly number[])[],
  y: readonly number[],
  noise: readonly number[],
  sds: readonly number[],
): Regressed {
  const p = sds.length;
  const precision = diagonalOf(sds.map((sd) => 1 / sd ** 2));
  const right = new Float64Array(p);
  let misfit = 0;
  let logNoise = 0;
  rows.forEach((row, i) => {
    const weight = 1 / noise[i]! ** 2;
    misfit += weight * y[i]! ** 2;
    logNoise += 2 * Math.log(noise[i]!);
    for (let j = 0; j < p; j++) {
      right[j]! += weight * row[j]! * y[i]!;
      for (let k = 0; k < p; k++) precision[j * p + k]! += weight * row[j]! * row[k]!;
    }
  });
  const lower = choleskyOf(precision, p)!;
  const mean = [...solveCholesky(lower, p, right)];
  let logPrecision = 0;
  for (let j = 0; j < p; j++) logPrecision += 2 * Math.log(lower[j * p + j]!);
  const fitted = mean.reduce((sum, m, j) => sum + m * right[j]!, 0);
  const logPrior = sds.reduce((sum, sd) => sum + 2 * Math.log(sd), 0);
  return {
    logEvidence: -0.5 * (misfit - fitted + logNoise + logPrior + logPrecision),
    mean,
    covariance: () => rowsOf(inverseOf(precision, p), p),
  };
}

/** What multiplies an explanation's shift on a day. */
function shiftRow(
  { kind, since, shift }: Pick<Explanation, 'kind' | 'since' | 'shift'>,
  day: number,
): number[] {
  if (shift.length === 0) return [];
  return kind === 'drift' ? [(day - since) / DAYS_PER_YEAR] : kind === 'elsewhere' ? yearOf(day) : [1];
}

const yearOf = (day: number): [number, number, number] => {
  const angle = seasonAngle(day);
  return [1, Math.cos(angle), Math.sin(angle)];
};

/** Mean and variance of an explanation's shift on a day of which it is said, %MC. */
export function shiftOf(one: Explanation, day: number): { mean: number; variance: number } {
  const row = shiftRow(one, day);
  let mean = 0;
  let variance = 0;
  row.forEach((x, i) => {
    mean += x * one.shift[i]!;
    row.forEach((other, j) => (variance += x * other * one.covariance[i]![j]!));
  });
  return { mean, variance };
}

/** A room whose log went over to other ways. */
export interface ChangedLog {
  room: number;
  change: LogChange;
}

/** An explanation before anything was read. */
interface Supposed {
  kind: ExplanationKind;
  from?: number;
  to?: number;
  since?: number;
  room?: number | null;
  /** standard deviations of a shift that is not known, or the shift that is */
  prior?: readonly number[];
  known?: readonly [number] | null;
}

function supposed(days: readonly number[], changed: ChangedLog | null): (Supposed & { chance: number })[] {
  const n = days.length;
  const { right, misread, always, before, since, drift } = BEFOREHAND;
  const elsewhere = (chance: number, span: { from?: number; to?: number }) => ({
    kind: 'elsewhere' as const,
    chance,
    prior: ELSEWHERE_SD,
    ...span,
  });
  const between = Array.from({ length: Math.max(0, n - 1) }, (_, i) => (days[i]! + days[i + 1]!) / 2);
  return [
    { kind: 'right', chance: right * (changed ? CHANGED[changed.change.kind].room : 1) },
    ...(changed ? otherSensors(changed).map((one) => ({ ...one, chance: right * one.chance })) : []),
    ...(n > 0 ? [elsewhere(always, {}), { kind: 'drift' as const, chance: drift, prior: [DRIFT_SD] }] : []),
    ...(n > 1
      ? days.map((day) => ({ kind: 'misread' as const, chance: misread / n, from: day, to: day + 1 }))
      : []),
    ...between.map((day) => elsewhere(before / between.length, { to: day })),
    ...between.map((day) => elsewhere(since / between.length, { from: day })),
  ];
}

function otherSensors({ room, change }: ChangedLog): (Supposed & { chance: number })[] {
  if (change.kind === 'line')
    return [
      { kind: 'drift', chance: CHANGED.line.since, room, since: change.from, known: [-change.perYear] },
    ];
  const { day, by } = change;
  return [
    { kind: 'another sensor', chance: CHANGED.step.before, room, to: day, known: [by] },
    { kind: 'another sensor', chance: CHANGED.step.since, room, from: day, known: [-by] },
  ];
}

/** One that is less likely is left out, 0 to 1. */
const LEAST_WEIGHT = 1e-3;

/**
 * Every way in which hand and log may hang together, weighed by what was read. With δ what hand and log are off from each
 * other on a day: `δ = h + s_place + x·shift + noise`, h the hand's hygrometer, s the room's sensor; what was read
 * elsewhere has no s, and another noise. Priors and errors above are house figures.
 *
 * @param witnesses in the order of their days
 * @param rooms how many logs there are
 * @param changed a log that went over to other ways
 * @returns those that matter, *right* always among them
 */
export function explain(
  witnesses: readonly Witness[],
  rooms: number,
  changed: ChangedLog | null = null,
): Explanation[] {
  const days = witnesses.map(({ day }) => day);
  const found = supposed(days, changed).map((one) => weighedBy(one, witnesses, rooms));
  const best = Math.max(...found.map(({ log }) => log));
  const all = found.map((one) => ({ ...one, weight: Math.exp(one.log - best) }));
  const sum = (list: readonly { weight: number }[]) => list.reduce((total, { weight }) => total + weight, 0);
  const least = LEAST_WEIGHT * sum(all);
  const kept = all.filter(({ kind, weight }) => kind === 'right' || weight > least);
  const total = sum(kept);
  return kept.map(({ weight, told }) => told(weight / total));
}

function weighedBy(
  {
    kind,
    chance,
    from = EVER_BEFORE,
    to = EVER_AFTER,
    since: begins,
    room = null,
    prior = [],
    known = null,
  }: Supposed & { chance: number },
  witnesses: readonly Witness[],
  rooms: number,
): { kind: ExplanationKind; log: number; told: (weight: number) => Explanation } {
  const since = begins ?? witnesses[0]?.day ?? 0;
  const told = ({ day, room: whose }: Witness) =>
    day >= from && day < to && (room === null || room === whose);
  const shape = { kind, since, shift: [...(known ?? prior)] };
  const rows = witnesses.map((witness) => [
    1,
    ...Array.from({ length: rooms }, (_, i) =>
      i === witness.room && !(kind === 'elsewhere' && told(witness)) ? 1 : 0,
    ),
    ...(known ? [] : told(witness) ? shiftRow(shape, witness.day) : prior.map(() => 0)),
  ]);
  const fit = regress(
    rows,
    witnesses.map((witness) =>
      known && told(witness) ? witness.off - known[0] * shiftRow(shape, witness.day)[0]! : witness.off,
    ),
    witnesses.map((witness) => (told(witness) ? NOISE[kind] : DAY_SD)),
    [HAND_SD, ...Array.from({ length: rooms }, () => ROOM_SENSOR_SD), ...(known ? [] : prior)],
  );
  const at = 1 + rooms;
  return {
    kind,
    log: fit.logEvidence + Math.log(chance),
    told: (weight) => {
      const covariance = fit.covariance();
      const part = (begin: number, end?: number) =>
        covariance.slice(begin, end).map((row) => row.slice(begin, end));
      return {
        kind,
        weight,
        from,
        to,
        since,
        room,
        seasonGoesAlong: known !== null || kind !== 'drift',
        shift: known ? [...known] : fit.mean.slice(at),
        covariance: known ? [[0]] : part(at),
        hand: fit.mean[0]!,
        sensors: fit.mean.slice(1, at),
        sensorCovariance: part(1, at),
      };
    },
  };
}
