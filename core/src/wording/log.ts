import { sayDate } from '../days/index.js';
import { isBareNumber } from '../units/index.js';
import {
  stagesOf,
  stepName,
  type Bench,
  type ConsentWay,
  type Folded,
  type JobEventBody,
  type JobEventId,
  type Told,
} from '../jobs/index.js';

/** How people, steps and stages in the log are said. */
export interface LogNames {
  person: (id: string) => string;
  /** empty where there is none */
  step: (id: string | null) => string;
  /** treatments, by their ids */
  work: (ids: readonly string[]) => string;
  /** what a hold or a look is about */
  stage: (step: string | null, index: number) => string;
}

/**
 * How people, steps and stages of a job are called in its log.
 *
 * @param person name of one, by id
 */
export const logNames = (
  job: Pick<Folded, 'steps'>,
  bench: Bench,
  person: (id: string) => string,
): LogNames => {
  const stepOf = (id: string | null) => (id === null ? undefined : job.steps.get(id));
  return {
    person,
    step: (id) => {
      const step = stepOf(id);
      return step ? stepName(step, bench) : '';
    },
    work: (ids) =>
      ids.map((treatment) => stepName({ treatment, part: 'whole' }, bench).toLowerCase()).join('; '),
    stage: (id, index) => {
      const step = stepOf(id);
      return step ? (stagesOf(step, bench).find((stage) => stage.index === index)?.say ?? '') : '';
    },
  };
};

/** How a yes was given, after “agreed”. */
export const WAY_OF_CONSENT: Record<ConsentWay, string> = {
  'signed paper': 'on a signed paper',
  mail: 'by mail',
  'by word': 'by word',
};

type Says = { [K in JobEventId]?: (body: JobEventBody<K>, by: string, of: LogNames, event: Told) => string };

const quoted = (text: string): string => `“${text.replace(/[.]$/u, '')}”`;

/** A line of the log by its kind; what is not here is no line of it. */
const LOG: Says = {
  opened: ({ name }, by) => `${by} opened the job: ${name}.`,
  'looked for': ({ what, found }, by) =>
    found ? `${by} looked for ${what} and found: ${found}` : `${by} looked for ${what}: none.`,
  ordered: ({ say, from }) =>
    from === 'owner' ? `The owner asked for: ${say}` : `The shop proposed: ${say}`,
  promised: ({ day }) => `Promised for ${sayDate(day, 'long')}.`,
  needed: (said) => `The owner needs it by ${sayDate(said.day, 'long')}${said.for ? `: ${said.for}` : ''}.`,
  ranked: ({ rank, why }, by) =>
    rank === 'as reckoned'
      ? `${by} left its turn to the reckoning: ${why}`
      : `${by} put its turn at “${rank}”: ${why}`,
  agreed: ({ way }) => `The owner agreed ${way === 'written' ? 'in writing' : 'by word'}.`,
  declined: ({ why }) => `The owner declined${why ? `: ${why}` : ''}.`,
  withdrawn: ({ why }) => `Withdrawn${why ? `: ${why}` : ''}.`,
  'not needed': ({ because }) => `Not needed: ${because}`,
  'consent given': ({ treatments, key, upTo, way }, _by, of) =>
    `The owner agreed ${WAY_OF_CONSENT[way]} to ${of.work(treatments)}${key === undefined ? '' : ', if the next reading asks for it'}${upTo === undefined ? '' : `, up to ${Math.round(upTo)}`}.`,
  'consent withdrawn': ({ why }) => `The owner took a yes back${why ? `: ${why}` : ''}.`,
  'owner asked': ({ say }, by) => `${by} asked the owner: ${say}`,
  'owner answered': ({ say }) => `The owner answered: ${say}`,
  'owner told': ({ how, when }, by) => `${by} told the owner on ${sayDate(when, 'long')}, ${how}.`,
  'put aside': ({ why, strings }, by) => `${by} put it aside, strings ${strings}: ${why}`,
  'taken up': (_, by) => `${by} took it up again.`,
  'given out': ({ to, what }) => `Given out to ${to}: ${what}`,
  'came back': ({ found }) => `Came back${found ? `: ${found}` : ''}.`,
  moved: ({ place }) => `Moved: ${place}.`,
  'handed over': ({ who }, by) => `${by} handed it over to ${who}.`,
  note: ({ say }, by) => `${by}: ${say}`,
  'plan taken': ({ steps }) => `Planned: ${steps.length} steps.`,
  'plan replaced': ({ why, steps }) => `Planned again, ${steps.length} steps: ${why}`,
  'step added': ({ given, why }, _by, of) => `Added ${quoted(of.step(given.id))}${why ? `: ${why}` : ''}.`,
  'step dropped': ({ why }, _by, of, { step }) => `Dropped ${quoted(of.step(step))}: ${why}`,
  'step split': ({ into }, _by, of, { step }) => `Split ${quoted(of.step(step))} into ${into.length} steps.`,
  'step moved': ({ why }, _by, of, { step }) => `Moved ${quoted(of.step(step))}${why ? `: ${why}` : ''}.`,
  begun: (_, by, of, { step }) => `${by} began ${quoted(of.step(step))}.`,
  paused: (_, by, of, { step }) => `${by} paused ${quoted(of.step(step))}.`,
  finished: (_, by, of, { step }) => `${by} finished ${quoted(of.step(step))}.`,
  mended: ({ marks, build = {} }, by) =>
    [
      marks.length > 0
        ? `${by} mended ${marks.length === 1 ? 'one mark' : `${marks.length} marks`} of the map.`
        : '',
      Object.keys(build).length > 0 ? `${by} noted how it is built now.` : '',
    ]
      .filter(Boolean)
      .join(' '),
  'given up': ({ why }, by, of, { step }) => `${by} gave up ${quoted(of.step(step))}: ${why}`,
  reopened: ({ why }, by, of, { step }) => `${by} opened ${quoted(of.step(step))} again: ${why}`,
  'run counted': ({ run, endedBy, moved }) =>
    `Heat run ${run} ended ${endedBy === 'moved' ? `when it moved${moved === undefined ? '' : ` (${moved} mm)`}` : `by ${endedBy}`}.`,
  'clock stopped': ({ endedBy }) => `Clock stopped: ${endedBy}.`,
  'hold confirmed': ({ hold }, by, of, { step }) => `${by} confirmed: ${of.stage(step, hold)}`,
  'hold failed': ({ hold, found }, by, of, { step }) =>
    `${by} found that it does not hold: ${of.stage(step, hold)}${found ? ` Found: ${found}.` : ''}`,
  'look asked': ({ asks }, by) => `${by} asked for a second look: ${asks}`,
  'look given': ({ stage }, by, of, { step }) => `${by} looked and initialled: ${of.stage(step, stage)}`,
  'look refused': ({ why }, by) => `${by} looked and sent it back: ${why}`,
  'look withdrawn': (_, by) => `${by} no longer asks for a second look.`,
  'gate opened': ({ gate }) => `Gate open: ${gate}.`,
  'gate overruled': ({ gate, why }, by) => `${by} went on past the gate “${gate}”${why ? `: ${why}` : ''}.`,
  'gate lapsed': ({ gate, why }) => `Gate shut again: ${gate}${why ? `, ${why}` : ''}.`,
  'still holds': ({ why }, by) => `${by} looked again: it still holds${why ? `, ${why}` : ''}.`,
  'glue mixed': ({ glue, pot }, by) => `${by} mixed ${glue}${pot === undefined ? '' : `, pot at ${pot} °C`}.`,
  'joint glued': ({ parts, glue }, by) => `${by} glued ${parts} with ${glue}.`,
  'clamp on': (_, by) => `${by} put the clamps on.`,
  'clamp off': (_, by) => `${by} took the clamps off.`,
  'material used': ({ what, much }) => `Used: ${what}${much ? `, ${much}` : ''}.`,
  reading: ({ what, side, text, unit }, by) =>
    // a fraction is of an inch, whatever the field’s unit
    `${by} read ${what}${side ? `, ${side}` : ''}: ${text}${unit && isBareNumber(text) ? ` ${unit}` : ''}.`,
  photograph: ({ of }) => `Photograph${of ? ` of ${of}` : ''}.`,
  'part off': ({ label, place, number, ofHowMany }) =>
    `Took off ${label}${number === undefined ? '' : ` (${number}${ofHowMany === undefined ? '' : ` of ${ofHowMany}`})`}, stored: ${place}.`,
  'part on': () => 'Put back on.',
  'part kept': ({ place }) => `Kept apart with the instrument: ${place}.`,
  'part given back': ({ to }) => `Given back to ${to}.`,
  'number copied': ({ what, number }) => `Copied ${what}: ${number}.`,
  'part wanted': ({ what, from }) => `Wanted: ${what}${from ? `, from ${from}` : ''}.`,
  'not as thought': ({ assumed, isSo }, by) => `${by} found it is not as thought (${assumed}): ${isSo}.`,
  surprise: ({ say }, by) => `${by} noted: ${say}`,
  mishap: ({ what, cost }) =>
    `Mishap: ${what} ${cost === 'shop' ? 'The shop pays.' : cost === 'owner' ? 'The owner pays.' : 'The cost is shared.'}`,
  'mishap settled': ({ offer, accepted }) =>
    `Offered for the mishap, ${accepted ? 'accepted' : 'not accepted'}: ${offer}`,
  corrects: ({ does, why }, by) =>
    `${by} ${does === 'strikes' ? 'crossed out' : does === 'restores' ? 'brought back' : 'corrected'} an entry: ${why}.`,
};

/** A line of the log. */
export function sayEvent(event: Told, names: LogNames): string {
  const says = LOG[event.kind as JobEventId] as
    ((body: unknown, by: string, of: LogNames, event: Told) => string) | undefined;
  return says ? says(event.body, names.person(event.by), names, event) : event.kind;
}
