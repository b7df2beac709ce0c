import { HEIGHT_UNITS, sayHeight, type HeightUnit } from '@upright-elder/core';

/** How a shop says a height in a sentence, which it takes in m. */
export const sayerIn =
  (unit: HeightUnit): ((metres: number) => string) =>
  (metres) =>
    sayHeight(metres, unit, 1);

/** The unit that an address asks for; null where it asks for none that is known. */
export const heightUnitOf = (asked: unknown): HeightUnit | null =>
  HEIGHT_UNITS.find((unit) => unit === asked) ?? null;
