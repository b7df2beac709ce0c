import { Ajv2020, type ErrorObject } from 'ajv/dist/2020.js';
import type { StrungAfter } from '../src/readings/index.js';
import type { PlanKind } from '../src/repair-plans/index.js';
import schema from './schema.json' with { type: 'json' };

type Typed = string | number;
interface Wanted {
  must?: string[];
  mustNot?: string[];
  oneOf?: string[];
}

/** A worked case as a file has it; docs/cases.md explains every word. */
export interface CaseFile {
  case: string;
  because?: string;
  today: string;
  instrument: {
    type?: 'flat-top' | 'archtop';
    scale?: Typed;
    bodyJoin?: number;
    strings?: 'steel' | 'nylon';
    twelve?: boolean;
    stringSetKnown?: boolean;
    playing?: string;
    relief?: string;
    target?: { bass?: Typed; treble?: Typed };
    rod?: 'adjustable' | 'none' | 'unknown';
    topSpecies?: string;
    laminatedTop?: boolean;
    heelDepth?: Typed;
    heelWidth?: Typed;
    extension?: Typed;
    archHeight?: Typed;
    domeRadius?: Typed;
    build?: Record<string, string>;
  };
  kept?: { from: number; to: number };
  air?: CaseAir;
  /** rooms by name, and where it lay in turn; the last is its home */
  rooms?: Record<string, CaseAir>;
  stays?: { room: string | null; from?: string }[];
  map?: {
    body: string;
    bracing: string;
    solved?: {
      rise: number;
      turn: number;
      belly?: 'sound dome' | 'folding' | 'cannot tell';
      lookInside?: boolean;
    };
    marks?: CaseMark[];
  };
  interventions?: { date: string; kinds: string[] }[];
  schools?: Record<string, string>;
  examinations: CaseExamination[];
  expect: CaseExpect;
}

/** A logged room, dampest in mid-August; `then` it goes over to another year. */
export interface CaseAir {
  from: string;
  to: string;
  mean: number;
  swing: number;
  celsius?: number;
  then?: { from: string; mean: number; swing: number };
}

export interface CaseMark {
  kind: string;
  name?: string;
  face?: string;
  brace?: string;
  sightings: {
    date: string;
    state: string;
    path?: [number, number][];
    from?: Typed;
    to?: Typed;
    width?: Typed;
    depth?: Typed;
  }[];
}

export interface CaseExamination {
  date: string;
  strings?: 'pitch' | 'slack' | 'off';
  heldUnsound?: boolean;
  daysAtPitch?: number;
  pitchAfter?: StrungAfter;
  humidity?: number;
  celsius?: number;
  reliefFrets?: [number, number];
  readings?: Record<string, Typed>;
  points?: Record<string, string[]>;
  frets?: Record<string, string>;
}

export interface CaseExpect {
  first?: string;
  findings?: Wanted;
  severity?: Record<string, string>;
  unsound?: boolean;
  causes?: Record<string, { largest?: string; told?: boolean; parts?: Record<string, [number, number]> }>;
  questions?: Wanted;
  firstQuestion?: string;
  steps?: Wanted;
  noSteps?: boolean;
  order?: string[];
  withheld?: string[];
  amounts?: Record<string, [number, number]>;
  plans?: Partial<Record<PlanKind, ExpectedPlan>>;
  own?: ExpectedOwn;
  said?: string[];
  notSaid?: string[];
}

type Range = [number, number];
type OfSides<T> = { bass?: T; treble?: T };

/** What is expected of a plan, by what it aims at. */
export interface ExpectedPlan {
  shown?: boolean;
  with?: string;
  must?: string[];
  mustNot?: string[];
  order?: string[];
  chance?: Range;
  action?: OfSides<Range>;
  saddle?: OfSides<Range>;
  hours?: Range;
  undone?: Wanted;
  slack?: boolean;
  amounts?: Record<string, Range>;
}

/** What is expected of a plan that is made by hand. */
export interface ExpectedOwn {
  treatments: string[];
  saddle?: OfSides<number>;
  breaks?: string[];
  order?: string[];
  action?: OfSides<Range>;
  saddleLeft?: OfSides<Range>;
}

/** A file that is no case: where, and what would be accepted. */
export class BadCase extends Error {}

const validate = new Ajv2020({ allErrors: true, allowUnionTypes: true }).compile<CaseFile>(schema);

/** @throws BadCase where it does not fit the schema, naming every place */
export function readCase(text: string): CaseFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (error) {
    throw new BadCase(`it is no JSON: ${(error as Error).message}`);
  }
  if (validate(json)) return json;
  throw new BadCase(validate.errors!.map(said).join('\n'));
}

function said({ instancePath, message, params }: ErrorObject): string {
  const more = 'additionalProperty' in params ? ` (“${String(params.additionalProperty)}”)` : '';
  const allowed = 'allowedValues' in params ? `: ${(params.allowedValues as string[]).join(', ')}` : '';
  return `at ${instancePath || 'the whole file'}: ${message}${more}${allowed}`;
}
