/**
 * Seeded chance: the core knows no other. Numbers by mulberry32 (public domain), a 32-bit generator that is
 * good enough for simulated paths.
 */
export type Chance = () => number;

/** @param seed any integer @returns a source of numbers from 0 up to, not including, 1 */
export function seededChance(seed: number): Chance {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A standard normal number (Box and Muller, 1958). */
export function normal(chance: Chance): number {
  const u = 1 - chance();
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * chance());
}
