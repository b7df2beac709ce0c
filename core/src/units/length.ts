import { hasTwoSeparators, isMinus, MINUS, parseDecimal, POINT_AND_THREE, printDecimal } from './decimal.js';
import { parsed, refused, type Parsed } from './parsed.js';

/**
 * Lengths in every way the trade writes them. SI inside: metres.
 *
 * The rules:
 * - a bare fraction (`7/64`, `⅓`), a mixed number (`3 3/32`), `a/64` with a part (`7.5/64`, `7¾/64`) and `7/64ths` are
 *   inches in every field;
 * - so is a bare decimal that begins with its point and has three digits (`.110`): nobody writes millimetres so;
 * - any other bare decimal takes the field's unit;
 * - a written unit wins: `in`, `inch`, `inches`, `"`, `''`; `thou`, `mil`; `mm`, `cm`, `m`; `64ths`; before thousandths
 *   and 64ths a fraction is a part of one (`10½ thou`, `7 1/2 64ths`);
 * - a comma or a point is the decimal mark; two separators in one number are refused;
 * - a sign applies to the whole length: `-1 1/16` is minus one and a sixteenth.
 */
export type LengthUnit = 'mm' | 'in' | 'thou' | '64ths';

export const METRES_PER_INCH = 0.0254;

/** Metres in one of the unit. One inch is 25.4 mm exactly (International yard and pound agreement, 1959). */
export const METRES_PER: Record<LengthUnit, number> = {
  mm: 0.001,
  in: METRES_PER_INCH,
  thou: METRES_PER_INCH / 1000,
  '64ths': METRES_PER_INCH / 64,
};

export const LENGTH_UNIT_NAMES: Record<LengthUnit, string> = {
  mm: 'mm',
  in: 'in',
  thou: 'thou',
  '64ths': '/64 in',
};

export const ACCEPTED_LENGTHS =
  'a length such as 7/64, 3 3/32 in, 110 thou, .110", 2.8 mm or 2,8 mm; a bare decimal takes the field’s own unit';

/** Longer than any guitar, and than the radius of any dome: a number beyond this is a slip, not a length. Metres. */
export const LONGEST_LENGTH = 50;

const UNIT_WORDS: [RegExp, number][] = [
  [/(?:inches|inch|in\.?|["″”]|''|’’|′′)$/iu, METRES_PER_INCH],
  [/(?:thousandths|thous|thou|mils|mil)$/iu, METRES_PER_INCH / 1000],
  [/(?:64ths|64th)$/iu, METRES_PER_INCH / 64],
  [/(?:millimetres|millimeters|mm)$/iu, 0.001],
  [/(?:centimetres|centimeters|cm)$/iu, 0.01],
  [/(?:metres|meters|m)$/iu, 1],
  [/(?:feet|foot|ft)$/iu, 12 * METRES_PER_INCH],
];

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};
const SIGNS = Object.keys(VULGAR).join('');

/** Units of which a fraction is a part: nobody writes half a millimetre so. */
const PARTED = new Set([12 * METRES_PER_INCH, METRES_PER_INCH, METRES_PER_INCH / 1000, METRES_PER_INCH / 64]);

/**
 * Text to metres.
 *
 * @param text what was typed
 * @param fieldUnit the unit that a bare decimal takes
 * @returns metres, or the reason and what would be accepted
 */
export function parseLength(text: string, fieldUnit: LengthUnit): Parsed<number> {
  const read = readLength(text);
  if ('reason' in read) return refused(read.reason, ACCEPTED_LENGTHS);
  const metres = read.amount * (read.unit ?? METRES_PER[fieldUnit]);
  if (Math.abs(metres) > LONGEST_LENGTH)
    return refused(`“${text.trim()}” is longer than ${LONGEST_LENGTH} m`, ACCEPTED_LENGTHS);
  return parsed(metres === 0 ? 0 : metres);
}

/** The fraction of a length, as far as it has one: what stands below its bar. */
export function denominatorOf(text: string): number | null {
  const match = /\/\s*(\d+)/u.exec(plainOf(text));
  return match ? Number(match[1]) : null;
}

/** An amount and the metres in one of it; null where the field's unit is to be taken. */
type Read = { amount: number; unit: number | null } | { reason: string };

function readLength(text: string): Read {
  const plain = plainOf(text);
  if (plain === '') return { reason: 'nothing was typed' };
  const unit = UNIT_WORDS.find(([word]) => word.test(plain));
  const amount = unit ? plain.replace(unit[0], '').trim() : plain;
  if (amount === '') return { reason: `“${text.trim()}” has a unit but no number` };
  if (hasTwoSeparators(amount))
    return { reason: `“${text.trim()}” has two decimal marks in one number, so it could mean two things` };
  const fraction = parseFraction(amount);
  if (fraction === 'division by zero') return { reason: 'the fraction divides by zero' };
  if (fraction !== null) {
    if (unit && !PARTED.has(unit[1]))
      return { reason: `“${text.trim()}” is a fraction of something else than an inch` };
    return { amount: fraction, unit: unit?.[1] ?? METRES_PER_INCH };
  }
  const decimal = parseDecimal(amount);
  if (decimal === null) return { reason: `“${text.trim()}” is not a length` };
  if (!unit && POINT_AND_THREE.test(amount)) return { amount: decimal, unit: METRES_PER_INCH };
  return { amount: decimal, unit: unit?.[1] ?? null };
}

/** One way of writing: plain fractions and slashes, single spaces. */
function plainOf(text: string): string {
  return (
    text
      .replace(/[⁄∕]/gu, '/')
      // "7/64ths" is seven sixty-fourths, "1/16th" one sixteenth
      .replace(/(\/\s*\d+)\s*(?:ths|th|nds|nd|rds|rd)\b/giu, '$1')
      // "7¾/64" is seven and three quarters of a sixty-fourth: not 7 + (3/4)/64
      .replace(
        new RegExp(`(\\d*)\\s?([${SIGNS}])\\s*/\\s*(\\d+)`, 'u'),
        (_whole, count: string, sign: string, denominator: string) =>
          `${decimalOf(count, sign)}/${denominator}`,
      )
      .replace(new RegExp(`[${SIGNS}]`, 'gu'), (sign, at: number) => (at > 0 ? ' ' : '') + VULGAR[sign]!)
      // a sign stands by its number: "- 1/2" is "-1/2"
      .replace(new RegExp(`^([+${MINUS}])\\s+`, 'u'), '$1')
      .replace(/\s+/gu, ' ')
      .trim()
  );
}

function decimalOf(count: string, sign: string): string {
  const [numerator, denominator] = VULGAR[sign]!.split('/') as [string, string];
  return String(Number(count || '0') + Number(numerator) / Number(denominator));
}

const FRACTION = new RegExp(
  `^([+${MINUS}]?)\\s*(?:(\\d+)(?:\\s+|[${MINUS}]))?(\\d+(?:[.,]\\d*)?|[.,]\\d+)\\s*/\\s*(\\d+)$`,
  'u',
);

/** `7/64`, `3 3/32`, `7.5/64`, `1-1/16` as a number; null where the text is no fraction. */
function parseFraction(amount: string): number | null | 'division by zero' {
  const match = FRACTION.exec(amount);
  if (!match) return null;
  const [, sign, whole, numerator, denominator] = match;
  if (Number(denominator) === 0) return 'division by zero';
  const value = Number(whole ?? 0) + parseDecimal(numerator!)! / Number(denominator);
  return isMinus(sign) ? -value : value;
}

/** Decimals that print a length to a hundredth of a millimetre, which is finer than any bench tool. */
const DECIMALS: Record<LengthUnit, number> = { mm: 2, in: 4, thou: 1, '64ths': 1 };

/**
 * Metres to text in a unit: `2.78 mm`, `0.1094 in`, `109.4 thou`, `7/64 in`, `7.5/64 in`.
 * What is printed parses back to the same length within half of the last printed digit.
 */
export function printLength(metres: number, unit: LengthUnit, decimals = DECIMALS[unit]): string {
  const amount = printDecimal(metres / METRES_PER[unit], decimals);
  return unit === '64ths' ? `${amount}/64 in` : `${amount} ${unit}`;
}

/** Up to so many 64ths a rule is read in them; a longer length is said reduced. */
const READ_IN_64THS = 16;

/** Longer than this a rule is laid along wood and read to a sixteenth, inches; shorter, to a 32nd. */
const LAID_ALONG = 4;

/**
 * Metres as a luthier says them on an inch rule: `7/64 in`, `7½/64 in`, and over 16/64 reduced to what is read there:
 * `9/16 in`, `1 5/8 in`, `6 3/16 in`. To half a 64th up to 16/64, to a 32nd up to 4 in, to a sixteenth above.
 */
export function sayInches(metres: number): string {
  const inches = Math.abs(metres) / METRES_PER_INCH;
  const halves = Math.round(inches * 128);
  if (halves <= 2 * READ_IN_64THS) return halves === 0 ? '0 in' : `${in64ths(metres)} in`;
  const parts = inches < LAID_ALONG ? 32 : 16;
  const count = Math.round(inches * parts);
  const [whole, rest] = [Math.floor(count / parts), count % parts];
  const said = [...(whole > 0 ? [String(whole)] : []), ...(rest > 0 ? [reduced(rest, parts)] : [])];
  return `${metres < 0 ? '−' : ''}${said.join(' ')} in`;
}

/** A rule laid along wood is read so finely, inches: under the first of them twice as finely. */
const ALONG_WOOD = 16;

/** A length along wood as a rule shows it: `6 3/16 in`, `1/8 in`; to the nearest sixteenth. */
export function sayLengthInches(metres: number): string {
  const inches = Math.abs(metres) / METRES_PER_INCH;
  const of = inches < 1 / ALONG_WOOD ? 2 * ALONG_WOOD : ALONG_WOOD;
  const parts = Math.round(inches * of);
  const [whole, rest] = [Math.floor(parts / of), parts % of];
  const said = [...(whole > 0 || rest === 0 ? [`${whole}`] : []), ...(rest > 0 ? [reduced(rest, of)] : [])];
  return `${metres < 0 && parts > 0 ? '−' : ''}${said.join(' ')} in`;
}

/** Metres as the trade says an action: `7/64`, `7½/64`; over 16/64 as `sayInches`. */
export const sayAction = (metres: number): string =>
  Math.round(Math.abs(metres) / (METRES_PER['64ths'] / 2)) <= 2 * READ_IN_64THS
    ? in64ths(metres)
    : sayInches(metres);

/** In 64ths of an inch to the nearest half. */
function in64ths(metres: number): string {
  const halves = Math.round(Math.abs(metres) / (METRES_PER['64ths'] / 2));
  const sign = metres < 0 && halves > 0 ? '−' : '';
  const whole = Math.floor(halves / 2);
  const half = halves % 2 === 1 ? '½' : '';
  return `${sign}${whole > 0 || !half ? whole : ''}${half}/64`;
}

function reduced(count: number, of: number): string {
  let numerator = count;
  let denominator = of;
  while (numerator % 2 === 0) {
    numerator /= 2;
    denominator /= 2;
  }
  return `${numerator}/${denominator}`;
}

/** Thousandths below this are said with a tenth: a feeler of 1½ is another than one of 2. */
const FINE_THOU = 20;

/** A typed length shown in the units it was not typed in, so that a slip of unit is seen at once. */
export function otherLengths(metres: number, typedIn: LengthUnit): string[] {
  const thou = Math.abs(metres / METRES_PER.thou);
  const said: Record<Exclude<LengthUnit, 'in'>, string> = {
    mm: printLength(metres, 'mm'),
    thou: printLength(metres, 'thou', thou < FINE_THOU ? 1 : 0),
    '64ths': sayInches(metres),
  };
  const typed = typedIn === 'in' ? 'thou' : typedIn;
  return (['mm', 'thou', '64ths'] as const).filter((unit) => unit !== typed).map((unit) => said[unit]);
}

/** The unit a text was written in: its own where it names one or is a fraction, else the field's. */
export function lengthUnitOf(text: string, fieldUnit: LengthUnit): LengthUnit {
  const plain = text.trim();
  if (/64ths?$/iu.test(plain)) return '64ths';
  if (/(?:thousandths|thous?|mils?)$/iu.test(plain)) return 'thou';
  if (/(?:mm|cm|m|metres|meters)$/iu.test(plain)) return 'mm';
  if (new RegExp(`[/⁄∕${SIGNS}]`, 'u').test(plain)) return '64ths';
  if (/(?:inches|inch|in\.?|["″”]|''|’’|′′)$/iu.test(plain) || POINT_AND_THREE.test(plain)) return 'in';
  return fieldUnit;
}
