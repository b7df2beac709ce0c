import type { Planning } from '@upright-elder/contract';
import { diagnose, sayIn } from '@upright-elder/core/diagnosis';
import { prepareYear } from '@upright-elder/core/forecast';
import {
  groundOf,
  ownPlanOf,
  plansOf,
  regrounded,
  wished,
  type Ground,
  type OwnPlan,
  type RepairPlan,
  type Settings,
  type Wishes,
} from '@upright-elder/core/plans';
import type { OwnTreatment, TreatmentId } from '@upright-elder/core/treatments';
import type { HeightUnit } from '@upright-elder/core/units';

/** What plans are made of; sent once, asked about many times. */
export type PlansTask = Pick<
  Planning,
  'evidence' | 'today' | 'yearInput' | 'sides' | 'money' | 'effects' | 'edits'
> & {
  unit: HeightUnit;
};

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
    const { evidence, today, yearInput, sides, unit, effects, edits } = of;
    const diagnosis = diagnose(evidence, unit, today);
    const prepared = sides.length > 0 ? prepareYear(yearInput, sides) : null;
    task = { ...of, ground: groundOf({ evidence, diagnosis }, prepared, effects, edits) };
  },
  plans(): RepairPlan[] {
    const { ground, money, unit } = given();
    return plansOf(ground, money, sayIn(unit));
  },
  own({ ids, settings, wishes, own }: OwnAsked): OwnPlan {
    const { ground, today, money, unit } = given();
    const under = wished(ground.evidence, today, wishes);
    const diagnosis = diagnose(under.evidence, unit, under.today);
    return ownPlanOf(
      regrounded(ground, { evidence: under.evidence, diagnosis }),
      ids,
      settings,
      money,
      sayIn(unit),
      own,
    );
  },
};
