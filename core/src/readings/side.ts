import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import { BOTH, type Place, type ReadPlace } from './places.js';
import type { QuantityId } from './quantities.js';

/** A reading reduced to its value: SI, with its standard error. */
export interface ReadingValue {
  quantity: QuantityId;
  place: ReadPlace;
  value: number;
  sd: number;
  /** one division of the tool's scale, where it is known */
  division?: number;
}

/** The reading of a quantity at one place; one value marked as standing for both sides serves either. */
export function readingOn<R extends Pick<ReadingValue, 'quantity' | 'place'>>(
  readings: readonly R[],
  quantity: QuantityId,
  place: Place,
): R | undefined {
  const sided = place === 'bass' || place === 'treble';
  return readings.find((r) => r.quantity === quantity && (r.place === place || (r.place === BOTH && sided)));
}

/** All that one side's closure needs. */
export interface SideMeasured {
  action12: Uncertain;
  firstFretGap: Uncertain;
  relief: Uncertain;
  straightedge: Uncertain;
  saddleShowing: Uncertain;
}

const SIDE_QUANTITIES = ['action12', 'firstFretGap', 'relief', 'straightedge', 'saddleShowing'] as const;

/** One side's readings for stance and closure, or the names of those that are missing. */
export function sideMeasured(
  readings: readonly ReadingValue[],
  side: StringSide,
): { measured: SideMeasured; missing: [] } | { measured: null; missing: QuantityId[] } {
  const found = SIDE_QUANTITIES.map((quantity) => [quantity, readingOn(readings, quantity, side)] as const);
  const missing = found.filter(([, reading]) => !reading).map(([quantity]) => quantity);
  if (missing.length > 0) return { measured: null, missing };
  const entries = found.map(([quantity, reading]) => [quantity, { value: reading!.value, sd: reading!.sd }]);
  return { measured: Object.fromEntries(entries) as SideMeasured, missing: [] };
}
