import { seasonStretch, type Weather } from './weather.js';

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
  /** even two leave the window; by how much the action goes up and down in a year, m */
  | { kind: 'none'; swing: number }
  /** the coming year is not known well enough for any of these */
  | { kind: 'not sure' };

/** A saddle serves where so many of the simulated years stay inside the window all the time. */
const SERVES = 0.8;
/** A saddle that would be moved by less is left alone: the trade's smallest cut, m. House default. */
const LEFT_ALONE = 0.2e-3;

/** Highest and lowest of each simulated year, m. */
interface Swings {
  lows: Float64Array;
  highs: Float64Array;
}

/**
 * Whether one saddle keeps the action inside its window all year, or two do: a lower one while the wood is damp and a
 * taller one while it is dry, changed when the wood passes the middle of its year. A saddle serves where four of five
 * simulated years stay inside with it.
 *
 * @param values action on simulated days, m, step by step and path by path within each, see underAir
 * @param moisture expected moisture at each step, %MC
 * @param window lower and upper limit of the action, m
 * @param lever saddle height per action at fret 12, X/x₁₂: the trade's "twice"
 * @param steps first and last step (exclusive) of the year that is asked of
 * @throws RangeError where there is no step
 */
export function saddleAdvice(
  values: Float64Array,
  { days, paths }: Pick<Weather, 'days' | 'paths'>,
  moisture: readonly number[],
  {
    window,
    lever,
    steps: [begin, end],
  }: { window: readonly [number, number]; lever: number; steps: [number, number] },
): SaddleAdvice {
  if (!(end > begin)) throw new RangeError('a year of simulated action is needed');
  const all = Array.from({ length: end - begin }, (_, i) => begin + i);
  const year = swingsOver(values, paths, all);
  if (shareInside(year, window, 0) >= SERVES) return { kind: 'as it is' };
  const one = bestShift(year, window);
  if (one.share >= SERVES)
    return Math.abs(lever * one.shift) < LEFT_ALONE
      ? { kind: 'as it is' }
      : { kind: 'one', change: lever * one.shift };

  const wood = all.map((step) => moisture[step]!);
  const middle = (Math.max(...wood) + Math.min(...wood)) / 2;
  const halves = {
    damp: all.filter((step) => moisture[step]! >= middle),
    dry: all.filter((step) => moisture[step]! < middle),
  };
  const swings = { damp: swingsOver(values, paths, halves.damp), dry: swingsOver(values, paths, halves.dry) };
  if (halves.dry.length > 0) {
    const best = { damp: bestShift(swings.damp, window), dry: bestShift(swings.dry, window) };
    const both = shareOf(
      paths,
      (path) =>
        isInside(swings.damp, path, window, best.damp.shift) &&
        isInside(swings.dry, path, window, best.dry.shift),
    );
    if (both >= SERVES)
      return {
        kind: 'two',
        damp: { change: lever * best.damp.shift, ...seasonStretch(halves.damp, days) },
        dry: { change: lever * best.dry.shift, ...seasonStretch(halves.dry, days) },
      };
  }
  const room = window[1] - window[0];
  const wide = Math.max(middleSwing(swings.damp), halves.dry.length > 0 ? middleSwing(swings.dry) : 0);
  return wide > room ? { kind: 'none', swing: middleSwing(year) } : { kind: 'not sure' };
}

function swingsOver(values: Float64Array, paths: number, steps: readonly number[]): Swings {
  const lows = new Float64Array(paths).fill(Infinity);
  const highs = new Float64Array(paths).fill(-Infinity);
  for (const step of steps)
    for (let path = 0; path < paths; path++) {
      const value = values[step * paths + path]!;
      if (value < lows[path]!) lows[path] = value;
      if (value > highs[path]!) highs[path] = value;
    }
  return { lows, highs };
}

const isInside = ({ lows, highs }: Swings, path: number, window: readonly [number, number], shift: number) =>
  lows[path]! + shift >= window[0] && highs[path]! + shift <= window[1];

function shareOf(paths: number, holds: (path: number) => boolean): number {
  let count = 0;
  for (let path = 0; path < paths; path++) if (holds(path)) count += 1;
  return count / paths;
}

const shareInside = (swings: Swings, window: readonly [number, number], shift: number): number =>
  shareOf(swings.lows.length, (path) => isInside(swings, path, window, shift));

/** The shift that keeps the most simulated years inside: the middle of where nearly as many are. */
function bestShift(
  { lows, highs }: Swings,
  window: readonly [number, number],
): { shift: number; share: number } {
  const begins: number[] = [];
  const ends: number[] = [];
  for (let path = 0; path < lows.length; path++) {
    const [from, to] = [window[0] - lows[path]!, window[1] - highs[path]!];
    if (from > to) continue;
    begins.push(from);
    ends.push(to);
  }
  begins.sort((a, b) => a - b);
  ends.sort((a, b) => a - b);
  const held = begins.map((shift, i) => {
    // how many have ended before this one begins
    let [low, high] = [0, ends.length];
    while (low < high) {
      const half = (low + high) >> 1;
      if (ends[half]! < shift) low = half + 1;
      else high = half;
    }
    return i + 1 - low;
  });
  const most = Math.max(0, ...held);
  if (most === 0) {
    const middle = (window[0] + window[1]) / 2;
    const [low, high] = [middleOf(lows), middleOf(highs)];
    return { shift: middle - (low + high) / 2, share: 0 };
  }
  const good = begins.filter((_, i) => held[i]! >= 0.97 * most);
  return { shift: good[good.length >> 1]!, share: most / lows.length };
}

const middleOf = (values: Float64Array): number => values.toSorted()[values.length >> 1]!;
const middleSwing = ({ lows, highs }: Swings): number =>
  middleOf(highs.map((high, path) => high - lows[path]!));
