import {
  isHeight,
  parseReading,
  QUANTITIES,
  type QuantityId,
  type ReadingUnit,
} from '@upright-elder/core/readings';
import {
  finer,
  lengthUnitOf,
  METRES_PER,
  otherLengths,
  parseLength,
  parsePercent,
  parseTemperature,
  printAngle,
  printCents,
  printDuration,
  printLength,
  printPercent,
  printTemperature,
  parseDuration,
  sayHeight,
  sayInches,
  type HeightUnit,
  type LengthUnit,
  type TemperatureUnit,
} from '@upright-elder/core/units';

/** A heel, a radius or a body is not said in 64ths and thousandths. */
const SMALL = 0.02;

function longLength(metres: number, text: string, unit: LengthUnit): string {
  const mm = printLength(metres, 'mm', 1);
  const inches = printLength(metres, 'in', 3);
  const fraction = sayInches(metres);
  const typed = lengthUnitOf(text, unit);
  const others = typed === 'mm' ? [inches, fraction] : typed === '64ths' ? [mm, inches] : [mm, fraction];
  return others.join(' · ');
}

/** What stands under a field once its text is understood: the value in the units it was not typed in. */
export function understoodLength(text: string, unit: LengthUnit): string {
  const result = parseLength(text, unit);
  if (!result.ok) return '';
  if (Math.abs(result.value) > SMALL) return longLength(result.value, text, unit);
  return withMinus(otherLengths(result.value, lengthUnitOf(text, unit)).join(' · '));
}

/** A minus as it is written everywhere else. */
const withMinus = (said: string): string => said.replace(/-(?=\d)/gu, '−');

export const understoodReading = (id: QuantityId, text: string, unit: ReadingUnit): string =>
  withMinus(understood(id, text, unit));

function understood(id: QuantityId, text: string, unit: ReadingUnit): string {
  const result = parseReading(id, text, unit);
  if (!result.ok) return '';
  const values = result.value;
  const value = values.reduce((sum, one) => sum + one, 0) / values.length;
  const repeats = values.length > 1 ? `mean of ${values.length}: ` : '';
  const { dimension } = QUANTITIES[id];
  if (dimension === 'angle') return `${repeats}${printAngle(value, '°')}`;
  if (dimension === 'cents') return `${repeats}${printCents(value)}`;
  if (Math.abs(value) > SMALL) return repeats + longLength(value, text, unit as LengthUnit);
  if (repeats) return `${repeats}${[printLength(value, 'mm'), ...otherLengths(value, 'mm')].join(' · ')}`;
  return otherLengths(value, lengthUnitOf(text, unit as LengthUnit)).join(' · ');
}

export function understoodTemperature(text: string, unit: TemperatureUnit): string {
  const result = parseTemperature(text, unit);
  return result.ok ? `${printTemperature(result.value, '°C')} · ${printTemperature(result.value, '°F')}` : '';
}

export function understoodPercent(text: string): string {
  const result = parsePercent(text);
  return result.ok ? printPercent(result.value) : '';
}

export function understoodDays(text: string): string {
  const result = parseDuration(text, 'd');
  return result.ok ? printDuration(result.value, 'd') : '';
}

const LONG_DECIMALS: Record<LengthUnit, number> = { mm: 0, in: 1, thou: 0, '64ths': 0 };
const SAID_DECIMALS: Record<LengthUnit, number> = { mm: 2, in: 3, thou: 0, '64ths': 1 };

/** What feelers read is said in thousandths where the page's heights are 64ths, all of it, so that it compares. */
export const heightUnit = (id: QuantityId, heights: HeightUnit): HeightUnit =>
  QUANTITIES[id].tool === 'feelers' ? finer(heights) : heights;

/**
 * A reading said: a height in the page's one unit for heights, anything else in the unit that the shop reads it in.
 *
 * @param heights the page's unit; left out, the reading's own unit, as beside its field
 */
export function sayReading(id: QuantityId, value: number, unit: ReadingUnit, heights?: HeightUnit): string {
  const { dimension } = QUANTITIES[id];
  if (dimension === 'angle') return `${(value / (Math.PI / 180)).toFixed(1)}°`.replace('-', '−');
  if (dimension === 'cents') return `${value.toFixed(0)} cents`.replace('-', '−');
  if (heights && isHeight(id)) return sayHeight(value, heightUnit(id, heights));
  const length = unit === '°' || unit === 'cents' ? 'mm' : unit;
  if (length === '64ths') return sayHeight(value, '64ths');
  // the same number of decimals in every row, so that they can be compared at a glance
  const decimals = id === 'radius' || Math.abs(value) > 0.1 ? LONG_DECIMALS : SAID_DECIMALS;
  return `${(value / METRES_PER[length]).toFixed(decimals[length])} ${length}`.replace('-', '−');
}
