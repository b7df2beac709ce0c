import {
  ACTS,
  draft,
  foldJob,
  onward,
  plannedSteps,
  runningAt,
  stampOf,
  standingOf,
  type Acting,
  type Bench,
  type EventDraft,
  type Folded,
  type JobEvent,
} from '../src/jobs/index.js';
import { TREATMENT_IDS } from '../src/treatments/index.js';
import { seededChance } from '../src/numeric/index.js';

/** What a device knows, and what its clock is off, ms. */
interface Device {
  name: string;
  off: number;
  run: number;
  seq: number;
  /** what it was told that it is off */
  known: number;
  has: Map<string, JobEvent>;
}

export interface History {
  job: string;
  events: JobEvent[];
  /** of each event what its device had seen when it wrote it */
  seen: Map<string, ReadonlySet<string>>;
}

const HOUSE: Bench = { edits: {}, own: [] };
const HOUR = 3600000;

/**
 * A job as three devices write it that hear of each other now and then: clocks right, an hour off, 400 days off, one that
 * jumps, some never checked. Invented.
 */
export function simulateHistory(seed: number, length = 60): History {
  const random = seededChance(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  let ids = 0;
  const newId = () =>
    `${seed.toString(16).padStart(8, '0')}-0000-7000-8000-${(ids += 1).toString(16).padStart(12, '0')}`;
  const job = newId();
  const people = [newId(), newId()];
  let now = Date.UTC(2026, 8, 1, 8);
  const devices = ['one', 'two', 'three'].map((name): Device => ({
    name,
    off: pick([0, HOUR, -HOUR, 400 * 24 * HOUR]),
    run: 0,
    seq: 0,
    known: 0,
    has: new Map(),
  }));
  const seen = new Map<string, ReadonlySet<string>>();
  const write = (device: Device, by: string, drafts: readonly EventDraft[]) => {
    for (const one of drafts) {
      const highest = Math.max(0, ...[...device.has.values()].map(({ stamp }) => stamp));
      const at = now + device.off;
      seen.set(one.id, new Set(device.has.keys()));
      device.has.set(one.id, {
        ...one,
        job,
        by,
        with: [],
        device: device.name,
        clockRun: device.run,
        seq: (device.seq += 1),
        at,
        stamp: stampOf(at, device.known, highest),
        v: 1,
      });
    }
  };
  const hear = (from: Device, to: Device) => from.has.forEach((event, id) => to.has.set(id, event));
  const treatments = [...new Set(Array.from({ length: 5 }, () => pick(TREATMENT_IDS)))];
  write(devices[0]!, people[0]!, [
    draft({ newId }, 'opened', null, { instrument: newId(), name: 'a job', from: 'by hand' }),
    draft({ newId }, 'plan taken', null, { version: 1, steps: plannedSteps(treatments, [], HOUSE, newId) }),
  ]);
  for (const device of devices.slice(1)) hear(devices[0]!, device);
  for (let i = 0; i < length; i++) {
    now += Math.floor(random() * 20 * 60000) + 1000;
    const device = pick(devices);
    const by = pick(people);
    const chance = random();
    if (chance < 0.15) hear(pick(devices), device);
    else if (chance < 0.2) {
      // somebody sets its clock, and nobody told it yet what it is off
      device.off += pick([5000, -HOUR]);
      device.run += 1;
      device.known = 0;
    } else if (chance < 0.3) {
      device.known = -device.off;
      const error = 5 + Math.floor(random() * 200);
      write(device, by, [
        draft({ newId }, 'clock checked', null, { offset: -device.off + Math.floor(error / 3), error }),
      ]);
    } else {
      const known = foldJob(job, device.has.values());
      write(device, by, anything(known, { newId, by, now: now + device.off + device.known }, random));
    }
  }
  const all = devices[0]!;
  for (const device of devices.slice(1)) hear(device, all);
  return { job, events: [...all.has.values()], seen };
}

/** Something that a hand might do next. */
function anything(job: Folded, acting: Acting, random: () => number): EventDraft[] {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const step = job.steps.get(pick(job.order));
  const told = job.log.filter(({ kind }) => kind !== 'corrects' && kind !== 'opened');
  const chance = random();
  if (!step || chance < 0.08)
    return told.length === 0
      ? []
      : [
          draft(acting, 'corrects', null, {
            event: pick(told).id,
            does: pick(['strikes', 'restores', 'strikes'] as const),
            why: 'a slip',
          }),
        ];
  if (chance < 0.12) {
    const set = told.find(({ kind }) => kind === 'joint glued' || kind === 'begun');
    return set
      ? [
          draft(acting, 'corrects', null, {
            event: set.id,
            does: 'changes',
            fields: { at: set.time - 60000 },
            was: { at: set.time },
            why: 'noted late',
          }),
        ]
      : [];
  }
  if (chance < 0.15 && step.standing === 'done')
    return [draft(acting, 'reopened', step.id, { why: 'it moved' })];
  if (chance < 0.18 && step.standing !== 'done' && step.standing !== 'replaced')
    return [
      draft(acting, 'step split', step.id, {
        into: [0, 1].map(() => ({
          id: acting.newId(),
          treatment: step.treatment,
          part: step.part,
          hands: step.hands,
          wait: step.wait,
          after: [],
        })),
        carries: null,
      }),
    ];
  if (chance < 0.2)
    return [
      draft(acting, 'plan replaced', null, {
        from: job.version,
        version: job.version + 1,
        why: 'it came otherwise',
        steps: job.order.slice(0, 3).flatMap((id) => {
          const { treatment, part, hands, wait } = job.steps.get(id)!;
          return [{ id, treatment, part, hands, wait, after: [] }];
        }),
        old: [],
      }),
    ];
  if (chance < 0.24) return ACTS.pause(acting, job, step);
  const { at } = standingOf(step, HOUSE);
  const heat = runningAt(job, step, 'heat');
  if (at?.kind === 'hold' && random() < 0.2)
    return ACTS.fail(acting, job, step, at, at.branches?.length ? 0 : null, 'otherwise');
  if (at?.kind === 'look' && step.looks.get(at.index)?.state !== 'asked')
    return ACTS.askLook(acting, job, step, at);
  if (heat && random() < 0.5) return ACTS.stopRun(acting, job, step, heat, 'time');
  return onward(job, step, acting, HOUSE);
}
