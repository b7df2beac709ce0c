import type { Uncertain } from '@upright-elder/core/numeric';
import { STRING_SIDES, type StringSide } from '@upright-elder/core/strings';
import type { Expectations, Instrument, Shop, Tool } from '@upright-elder/contract';
import {
  divisionOf,
  HOUSE_TOOLS,
  parseReading,
  QUANTITIES,
  repeatsMean,
  sideMeasured,
  type QuantityId,
  type ReadingValue,
  type ToolError,
} from '@upright-elder/core/readings';
import {
  checkClosure,
  closureWords,
  COMPENSATION,
  type ClosureContext,
  type ClosureWords,
} from '@upright-elder/core/stance';
import { readingsOf, wholeOf, type Draft } from './draft.js';

/** Errors of the tool a reading was taken with; those of the house where the shop's are not known yet. */
export function errorOf(
  tools: readonly Tool[],
  id: string | null | undefined,
  quantity: QuantityId,
): ToolError {
  const tool = tools.find((one) => one.id === id);
  return tool
    ? { resolution: tool.resolutionValue, repeatability: tool.repeatabilityValue }
    : HOUSE_TOOLS[QUANTITIES[quantity].tool];
}

/** What of a draft can be understood already, as values. */
export function valuesOf(draft: Draft, shop: Shop, tools: readonly Tool[]): ReadingValue[] {
  return readingsOf(draft, shop).flatMap(({ input: { quantity, place, text, unit, tool } }) => {
    const result = parseReading(quantity, text, unit);
    if (!result.ok) return [];
    const error = errorOf(tools, tool, quantity);
    const division = divisionOf(tool ?? QUANTITIES[quantity].tool, error);
    return [{ quantity, place, ...repeatsMean(result.value, error), division }];
  });
}

/** What each reading of a side is expected to be, as the closure check takes it. */
export const expectedBy =
  (expectations: Expectations | undefined) =>
  (side: StringSide): ClosureContext['expected'] =>
    expectations &&
    Object.fromEntries(
      expectations.expected.flatMap(({ quantity, place, range }): [QuantityId, Uncertain][] =>
        place === side && range
          ? [[quantity, { value: (range[0] + range[1]) / 2, sd: (range[1] - range[0]) / (2 * 1.96) }]]
          : [],
      ),
    );

/** The closure check over a draft, a side at a time; sides with missing readings are silent. */
export function closureOf(
  draft: Draft,
  values: ReadingValue[],
  instrument: Instrument,
  say: (metres: number) => string,
  /** what each reading of a side was expected to be; none where nothing was read before */
  expected?: (side: StringSide) => ClosureContext['expected'],
): ClosureWords[] {
  if (draft.conditions.strings !== 'pitch') return [];
  const held: [number, number] = [wholeOf(draft.conditions.reliefFrom), wholeOf(draft.conditions.reliefTo)];
  if (!(held[0] < held[1])) return [];
  const sides = STRING_SIDES.map((side) => ({ side, measured: sideMeasured(values, side).measured }));
  return sides.flatMap(({ side, measured }, i) => {
    if (!measured) return [];
    const neck = {
      scale: instrument.scale.metres,
      compensation: COMPENSATION[side],
      bodyJoin: instrument.bodyJoin,
    };
    const options = { reliefFrets: held };
    const closure = checkClosure(neck, measured, options, {
      other: sides[1 - i]!.measured ?? undefined,
      expected: expected?.(side),
      construction: instrument.type,
    });
    return [closureWords(side === 'bass' ? 'Bass' : 'Treble', measured.action12.value, closure, say)];
  });
}
