/**
 * Distance of a fret from the nut, equal temperament: `L (1 − 2^(−n/12))`.
 *
 * @param scale scale length L, m
 * @param fret number of the fret, 0 is the nut
 * @returns m
 * @throws RangeError where the scale is not positive or the fret negative
 */
export function fretPosition(scale: number, fret: number): number {
  if (!(scale > 0)) throw new RangeError('scale length must be positive');
  if (!(fret >= 0)) throw new RangeError('fret must be zero or more');
  return scale * (1 - 2 ** (-fret / 12));
}

/** String length added at the saddle for intonation, m. House default until it is measured. */
export const COMPENSATION = { bass: 0.004, treble: 0.0015 };
