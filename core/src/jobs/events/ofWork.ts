import type { Told } from '../event.js';
import type { Job, Step, WorkSpan } from '../job.js';
import { build, fields, id, instant, list, maybe, number, oneOf, whole, words, yesOrNo } from '../shape.js';
import { kind, odd } from './kind.js';
import { stepOf } from './toStep.js';

/** Where a step stands once nobody has a hand on it: waiting while a clock of it runs, else paused. */
const resting = (job: Job, step: Step): 'waiting' | 'paused' =>
  [...job.clocks.values()].some((clock) => clock.step === step.id && !clock.stopped) ? 'waiting' : 'paused';

const openOf = (step: Step, person: string): WorkSpan | undefined =>
  step.spans.find((span) => span.person === person && span.to === null);

function end(step: Step, person: string, at: number): void {
  const span = openOf(step, person);
  // never before it began: two clocks may differ
  if (span) span.to = Math.max(span.from, at);
}

/** What lay ready for glue that did not go on is ticked again when the step is taken up. House caution. */
function putDown(step: Step): void {
  for (const key of [...step.ticks.keys()]) {
    const [, stage] = /^(.*) ready \d+$/u.exec(key) ?? [];
    if (stage !== undefined && !step.ticks.get(`${stage} 0`)?.yes) step.ticks.delete(key);
  }
}

function begin(job: Job, step: Step, event: Told): void {
  for (const person of new Set([event.by, ...event.with]))
    if (!openOf(step, person))
      step.spans.push({ person, from: event.time, to: null, unchecked: !event.checked });
  step.standing = 'in hand';
  job.place ??= 'bench';
}

/** Of hands on a step: by person, each with a beginning and an end that somebody notes. */
export const OF_WORK = {
  begun: kind(fields({}), (job, event) => {
    const step = stepOf(job, event);
    if (!step) return;
    // only reopening opens what is finished: both are shown, and somebody says which
    if (step.standing === 'done') return odd(job, 'begun after finished', event, step.finishes.at(-1)!.event);
    begin(job, step, event);
  }),
  paused: kind(fields({ person: maybe(id), ended: maybe(instant) }), (job, event) => {
    const step = stepOf(job, event);
    if (!step) return;
    const { person, ended } = event.body;
    for (const one of new Set([person ?? event.by, ...event.with])) end(step, one, ended ?? event.time);
    if (step.standing === 'in hand' && step.spans.every(({ to }) => to !== null)) {
      step.standing = resting(job, step);
      putDown(step);
    }
  }),
  finished: kind(fields({}), (job, event) => {
    const step = stepOf(job, event);
    if (!step) return;
    for (const span of step.spans) span.to ??= Math.max(span.from, event.time);
    step.finishes.push({ event: event.id, at: event.time, by: event.by });
    if (step.standing !== 'replaced') step.standing = 'done';
  }),
  /** what the step put right on the map and in the build; it counts once the step is finished */
  mended: kind(
    fields({
      marks: list(fields({ mark: id, state: oneOf(['closed', 'repaired']), cleated: yesOrNo }), 60),
      build: maybe(build),
      /** what the build said before */
      was: maybe(build),
    }),
    (job, event) => void stepOf(job, event),
    { corrects: false },
  ),
  'given up': kind(fields({ why: words() }), (job, event) => {
    const step = stepOf(job, event);
    if (!step || step.standing === 'done') return;
    for (const span of step.spans) span.to ??= Math.max(span.from, event.time);
    Object.assign(step, { standing: 'given up', givenUp: event.body.why });
  }),
  reopened: kind(fields({ why: words() }), (job, event) => {
    const step = stepOf(job, event);
    if (!step) return;
    step.standing = 'open';
    step.givenUp = null;
    // what was begun on it since, and stands after it in the order, is in doubt
    const late = lateOf(job, step);
    for (const told of job.log)
      if (told.kind === 'begun' && told.step !== null && late.has(told.step) && !told.struck)
        job.doubts.set(told.id, event.id);
  }),
  'visit planned': kind(fields({ at: instant, reads: list(words(80), 20) }), (job, event) => {
    stepOf(job, event)?.visits.push(event.body);
  }),
  'run counted': kind(
    fields({
      clock: id,
      run: whole(1, 200),
      endedBy: oneOf(['time', 'probe', 'hand', 'moved']),
      moved: maybe(number(0, 100)),
      probe: maybe(number(-20, 300)),
    }),
    (job, event) => {
      const { clock, run, endedBy, moved, probe } = event.body;
      stepOf(job, event)?.runs.push({
        clock,
        run,
        endedBy,
        moved: moved ?? null,
        probe: probe ?? null,
        event: event.id,
      });
    },
  ),
};

/** Steps that stand after one, near or far. */
function lateOf(job: Job, of: Step): Set<string> {
  const late = new Set<string>([of.id]);
  for (let size = 0; size !== late.size;) {
    size = late.size;
    for (const step of job.steps.values())
      if (step.after.some((arrow) => late.has(arrow.step))) late.add(step.id);
  }
  late.delete(of.id);
  return late;
}
