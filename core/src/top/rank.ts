import { mm } from '../units/index.js';
import type { BraceKind } from '../body-plan/index.js';
import { shapeFigures, strungOf, viewOf, type ShapeFigures } from './shape.js';
import type { Load, LooseStretch, SolvedTop } from './solved.js';

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
  /** how far the shape is still from the glued one, once this step is done: see {@link fromGlued} */
  left: number;
}

export interface BraceRanking {
  now: ShapeFigures;
  glued: ShapeFigures;
  /** how far the shape is from the glued one now */
  apart: number;
  stretches: RankedStretch[];
  /** the glue-up, each step the one that brings the shape nearest to the glued one after those before it */
  order: GlueStep[];
}

/** What of each makes as much odds as of the others, rad and m. House figures. */
const SCALES = { turn: (0.25 * Math.PI) / 180, hump: 0.25 * mm, rise: 0.2 * mm };

/**
 * Distance of a shape from the glued one: `d² = (Δturn/0.25°)² + (Δhump/0.25 mm)² + (Δsaddle/0.2 mm)²`. It has no sign,
 * so that it holds wherever the strings end.
 */
export const fromGlued = (figures: ShapeFigures, glued: ShapeFigures): number =>
  Math.hypot(
    ...(['turn', 'hump', 'rise'] as const).map(
      (figure) => (figures[figure] - glued[figure]) / SCALES[figure],
    ),
  );

/** A distance from the glued shape that nobody sees: a sixth of what each figure counts as one step. House figure. */
export const NO_ODDS = 0.15;

/**
 * What carries most is glued first where the shape tells no difference. Common practice, no source: the members that the
 * bridge stands on, then the bars behind it, then the fingers.
 */
const CARRIES: readonly BraceKind[] = [
  'X brace',
  'ladder brace',
  'fan brace',
  'transverse brace',
  'parallel bar',
  'tone bar',
  'finger brace',
];

/**
 * What each loose stretch costs a top, alone and in company, and in which order to glue.
 *
 * Greedy in the distance from the glued shape; between what differs by less than {@link NO_ODDS}, the brace that carries
 * more goes first. Solving is cheap: each variant is a low-rank change.
 *
 * @param load string pull, N, and moisture, %MC
 */
export function rankBraces(top: SolvedTop, loose: readonly LooseStretch[], load: Load): BraceRanking {
  const view = viewOf(top);
  const figures = (still: readonly LooseStretch[]) => shapeFigures(view, strungOf(top, still, load));
  const without = (list: readonly LooseStretch[], one: LooseStretch) => list.filter((other) => other !== one);
  const now = figures(loose);
  const glued = figures([]);
  const apart = (one: ShapeFigures) => fromGlued(one, glued);
  const carries = ({ brace }: LooseStretch) => {
    const of = top.spec.plan.braces.find(({ id }) => id === brace);
    const place = CARRIES.findIndex((kind) => kind === of?.kind);
    return place < 0 ? CARRIES.length : place;
  };
  const alone = loose.map((stretch) => ({ stretch, after: figures(without(loose, stretch)) }));
  const order: GlueStep[] = [];
  let still = [...loose];
  let before = now;
  while (still.length > 0) {
    const next = nextOf(
      (still.length === loose.length
        ? alone
        : still.map((stretch) => ({ stretch, after: figures(without(still, stretch)) }))
      ).map((one) => ({ ...one, apart: apart(one.after), carries: carries(one.stretch) })),
    );
    order.push({ stretch: next.stretch, gain: gain(before, next.after), left: apart(next.after) });
    still = without(still, next.stretch);
    before = next.after;
  }
  return {
    now,
    glued,
    apart: apart(now),
    stretches: alone.map(({ stretch, after }) => ({
      stretch,
      alone: gain(now, after),
      last: gain(figures([stretch]), glued),
    })),
    order,
  };
}

/** What brings the shape nearest; of what comes as near, what carries most. */
function nextOf<T extends { apart: number; carries: number }>(all: readonly T[]): T {
  const nearest = Math.min(...all.map(({ apart }) => apart));
  return all
    .filter(({ apart }) => apart < nearest + NO_ODDS)
    .reduce((best, one) =>
      one.carries < best.carries || (one.carries === best.carries && one.apart < best.apart) ? one : best,
    );
}

const gain = (before: ShapeFigures, after: ShapeFigures): Gain => ({
  turn: before.turn - after.turn,
  hump: before.hump - after.hump,
  action: before.action - after.action,
});

/** So many of the drawn tops must agree that one group stands before the next. */
const AGREED = 0.93;

/**
 * Groups of an order over many drawn tops: one group stands before the next where nearly every draw glues all of the
 * first before any of the second; what is not so told apart is a tie.
 *
 * @param orders of the same stretches, by number, one order a draw
 * @returns the groups, in each by its mean place
 */
export function groupsOf(orders: readonly (readonly number[])[]): number[][] {
  const [first] = orders;
  if (!first) return [];
  const place = (one: number) => orders.reduce((sum, order) => sum + order.indexOf(one), 0);
  const all = [...first].sort((a, b) => place(a) - place(b) || a - b);
  const groups: number[][] = [];
  let from = 0;
  for (let to = 1; to <= all.length; to++) {
    const ahead = new Set(all.slice(0, to));
    const agreed = orders.filter((order) => order.slice(0, to).every((one) => ahead.has(one))).length;
    if (agreed < AGREED * orders.length) continue;
    groups.push(all.slice(from, to));
    from = to;
  }
  return groups;
}
