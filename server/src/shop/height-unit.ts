import { HEIGHT_UNITS, type HeightUnit } from '@upright-elder/core/units';

/** The unit that an address asks for; null where it asks for none that is known. */
export const heightUnitOf = (asked: unknown): HeightUnit | null =>
  HEIGHT_UNITS.find((unit) => unit === asked) ?? null;
