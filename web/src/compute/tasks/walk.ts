import type { BodyPlan } from '@upright-elder/core/body-plan';
import { WalkingLoad, type Dip, type TopFacts, type WalkingSaid } from '@upright-elder/core/top';

/** Coarser than the shown top: the dips of a leg are told apart all the same, m. */
const SPACING = 0.016;

let walk: WalkingLoad | null = null;

/** What a walk with a weight says, worked out beside the page. */
export const api = {
  prepare(plan: BodyPlan, facts: TopFacts): void {
    walk = new WalkingLoad(plan, facts, SPACING);
  },
  said(dips: Dip[], weight: number): WalkingSaid {
    if (!walk) throw new Error('the top is not worked out yet');
    return walk.said(dips, weight);
  },
};
