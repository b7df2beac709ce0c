/**
 * Decimal numbers as people write them at a bench: point or comma as the decimal mark, an optional sign
 * (ASCII hyphen, typographic minus or en dash), no thousands separators.
 *
 * `2.8`, `2,8`, `.110`, `-0.5`, `−0,5` are numbers; `1,234.5` and `1.2.3` are not: two separators are
 * refused rather than guessed.
 */
/** Hyphen, minus, en dash, figure dash: what hands and phones write before a number below zero. */
export const MINUS = '\\-−–‒';
const DECIMAL = new RegExp(`^([+${MINUS}]?)(\\d+(?:[.,]\\d*)?|[.,]\\d+)$`, 'u');
const NEGATIVE = new RegExp(`^[${MINUS}]$`, 'u');

/** True where a sign makes what follows negative. */
export const isMinus = (sign: string | undefined): boolean => sign !== undefined && NEGATIVE.test(sign);

/** Text to a finite number, or null where the text is no decimal number. */
export function parseDecimal(text: string): number | null {
  const match = DECIMAL.exec(text.trim());
  if (!match) return null;
  const magnitude = Number(match[2]!.replace(',', '.'));
  if (!Number.isFinite(magnitude)) return null;
  return isMinus(match[1]) ? -magnitude : magnitude;
}

/** True where the text holds more than one decimal mark inside one number, such as `1,234.5`. */
export function hasTwoSeparators(text: string): boolean {
  return /\d*[.,]\d*[.,]/u.test(text);
}

/**
 * A number with at most `digits` decimals and no trailing zeros; never `-0`.
 *
 * @param digits 0 to 20
 */
export function printDecimal(value: number, digits: number): string {
  const fixed = value.toFixed(digits);
  const trimmed = fixed.includes('.') ? fixed.replace(/\.?0+$/u, '') : fixed;
  return trimmed === '-0' ? '0' : trimmed;
}

/** `.110`, `,008`: thousandths of an inch, as they stand on a feeler; see length.ts. */
export const POINT_AND_THREE = new RegExp(`^[+${MINUS}]?[.,]\\d{3}$`, 'u');

/** True where a text names no unit of its own, so that its field's unit gave it its meaning; repeats included. */
export function isBareNumber(text: string): boolean {
  const numbers = new RegExp(`^[\\s\\d.,;+${MINUS}]+$`, 'u').test(text);
  return numbers && text.split(';').some((part) => !POINT_AND_THREE.test(part.trim()));
}
