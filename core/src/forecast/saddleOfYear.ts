import type { SideAnswers } from './answers.js';
import { isShort, type SideJudged } from './outlook.js';
import type { SaddleAdvice } from './saddles.js';

/** What saddle the coming year asks for, as far as it may be had. */
export type SaddleOfYear =
  /** it would have to come down by so much, and so much would be left, m */
  | { kind: 'not enough'; down: number; left: number }
  | SaddleAdvice
  /** there is none, or what is judged of it speaks against it */
  | { kind: 'nothing' };

/**
 * The saddle that keeps the action in its window through the coming year. What is judged of the saddle on the day holds here
 * too: one that has not enough is not trimmed for a season, and none is trimmed while a finding says not to.
 *
 * @param judged null where nothing was judged
 */
export function saddleOfYear(
  { saddle, saddleShowing, leastShowing }: Pick<SideAnswers, 'saddle' | 'saddleShowing' | 'leastShowing'>,
  judged: Pick<SideJudged, 'reserve' | 'trims'> | null,
): SaddleOfYear {
  if (saddle === null || saddleShowing === null || leastShowing === null) return { kind: 'nothing' };
  const lowest = saddle.kind === 'one' ? saddle.change : saddle.kind === 'two' ? saddle.damp.change : 0;
  const left = saddleShowing + lowest;
  const reserve = judged?.reserve ?? null;
  const short = reserve !== null && isShort(reserve);
  if (lowest < 0 && left < leastShowing)
    return reserve === null || short ? { kind: 'not enough', down: -lowest, left } : { kind: 'nothing' };
  if (lowest < 0 && short) return { kind: 'nothing' };
  if (saddle.kind === 'one' && saddle.change < 0 && judged && !judged.trims) return { kind: 'nothing' };
  // what would have to come off at the humidity it is kept at, no year in other air gives back
  if (saddle.kind === 'as it is' && reserve?.verdict === 'not enough') return { kind: 'nothing' };
  return saddle;
}
