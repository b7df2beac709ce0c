import type { OwnPlan, RepairPlan } from '@upright-elder/core/repair-plans';
import { useCallback, useMemo, useState } from 'react';
import type { OwnAsked, PlansTask } from '../../../compute/tasks/plans.js';
import { useWorker } from '../../../compute/useWorker.js';

export interface Plans {
  /** null until they are made */
  plans: RepairPlan[] | null;
  /** the person's own; null until it was asked for */
  own: OwnPlan | null;
  ask: (asked: OwnAsked | null) => void;
  trouble: string | null;
  again: () => void;
}

/** Plans, made beside the page. */
export function useRepairPlans(given: PlansTask | null): Plans {
  const [plans, setPlans] = useState<RepairPlan[] | null>(null);
  const [own, setOwn] = useState<OwnPlan | null>(null);
  const { ask, askNothing, trouble, again } = useWorker(
    'plans',
    useMemo(
      () =>
        given &&
        (async (task) => {
          await task.load(given);
          setPlans(await task.plans());
        }),
      [given],
    ),
  );
  return {
    plans,
    own,
    ask: useCallback(
      (asked) => {
        if (asked) return ask((task) => task.own(asked), setOwn);
        setOwn(null);
        askNothing();
      },
      [ask, askNothing],
    ),
    trouble: trouble && `The plans could not be worked out: ${trouble}.`,
    again,
  };
}
