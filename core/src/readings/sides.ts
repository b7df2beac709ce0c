import { isSided, type QuantityId, type ReadingUnit } from './quantities.js';
import { parseReading } from './typed.js';

/**
 * Bass and treble written beside each other: `7/64 5/64`, `2.8 2.4`, `8 10`, `3 3/32 2 7/64`. Only where the whole is no
 * reading of its own, and one space alone parts it into two: `3 3/32` stays three inches and a bit.
 *
 * @returns the text of either side, or null
 */
export function sidesIn(
  id: QuantityId,
  text: string,
  unit: ReadingUnit,
): { bass: string; treble: string } | null {
  if (!isSided(id) || parseReading(id, text, unit).ok) return null;
  const words = text.trim().split(/\s+/u);
  const isReading = (part: string) => parseReading(id, part, unit).ok;
  const ways = words.slice(1).flatMap((_, i) => {
    const [bass, treble] = [words.slice(0, i + 1).join(' '), words.slice(i + 1).join(' ')];
    return isReading(bass) && isReading(treble) ? [{ bass, treble }] : [];
  });
  return ways.length === 1 ? ways[0]! : null;
}
