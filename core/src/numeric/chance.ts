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

/** A source of standard normal numbers (Box and Muller, 1958); they come in pairs, and none is thrown away. */
export function normals(chance: Chance): () => number {
  let kept: number | null = null;
  return () => {
    if (kept !== null) {
      const second = kept;
      kept = null;
      return second;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - chance()));
    const angle = 2 * Math.PI * chance();
    kept = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}

/** A single standard normal number. */
export function normal(chance: Chance): number {
  return normals(chance)();
}
