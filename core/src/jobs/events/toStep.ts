import type { Told } from '../event.js';
import type { Job, Step } from '../job.js';
import { odd } from './kind.js';

/**
 * The step that an event belongs to; of one that was split, or went into another, the one that carries on from it. Null
 * where there is none, which is noted.
 */
export function stepOf(job: Job, event: Told): Step | null {
  let step = event.step === null ? undefined : job.steps.get(event.step);
  if (!step) {
    odd(job, 'no such step', event, event.step);
    return null;
  }
  for (let hops = 0; step.splitInto.length > 0 && hops < 20; hops += 1) {
    const next = job.steps.get(step.splitInto[0]!);
    if (!next) break;
    odd(job, 'written to a split step', event, next.id);
    step = next;
  }
  return step;
}
