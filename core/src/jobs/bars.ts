import { dateIn, dayOf, isoDate } from '../days/index.js';
import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { lackingYes } from './agreed.js';
import { stepsOf, type Job, type Step } from './job.js';

/** What stands in the way of a step, or of handing over. */
export type Bar =
  | { kind: 'step first'; step: string; because: string }
  /** a joint may not be handled before this, ms */
  | { kind: 'sets'; joint: string; until: number }
  /** some joint may not carry strings before this, ms */
  | { kind: 'no strings yet'; joint: string; until: number }
  | { kind: 'in doubt'; event: string }
  | { kind: 'mishap not told'; mishap: string }
  | { kind: 'owner asked'; question: string }
  | { kind: 'line declined'; line: string }
  /** the owner’s yes is missing: in writing where it is not undone, or any at all */
  | { kind: 'not agreed'; lacks: 'in writing' | 'any' }
  | { kind: 'put aside' }
  | { kind: 'given out' };

const STRINGS_ON: readonly TreatmentId[] = [
  'rest-under-tension',
  'settle',
  'set-up',
  'measure-again',
  'other-strings',
];
/** Whether a step puts strings to pitch. */
export const strings = ({ treatment }: Pick<Step, 'treatment'>): boolean =>
  Object.hasOwn(TREATMENTS, treatment) &&
  (STRINGS_ON.includes(treatment as TreatmentId) || hasRole(treatment as TreatmentId, 'at pitch'));

const isOver = ({ standing }: Step): boolean =>
  standing === 'done' || standing === 'given up' || standing === 'replaced';

/** @param now ms */
export function barsOf(job: Job, step: Step, now: number): Bar[] {
  const bars: Bar[] = [];
  for (const { step: id, because } of step.after) {
    const first = job.steps.get(id);
    if (!first || isOver(first)) continue;
    // what only sets is done but for its time
    bars.push({ kind: 'step first', step: id, because });
  }
  const before = new Set(step.after.map((arrow) => arrow.step));
  for (const joint of job.joints.values()) {
    if (joint.step !== null && before.has(joint.step) && joint.handlingAt > now)
      bars.push({ kind: 'sets', joint: joint.id, until: joint.handlingAt });
    if (strings(step) && joint.tensionAt > now)
      bars.push({ kind: 'no strings yet', joint: joint.id, until: joint.tensionAt });
  }
  for (const mishap of job.mishaps.values())
    if (mishap.live && mishap.told === null && strings(step))
      bars.push({ kind: 'mishap not told', mishap: mishap.id });
  const line = step.line === undefined ? undefined : job.lines.get(step.line);
  if (line && (line.state === 'declined' || line.state === 'withdrawn'))
    bars.push({ kind: 'line declined', line: line.id });
  const lacks = step.standing === 'open' ? lackingYes(job, step) : null;
  if (lacks) bars.push({ kind: 'not agreed', lacks });
  for (const question of job.questions.values())
    if (question.answer === null && question.line !== null && question.line === step.line)
      bars.push({ kind: 'owner asked', question: question.id });
  if (job.aside) bars.push({ kind: 'put aside' });
  if (job.out) bars.push({ kind: 'given out' });
  return bars;
}

/** What bars the next stage that cannot be undone: whatever is in doubt in the job. */
export const doubtsOf = (job: Job): Bar[] =>
  [...job.doubts.keys()].map((event): Bar => ({ kind: 'in doubt', event }));

/**
 * When a step is free as far as clocks know, ms: now or later; null where something that no clock ends stands in its way.
 */
export function freeFrom(job: Job, step: Step, now: number): number | null {
  let free = now;
  for (const bar of barsOf(job, step, now)) {
    if (bar.kind !== 'sets' && bar.kind !== 'no strings yet') return null;
    free = Math.max(free, bar.until);
  }
  return free;
}

/** When the instrument may be strung: the latest of all its joints, ms; null where nothing was glued. */
export const mayBeStrungAt = (job: Job): number | null =>
  job.joints.size === 0 ? null : Math.max(...[...job.joints.values()].map(({ tensionAt }) => tensionAt));

/** Half a year on the air is at its other end. */
const OTHER_SEASON_DAYS = 182;

/** When what was handed over is measured again: as it leaves, and in the other season. ISO days. @param at ms */
export function recheckDays(at: number, zone: string): { now: string; otherSeason: string } {
  const now = dateIn(new Date(at).toISOString(), zone);
  return { now, otherSeason: isoDate(dayOf(now) + OTHER_SEASON_DAYS) };
}

/** What is open when it is handed over. The first three bar it; the rest is asked. */
export function openAtHandOver(
  job: Job,
  now: number,
): {
  bars: Bar[];
  steps: Step[];
  parts: string[];
  questions: string[];
} {
  const strung = mayBeStrungAt(job);
  return {
    bars: [
      ...[...job.mishaps.values()]
        .filter(({ told }) => told === null)
        .map(({ id }): Bar => ({ kind: 'mishap not told', mishap: id })),
      ...doubtsOf(job),
      ...(strung !== null && strung > now
        ? [...job.joints.values()]
            .filter(({ tensionAt }) => tensionAt > now)
            .map(({ id, tensionAt }): Bar => ({ kind: 'no strings yet', joint: id, until: tensionAt }))
        : []),
    ],
    steps: stepsOf(job).filter((step) => !isOver(step)),
    parts: [...job.parts.values()].filter(({ state }) => state === 'off').map(({ label }) => label),
    questions: [...job.questions.values()].filter(({ answer }) => answer === null).map(({ say }) => say),
  };
}
