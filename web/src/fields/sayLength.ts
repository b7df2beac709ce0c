import { printLength, sayLengthInches, type LengthUnit } from '@upright-elder/core/units';

const SQUARE_INCH = 0.0254 ** 2;

/** A length that is no height, as it is said beside fields of a unit: whole millimetres, or what an inch rule shows. */
export const sayLength = (metres: number, unit: LengthUnit): string =>
  unit === 'in' ? sayLengthInches(metres) : printLength(metres, 'mm', 0);

/** The same of an area in square metres. */
export const sayArea = (area: number, unit: LengthUnit): string =>
  unit === 'in' ? `${(area / SQUARE_INCH).toFixed(2)} in²` : `${(area * 1e4).toFixed(1)} cm²`;
