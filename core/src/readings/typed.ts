import {
  ACCEPTED_LENGTHS,
  parseAngle,
  parseLength,
  refused,
  type LengthUnit,
  type Parsed,
} from '../units/index.js';
import { QUANTITIES, type QuantityId } from './quantities.js';

/** The unit that a reading's bare decimal takes. */
export type ReadingUnit = LengthUnit | '°';
export const READING_UNITS = ['mm', 'in', 'thou', '64ths', '°'] as const satisfies readonly ReadingUnit[];

/**
 * A reading as typed, to SI. Repeats are separated by a semicolon: `7/64; 7.5/64`.
 *
 * @returns every repeat in m or rad, or what was wrong and what would be accepted
 */
export function parseReading(id: QuantityId, text: string, fieldUnit: ReadingUnit): Parsed<number[]> {
  const quantity = QUANTITIES[id];
  const values: number[] = [];
  for (const part of text.split(';')) {
    const result =
      quantity.dimension === 'angle'
        ? parseAngle(part, '°')
        : parseLength(part, fieldUnit === '°' ? 'mm' : fieldUnit);
    if (!result.ok) return result;
    if (result.value < quantity.from - 1e-12 || result.value > quantity.to + 1e-12) {
      return refused(
        `“${part.trim()}” is more than ${quantity.name.toLowerCase()} can be`,
        `${quantity.range}; ${quantity.dimension === 'length' ? ACCEPTED_LENGTHS : 'an angle such as 0.4°'}`,
      );
    }
    values.push(result.value);
  }
  return { ok: true, value: values };
}
