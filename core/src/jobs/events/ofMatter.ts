import { fields, id, instant, maybe, number, oneOf, orNone, whole, words, yesOrNo } from '../shape.js';
import type { Told } from '../event.js';
import { STRINGS_NOW, type Job, type Part } from '../job.js';
import { kind } from './kind.js';
import { stepOf } from './toStep.js';

const partIs =
  (state: Part['state']) =>
  (job: Job, { body }: Told<{ part: string }>) => {
    const part = job.parts.get(body.part);
    if (part) part.state = state;
  };

const clamped = (on: boolean) => (job: Job, event: Told<{ joint?: string }>) => {
  const joint = event.body.joint === undefined ? undefined : job.joints.get(event.body.joint);
  if (joint) joint.clamped = on;
};

/** What was touched: glue, joints, clamps, materials, readings, photographs, parts. */
export const OF_MATTER = {
  'glue mixed': kind(
    fields({ batch: id, glue: words(120), days: maybe(number(0, 3650)), pot: maybe(number(0, 120)) }),
    (job, { body, time, by }) => {
      const { batch, glue, days, pot } = body;
      job.batches.set(batch, { id: batch, glue, at: time, by, pot: pot ?? null, days: days ?? null });
    },
  ),
  'joint glued': kind(
    fields({
      joint: id,
      parts: words(200),
      glue: words(120),
      batch: maybe(id),
      mark: maybe(id),
      warm: maybe(yesOrNo),
      damp: maybe(yesOrNo),
      handlingAt: instant,
      tensionAt: instant,
    }),
    (job, event) => {
      const { joint, parts, glue, batch, mark, handlingAt, tensionAt } = event.body;
      const step = event.step === null ? null : stepOf(job, event);
      job.joints.set(joint, {
        id: joint,
        step: step?.id ?? null,
        parts,
        glue,
        batch: batch ?? null,
        mark: mark ?? null,
        at: event.time,
        handlingAt,
        tensionAt,
        clamped: true,
        event: event.id,
      });
    },
  ),
  'clamp on': kind(fields({ joint: maybe(id), which: maybe(words(120)) }), clamped(true)),
  'clamp off': kind(fields({ joint: maybe(id), which: maybe(words(120)) }), clamped(false)),
  'material used': kind(
    fields({ what: words(200), much: maybe(words(60)), cost: maybe(words(40)) }),
    () => undefined,
  ),
  reading: kind(
    fields({
      what: words(80),
      side: maybe(words(20)),
      /** of the quantities that the program works with: then it is an examination’s, at the bench */
      quantity: maybe(words(60)),
      place: maybe(words(40)),
      strings: maybe(oneOf(STRINGS_NOW)),
      text: words(60),
      unit: maybe(words(20)),
      /** SI, or percent; null where it is none of the quantities that the program works with */
      value: orNone(number(-1e6, 1e6)),
      examination: maybe(id),
    }),
    (job, event) => {
      if (event.step !== null) stepOf(job, event)?.readings.push(event.id);
    },
  ),
  photograph: kind(fields({ photograph: id, of: maybe(words(200)) }), () => undefined),
  'part off': kind(
    fields({
      part: id,
      label: words(120),
      place: words(200),
      number: maybe(whole(1, 200)),
      ofHowMany: maybe(whole(1, 200)),
    }),
    (job, { body, id: event }) => {
      const { part, label, place, number: count, ofHowMany } = body;
      job.parts.set(part, {
        id: part,
        label,
        place,
        number: count ?? null,
        ofHowMany: ofHowMany ?? null,
        state: 'off',
        event,
      });
    },
  ),
  'part on': kind(fields({ part: id }), partIs('on')),
  'part kept': kind(fields({ part: id, place: words(200) }), (job, event) => {
    partIs('kept apart')(job, event);
    const part = job.parts.get(event.body.part);
    if (part) part.place = event.body.place;
  }),
  'part given back': kind(fields({ part: id, to: words(200) }), partIs('given back')),
  'number copied': kind(fields({ what: words(120), number: words(120) }), () => undefined),
  'part wanted': kind(fields({ what: words(200), from: maybe(words(200)) }), (job, { body, id: event }) => {
    job.wanted.push({ what: body.what, event });
  }),
};
