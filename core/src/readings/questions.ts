import {
  denominatorOf,
  parseDecimal,
  parseLength,
  parsePercent,
  parseTemperature,
  printDecimal,
  printLength,
  printTemperature,
  meterRepeatsOf,
  repeatsOf,
  sayInches,
  type LengthUnit,
  type TemperatureUnit,
} from '../units/index.js';
import {
  QUANTITIES,
  usualRange,
  type ConstructionKind,
  type QuantityId,
  type ReadingUnit,
} from './quantities.js';
import { parseReading } from './typed.js';

/** One question about what was typed: it can be answered with a touch, or left as it is. */
export interface Question {
  words: string;
  /** what was probably meant, as it would be typed; null where nothing comes to mind */
  instead: string | null;
}

/** Parts into which rules are divided: halves to 128ths of an inch, and the tenths of engineers' rules. */
const DIVISIONS = new Set([2, 4, 8, 16, 32, 64, 128, 10, 20, 50, 100, 1000]);

const SI_PER = { length: 1e-3, angle: Math.PI / 180, cents: 1 } as const;
const SIGN = { length: ' mm', angle: '°', cents: ' cents' } as const;

/**
 * Whether a reading, which can be one, is probably something else: a fraction that no rule has, or a value far from
 * what this quantity usually is, with the meaning that would fit.
 *
 * @param text as typed; of repeats the first that is odd is asked about
 * @param unit the field's
 * @returns null where there is nothing to ask, or the text is no reading at all
 */
export function questionOfReading(
  id: QuantityId,
  text: string,
  unit: ReadingUnit,
  construction?: ConstructionKind,
): Question | null {
  const { dimension, name } = QUANTITIES[id];
  const [from, to] = usualRange(id, construction);
  const si = SI_PER[dimension];
  const isUsual = (value: number) => value >= from * si - 1e-12 && value <= to * si + 1e-12;
  const usual = `${printDecimal(from, 1)} to ${printDecimal(to, 1)}${SIGN[dimension]}`.replaceAll('-', '−');
  for (const part of repeatsOf(text).filter(Boolean)) {
    const result = parseReading(id, part, unit);
    if (!result.ok) continue;
    const value = result.value[0]!;
    const fits = (candidate: string | null) => {
      if (candidate === null) return false;
      const meant = parseReading(id, candidate, unit);
      return meant.ok && isUsual(meant.value[0]!);
    };
    const denominator = dimension === 'length' ? denominatorOf(part) : null;
    if (denominator !== null && !DIVISIONS.has(denominator)) {
      const meant = part.replace(/([/⁄∕])\s*\d+/u, '$164');
      return asked(`No rule is divided into ${denominator} parts.`, fits(meant) ? meant : null);
    }
    if (isUsual(value)) continue;
    const is = sayIn(dimension, value);
    if (value === 0)
      return asked(`${name} is hardly ever 0. Leave it empty if you did not measure it.`, null);
    const meant = candidatesOf(part, dimension, unit).find(fits) ?? null;
    return asked(`That is ${is}; ${name.toLowerCase()} is usually ${usual}.`, meant);
  }
  return null;
}

/**
 * The same of a length that is no reading, such as a scale.
 *
 * @param unit the field's
 * @param usual what it is called, and what it usually is, metres; left out, only its fraction is asked about
 */
export function questionOfLength(
  text: string,
  unit: LengthUnit,
  usual?: { name: string; from: number; to: number },
): Question | null {
  const read = parseLength(text, unit);
  if (!read.ok) return null;
  const denominator = denominatorOf(text);
  if (denominator !== null && !DIVISIONS.has(denominator))
    return asked(`No rule is divided into ${denominator} parts.`, text.replace(/([/⁄∕])\s*\d+/u, '$164'));
  const isUsual = (metres: number) => !usual || (metres >= usual.from - 1e-9 && metres <= usual.to + 1e-9);
  if (!usual || isUsual(read.value)) return null;
  const say = (metres: number) =>
    unit === 'mm' ? `${printDecimal(metres * 1000, 1)} mm` : sayInches(metres);
  const meant = candidatesOf(text, 'length', unit).find((candidate) => {
    const other = parseLength(candidate, unit);
    return other.ok && isUsual(other.value);
  });
  const bounds = `${say(usual.from).replace(/ \S+$/u, '')} to ${say(usual.to)}`;
  return asked(
    `That is ${say(read.value).replace('-', '−')}; ${usual.name.toLowerCase()} is usually ${bounds}.`,
    meant ?? null,
  );
}

/** Rooms are never drier than this, and 0.45 is a part of one where 45 per cent is meant. */
const DRIEST_ROOM = 5;

/** Whether a relative humidity is a part of one, or an absolute humidity. */
export function questionOfHumidity(text: string): Question | null {
  const result = parsePercent(text);
  if (!result.ok || result.value >= DRIEST_ROOM) return null;
  const meant = result.value <= 1 ? printDecimal(result.value * 100, 1) : null;
  return asked(
    `No room is as dry as ${printDecimal(result.value, 2)} % RH.`,
    result.value > 0 ? meant : null,
  );
}

/** Wood that stands in rooms lies between these, %MC; above fibres are wet. */
const WOOD = { driest: 2, wettest: 25 };

/** Whether a meter's reading is a humidity of the air, or a part of one. */
export function questionOfWoodMoisture(text: string): Question | null {
  for (const part of meterRepeatsOf(text).filter(Boolean)) {
    const result = parsePercent(part);
    if (!result.ok || (result.value >= WOOD.driest && result.value <= WOOD.wettest)) continue;
    return asked(
      result.value > WOOD.wettest
        ? `Wood indoors holds ${WOOD.driest} to ${WOOD.wettest} %MC. Is ${printDecimal(result.value, 1)} % the air’s humidity?`
        : `Wood in a room holds ${WOOD.driest} to ${WOOD.wettest} %MC.`,
      null,
    );
  }
  return null;
}

/** Rooms in which guitars stand lie between these, °C. */
const ROOM = { coldest: 2, hottest: 42 };

/** Whether a temperature was read on the other scale. */
export function questionOfTemperature(text: string, unit: TemperatureUnit): Question | null {
  const result = parseTemperature(text, unit);
  if (!result.ok || (result.value >= ROOM.coldest && result.value <= ROOM.hottest)) return null;
  const other: TemperatureUnit = unit === '°C' ? '°F' : '°C';
  const number = parseDecimal(text.replace(/[^\d.,+\-−–‒]/gu, ''));
  const meant = number === null ? null : `${printDecimal(number, 1)} ${other}`;
  const there = meant === null ? null : parseTemperature(meant, unit);
  const fits = there?.ok && there.value >= ROOM.coldest && there.value <= ROOM.hottest;
  return asked(`That is ${printTemperature(result.value, '°C')}.`, fits ? meant : null);
}

const asked = (words: string, instead: string | null): Question => ({
  words: instead === null ? `${words} Is it read right?` : `${words} Did you mean ${instead}?`,
  instead,
});

function sayIn(dimension: 'length' | 'angle' | 'cents', value: number): string {
  if (dimension === 'length') return printLength(value, 'mm').replace('-', '−');
  return `${printDecimal(value / SI_PER[dimension], 1)}${SIGN[dimension]}`.replace('-', '−');
}

/** What a text may have been meant as, the likeliest first. */
function candidatesOf(part: string, dimension: 'length' | 'angle' | 'cents', unit: ReadingUnit): string[] {
  const number = parseDecimal(part.replace(/\s*(?:mm|in|thou|64ths|["″”°])$/iu, ''));
  if (number === null) return [];
  const size = printDecimal(Math.abs(number), 4);
  const sign = number < 0 ? '-' : '';
  const shifted = [number / 10, number * 10, number / 100, number * 100].map((one) => printDecimal(one, 4));
  const flipped = number < 0 ? size : `-${size}`;
  if (dimension !== 'length') return [...shifted, flipped];
  // 11.0, 1.10 and 110 are thousandths of an inch whose point has slipped
  const digits = part.replace(/\D/gu, '').replace(/^0+/u, '');
  const thousandths = digits.length >= 2 && digits.length <= 3 ? [`${sign}.${digits.padStart(3, '0')}"`] : [];
  const others = (['mm', 'thou', '64ths', 'in'] as const)
    .filter((one) => one !== unit)
    .map((one) => (one === '64ths' ? `${sign}${size}/64` : `${sign}${size} ${one}`));
  return [
    ...thousandths,
    ...others,
    ...shifted.map((one) => `${one} ${unitWord(unit)}`),
    `${flipped} ${unitWord(unit)}`,
  ];
}

const unitWord = (unit: ReadingUnit): string => (unit === '°' || unit === 'cents' ? 'mm' : unit);
