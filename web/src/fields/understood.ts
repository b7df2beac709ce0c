import {
  lengthUnitOf, otherLengths, parseLength, parsePercent, parseReading, parseTemperature, printAngle, printDuration,
  printLength, printPercent, printTemperature, parseDuration, QUANTITIES, repeatsMean,
  type LengthUnit, type QuantityId, type ReadingUnit, type TemperatureUnit,
} from '@upright-elder/core';

/** What stands under a field once its text is understood: the value in the units it was not typed in. */
export function understoodLength(text: string, unit: LengthUnit): string {
  const result = parseLength(text, unit);
  if (!result.ok) return '';
  // half a metre is not said in 64ths
  if (Math.abs(result.value) > 0.1) {
    return `${printLength(result.value, 'mm', 1)} · ${printLength(result.value, 'in', 3)}`;
  }
  return otherLengths(result.value, lengthUnitOf(text, unit)).join(' · ');
}

export function understoodReading(id: QuantityId, text: string, unit: ReadingUnit): string {
  const result = parseReading(id, text, unit);
  if (!result.ok) return '';
  const { value } = repeatsMean(result.value, QUANTITIES[id].tool);
  const repeats = result.value.length > 1 ? `mean of ${result.value.length}: ` : '';
  if (QUANTITIES[id].dimension === 'angle') return `${repeats}${printAngle(value, '°')} · ${printAngle(value, 'mrad')}`;
  if (repeats) return `${repeats}${printLength(value, 'mm')} · ${printLength(value, 'thou')} · ${printLength(value, '64ths')}`;
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

/** A reading said in the unit a shop reads it in. */
export function sayReading(id: QuantityId, value: number, unit: ReadingUnit): string {
  if (QUANTITIES[id].dimension === 'angle') return printAngle(value, '°');
  const length = unit === '°' ? 'mm' : unit;
  return printLength(value, length, length === 'mm' ? 2 : undefined);
}

