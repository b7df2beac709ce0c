import { goesRound, polygonArea, type Face, type MarkKind, type Path } from '../body-plan/index.js';
import { printLength, sayLengthInches, type LengthUnit } from '../units/index.js';

/** The faces as the drawing is named by them. */
export const FACE_NAMES: Record<Face, string> = {
  top: 'The top from outside',
  'top inside': 'The top from inside, mirrored',
  back: 'The back from behind',
  'bass side': 'The bass side, rolled out',
  'treble side': 'The treble side, rolled out',
  neck: 'The neck from behind',
};

const SQUARE_INCH = 0.0254 ** 2;

/** A length that is no height, as it is said beside fields of a unit: whole millimetres, or what an inch rule shows. */
export const sayLength = (metres: number, unit: LengthUnit): string =>
  unit === 'in' ? sayLengthInches(metres) : printLength(metres, 'mm', 0);

/** The same of an area in square metres. */
const sayArea = (area: number, unit: LengthUnit): string =>
  unit === 'in' ? `${(area / SQUARE_INCH).toFixed(2)} in²` : `${(area * 1e4).toFixed(1)} cm²`;

/** What a mark is called, by its own name or by what it is. */
export const markName = ({
  name,
  kind,
  brace,
}: {
  name: string;
  kind: MarkKind;
  brace: string | null;
}): string =>
  name || (kind === 'separation' ? `loose${brace ? `, ${brace}` : ''}` : brace ? `${kind}, ${brace}` : kind);

/**
 * How far a mark goes, in words: the area of what covers a place, the length of what runs, nothing of a point.
 *
 * @param extent along its path, or its stretch of a brace, m
 */
export function sayMarkExtent(kind: MarkKind, path: Path, extent: number, unit: LengthUnit): string {
  if (goesRound(kind, path)) return sayArea(polygonArea(path), unit);
  return extent > 0 ? sayLength(extent, unit) : '';
}
