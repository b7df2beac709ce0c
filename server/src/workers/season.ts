import type { PlanningInput, Urgency } from '@upright-elder/core/instrument';
import { prepareYear } from '@upright-elder/core/forecast';
import { groundOf, repairPlansOf, type LearnedEffects, type Money } from '@upright-elder/core/repair-plans';
import {
  chooseSeason,
  roundOf,
  seasonChoices,
  surenessOf,
  type RoundItem,
  type SeasonBudget,
  type SeasonChoice,
  type SeasonChoices,
  type SeasonInstrument,
  type Sureness,
} from '@upright-elder/core/season';
import type { TreatmentEdits } from '@upright-elder/core/treatments';

export interface ChoicesAsked extends PlanningInput {
  day: number;
  money: Money;
  effects: LearnedEffects;
  edits: TreatmentEdits;
  urgency: Urgency | null;
  /** a season has turned since it was measured */
  due: boolean;
}

/** What a season may do at an instrument, and what a round looks at. */
export function choicesOf({ evidence, today, yearInput, sides, ...asked }: ChoicesAsked): {
  choices: SeasonChoices;
  round: RoundItem[];
} {
  const { money, effects, edits, urgency, day, due } = asked;
  const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
  const ground = groundOf(evidence, today, prepared, effects, edits);
  const { findings, questions } = ground.diagnosis;
  const plan = repairPlansOf(ground, money).find(({ kinds }) => kinds.includes('least')) ?? null;
  return {
    choices: seasonChoices(ground, money, urgency, day),
    round: roundOf({ findings, questions, plan, due }, edits),
  };
}

/** So long choices are drawn anew to see which are sure, ms. */
const SURE_MS = 2000;

/** Which plan of which instrument, and which of these choices are sure. */
export function chosenOf({
  instruments,
  budget,
}: {
  instruments: SeasonInstrument[];
  budget: SeasonBudget;
}): {
  choice: SeasonChoice;
  sureness: Sureness;
} {
  const choice = chooseSeason(instruments, budget);
  const until = performance.now() + SURE_MS;
  return { choice, sureness: surenessOf(instruments, budget, () => performance.now() > until) };
}
