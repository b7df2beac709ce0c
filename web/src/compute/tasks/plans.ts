import type { Planning } from '@upright-elder/contract';
import { prepareYear } from '@upright-elder/core/forecast';
import {
  groundOf,
  ownPlanOf,
  repairPlansOf,
  underWishes,
  type Ground,
  type OwnPlan,
  type RepairPlan,
  type Settings,
  type Wishes,
} from '@upright-elder/core/repair-plans';
import { TREE_DRAWS, treeOf, type Tree } from '@upright-elder/core/tree';
import type { OwnTreatment, TreatmentId } from '@upright-elder/core/treatments';

/** What plans are made of; sent once, asked about many times. */
export type PlansTask = Pick<
  Planning,
  'evidence' | 'today' | 'yearInput' | 'sides' | 'money' | 'effects' | 'edits'
>;

export interface OwnAsked {
  ids: TreatmentId[];
  settings: Settings;
  wishes: Wishes;
  /** of the shop's own */
  own: OwnTreatment[];
}

let task: (PlansTask & { ground: Ground }) | null = null;
const given = () => {
  if (!task) throw new Error('nothing was given to make plans of');
  return task;
};

/** Plans beside the page: an answer while the finger is still on the toggle. */
export const api = {
  load(of: PlansTask): void {
    const { evidence, today, yearInput, sides, effects, edits } = of;
    const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
    task = { ...of, ground: groundOf(evidence, today, prepared, effects, edits) };
  },
  plans(): RepairPlan[] {
    const { ground, money } = given();
    return repairPlansOf(ground, money);
  },
  /** What each plan may come to, by its place among the plans; null where it waits for nothing. */
  trees(plans: RepairPlan[]): (Tree | null)[] {
    const { ground, money } = given();
    return plans.map((plan) => treeOf(ground, plan, money, TREE_DRAWS.quick));
  },
  own({ ids, settings, wishes, own }: OwnAsked): OwnPlan {
    const { ground, money } = given();
    return ownPlanOf(underWishes(ground, wishes), ids, settings, money, own);
  },
};
