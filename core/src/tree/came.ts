import type { WayKey } from './ways.js';

/** A way that was said, and whether it came. */
export interface SaidAndCame {
  key: WayKey;
  /** 0 to 1 */
  chance: number;
  came: boolean;
}

/** Bands of chances that are held against what came. */
export const BANDS = [0.05, 0.15, 0.3, 0.5, 0.7, 0.9, 1] as const;
/** Under so many cases nothing is said. House figure. */
export const LEAST_CASES = 20;

export interface Came {
  cases: number;
  /** what was said on the average, and the share of what came; 0 to 1 */
  said: number;
  came: number;
}

/** By band, from and to. A way under the lowest band was never shown. */
export const cameByBand = (all: readonly SaidAndCame[]): (Came & { from: number; to: number })[] =>
  BANDS.slice(1).flatMap((to, i) => {
    const from = BANDS[i]!;
    const own = all.filter(({ chance }) => chance >= from && (chance < to || to === 1));
    const counted = count(own);
    return counted ? [{ from, to, ...counted }] : [];
  });

/** By way. */
export const cameByWay = (all: readonly SaidAndCame[]): (Came & { key: WayKey })[] =>
  [...new Set(all.map(({ key }) => key))].flatMap((key) => {
    const counted = count(all.filter((one) => one.key === key));
    return counted ? [{ key, ...counted }] : [];
  });

function count(all: readonly SaidAndCame[]): Came | null {
  if (all.length < LEAST_CASES) return null;
  return {
    cases: all.length,
    said: all.reduce((sum, { chance }) => sum + chance, 0) / all.length,
    came: all.filter(({ came }) => came).length / all.length,
  };
}
