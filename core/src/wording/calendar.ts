import type { LeftOut, WaitsFor } from '../schedule/index.js';

/** How people, steps and things are called. */
export interface CalendarNames {
  person: (id: string) => string;
  step: (id: string) => string;
}

const THINGS: Record<string, string> = {
  clamps: 'a set of clamps',
  form: 'the form',
  heat: 'the heat',
  steam: 'the steamer',
  'humid box': 'the humid case',
  'ventilated place': 'a drying place',
};

/** What a place in the calendar waits for, in a few words; empty where it begins at once. */
export function sayWaitsFor(because: WaitsFor, { person, step }: CalendarNames): string {
  switch (because.kind) {
    case 'at once':
      return '';
    case 'earliest':
      return 'once it has set';
    case 'fixed':
      return 'under way';
    case 'need':
      return `after “${step(because.step)}”`;
    case 'person':
      return `when ${person(because.person)} is free, after “${step(because.step)}”`;
    case 'thing':
      return `when ${THINGS[because.thing] ?? because.thing} is free, after “${step(because.step)}”`;
    case 'hours':
      return 'when the shop is open long enough';
  }
}

/** Why a job stands in no calendar. */
export function sayLeftOut({ why, step }: LeftOut, { step: nameOf }: CalendarNames): string {
  switch (why) {
    case 'put aside':
      return 'put aside, no day given';
    case 'given out':
      return 'given out, no day given';
    case 'nobody may do it':
      return `“${step === null ? '' : nameOf(step)}” needs a skill that no person here has`;
  }
}

/** `8 of 10`, of a share. */
export const sayShare = (share: number): string =>
  share >= 0.95 ? 'almost surely' : share < 0.05 ? 'hardly' : `${Math.round(10 * share)} of 10`;
