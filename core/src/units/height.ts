import { METRES_PER, printLength, sayAction } from './length.js';

/** How a shop says heights: in 64ths of an inch, thousandths, or millimetres. */
export const HEIGHT_UNITS = ['64ths', 'thou', 'mm'] as const;
export type HeightUnit = (typeof HEIGHT_UNITS)[number];

/** The unit for movements too small for a rule in 64ths: whoever measures in inches says them in thousandths. */
export const finer = (unit: HeightUnit): HeightUnit => (unit === '64ths' ? 'thou' : unit);

/** Under this a rule in 64ths says nothing, and whoever measures in inches takes feelers in thousandths, m. */
const BY_FEELERS = 0.0006;

/**
 * A height over the frets, the bridge or the rim as it is said, with the digits that mean something: `7½/64`, `8 thou`,
 * `2.78 mm`. In 64ths to the nearest half, and in thousandths where it is smaller than feelers read.
 *
 * @param metres signed
 * @param decimals of millimetres: one in sentences, two beside a reading
 */
export function sayHeight(metres: number, unit: HeightUnit, decimals: 1 | 2 = 2): string {
  const minus = (text: string) => text.replace('-', '−');
  if (unit === 'mm') {
    const amount = (metres / METRES_PER.mm).toFixed(decimals);
    return minus(Number(amount) === 0 ? `${(0).toFixed(decimals)} mm` : `${amount} mm`);
  }
  if (unit === '64ths' && Math.abs(metres) >= BY_FEELERS) return sayAction(metres);
  return minus(printLength(metres, 'thou', 0));
}

/** How movements are said: too small for a rule, and given with their errors in one unit. */
export interface MoveUnit {
  /** SI per unit */
  per: number;
  /** the amount alone, with the digits that a careful reading has */
  of: (si: number) => string;
  /** an amount and its standard error, `0.23 ± 0.05`, with no digit finer than the error's first */
  withError: (si: number, sd: number) => string;
  /** the same with its sign: `+0.23 ± 0.05` */
  signed: (si: number, sd: number) => string;
  /** an amount alone, with no digit finer than the first of its error, and a true minus */
  near: (si: number, sd: number) => string;
  name: string;
}

/** A unit of movements. @param per SI per unit @param finest decimals of a careful reading */
export function moveUnit(name: string, per: number, finest: number): MoveUnit {
  const round = (value: number, decimals: number) =>
    decimals >= 0
      ? value.toFixed(decimals)
      : (Math.round(value / 10 ** -decimals) * 10 ** -decimals).toFixed(0);
  const parts = (si: number, sd: number) => {
    const decimals = Math.min(finest, decimalsOf(sd / per));
    const size = round(Math.abs(si) / per, decimals);
    // no error is none: it is at least one of the last digit
    const error = round(Math.max(sd / per, 10 ** -finest), decimals);
    return { size, error, zero: Number(size) === 0 };
  };
  return {
    per,
    name,
    near: (si, sd) => {
      const { size, zero } = parts(si, sd);
      return `${si < 0 && !zero ? '−' : ''}${size}`;
    },
    of: (si) => (si / per).toFixed(finest).replace('-', '−'),
    withError: (si, sd) => {
      const { size, error, zero } = parts(si, sd);
      return `${si < 0 && !zero ? '−' : ''}${size}\u00a0±\u00a0${error}`;
    },
    signed: (si, sd) => {
      const { size, error, zero } = parts(si, sd);
      return `${zero ? '' : si < 0 ? '−' : '+'}${size}\u00a0±\u00a0${error}`;
    },
  };
}

/** Decimals at which a standard error shows its first digit; the last digit of what it is the error of. */
function decimalsOf(error: number): number {
  if (!(error > 0)) return Infinity;
  const first = Math.floor(Math.log10(error));
  // 0.096 is said 0.1
  return Math.round(error / 10 ** first) === 10 ? -first - 1 : -first;
}

/** Movements in millimetres, or in thousandths for who measures in inches. */
export const moveIn = (unit: HeightUnit): MoveUnit =>
  unit === 'mm' ? moveUnit('mm', METRES_PER.mm, 2) : moveUnit('thou', METRES_PER.thou, 0);

/** How a shop says a height in a sentence, which it takes in m: in one unit, however small; under what is said of it, `nothing`. */
export const sayHeightIn =
  (unit: HeightUnit): ((metres: number) => string) =>
  (metres) => {
    const said = unit === '64ths' ? sayAction(metres) : sayHeight(metres, unit, 1);
    return /^0(?:\.0)?(?:\/64| )/u.test(said) ? 'nothing' : said;
  };
