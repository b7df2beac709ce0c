import { QUANTITIES, QUANTITY_IDS, type QuantityId, type ReadingUnit } from './quantities.js';

export const MEASURING_UNITS = ['inches', 'millimetres'] as const;
export type MeasuringUnits = (typeof MEASURING_UNITS)[number];

/** Under this a caliper or a dial is read in thousandths, m. */
const SMALL = 0.0125;

/**
 * The unit of every reading's field in a shop that measures in inches, or in millimetres: a rule is read in 64ths, feelers
 * and what is small in thousandths, the rest in decimal inches. Common practice, no source.
 */
export function unitsOf(units: MeasuringUnits): Partial<Record<QuantityId, ReadingUnit>> {
  return Object.fromEntries(
    QUANTITY_IDS.flatMap((id): [QuantityId, ReadingUnit][] => {
      const { dimension, tool, to } = QUANTITIES[id];
      if (dimension !== 'length') return [];
      if (units === 'millimetres') return [[id, 'mm']];
      if (tool === 'rule') return [[id, '64ths']];
      return [[id, tool === 'feelers' || to <= SMALL ? 'thou' : 'in']];
    }),
  );
}

/** What the fields of a shop speak: all in one, or each as it was set. */
export function spokenIn(chosen: Partial<Record<QuantityId, ReadingUnit>>): MeasuringUnits | 'mixed' {
  const is = (units: MeasuringUnits) =>
    Object.entries(unitsOf(units)).every(([id, unit]) => (chosen[id as QuantityId] ?? 'mm') === unit);
  return MEASURING_UNITS.find(is) ?? 'mixed';
}
