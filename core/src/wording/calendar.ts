import { sayDate } from '../days/index.js';
import type { InStep, Rank } from '../jobs/index.js';
import type { EndLink, IfPromised, LeftOut, RankReason, WaitsFor, Way } from '../schedule/index.js';
import { list } from './words.js';

/** How people, steps and moments are called. */
export interface CalendarNames {
  person: (id: string) => string;
  step: (id: string) => string;
  /** the instrument of a job */
  job: (id: string) => string;
  /** a moment by the shop's clock, `Tue 8 Dec, 9:00` */
  at: (ms: number) => string;
}

const THINGS: Record<string, string> = {
  clamps: 'a set of clamps',
  form: 'the form',
  heat: 'the heat',
  steam: 'the steamer',
  'humid box': 'the humid case',
  'ventilated place': 'a drying place',
};
const thing = (id: string): string => THINGS[id] ?? id;

/** What a place in the calendar waits for, in a few words; empty where it begins at once. */
export function sayWaitsFor(
  because: WaitsFor,
  pinned: boolean,
  { person, step }: Pick<CalendarNames, 'person' | 'step'>,
): string {
  switch (because.kind) {
    case 'at once':
      return '';
    case 'earliest':
      return 'not before then';
    case 'fixed':
      return pinned ? 'put there by hand' : 'under way';
    case 'need':
      return `after “${step(because.step)}”`;
    case 'in step':
      return `in step with “${step(because.step)}”`;
    case 'person':
      return `when ${person(because.person)} is free, after “${step(because.step)}”`;
    case 'thing':
      return `when ${thing(because.thing)} is free, after “${step(because.step)}”`;
  }
}

/** Why a step of the chain that ends a job begins when it does, as a sentence. */
export function sayLink({ step, after }: EndLink, { person, step: name, job, at }: CalendarNames): string {
  const { because, shut, pinned } = step;
  const opens = shut ? ` The shop is open long enough from ${at(step.start)}.` : '';
  switch (because.kind) {
    case 'at once':
      return shut ? `Begins when the shop opens, ${at(step.start)}.` : 'Begins at once.';
    case 'earliest':
      return `May not begin before ${at(step.start)}.`;
    case 'fixed':
      return pinned ? 'Was put there by hand.' : 'Is under way.';
    case 'need':
      return `Follows “${name(because.step)}”${
        after ? (after.ready > after.end ? `, ready ${at(after.ready)}` : `, done ${at(after.end)}`) : ''
      }.${opens}`;
    case 'in step':
      return after
        ? `Goes in step with “${name(because.step)}” of ${job(after.job)}: set up once for both.${opens}`
        : `Goes in step with “${name(because.step)}”: set up once for both.${opens}`;
    case 'person':
      return after
        ? `Waits for ${person(because.person)}, who is at “${name(because.step)}” of ${job(after.job)} until ${at(after.end)}.${opens}`
        : `Waits for ${person(because.person)}.${opens}`;
    case 'thing':
      return after
        ? `Waits for ${thing(because.thing)}, in use on ${job(after.job)} until ${at(after.ready)}.${opens}`
        : `Waits for ${thing(because.thing)}.${opens}`;
  }
}

/** Work that is set up once on several instruments. */
export const sayInStep = ({ setUp, name, steps }: InStep, job: CalendarNames['job']): string =>
  `In step: ${name === null ? setUp : `“${name}”`} on ${list(steps.map((one) => job(one.job)))}. Set up once for all of them.`;

/** Why a job stands in no calendar. */
export function sayLeftOut({ why, step }: LeftOut, { step: nameOf }: Pick<CalendarNames, 'step'>): string {
  const name = step === null ? '' : nameOf(step);
  switch (why) {
    case 'put aside':
      return 'put aside, no day given';
    case 'given out':
      return 'given out, no day given';
    case 'nobody may do it':
      return `“${name}” needs a skill that no person here has`;
    case 'nobody is there':
      return `whoever can do “${name}” has no working day in the coming year`;
    case 'its steps need each other':
      return 'its steps wait for each other: change their order';
    case 'not within a year':
      return 'finds no place within a year';
  }
}

const FEW = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const count = (n: number, one: string, many = `${one}s`): string => `${FEW[n] ?? n} ${n === 1 ? one : many}`;

/** What a way to go on costs: what comes later than promised or needed, steps that it moves. */
export function sayWay(
  { broken, moved }: Pick<Way, 'broken' | 'moved'>,
  { job }: Pick<CalendarNames, 'job'>,
): string {
  const breaks = broken.length === 0 ? 'late for none' : `too late for ${list(broken.map(job))}`;
  return `${breaks}, moves ${count(moved.length, 'step')}`;
}

/** `8 of 10`, of a share. */
export const sayShare = (share: number): string =>
  share >= 0.95 ? 'almost surely' : share < 0.05 ? 'hardly' : `${Math.round(10 * share)} of 10`;

/** `two days`, `five hours`, of elapsed ms. */
const sayLater = (ms: number): string => {
  const hours = Math.round(ms / 3_600_000);
  return hours < 20 ? count(Math.max(1, hours), 'hour') : count(Math.max(1, Math.round(hours / 24)), 'day');
};

/** What promising a day comes to, and what it costs the others, sentence by sentence. @param day of an instant, said */
export function sayIfPromised(
  { stands, notBefore, due, changed }: IfPromised,
  { job, day }: Pick<CalendarNames, 'job'> & { day: (ms: number) => string },
): string[] {
  if (notBefore > due)
    return [`It cannot be done by then: not before ${day(notBefore)}, even if all else waits.`];
  const now = `By today’s plan it is done by ${day(stands.end)}: ${sayShare(stands.share)}.`;
  if (!changed)
    return [now, stands.share >= 0.8 ? 'It costs the others nothing.' : 'No other plan is better for it.'];
  const breaks = changed.others.filter((one) => one.breaks).map((one) => job(one.job));
  const later = changed.others.map((one) => `${job(one.job)} ${sayLater(one.later)}`);
  return [
    now,
    `With ${count(changed.moved, 'step')} moved it is done by ${day(changed.end)}: ${sayShare(changed.share)}.`,
    later.length === 0 ? 'It costs the others nothing.' : `Later for it: ${list(later)}.`,
    ...(breaks.length > 0 ? [`That is too late for ${list(breaks)}.`] : []),
  ];
}

export const RANK_WORDS: Readonly<Record<Rank, string>> = {
  'at once': 'at once',
  soon: 'soon',
  'in turn': 'in its turn',
  'can wait': 'when there is time',
};

const ENDING_WORDS = {
  saddle: 'the saddle is spent',
  action: 'the action is too high for any saddle',
  wheels: 'the wheels have no way left',
  crack: 'a crack runs into something',
} as const;

/** Why a job stands in its turn, in a few words. @param height of how much the action creeps in a year */
export function sayRankReason(
  reason: RankReason,
  { person, height }: { person: (id: string) => string; height: (m: number) => string },
): string {
  switch (reason.kind) {
    case 'live':
      return 'damage that grows under strings';
    case 'structural':
      return 'its structure asks for work';
    case 'creeps':
      return `the action rises ${height(reason.perYear)} a year`;
    case 'ends':
      return `${ENDING_WORDS[reason.of]}${reason.already ? '' : ` by ${sayDate(reason.day)}`}`;
    case 'promised':
      return `promised by ${sayDate(reason.day)}`;
    case 'needed':
      return `needed by ${sayDate(reason.day)}`;
    case 'by hand':
      return `put there by ${person(reason.by)}: ${reason.why}`;
  }
}
