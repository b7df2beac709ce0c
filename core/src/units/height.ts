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
  /** the amount alone, with the digits that mean something */
  of: (metres: number) => string;
  name: string;
}

/** Movements in hundredths of a millimetre, or in tenths of a thousandth for who measures in inches. */
export const moveIn = (unit: HeightUnit): MoveUnit =>
  unit === 'mm'
    ? { of: (metres) => (metres / METRES_PER.mm).toFixed(2), name: 'mm' }
    : { of: (metres) => (metres / METRES_PER.thou).toFixed(1), name: 'thou' };

/** How a shop says a height in a sentence, which it takes in m. */
export const sayHeightIn =
  (unit: HeightUnit): ((metres: number) => string) =>
  (metres) =>
    sayHeight(metres, unit, 1);
