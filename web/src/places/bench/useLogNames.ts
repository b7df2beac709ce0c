import { stagesOf, stepName, type Bench, type Folded } from '@upright-elder/core/jobs';
import type { LogNames } from '@upright-elder/core/wording';
import { usePeople } from '../../data/hooks.js';

/** How people, steps and stages of a job are called in its log. */
export function useLogNames(job: Folded, bench: Bench): LogNames {
  const { data: people = [] } = usePeople();
  return {
    person: (id) => people.find((one) => one.id === id)?.name ?? 'somebody',
    step: (id) => {
      const step = id === null ? undefined : job.steps.get(id);
      return step ? stepName(step, bench) : '';
    },
    stage: (id, index) => {
      const step = id === null ? undefined : job.steps.get(id);
      return step ? (stagesOf(step, bench).find((stage) => stage.index === index)?.say ?? '') : '';
    },
  };
}
