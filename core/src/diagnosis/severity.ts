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
  pitch: 'tune it to pitch, even to measure',
  cut: 'make any cut you cannot undo',
  trim: 'trim the saddle',
  nut: 'file the nut',
  reset: 'reset the neck',
  flatten: 'flatten the belly',
  glueDry: 'glue it at this moisture',
  heat: 'bring heat near it',
  rod: 'force the rod',
  file: 'file the fret',
  damp: 'let the room go over 60 %, or dry it with heat',
  steel: 'put steel strings on it',
  nextTo: 'leave it beside another instrument',
  thin: 'thin the bridge',
  wick: 'tune it up to draw glue in',
} as const;
export type Forbidden = keyof typeof FORBIDDEN;

/** What differs from school to school: each with what the schools do. */
export const SCHOOL_NOTES = {
  crack: 'Glue the crack as soon as it closes; or, as some do, watch it through the damp season first.',
  'breathing crack': 'Close and glue it now; or, as some do, watch it through the damp season first.',
  frets: 'Refit the originals; new frets; level all; or spot repairs that save low originals.',
  arch: 'Raise the arch and renew the bars; fit a post; or lighter strings and watch.',
  belly:
    'Flatten the belly and keep the angle; accept it and trim while there is saddle; or set the neck to the belly as it is.',
} as const;
export type SchoolNote = keyof typeof SCHOOL_NOTES;
