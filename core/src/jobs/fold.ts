import { corrected, type Correction } from './corrected.js';
import type { JobEvent, Told } from './event.js';
import { isJobEvent, JOB_EVENTS } from './events/index.js';
import type { JobEventKind } from './events/kind.js';
import { noJob, type Job } from './job.js';

/** Version of the bodies that this program reads. */
export const BODY_VERSION = 1;

export interface Folded extends Job {
  corrections: Map<string, Correction[]>;
}

/**
 * A job as its events tell it: the same for any order in which they came, and however often.
 *
 * @param id of the job; events of others are left out
 */
export function foldJob(id: string, events: Iterable<JobEvent>): Folded {
  const { told, corrections } = corrected([...events].filter((event) => event.job === id));
  const job = noJob(id);
  const place = new Map(told.map((event, i) => [event.id, i]));
  for (const event of told) {
    if (!isJobEvent(event.kind) || event.v > BODY_VERSION) {
      job.unread.push(event.id);
      continue;
    }
    job.log.push(event);
    if (!event.struck) (JOB_EVENTS[event.kind] as JobEventKind).fold(job, event as Told<object>);
  }
  job.doubts = standingDoubts(job, corrections, place);
  return { ...job, corrections };
}

/**
 * Events that stand on something that was struck or changed after they were written, or on one that is in doubt itself, by
 * what raised it. Each is looked at again by itself; a doubt that is raised since stands.
 */
function standingDoubts(
  { doubts: reopened, log }: Job,
  corrections: ReadonlyMap<string, readonly Correction[]>,
  place: ReadonlyMap<string, number>,
): Map<string, string> {
  const raised = new Map<string, string>();
  const looked = new Map<string, number>();
  for (const event of log) {
    if (event.struck) continue;
    if (event.kind === 'still holds') looked.set((event.body as { of: string }).of, place.get(event.id)!);
    const doubt = reopened.get(event.id) ?? doubtOf(event, raised, corrections, place);
    if (doubt !== null) raised.set(event.id, doubt);
  }
  for (const [id, doubt] of raised)
    if ((looked.get(id) ?? -1) > (place.get(doubt) ?? Infinity)) raised.delete(id);
  return raised;
}

function doubtOf(
  { id, uses }: Told,
  raised: ReadonlyMap<string, string>,
  corrections: ReadonlyMap<string, readonly Correction[]>,
  place: ReadonlyMap<string, number>,
): string | null {
  for (const used of uses) {
    const late = (corrections.get(used) ?? []).findLast(
      (one) => one.does !== 'restores' && place.get(one.id)! > place.get(id)!,
    );
    if (late) return late.id;
    if (raised.has(used)) return raised.get(used)!;
  }
  return null;
}
