import { dateIn } from '@upright-elder/core/days';
import { JOB_EVENTS, stepName, stepsOf, type JobEventBody, type JobEventId } from '@upright-elder/core/jobs';
import { asWorked, TREATMENTS, type TreatmentId } from '@upright-elder/core/treatments';
import { logNames, sayEvent } from '@upright-elder/core/wording';
import type { JobOnPaper } from '@upright-elder/papers';
import type { ToldJob } from '../jobs/jobs.service.js';

/** What is said between shop and owner: nobody else reads it. */
const BETWEEN: readonly string[] = [
  'owner asked',
  'owner answered',
  'owner told',
  'consent given',
  'consent withdrawn',
  'mishap',
  'mishap told',
  'mishap settled',
  'promised',
  'needed',
  'ranked',
];

/**
 * A job as it is told on paper, day by day in the shop's zone.
 *
 * @param written what becomes of a text that a person wrote
 * @param owners whether the owner reads it
 */
export function jobOnPaper(
  { job, bench, cameTo }: ToldJob,
  {
    person,
    zone,
    written,
    owners,
  }: {
    person: (id: string) => string;
    zone: string;
    written: (text: string) => string;
    owners: boolean;
  },
): JobOnPaper {
  const names = logNames(job, bench, person);
  const dayOf = (ms: number) => dateIn(new Date(ms).toISOString(), zone);
  const told = job.log.filter(
    ({ kind, struck }) =>
      !struck && JOB_EVENTS[kind as JobEventId].told && (owners || !BETWEEN.includes(kind)),
  );
  const steps = stepsOf(job);
  const days = [...new Set(told.map(({ time }) => dayOf(time)))];
  return {
    name: written(job.name),
    asked: owners ? (job.asked ?? '') : '',
    opened: dayOf(job.opened?.at ?? 0),
    handedOver: job.handedOver ? dayOf(job.handedOver.at) : null,
    came: cameTo.map(({ line, estimated, worked }) => ({
      say: line === null ? 'The rest' : written(job.lines.get(line)!.say),
      estimated,
      worked,
    })),
    used: job.log.flatMap(({ kind, struck, body }) => {
      if (struck || kind !== 'material used') return [];
      const { what, much = '', cost = '' } = body as JobEventBody<'material used'>;
      return [written([what, much, cost].filter(Boolean).join(', '))];
    }),
    open: steps
      .filter(({ standing }) => standing !== 'done')
      .map((step) => ({
        name: stepName(step, bench),
        hands: step.hands,
        materials: materialsOf(step.treatment, bench),
      })),
    finished: steps.filter(({ standing }) => standing === 'done').map((step) => stepName(step, bench)),
    wanted: job.log.flatMap(({ kind, struck, body }) => {
      if (struck || kind !== 'part wanted') return [];
      const { what, from = '' } = body as JobEventBody<'part wanted'>;
      return [written([what, from && `from ${from}`].filter(Boolean).join(', '))];
    }),
    ours: owners
      ? [...job.mishaps.values()].filter(({ cost }) => cost === 'shop').map(({ what }) => written(what))
      : [],
    log: days.map((day) => ({
      day,
      lines: told.filter(({ time }) => dayOf(time) === day).map((event) => written(sayEvent(event, names))),
    })),
    parts: [...job.parts.values()].map(({ label, place, state }) => ({
      name: written(label),
      where: state === 'on' ? 'on the instrument again' : [state, written(place)].filter(Boolean).join(', '),
    })),
    otherwise: job.mistaken.map(({ assumed, isSo }) => written(`Thought: ${assumed}. It is so: ${isSo}.`)),
    leftOut: [...job.lines.values()]
      .filter(({ state }) => state === 'declined' || state === 'not needed' || state === 'withdrawn')
      .map(({ say, state, because }) => written([`${say}: ${state}`, because].filter(Boolean).join(', '))),
  };
}

/** By the catalogue, as the shop has changed it, or of the shop's own. */
const materialsOf = (treatment: string, { edits, own }: ToldJob['bench']): readonly string[] =>
  Object.hasOwn(TREATMENTS, treatment)
    ? asWorked(treatment as TreatmentId, edits).materials
    : (own.find(({ id }) => id === treatment)?.materials ?? []);
