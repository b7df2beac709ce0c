import { shapeFigures, viewOf, type Load, type ShapeFigures } from './shape.js';
import type { LooseStretch, SolvedTop } from './solved.js';

/** What comes back, m and rad: positive is less turn, less hump, less action. */
export type Gain = Pick<ShapeFigures, 'turn' | 'hump' | 'action'>;

export interface RankedStretch {
  stretch: LooseStretch;
  /** if only this one were glued */
  alone: Gain;
  /** what gluing this one adds once all the others are glued */
  last: Gain;
}

export interface GlueStep {
  stretch: LooseStretch;
  /** over what the steps before it gave */
  gain: Gain;
  /** share of everything that gluing all would give back in turn, once this step is done, 0 to 1 */
  turnBack: number;
}

export interface BraceRanking {
  now: ShapeFigures;
  glued: ShapeFigures;
  /** most turn first */
  stretches: RankedStretch[];
  /** the glue-up, each step the one that gives most after those before it */
  order: GlueStep[];
}

/**
 * What each loose stretch costs a top, alone and in company, and in which order to glue.
 *
 * Greedy in the turn of the bridge, which is what fails first. Solving is cheap: each variant is a low-rank change.
 *
 * @param load string pull, N, and moisture, %MC
 */
export function rankBraces(top: SolvedTop, loose: readonly LooseStretch[], load: Load): BraceRanking {
  const view = viewOf(top);
  const figures = (still: readonly LooseStretch[]) => shapeFigures(view, top.responses(still), load);
  const now = figures(loose);
  const glued = figures([]);
  const without = (list: readonly LooseStretch[], one: LooseStretch) => list.filter((other) => other !== one);
  const stretches = loose
    .map((stretch) => ({
      stretch,
      alone: gain(now, figures(without(loose, stretch))),
      last: gain(figures([stretch]), glued),
    }))
    .sort((a, b) => b.alone.turn - a.alone.turn);
  const order: GlueStep[] = [];
  let still = [...loose];
  let before = now;
  while (still.length > 0) {
    const next = still
      .map((stretch) => ({ stretch, after: figures(without(still, stretch)) }))
      .reduce((best, one) => (one.after.turn < best.after.turn ? one : best));
    const whole = now.turn - glued.turn;
    order.push({
      stretch: next.stretch,
      gain: gain(before, next.after),
      turnBack: whole === 0 ? 1 : (now.turn - next.after.turn) / whole,
    });
    still = without(still, next.stretch);
    before = next.after;
  }
  return { now, glued, stretches, order };
}

const gain = (before: ShapeFigures, after: ShapeFigures): Gain => ({
  turn: before.turn - after.turn,
  hump: before.hump - after.hump,
  action: before.action - after.action,
});
