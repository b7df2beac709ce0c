import { prepareYear } from '@upright-elder/core/forecast';
import type { PlanningInput } from '@upright-elder/core/instrument';
import type { PaperId, PaperSize } from '@upright-elder/core/papers';
import { groundOf, repairPlansOf, type LearnedEffects, type Money } from '@upright-elder/core/repair-plans';
import { TREE_DRAWS, treeOf } from '@upright-elder/core/tree';
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

/** Every plan of an instrument in words, with what each may come to. */
export function planOnPaper({
  evidence,
  today,
  yearInput,
  sides,
  money,
  effects,
  edits,
  heights,
  trees,
}: PlansAsked): PlanOnPaper[] {
  const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
  const ground = groundOf(evidence, today, prepared, effects, edits);
  const say = sayIn(heights);
  return repairPlansOf(ground, money).map((plan) => ({
    plan,
    tree: trees ? treeOf(ground, plan, money, TREE_DRAWS.told) : null,
    left: sayFindings(plan.undone, say).map(({ text }) => text),
    steps: plan.steps.map((step) => {
      const { name, hands } = asWorked(step.id, edits);
      return { name, why: sayStep(step, say), hands, consent: TREATMENTS[step.id].consent === true };
    }),
  }));
}

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
