import { newStep, STEP_PARTS, type Job, type StepGiven } from '../job.js';
import { fields, id, list, maybe, oneOf, orNone, span, whole, words, type Shape } from '../shape.js';
import { kind, odd } from './kind.js';
import { stepOf } from './toStep.js';

const ARROWS = list(fields({ step: id, because: words(300) }), 60);
const STEP: Shape<StepGiven> = fields({
  id,
  treatment: words(80),
  part: oneOf(STEP_PARTS),
  name: maybe(words(120)),
  hands: span(400),
  wait: span(20000),
  after: ARROWS,
  line: maybe(id),
});

/** Which kept plan it is, what it is called, and what it promises: of a job that was there before its plan. */
const PLAN = { plan: maybe(id), name: maybe(words(120)), promises: maybe(list(words(400), 20)) };

function named(
  job: Job,
  { plan, name, promises }: { plan?: string; name?: string; promises?: string[] },
): void {
  if (name !== undefined) job.name = name;
  if (plan !== undefined) job.plan = plan;
  if (promises !== undefined) job.promises = promises;
}

/** A step that is under way or over stays what it is. */
const keeps = ({ standing }: { standing: string }): boolean => standing !== 'open';

const put = (job: Job, given: StepGiven, splitFrom: string | null = null): void => {
  if (!job.steps.has(given.id)) job.steps.set(given.id, newStep(given, splitFrom));
};

/** Of what is to be done, and in which order. */
export const OF_PLAN = {
  'plan taken': kind(fields({ version: whole(1, 1), steps: list(STEP, 120), ...PLAN }), (job, event) => {
    if (job.version > 0) return odd(job, 'plan from an old version', event);
    job.version = 1;
    named(job, event.body);
    for (const given of event.body.steps) put(job, given);
    job.order = event.body.steps.map((given) => given.id);
  }),
  'plan replaced': kind(
    fields({
      from: whole(1, 1000),
      version: whole(2, 1001),
      why: words(),
      steps: list(STEP, 120),
      old: list(fields({ step: id, to: words(40) }), 120),
      ...PLAN,
    }),
    (job, event) => {
      const { from, version, why, steps, old } = event.body;
      // of two made apart the first stands, and the other is an offer
      if (from !== job.version) {
        odd(job, 'plan from an old version', event);
        job.offers.push({ event: event.id, from, why });
        return;
      }
      job.version = version;
      named(job, event.body);
      const becomes = new Map(old.map(({ step, to }) => [step, to]));
      for (const given of steps) put(job, given);
      const next = new Set(steps.map((given) => given.id));
      for (const one of job.steps.values()) {
        if (next.has(one.id) || one.standing === 'replaced') continue;
        const to = becomes.get(one.id) ?? 'dropped';
        const into = job.steps.get(to);
        if (into) carry(job, one.id, into.id);
        // what was begun or done stays what it is until somebody says otherwise
        else if (!keeps(one) && to !== 'kept') Object.assign(one, { standing: 'replaced', dropped: why });
      }
      job.order = [
        ...job.order.filter((one) => !next.has(one) && keeps(job.steps.get(one)!)),
        ...steps.map((given) => given.id),
      ];
    },
  ),
  'step added': kind(
    fields({ given: STEP, before: orNone(id), then: maybe(ARROWS), why: maybe(words()) }),
    (job, { body }) => {
      if (job.steps.has(body.given.id)) return;
      put(job, body.given);
      // what must come after it waits for it
      for (const { step, because } of body.then ?? [])
        job.steps.get(step)?.after.push({ step: body.given.id, because });
      const at = body.before === null ? -1 : job.order.indexOf(body.before);
      job.order.splice(at < 0 ? job.order.length : at, 0, body.given.id);
    },
  ),
  'step dropped': kind(fields({ why: words() }), (job, event) => {
    const step = stepOf(job, event);
    if (step && step.standing !== 'done')
      Object.assign(step, { standing: 'replaced', dropped: event.body.why });
  }),
  'step split': kind(fields({ into: list(STEP, 12, 2), carries: orNone(id) }), (job, event) => {
    const { into, carries } = event.body;
    const step = event.step === null ? undefined : job.steps.get(event.step);
    if (!step) return odd(job, 'no such step', event);
    if (step.splitInto.length > 0) return odd(job, 'written to a split step', event);
    for (const given of into) put(job, given, step.id);
    const first = into.some((given) => given.id === carries) ? carries! : into[0]!.id;
    step.splitInto = [first, ...into.map((given) => given.id).filter((one) => one !== first)];
    const child = job.steps.get(first)!;
    // clocks and spans stay with the old step, and the child carries on from them
    if (step.standing !== 'open' && step.standing !== 'done') child.standing = step.standing;
    for (const clock of job.clocks.values()) if (clock.step === step.id && !clock.stopped) clock.step = first;
    for (const span of step.spans)
      if (span.to === null) {
        span.to = event.time;
        child.spans.push({ ...span, from: event.time, to: null });
      }
    step.standing = 'replaced';
    job.order.splice(job.order.indexOf(step.id), 1, ...into.map((given) => given.id));
    for (const other of job.steps.values())
      other.after = other.after.flatMap((arrow) =>
        arrow.step === step.id ? into.map((given) => ({ ...arrow, step: given.id })) : [arrow],
      );
  }),
  'step moved': kind(
    fields({ before: orNone(id), why: maybe(words()), breaks: list(words(300), 40) }),
    (job, event) => {
      const step = stepOf(job, event);
      if (!step) return;
      job.order = job.order.filter((one) => one !== step.id);
      const at = event.body.before === null ? -1 : job.order.indexOf(event.body.before);
      job.order.splice(at < 0 ? job.order.length : at, 0, step.id);
    },
  ),
};

/** What runs on an old step runs on in the one that takes its place. */
function carry(job: Job, from: string, into: string): void {
  const [old, now] = [job.steps.get(from)!, job.steps.get(into)!];
  if (old.standing === 'done') return;
  if (keeps(old) && !keeps(now)) now.standing = old.standing;
  now.spans.push(...old.spans);
  old.spans = [];
  for (const clock of job.clocks.values()) if (clock.step === from && !clock.stopped) clock.step = into;
  Object.assign(old, { standing: 'replaced', splitInto: [into] });
}
