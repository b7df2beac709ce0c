import type { SideJudged } from './outlook.js';
import type { Beyond, When, YearAhead } from './paths.js';

/** Beyond one limit of its window in the coming year. */
export type Crossing =
  | { kind: 'stays' }
  | { kind: 'comes back'; by: number }
  | { kind: 'may be there already' }
  | { kind: 'goes'; ever: number; first: When };

/** What the coming year does to a side’s action against its window; null at a limit that it hardly passes. */
export type YearAgainst =
  { kind: 'inside all year' } | { kind: 'leaves'; above: Crossing | null; below: Crossing | null };

/** Of four of five simulated years it is said without a doubt. */
const SURE = 0.8;
/** In fewer of the simulated years it is not spoken of. */
const SPOKEN_OF = 0.1;

/**
 * When the action leaves its window in the coming year, and when it is back. Where it stands today is judged, not simulated:
 * what is beyond a limit by less than its reading can be wrong may be there already, and no more is said.
 *
 * @param judged null where nothing was judged: then the simulated years say it
 */
export function yearAgainst(year: YearAhead, judged: Pick<SideJudged, 'now'> | null): YearAgainst {
  const { above, below, from, staysInside } = year;
  const off = (way: 'above' | 'below') => (judged ? judged.now === way : year[way].now >= 0.5);
  if (staysInside >= SURE && !off('above') && !off('below')) return { kind: 'inside all year' };
  return {
    kind: 'leaves',
    above: crossing(above, from, off('above')),
    below: crossing(below, from, off('below')),
  };
}

function crossing({ ever, first, back }: Beyond, from: number, off: boolean): Crossing | null {
  if (off) return back && back.probability >= 0.5 ? { kind: 'comes back', by: back.to } : { kind: 'stays' };
  if (ever < SPOKEN_OF || !first) return null;
  return first.from === from ? { kind: 'may be there already' } : { kind: 'goes', ever, first };
}
