import { sayDate } from '../days/index.js';
import { isBareNumber } from '../units/index.js';
import {
  stagesOf,
  stepName,
  type Bar,
  type Bench,
  type Clock,
  type Folded,
  type JobEventBody,
  type JobEventId,
  type Oddity,
  type ShelfState,
  type Step,
  type Told,
} from '../jobs/index.js';

const whole = (value: number): string => `${Math.floor(value)}`;
const two = (value: number): string => whole(value).padStart(2, '0');

/** Of a clock at which hands are: `1:48`, `12:05`. @param seconds under nothing: how long it is over */
export function sayMinutes(seconds: number): string {
  const left = Math.abs(seconds);
  return `${seconds < 0 ? '+' : ''}${whole(left / 60)}:${two(left % 60)}`;
}

/** Of a joint that sets: `48 min`, `3 h 12`, `2 days 4 h`. */
export function sayLeft(seconds: number): string {
  const minutes = Math.ceil(Math.max(0, seconds) / 60);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 48) return minutes % 60 === 0 ? `${hours} h` : `${hours} h ${two(minutes % 60)}`;
  const days = Math.floor(hours / 24);
  return hours % 24 === 0 ? `${days} days` : `${days} days ${hours % 24} h`;
}

export const STANDING_WORDS: Record<Step['standing'], string> = {
  open: 'not begun',
  'in hand': 'in hand',
  waiting: 'waiting',
  paused: 'paused',
  done: 'done',
  'given up': 'given up',
  replaced: 'dropped',
};

export const CLOCK_WORDS: Record<Clock['kind'], string> = {
  heat: 'Heat run',
  'open glue': 'Glue open',
  cure: 'Setting',
  'as long as it takes': 'Waiting',
  coat: 'Coat',
  reading: 'Waiting for a reading',
  visit: 'Next visit',
};

/** What the shelf says of an instrument in work. */
export const SHELF_STATE_WORDS: Record<ShelfState, string> = {
  apart: 'kept apart: look it over',
  'in line': 'in line for the bench',
  'on the bench': 'on the bench',
  setting: 'setting',
  drying: 'drying',
  resting: 'resting at pitch',
  waiting: 'waiting',
  'waiting for the owner': 'waiting for the owner',
  'put aside': 'put aside',
  'given out': 'out of the shop',
  ready: 'ready to be handed over',
};

/** The same with when it ends. */
export function sayShelfState(state: ShelfState, until: string | null): string {
  return until === null ? SHELF_STATE_WORDS[state] : `${SHELF_STATE_WORDS[state]} until ${until}`;
}

/** How names and times in a sentence are said. */
export interface JobNames {
  step: (id: string) => string;
  /** of a joint: what is joined */
  joint: (id: string) => string;
  /** `Tue 1 Dec, 9:00` */
  at: (ms: number) => string;
}

/** What stands in the way of a step, in a sentence. */
export function sayBar(bar: Bar, names: JobNames): string {
  switch (bar.kind) {
    case 'step first':
      return `“${names.step(bar.step)}” comes first: ${bar.because}.`;
    case 'sets':
      return `The glue sets until ${names.at(bar.until)} (${names.joint(bar.joint)}).`;
    case 'no strings yet':
      return `No strings before ${names.at(bar.until)}: ${names.joint(bar.joint)} is still setting.`;
    case 'in doubt':
      return 'Something that this step relies on was crossed out or changed. Look at it again first.';
    case 'mishap not told':
      return 'Tell the owner about the mishap first.';
    case 'owner asked':
      return 'The owner has not answered yet.';
    case 'line declined':
      return 'The owner declined this.';
    case 'put aside':
      return 'The job is put aside. Take it up first.';
    case 'given out':
      return 'The instrument is out of the shop.';
  }
}

/** What does not fit together in a job, before the entry that it is about. */
export const ODDITY_WORDS: Record<Oddity['kind'], string> = {
  'stopped twice': 'The clock was stopped already; the earlier stop counts.',
  'begun after finished': 'The step was finished already. Open it again, or cross this out.',
  'written to a split step': 'The step was split meanwhile; this counts for its first part.',
  'no such step': 'This belongs to a step that is not in the job.',
  'no such clock': 'This belongs to a clock that is not in the job.',
  'second opening': 'The job was open already.',
  'plan from an old version': 'The plan was changed meanwhile; this one is only an offer.',
  'not known': 'This cannot be read.',
};

/** How people, steps and stages in the log are said. */
export interface LogNames {
  person: (id: string) => string;
  /** empty where there is none */
  step: (id: string | null) => string;
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
    stage: (id, index) => {
      const step = stepOf(id);
      return step ? (stagesOf(step, bench).find((stage) => stage.index === index)?.say ?? '') : '';
    },
  };
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
  agreed: ({ way }) => `The owner agreed ${way === 'written' ? 'in writing' : 'by word'}.`,
  declined: ({ why }) => `The owner declined${why ? `: ${why}` : ''}.`,
  withdrawn: ({ why }) => `Withdrawn${why ? `: ${why}` : ''}.`,
  'not needed': ({ because }) => `Not needed: ${because}`,
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
