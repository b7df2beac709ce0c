import type { StringSide } from '../readings/index.js';
import type { HeightUnit } from '../units/index.js';
import type { Source } from './evidence.js';
import type { QuestionId } from './questions.js';

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

/** What is the matter, or what is known to be right, with what it stands on. */
export interface Finding {
  rule: string;
  severity: Severity;
  certainty: Certainty;
  /** one sentence, in the unit of the page */
  text: string;
  /** what of it differs from school to school */
  schools: string[];
  side: StringSide | null;
  /** the mark that it is of */
  mark: string | null;
  evidence: Source[];
  /** what to look at or measure next */
  check: QuestionId[];
  /** what must not be done while it stands */
  never: Forbidden[];
  /** it may not be strung until this is put right */
  unsound: boolean;
}

/** What a rule finds, before it is said. */
export interface Found {
  certainty?: Certainty;
  severity?: Severity;
  say: (say: Say) => string;
  schools?: string[];
  side?: StringSide;
  mark?: string;
  evidence: Source[];
  check?: QuestionId[];
  unsound?: boolean;
}

/** How heights are said. */
export interface Say {
  unit: HeightUnit;
  /** a height, in the unit of the page */
  height: (metres: number) => string;
  /** an amount that is cut or filed */
  fine: (metres: number) => string;
  /** an amount with its error, the unit once */
  fineError: (of: { value: number; sd: number }) => string;
  /** a gap as feelers read it */
  gap: (metres: number) => string;
  /** a length along wood */
  length: (metres: number) => string;
  /** a yearly change with its error */
  yearly: (perYear: { value: number; sd: number }) => string;
  /** an angle in degrees */
  degrees: (radians: number) => string;
}
