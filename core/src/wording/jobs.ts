import type { Bar, Clock, Oddity, Step } from '../jobs/index.js';

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
    case 'not agreed':
      return bar.lacks === 'in writing'
        ? 'This cannot be undone. Get the owner’s yes in writing first.'
        : 'The owner has not agreed to this. Ask first.';
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
