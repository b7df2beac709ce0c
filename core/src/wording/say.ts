import { finer, moveIn, sayHeight, sayHeightIn, sayLengthInches, type HeightUnit } from '../units/index.js';

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
  /** from one such gap to another, the unit once: `18–20 thou` */
  gapSpan: (from: number, to: number) => string;
  /** a length along wood */
  length: (metres: number) => string;
  /** a yearly change with its error */
  yearly: (perYear: { value: number; sd: number }) => string;
  /** an angle in degrees */
  degrees: (radians: number) => string;
}

/** A number and its unit are not broken over two lines. */
const together = (text: string): string => text.replaceAll(' ', '\u00a0');

/** `18 thou` to `20 thou`: `18–20 thou`. */
const spanOf = (low: string, high: string): string =>
  low === high ? high : `${low.replace(/ .*$/u, '')}–${high}`;

/** How heights are said in a unit. */
export const sayIn = (unit: HeightUnit): Say => ({
  unit,
  height: (metres) => together(sayHeightIn(unit)(metres)),
  fine: (metres) => together(sayHeight(metres, finer(unit), 1)),
  fineError: ({ value, sd }) => {
    const move = moveIn(finer(unit));
    return together(`${move.withError(Math.abs(value), sd)} ${move.name}`);
  },
  gap: (metres) => together(sayHeight(metres, finer(unit), 2)),
  gapSpan: (from, to) => together(spanOf(sayHeight(from, finer(unit), 2), sayHeight(to, finer(unit), 2))),
  length: (metres) => together(unit === 'mm' ? `${Math.round(metres * 1000)} mm` : sayLengthInches(metres)),
  yearly: ({ value, sd }) => {
    const move = moveIn(unit);
    return `${together(`${move.withError(Math.abs(value), sd)} ${move.name}`)} a year`;
  },
  degrees: (radians) => `${((radians * 180) / Math.PI).toFixed(1)}°`,
});
