import type { Uncertain } from '../numeric/index.js';

/** How an instrument breathes against what is believed of one like it, 1 as believed; by what its readings alone say. */
export interface BreathingSeen {
  kind: string;
  ratio: Uncertain;
}

/** What a shop's own instruments of one kind teach: they breathe by this much of what is believed of any. */
export interface BreathingOfKind {
  ratio: number;
  /** how far one of them may be from it, the shortness of the list included */
  sd: number;
  instruments: number;
}

/** So many of a kind are needed, and by so many standard errors they have to differ from what is believed. House figures. */
const ENOUGH = 10;
const DIFFERS = 2;
/** How instruments of one kind are believed to differ, and how many of them that belief is worth. House figures. */
const WITHIN_SD = 0.4;
const BELIEF_WORTH = 4;
/** It is taken in steps of this, so that a figure that moves in its third digit works nothing out anew. */
const STEP = 0.05;
/** Nothing is said to breathe less or more than so. House figures. */
const LEAST = 0.2;
const MOST = 3;

/**
 * How the shop's kinds breathe, as far as they were shown to differ from what is believed of all: the belief stays where
 * they do not.
 *
 * A random-effects mean by kind: each instrument weighs by its own error and by how those of a kind differ (DerSimonian and
 * Laird, *Meta-analysis in clinical trials*, 1986), the latter drawn towards a belief of its size.
 *
 * @param seen one of an instrument
 */
export function breathingByKind(seen: readonly BreathingSeen[]): Record<string, BreathingOfKind> {
  const kinds = new Map<string, Uncertain[]>();
  for (const { kind, ratio } of seen) kinds.set(kind, [...(kinds.get(kind) ?? []), ratio]);
  return Object.fromEntries(
    [...kinds].flatMap(([kind, ratios]): [string, BreathingOfKind][] => {
      if (ratios.length < ENOUGH) return [];
      const within = withinOf(ratios);
      const weights = ratios.map(({ sd }) => 1 / (sd ** 2 + within));
      const total = weights.reduce((sum, weight) => sum + weight, 0);
      const mean = ratios.reduce((sum, { value }, i) => sum + weights[i]! * value, 0) / total;
      const error = Math.sqrt(1 / total);
      if (Math.abs(mean - 1) < DIFFERS * error) return [];
      const stepped = (value: number) => Math.round(value / STEP) * STEP;
      const ratio = Math.max(LEAST, Math.min(MOST, stepped(mean)));
      return [[kind, { ratio, sd: stepped(Math.sqrt(within + error ** 2)), instruments: ratios.length }]];
    }),
  );
}

/** Variance between instruments of a kind, drawn towards what is believed of it. */
function withinOf(ratios: readonly Uncertain[]): number {
  const n = ratios.length;
  const weights = ratios.map(({ sd }) => 1 / sd ** 2);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const mean = ratios.reduce((sum, { value }, i) => sum + weights[i]! * value, 0) / total;
  const q = ratios.reduce((sum, { value }, i) => sum + weights[i]! * (value - mean) ** 2, 0);
  const spread = total - weights.reduce((sum, weight) => sum + weight ** 2, 0) / total;
  const found = Math.max(0, (q - (n - 1)) / spread);
  return ((n - 1) * found + BELIEF_WORTH * WITHIN_SD ** 2) / (n - 1 + BELIEF_WORTH);
}

/** Readings that say less of the breathing than the belief did say nothing. */
const SAYS_LITTLE = 3;

/** What the readings alone say of a breathing against a belief; null where they hardly say anything. */
export function breathingSeen(believed: Uncertain, learned: Uncertain): Uncertain | null {
  const precision = 1 / learned.sd ** 2 - 1 / believed.sd ** 2;
  if (!(precision > 0)) return null;
  const sd = Math.sqrt(1 / precision);
  if (sd > SAYS_LITTLE * believed.sd) return null;
  return { value: (learned.value / learned.sd ** 2 - believed.value / believed.sd ** 2) / precision, sd };
}
