/**
 * String pull at pitch, Mersenne's law: `T = 4 μ L² f²`.
 *
 * @param massPerLength μ, kg/m
 * @param length vibrating length, m
 * @param frequency Hz
 * @returns N
 * @throws RangeError where any of the three is not positive
 */
export function stringTension(massPerLength: number, length: number, frequency: number): number {
  if (!(massPerLength > 0 && length > 0 && frequency > 0)) {
    throw new RangeError('mass per length, length and frequency must be positive');
  }
  return 4 * massPerLength * length ** 2 * frequency ** 2;
}

/** Density of plain steel wire, kg/m³ (the handbook value the checks are worked with). */
export const STEEL_DENSITY = 7850;

/** Density of bronze winding, kg/m³; from memory of materials tables for tin bronze. */
export const BRONZE_DENSITY = 8800;

/** Density of nylon monofilament, kg/m³; from memory of materials tables. */
export const NYLON_DENSITY = 1140;

/**
 * Mass per length of a plain string.
 *
 * @param diameter m
 * @param density kg/m³
 * @returns kg/m
 */
export function plainMassPerLength(diameter: number, density = STEEL_DENSITY): number {
  return (density * Math.PI * diameter ** 2) / 4;
}

/**
 * Mass per length of a round-wound string: a steel core with one layer of round wire laid turn to turn.
 * A turn of wire of diameter w has the length π(d_c + w) and takes w of the string, so the winding weighs
 * `ρ · π²/4 · w (d_c + w)` per length.
 *
 * @param diameter outer diameter, m
 * @param core core diameter, m, less than the outer
 * @param density of the winding, kg/m³
 * @returns kg/m
 */
export function woundMassPerLength(diameter: number, core: number, density = BRONZE_DENSITY): number {
  if (!(core > 0 && core < diameter)) throw new RangeError('the core must be thinner than the string');
  const wire = (diameter - core) / 2;
  return plainMassPerLength(core) + density * (Math.PI ** 2 / 4) * wire * (core + wire);
}
