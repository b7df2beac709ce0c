import { finer, moveIn, sayHeight, sayInches, type HeightUnit } from '../units/index.js';

/** How lengths and angles are said in the sentences of findings and plans. */
export interface Say {
  unit: HeightUnit;
  /** a height, in the unit of the page */
  height: (metres: number) => string;
  /** an amount that is cut or filed */
  fine: (metres: number) => string;
  /** an amount with its error, the unit once */
  fineError: (of: { value: number; sd: number }) => string;
  /** a gap as feelers read it */
  gap: (metres: number) => string;
  /** a length along wood */
  length: (metres: number) => string;
  /** a yearly change with its error */
  yearly: (perYear: { value: number; sd: number }) => string;
  /** an angle in degrees */
  degrees: (radians: number) => string;
}

/** How heights are said in a unit. */
export const sayIn = (unit: HeightUnit): Say => ({
  unit,
  height: (metres) => sayHeight(metres, unit),
  fine: (metres) => sayHeight(metres, finer(unit), 1),
  fineError: ({ value, sd }) => {
    const move = moveIn(finer(unit));
    return `${move.withError(Math.abs(value), sd)} ${move.name}`;
  },
  gap: (metres) => sayHeight(metres, finer(unit), 2),
  length: (metres) =>
    unit === 'mm' ? `${Math.round(metres * 1000)} mm` : sayInches(metres).replaceAll(' ', '\u00a0'),
  yearly: ({ value, sd }) => {
    const move = moveIn(unit);
    return `${move.withError(Math.abs(value), sd)} ${move.name} a year`;
  },
  degrees: (radians) => `${((radians * 180) / Math.PI).toFixed(1)}°`,
});
