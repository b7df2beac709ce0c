import { ACTS, draft, type Acting, type EventDraft } from './acts.js';
import type { Clock, Job, Step } from './job.js';
import { standingOf, type Bench } from './stages.js';

/** So long a run of heat is where nobody gave a figure, s: of the invented workshop and of machines alone. */
const SOME_RUN = 120;

/** What a step asks for next, done as it should be: by a machine at the bench, and for the invented workshop. */
export function onward(job: Job, step: Step, acting: Acting, bench: Bench): EventDraft[] {
  if (step.standing === 'done' || step.standing === 'replaced') return [];
  const { stages, at } = standingOf(step, bench);
  if (!at) return ACTS.finish(acting, job, step);
  if (at.heat) {
    const clock = runningAt(job, step, 'heat');
    return clock
      ? ACTS.itMoves(acting, job, step, at, clock)
      : ACTS.startRun(acting, job, step, at, at.heat.run ?? SOME_RUN);
  }
  if (at.glue) {
    const clock = runningAt(job, step, 'open glue');
    if (clock) return ACTS.clamped(acting, job, step, at, { clock, stages });
    const missing = at.glue.ready.findIndex((_, item) => !step.ticks.get(`${at.key} ready ${item}`)?.yes);
    return missing < 0
      ? ACTS.glueOn(acting, job, step, at, 'hide')
      : [draft(acting, 'ticked', step.id, { list: `${at.key} ready`, item: missing, yes: true })];
  }
  if (at.coats) return ACTS.coatOn(acting, job, step, at, { latest: null });
  if (at.kind === 'hold') return ACTS.confirm(acting, job, step, at);
  if (at.kind === 'look') return ACTS.giveLook(acting, job, step, at);
  return at.sets ? ACTS.clampsOff(acting, job, step, at) : ACTS.pass(acting, job, step, at);
}

/** The clock of a kind that runs on a step. */
export const runningAt = (job: Job, step: Step, kind: Clock['kind']): Clock | undefined =>
  [...job.clocks.values()].find((clock) => clock.step === step.id && clock.kind === kind && !clock.stopped);
