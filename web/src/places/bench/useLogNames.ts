import type { Bench, Folded } from '@upright-elder/core/jobs';
import { logNames, type LogNames } from '@upright-elder/core/wording';
import { usePeople } from '../../data/hooks.js';

/** How people, steps and stages of a job are called in its log. */
export function useLogNames(job: Folded, bench: Bench): LogNames {
  const { data: people = [] } = usePeople();
  return logNames(job, bench, (id) => people.find((one) => one.id === id)?.name ?? 'somebody');
}
