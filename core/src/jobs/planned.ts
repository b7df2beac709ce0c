import {
  becauseOf,
  TREATMENTS,
  WORK_STAGES,
  type OwnTreatment,
  type TreatmentId,
} from '../treatments/index.js';
import { amongSteps, asWorked } from '../treatments/index.js';
import type { JobEventBody } from './events/index.js';
import type { Job, Step, StepGiven } from './job.js';
import type { Bench } from './stages.js';

const known = (id: string): id is TreatmentId => Object.hasOwn(TREATMENTS, id);
const rank = (id: TreatmentId): number => WORK_STAGES.indexOf(TREATMENTS[id].stage);

/** A step of the plan before it has its id and its arrows. */
interface Planned {
  treatment: string;
  part: StepGiven['part'];
  hands: [number, number];
  wait: [number, number];
}

/**
 * A chosen plan as steps of a job: what comes off and goes on again is two, and each has the arrows that put it where it
 * stands, those that follow from others left out.
 *
 * @param ids of the catalogue, in the order of the bench
 * @param own ids of the shop's own treatments that are in the plan
 */
export function plannedSteps(
  ids: readonly TreatmentId[],
  own: readonly string[],
  bench: Bench,
  newId: () => string,
): StepGiven[] {
  const shops = bench.own.filter(({ id }) => own.includes(id));
  const all = amongSteps<{ id: TreatmentId }>(
    ids.map((id) => ({ id })),
    shops,
    ({ id }) => TREATMENTS[id].stage,
  );
  const planned = backOn(all.flatMap((one) => plannedOf(one, bench)));
  const steps = planned.map((one) => ({ ...one, id: newId() }));
  const arrows = steps.map((then, at) =>
    steps.slice(0, at).flatMap((first) => {
      const because = whyAfter(first, then);
      return because === null ? [] : [{ step: first.id, because }];
    }),
  );
  return steps.map((one, at) => ({ ...one, after: withoutFollowing(arrows, steps, at) }));
}

function plannedOf(one: { id: TreatmentId } | OwnTreatment, bench: Bench): Planned[] {
  if (!known(one.id)) {
    const { id, hands, wait } = one as OwnTreatment;
    return [{ treatment: id, part: 'whole', hands, wait }];
  }
  const { hands, wait, goesBackOn } = asWorked(one.id, bench.edits);
  if (!goesBackOn) return [{ treatment: one.id, part: 'whole', hands, wait }];
  const share = (part: number): [number, number] => [hands[0] * part, hands[1] * part];
  return [
    { treatment: one.id, part: 'off', hands: share(1 - goesBackOn.share), wait: [0, 0] },
    { treatment: one.id, part: 'on', hands: share(goesBackOn.share), wait },
  ];
}

/** Puts what goes back on where it does so: after the last step of the stage that it waits for. */
function backOn(all: readonly Planned[]): Planned[] {
  const order = all.filter(({ part }) => part !== 'on');
  for (const on of all.filter(({ part }) => part === 'on')) {
    const id = on.treatment as TreatmentId;
    const after = WORK_STAGES.indexOf(TREATMENTS[id].goesBackOn!.after);
    const off = order.findIndex((one) => one.treatment === id && one.part === 'off');
    const later = order.findIndex(
      (one, at) => at > off && known(one.treatment) && rank(one.treatment) > after,
    );
    order.splice(later < 0 ? order.length : later, 0, on);
  }
  return order;
}

/** Why one step stands before another; null where nothing says so. */
export function whyAfter(
  first: Pick<StepGiven, 'treatment' | 'part'>,
  then: Pick<StepGiven, 'treatment' | 'part'>,
): string | null {
  if (first.treatment === then.treatment)
    return first.part === 'off' && then.part === 'on' ? 'what came off goes back on' : null;
  if (!known(first.treatment) || !known(then.treatment)) return null;
  // back on after what it gave access to, and before what asks for it to be on
  if (then.part === 'on')
    return rank(first.treatment) <= WORK_STAGES.indexOf(TREATMENTS[then.treatment].goesBackOn!.after)
      ? 'what is under it comes before it goes back on'
      : null;
  if (
    first.part === 'on' &&
    rank(then.treatment) <= WORK_STAGES.indexOf(TREATMENTS[first.treatment].goesBackOn!.after)
  )
    return null;
  return becauseOf(first.treatment, then.treatment);
}

/** The arrows of a step without those that another of its arrows already says. */
function withoutFollowing(
  arrows: readonly StepGiven['after'][],
  steps: readonly { id: string }[],
  at: number,
): StepGiven['after'] {
  const place = new Map(steps.map(({ id }, i) => [id, i]));
  const before = (from: number): Set<number> => {
    const found = new Set<number>();
    const ask = [from];
    for (let one = ask.pop(); one !== undefined; one = ask.pop())
      for (const { step } of arrows[one]!) {
        const next = place.get(step)!;
        if (!found.has(next)) {
          found.add(next);
          ask.push(next);
        }
      }
    return found;
  };
  const said = new Set(arrows[at]!.flatMap(({ step }) => [...before(place.get(step)!)]));
  return arrows[at]!.filter(({ step }) => !said.has(place.get(step)!));
}

/**
 * A job planned again under way: what is done stays done and is not planned twice; what is in hand goes on in the step of
 * the same treatment, or by itself; what was not begun goes.
 *
 * @param ids of the catalogue, in the order of the bench
 * @param own ids of the shop's own treatments
 */
export function replanned(
  job: Pick<Job, 'version'> & { steps: readonly Pick<Step, 'id' | 'treatment' | 'part' | 'standing'>[] },
  { ids, own, why }: { ids: readonly TreatmentId[]; own: readonly string[]; why: string },
  bench: Bench,
  newId: () => string,
): Pick<JobEventBody<'plan replaced'>, 'from' | 'version' | 'why' | 'steps' | 'old'> {
  const done = new Set(
    job.steps
      .filter(({ standing }) => standing === 'done')
      .map(({ treatment, part }) => `${treatment} ${part}`),
  );
  const all = plannedSteps(ids, own, bench, newId);
  const gone = new Set(
    all.filter(({ treatment, part }) => done.has(`${treatment} ${part}`)).map(({ id }) => id),
  );
  const fresh = all.filter(({ id }) => !gone.has(id));
  const under = job.steps.filter(({ standing }) => UNDER_WAY.has(standing));
  const into = new Map(
    under.map(({ id, treatment, part }) => [
      id,
      fresh.find((one) => one.treatment === treatment && one.part === part)?.id ?? 'kept',
    ]),
  );
  const kept = under.filter(({ id }) => into.get(id) === 'kept');
  return {
    from: job.version,
    version: job.version + 1,
    why,
    steps: fresh.map((step) => ({
      ...step,
      after: [
        ...step.after.filter((arrow) => !gone.has(arrow.step)),
        ...kept.flatMap((one) => {
          const because = whyAfter(one, step);
          return because === null ? [] : [{ step: one.id, because }];
        }),
      ],
    })),
    old: job.steps
      .filter(({ standing }) => standing !== 'done' && standing !== 'replaced' && standing !== 'given up')
      .map(({ id }) => ({ step: id, to: into.get(id) ?? 'dropped' })),
  };
}

const UNDER_WAY: ReadonlySet<string> = new Set<Step['standing']>(['in hand', 'waiting', 'paused']);

/**
 * A treatment that is added to a job: where it stands among the steps that are not begun, what it waits for, and what waits
 * for it from now on.
 *
 * @param steps of the job, in their order
 */
export function addedStep(
  steps: readonly Pick<Step, 'id' | 'treatment' | 'part' | 'standing'>[],
  treatment: string,
  bench: Bench,
  newId: () => string,
): JobEventBody<'step added'> {
  const one = { treatment, part: 'whole' as const };
  const { hands, wait } = timesOf(treatment, bench);
  const free = steps.filter(({ standing }) => standing === 'open');
  const late = free.find((step) => whyAfter(one, step) !== null);
  const at = late ? steps.indexOf(late) : steps.length;
  const arrows = (
    of: readonly (typeof steps)[number][],
    why: (step: (typeof steps)[number]) => string | null,
  ) =>
    of.flatMap((step) => {
      const because = why(step);
      return because === null ? [] : [{ step: step.id, because }];
    });
  return {
    given: {
      id: newId(),
      ...one,
      hands,
      wait,
      after: arrows(steps.slice(0, at), (step) => whyAfter(step, one)),
    },
    before: late?.id ?? null,
    then: arrows(free.slice(late ? free.indexOf(late) : free.length), (step) => whyAfter(one, step)),
  };
}

function timesOf(treatment: string, { edits, own }: Bench): Pick<StepGiven, 'hands' | 'wait'> {
  const of = known(treatment) ? asWorked(treatment, edits) : own.find(({ id }) => id === treatment);
  return { hands: of?.hands ?? [0, 0], wait: of?.wait ?? [0, 0] };
}

/** What moving, adding or dropping a step breaks: pairs that stand the wrong way round, with the reason of each. */
export function brokenOrder(
  steps: readonly Pick<StepGiven, 'id' | 'treatment' | 'part'>[],
): { first: string; then: string; because: string }[] {
  return steps.flatMap((late, at) =>
    steps.slice(0, at).flatMap((early) => {
      const because = whyAfter(late, early);
      return because === null || whyAfter(early, late) !== null
        ? []
        : [{ first: late.id, then: early.id, because }];
    }),
  );
}
