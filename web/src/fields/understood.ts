import {
  lengthUnitOf,
  METRES_PER,
  otherLengths,
  parseLength,
  parsePercent,
  parseReading,
  parseTemperature,
  printAngle,
  printDuration,
  printLength,
  printPercent,
  printTemperature,
  parseDuration,
  QUANTITIES,
  repeatsMean,
  sayInches,
  type LengthUnit,
  type QuantityId,
  type ReadingUnit,
  type TemperatureUnit,
} from '@upright-elder/core';

/** What stands under a field once its text is understood: the value in the units it was not typed in. */
export function understoodLength(text: string, unit: LengthUnit): string {
  const result = parseLength(text, unit);
  if (!result.ok) return '';
  // a heel or a body is not said in 64ths and thousandths
  if (Math.abs(result.value) > 0.02) {
    const typed = lengthUnitOf(text, unit);
    const said = {
      mm: printLength(result.value, 'mm', 1),
      in: printLength(result.value, 'in', 3),
      fraction: sayInches(result.value),
    };
    const others =
      typed === 'mm'
        ? [said.in, said.fraction]
        : typed === '64ths'
          ? [said.mm, said.in]
          : [said.mm, said.fraction];
    return others.join(' · ');
  }
  return otherLengths(result.value, lengthUnitOf(text, unit)).join(' · ');
}

export function understoodReading(id: QuantityId, text: string, unit: ReadingUnit): string {
  const result = parseReading(id, text, unit);
  if (!result.ok) return '';
  const { value } = repeatsMean(result.value, QUANTITIES[id].tool);
  const repeats = result.value.length > 1 ? `mean of ${result.value.length}: ` : '';
  if (QUANTITIES[id].dimension === 'angle')
    return `${repeats}${printAngle(value, '°')} · ${printAngle(value, 'mrad')}`;
  if (repeats)
    return `${repeats}${printLength(value, 'mm')} · ${printLength(value, 'thou')} · ${printLength(value, '64ths')}`;
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

const SAID_DECIMALS: Record<LengthUnit, number> = { mm: 2, in: 3, thou: 0, '64ths': 1 };

/** A reading said in the unit a shop reads it in. */
export function sayReading(id: QuantityId, value: number, unit: ReadingUnit): string {
  const length = unit === '°' ? 'mm' : unit;
  if (QUANTITIES[id].dimension === 'angle')
    return `${(value / (Math.PI / 180)).toFixed(1)}°`.replace('-', '−');
  // the same number of decimals in every row, so that they can be compared at a glance
  const amount = (value / METRES_PER[length]).toFixed(SAID_DECIMALS[length]);
  return `${amount}${length === '64ths' ? '/64' : ` ${length}`}`.replace('-', '−');
}
