import { prepareYear } from '@upright-elder/core/forecast';
import type { PlanningInput } from '@upright-elder/core/instrument';
import type { PaperId, PaperSize } from '@upright-elder/core/papers';
import {
  groundOf,
  repairPlansOf,
  type Ambition,
  type LearnedEffects,
  type Money,
} from '@upright-elder/core/repair-plans';
import {
  assumedBy,
  TREE_DRAWS,
  treeOf,
  wayNow,
  type TreeAssumed,
  type WayKey,
} from '@upright-elder/core/tree';
import { asWorked, TREATMENTS, type TreatmentEdits } from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';
import { sayFindings, sayIn, sayStep } from '@upright-elder/core/wording';
import { paperOf, typeset, type PaperRecord, type PlanOnPaper } from '@upright-elder/papers';

export interface PlansAsked extends PlanningInput {
  money: Money;
  effects: LearnedEffects;
  edits: TreatmentEdits;
  heights: HeightUnit;
  /** what each may come to, too */
  trees: boolean;
}

export interface PlansForPaper {
  plans: PlanOnPaper[];
  /** what their trees were drawn from; null where none was asked for */
  assumed: TreeAssumed | null;
}

/** Every plan of an instrument in words, with what each may come to. */
export function plansForPaper({
  evidence,
  today,
  yearInput,
  sides,
  money,
  effects,
  edits,
  heights,
  trees,
}: PlansAsked): PlansForPaper {
  const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
  const ground = groundOf(evidence, today, prepared, effects, edits);
  const say = sayIn(heights);
  const plans = repairPlansOf(ground, money).map((plan) => ({
    plan,
    tree: trees ? treeOf(ground, plan, money, TREE_DRAWS.told) : null,
    left: sayFindings(plan.undone, say).map(({ text }) => text),
    steps: plan.steps.map((step) => {
      const { name, hands, materials } = asWorked(step.id, edits);
      return {
        name,
        why: sayStep(step, say),
        hands,
        materials,
        consent: TREATMENTS[step.id].consent === true,
      };
    }),
  }));
  return { plans, assumed: trees ? assumedBy(ground, money) : null };
}

export interface WayAsked extends PlanningInput {
  effects: LearnedEffects;
  edits: TreatmentEdits;
  ambition: Ambition;
}

/** The way on by the same rules as in a tree, from the record as it stands. */
export const wayToday = ({ evidence, today, yearInput, sides, effects, edits, ambition }: WayAsked): WayKey =>
  wayNow(
    groundOf(evidence, today, sides.length > 0 ? prepareYear(yearInput, sides) : null, effects, edits),
    ambition,
  );

export interface PapersToSet {
  ids: PaperId[];
  size: PaperSize;
  record: PaperRecord;
}

export const setPapers = ({ ids, size, record }: PapersToSet): Promise<Uint8Array> =>
  typeset(
    ids.map((id) => paperOf(id, record)),
    size,
  );
