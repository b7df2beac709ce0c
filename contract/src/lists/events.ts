/**
 * What a browser is told about: `worked out` is what the server worked out anew of an instrument; all others are what
 * somebody saved. An instrument's subject covers its examinations, interventions,
 * marks and plan; its top trials are its load tests and what was tried on its virtual top; its
 * repair plans are the plans that are kept of it, and what was called before the program said its own; a job goes by its
 * own id; papers are those that were given out; the calendar is what was put into it by hand, and which plan is gone by.
 */

export const CHANGE_SUBJECTS = [
  'instrument',
  'photographs',
  'papers',
  'top trials',
  'repair plans',
  'job',
  'calendar',
  'room',
  'tools',
  'strings',
  'shop',
  'people',
  'owners',
  'protocols',
  'worked out',
] as const;
export type ChangeSubject = (typeof CHANGE_SUBJECTS)[number];
