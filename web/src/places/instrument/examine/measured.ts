import type { Instrument, Shop } from '@upright-elder/contract';
import {
  checkClosure,
  closureWords,
  COMPENSATION,
  parseReading,
  QUANTITIES,
  repeatsMean,
  sideMeasured,
  STRING_SIDES,
  type ClosureWords,
  type ReadingValue,
} from '@upright-elder/core';
import { readingsOf, wholeOf, type Draft } from './draft.js';

/** What of a draft can be understood already, as values. */
export function valuesOf(draft: Draft, shop: Shop): ReadingValue[] {
  return readingsOf(draft, shop).flatMap(({ input }) => {
    const result = parseReading(input.quantity, input.text, input.unit);
    if (!result.ok) return [];
    return [
      {
        quantity: input.quantity,
        side: input.side,
        ...repeatsMean(result.value, QUANTITIES[input.quantity].tool),
      },
    ];
  });
}

/** The closure check over a draft, a side at a time; sides with missing readings are silent. */
export function closureOf(draft: Draft, shop: Shop, instrument: Instrument): ClosureWords[] {
  if (draft.conditions.strings !== 'pitch') return [];
  const held: [number, number] = [wholeOf(draft.conditions.reliefFrom), wholeOf(draft.conditions.reliefTo)];
  if (!(held[0] < held[1])) return [];
  const values = valuesOf(draft, shop);
  const sides = STRING_SIDES.map((side) => ({ side, measured: sideMeasured(values, side).measured }));
  return sides.flatMap(({ side, measured }, i) => {
    if (!measured) return [];
    const neck = {
      scale: instrument.scale.metres,
      compensation: COMPENSATION[side],
      bodyJoin: instrument.bodyJoin,
    };
    const options = { reliefFrets: held };
    const closure = checkClosure(neck, measured, options, sides[1 - i]!.measured ?? undefined);
    return [closureWords(side === 'bass' ? 'Bass' : 'Treble', measured.action12.value, closure)];
  });
}
