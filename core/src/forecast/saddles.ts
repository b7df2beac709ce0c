import type { Expected } from './predict.js';

/** A saddle for a stretch of the year. */
export interface SaddleHeight {
  /** what the saddle's height differs from today's, m */
  change: number;
  /** first and last day of its stretch */
  from: number;
  to: number;
}

/** One saddle that serves the year, or two with their change-over dates. */
export type SaddleAdvice =
  | { kind: 'as it is' }
  | { kind: 'one'; change: number }
  | { kind: 'two'; damp: SaddleHeight; dry: SaddleHeight }
  /** even two leave the window */
  | { kind: 'none'; swing: number };

/** A saddle that would be moved by less is left alone: the trade's smallest cut, m. House default. */
const LEFT_ALONE = 0.2e-3;

/**
 * Whether one saddle keeps the expected action inside its window all year, or two do: a lower one while the wood is
 * damp and a taller one while it is dry, changed when the action passes the middle of its year.
 *
 * @param year expected action of the coming year in order, about every week
 * @param window lower and upper limit of the action, m
 * @param lever saddle height per action at fret 12, X/x₁₂: the trade's "twice"
 * @throws RangeError where nothing is expected
 */
export function saddleAdvice(
  year: readonly Expected[],
  window: readonly [number, number],
  lever: number,
): SaddleAdvice {
  if (year.length === 0) throw new RangeError('a year of expected action is needed');
  const medians = year.map(({ median }) => median);
  const low = Math.min(...medians);
  const high = Math.max(...medians);
  const middle = (window[0] + window[1]) / 2;
  const room = window[1] - window[0];
  if (low >= window[0] && high <= window[1]) return { kind: 'as it is' };
  const between = (low + high) / 2;
  if (high - low <= room) {
    const change = lever * (middle - between);
    return Math.abs(change) < LEFT_ALONE ? { kind: 'as it is' } : { kind: 'one', change };
  }
  const damp = year.filter(({ median }) => median >= between);
  const dry = year.filter(({ median }) => median < between);
  if (Math.max(spanOf(damp), spanOf(dry)) > room) return { kind: 'none', swing: high - low };
  return { kind: 'two', damp: heightOf(damp, middle, lever), dry: heightOf(dry, middle, lever) };
}

function spanOf(stretch: readonly Expected[]): number {
  const medians = stretch.map(({ median }) => median);
  return Math.max(...medians) - Math.min(...medians);
}

function heightOf(stretch: readonly Expected[], middle: number, lever: number): SaddleHeight {
  const medians = stretch.map(({ median }) => median);
  const change = lever * (middle - (Math.max(...medians) + Math.min(...medians)) / 2);
  // a stretch that runs over the year's end begins after its longest pause
  const days = stretch.map(({ day }) => day);
  let start = 0;
  let pause = 0;
  for (let i = 1; i < days.length; i++) {
    if (days[i]! - days[i - 1]! > pause && days[i]! - days[i - 1]! > 30) {
      pause = days[i]! - days[i - 1]!;
      start = i;
    }
  }
  return { change, from: days[start]!, to: days[(start + days.length - 1) % days.length]! };
}
