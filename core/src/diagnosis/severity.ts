/**
 * How much a finding asks for: *live* now, whatever the action; *structural* before anything is set up; *playing* for how
 * it plays; *looks*; *watch* for what is looked at again.
 */
export const SEVERITIES = ['live', 'structural', 'playing', 'looks', 'watch'] as const;
export type Severity = (typeof SEVERITIES)[number];

export const CERTAINTIES = ['certain', 'probable', 'suspected'] as const;
export type Certainty = (typeof CERTAINTIES)[number];

/** What must not be done while a finding stands. */
export const FORBIDDEN = {
  pitch: 'string it to pitch, not for a reading either',
  cut: 'cut anything for good',
  trim: 'trim the saddle',
  nut: 'file the nut',
  reset: 'take the neck off for its angle',
  flatten: 'flatten the belly',
  glueDry: 'glue it at this moisture',
  heat: 'bring heat near it',
  rod: 'force the rod',
  file: 'file the fret',
  damp: 'raise the room over 60 % or dry it by heat',
  steel: 'put steel strings on it',
  nextTo: 'let it stand beside another instrument',
  thin: 'thin the bridge',
  wick: 'tune it up to draw glue in',
} as const;
export type Forbidden = keyof typeof FORBIDDEN;

/** What differs from school to school: each with what the schools do. */
export const SCHOOL_NOTES = {
  crack: 'Close and glue it as soon as it closes; or watch it through the damp season first, as some do.',
  'breathing crack': 'Close and glue it now; or watch it through the damp season first, as some do.',
  frets: 'Put back the originals; new ones; level all; or spot work that saves low originals.',
  arch: 'Raise the arch and renew the bars; set a post; or lighter strings and watch.',
  belly:
    'Flatten the belly and keep the angle; or accept it and trim while there is saddle; or set the neck to the belly as it stands.',
} as const;
export type SchoolNote = keyof typeof SCHOOL_NOTES;
