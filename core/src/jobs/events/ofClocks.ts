import { CLOCK_KINDS } from '../job.js';
import { fields, id, list, maybe, number, oneOf, orNone, whole, words } from '../shape.js';
import { kind, odd } from './kind.js';
import { stepOf } from './toStep.js';

const CALL = fields({ at: number(0, 5e7), say: words(120) });

/** Of clocks: each is an instant and a plan, and runs until somebody stops it. */
export const OF_CLOCKS = {
  'clock set': kind(
    fields({
      clock: id,
      kind: oneOf(CLOCK_KINDS),
      plan: orNone(number(1, 5e7)),
      calls: list(CALL, 12),
      number: maybe(whole(1, 200)),
      joint: maybe(id),
      /** of a heat run: at which stage of its step */
      stage: maybe(whole(0, 60)),
      /** of open glue: which */
      glue: maybe(words(60)),
      batch: maybe(id),
    }),
    (job, event) => {
      const { clock, kind: of, plan, calls, number: count, joint, glue, stage, batch } = event.body;
      if (job.clocks.has(clock)) return;
      const step = event.step === null ? null : stepOf(job, event);
      job.clocks.set(clock, {
        id: clock,
        step: step?.id ?? null,
        kind: of,
        event: event.id,
        by: event.by,
        from: event.time,
        plan,
        calls: [...calls].sort((a, b) => a.at - b.at),
        number: count ?? null,
        joint: joint ?? null,
        glue: glue ?? null,
        stage: stage ?? null,
        batch: batch ?? null,
        stopped: null,
        heard: [],
      });
      // a heat run and open glue are hands at work; whatever else runs is waited for
      if (
        step?.standing === 'paused' ||
        (step?.standing === 'in hand' && step.spans.every(({ to }) => to !== null))
      )
        step.standing = 'waiting';
    },
    { told: false },
  ),
  'clock stopped': kind(fields({ clock: id, endedBy: words(60) }), (job, event) => {
    const clock = job.clocks.get(event.body.clock);
    if (!clock) return odd(job, 'no such clock', event, event.body.clock);
    if (clock.stopped) return odd(job, 'stopped twice', event, clock.stopped.event);
    clock.stopped = {
      at: Math.max(clock.from, event.time),
      by: event.by,
      event: event.id,
      endedBy: event.body.endedBy,
    };
    const step = clock.step === null ? undefined : job.steps.get(clock.step);
    if (step?.standing === 'waiting') step.standing = 'paused';
  }),
  'call heard': kind(
    fields({ clock: id, which: whole(0, 20) }),
    (job, { body }) => {
      job.clocks.get(body.clock)?.heard.push(body.which);
    },
    { told: false },
  ),
};
