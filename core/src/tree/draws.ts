import { normalQuantile, seededChance, type Chance } from '../numeric/index.js';

/** Numbers of a draw: the same name of the same draw is the same number, whatever else is asked. */
export interface Draw {
  /** standard normal; `spread` evenly over all draws where the name is one of the even ones */
  normal: (of: string) => number;
  /** from 0 to 1 */
  uniform: (of: string) => number;
}

/**
 * So many draws, spread evenly in each of some names (Latin hypercube sampling; M. D. McKay, R. J. Beckman and W. J.
 * Conover, *Technometrics* 21, 1979): two runs differ by less than chance alone would have it.
 *
 * @param even names of which the draws are spread evenly
 * @param seed any integer
 */
export function evenDraws(count: number, even: readonly string[], seed: number): Draw[] {
  const spread = new Map(
    even.map((name) => {
      const chance = seededChance(mixed(seed, name));
      const places = shuffled(count, chance);
      return [name, Float64Array.from(places, (place) => (place + chance()) / count)];
    }),
  );
  return Array.from({ length: count }, (_, draw): Draw => {
    const uniform = (of: string) =>
      spread.get(of)?.[draw] ?? seededChance(mixed(seed + 7919 * (draw + 1), of))();
    return { uniform, normal: (of) => normalQuantile(Math.min(1 - 1e-6, Math.max(1e-6, uniform(of)))) };
  });
}

function shuffled(count: number, chance: Chance): number[] {
  const places = Array.from({ length: count }, (_, i) => i);
  for (let i = count - 1; i > 0; i--) {
    const other = Math.floor(chance() * (i + 1));
    [places[i], places[other]] = [places[other]!, places[i]!];
  }
  return places;
}

/** A seed of a number and a name: FNV-1a (public domain). */
function mixed(seed: number, name: string): number {
  let hash = 2166136261 ^ seed;
  for (const letter of name) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619);
  return hash >>> 0;
}
