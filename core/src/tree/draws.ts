import { normalQuantile, seededChance, type Chance } from '../numeric/index.js';

/** Numbers of a draw: the same name of the same draw is the same number, whatever else is asked. */
export interface Draw {
  /** standard normal; `spread` evenly over all draws where the name is one of the even ones */
  normal: (of: string) => number;
  /** from 0 to 1 */
  uniform: (of: string) => number;
}

/**
 * So many draws, spread evenly: together in a few names that most hangs on (the additive recurrence of R. Kronecker with the
 * powers of a generalised golden ratio, after L. Kuipers and H. Niederreiter, *Uniform Distribution of Sequences*), each by
 * itself in more of them (Latin hypercube sampling; M. D. McKay, R. J. Beckman and W. J. Conover, *Technometrics* 21, 1979).
 * Two runs differ by less than chance alone would have it.
 *
 * @param together names in which the draws are spread evenly all at once; ten at most, or it is no use
 * @param each names in each of which they are
 * @param seed any integer
 */
export function evenDraws(
  count: number,
  { together, each }: { together: readonly string[]; each: readonly string[] },
  seed: number,
): Draw[] {
  const ratio = goldenOf(together.length);
  const spread = new Map([
    ...each.map((name): [string, Float64Array] => {
      const chance = seededChance(mixed(seed, name));
      return [name, Float64Array.from(shuffled(count, chance), (place) => (place + chance()) / count)];
    }),
    ...together.map((name, j): [string, Float64Array] => {
      const begin = seededChance(mixed(seed, name))();
      return [name, Float64Array.from({ length: count }, (_, i) => (begin + i * ratio ** -(j + 1)) % 1)];
    }),
  ]);
  return Array.from({ length: count }, (_, draw): Draw => {
    const uniform = (of: string) =>
      spread.get(of)?.[draw] ?? seededChance(mixed(seed + 7919 * (draw + 1), of))();
    return {
      uniform,
      normal: (of) => normalQuantile(Math.min(1 - 1e-6, Math.max(1e-6, uniform(of)))),
    };
  });
}

/** The root of x to the power of d + 1 that is x + 1: the golden ratio for d = 1. */
function goldenOf(d: number): number {
  let ratio = 1;
  for (let i = 0; i < 60; i++) ratio = (1 + ratio) ** (1 / (d + 1));
  return ratio;
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
