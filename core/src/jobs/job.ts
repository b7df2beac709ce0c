import type { Told } from './event.js';

/** Which part of a treatment a step is: what comes off and goes on again is two steps. */
export const STEP_PARTS = ['whole', 'off', 'on'] as const;
export type StepPart = (typeof STEP_PARTS)[number];

/** A step as a plan gives it. */
export interface StepGiven {
  id: string;
  /** of the catalogue, or one of the shop's own by its id */
  treatment: string;
  part: StepPart;
  /** as the shop calls it, where that is not the catalogue's name */
  name?: string;
  /** hours at the bench, from and to */
  hands: [number, number];
  /** hours by the clock until it may carry, from and to */
  wait: [number, number];
  /** what must be done before, with the reason */
  after: { step: string; because: string }[];
  /** the line of the job that it serves */
  line?: string;
}

export type StepStanding = 'open' | 'in hand' | 'waiting' | 'paused' | 'done' | 'given up' | 'replaced';

/** Work of one person on one step without a break, ms; `to` is null while nobody noted its end. */
export interface WorkSpan {
  person: string;
  from: number;
  to: number | null;
  /** by a clock that was never held against another: it counts in no learned hours */
  unchecked: boolean;
}

export interface Step extends StepGiven {
  standing: StepStanding;
  spans: WorkSpan[];
  /** the step that this one was split from */
  splitFrom: string | null;
  /** those that it was split into; the first carries its clocks and spans */
  splitInto: string[];
  dropped: string | null;
  /** ticks by list and item, each by the event that set it last */
  ticks: Map<string, { yes: boolean; event: string; by: string }>;
  holds: Map<
    number,
    { passed: boolean; branch: number | null; found: string | null; event: string; by: string }
  >;
  looks: Map<number, Look>;
  /** heat runs that were counted, by the clock of each */
  runs: HeatRun[];
  visits: { at: number; reads: string[] }[];
  /** every finish, those before a reopening too */
  finishes: { event: string; at: number; by: string }[];
  givenUp: string | null;
  readings: string[];
}

/** A second look at what cannot be undone. */
export interface Look {
  state: 'asked' | 'given' | 'refused' | 'withdrawn';
  asks: string;
  by: string;
  at: number;
  event: string;
  why: string | null;
}

export interface HeatRun {
  clock: string;
  run: number;
  endedBy: 'time' | 'probe' | 'hand' | 'moved';
  /** mm */
  moved: number | null;
  /** °C */
  probe: number | null;
  event: string;
}

export const CLOCK_KINDS = [
  'heat',
  'open glue',
  'cure',
  'as long as it takes',
  'coat',
  'reading',
  'visit',
] as const;
export type ClockKind = (typeof CLOCK_KINDS)[number];

/** A clock: an instant and a plan. Nothing ticks. */
export interface Clock {
  id: string;
  /** as it was set on, or the one that carries it since that was split */
  step: string | null;
  kind: ClockKind;
  event: string;
  by: string;
  from: number;
  /** s; null where it takes as long as it takes */
  plan: number | null;
  /** s from its start */
  calls: { at: number; say: string }[];
  /** number of the heat run, or of the coat */
  number: number | null;
  joint: string | null;
  /** at which stage of its step it runs; what is heated there is one joint */
  stage: number | null;
  /** of open glue: of which batch */
  batch: string | null;
  /** which glue is open */
  glue: string | null;
  stopped: { at: number; by: string; event: string; endedBy: string } | null;
  heard: number[];
}

export interface Joint {
  id: string;
  step: string | null;
  parts: string;
  glue: string;
  batch: string | null;
  mark: string | null;
  at: number;
  /** ms */
  handlingAt: number;
  tensionAt: number;
  clamped: boolean;
  event: string;
}

export interface Part {
  id: string;
  label: string;
  place: string;
  number: number | null;
  ofHowMany: number | null;
  state: 'off' | 'on' | 'kept apart' | 'given back';
  event: string;
}

export interface Line {
  id: string;
  say: string;
  from: 'owner' | 'shop';
  state: 'ordered' | 'agreed' | 'declined' | 'withdrawn' | 'not needed';
  because: string | null;
  option: string | null;
  way: string | null;
}

/** How an owner says yes; the first two are in writing. */
export const CONSENT_WAYS = ['signed paper', 'mail', 'by word'] as const;
export type ConsentWay = (typeof CONSENT_WAYS)[number];

/** The owner’s yes: to work that is planned, or beforehand to a way on from the next reading. */
export interface Consent {
  /** of its event */
  id: string;
  /** of the catalogue, or the shop’s own by their ids */
  treatments: string[];
  /** the way on that it is for; null where it is for work of the plan */
  key: string | null;
  /** money of the shop that it may come to; null where none was named */
  upTo: number | null;
  way: ConsentWay;
  date: string;
  /** the paper that was given out and is answered */
  paper: string | null;
  /** SHA-256 of the photograph or the PDF of it */
  file: string | null;
  withdrawn: boolean;
}

export interface Mishap {
  /** of its event */
  id: string;
  instrument: string;
  what: string;
  live: boolean;
  cost: 'shop' | 'owner' | 'shared';
  told: { when: string; how: string } | null;
  settled: { offer: string; accepted: boolean } | null;
}

/** Something that does not fit, which somebody has to look at. */
export interface Oddity {
  kind:
    | 'stopped twice'
    | 'begun after finished'
    | 'written to a split step'
    | 'no such step'
    | 'no such clock'
    | 'second opening'
    | 'plan from an old version'
    | 'not known';
  event: string;
  /** what it was held against */
  other: string | null;
}

/** What is looked for before an instrument may stand beside others. */
export const LOOKED_FOR = ['pests', 'mould', 'celluloid'] as const;
export type LookedFor = (typeof LOOKED_FOR)[number];

export const JOB_PLACES = ['bench', 'case', 'press', 'drying shelf', 'rack', 'apart', 'away'] as const;
export type JobPlace = (typeof JOB_PLACES)[number];
/** In which turn an instrument is worked on. */
export const RANKS = ['at once', 'soon', 'in turn', 'can wait'] as const;
export type Rank = (typeof RANKS)[number];
export const STRINGS_NOW = ['at pitch', 'slack', 'off'] as const;

/** A job as its events tell it. */
export interface Job {
  id: string;
  instrument: string | null;
  name: string;
  from: 'plan' | 'small' | 'by hand';
  plan: string | null;
  /** the job that it comes back from */
  comesFrom: string | null;
  asked: string | null;
  /** how it is played, as its owner says */
  playing: string | null;
  /** what came with it: case, strap, papers */
  cameWith: string[];
  /** it came from outside: it stays apart until all of this was looked for */
  apart: boolean;
  looked: Map<LookedFor, { found: string | null; by: string; event: string }>;
  promises: string[];
  opened: { at: number; by: string } | null;
  lines: Map<string, Line>;
  consents: Map<string, Consent>;
  promised: { day: string; why: string | null } | null;
  needed: { day: string; for: string | null } | null;
  ranked: { rank: Rank; why: string; by: string } | null;
  version: number;
  steps: Map<string, Step>;
  /** ids of steps, in the order of the bench */
  order: string[];
  offers: { event: string; from: number; why: string }[];
  clocks: Map<string, Clock>;
  joints: Map<string, Joint>;
  batches: Map<
    string,
    { id: string; glue: string; at: number; by: string; pot: number | null; days: number | null }
  >;
  parts: Map<string, Part>;
  place: JobPlace | null;
  aside: {
    at: number;
    why: string;
    waitsFor: string | null;
    expected: string | null;
    strings: (typeof STRINGS_NOW)[number];
  } | null;
  out: { at: number; to: string; what: string; due: string | null } | null;
  questions: Map<string, { id: string; say: string; line: string | null; at: number; answer: string | null }>;
  mishaps: Map<string, Mishap>;
  wanted: { what: string; event: string }[];
  notes: { say: string; to: string | null; event: string; by: string; at: number }[];
  mistaken: { assumed: string; isSo: string; event: string }[];
  gates: Map<
    string,
    { gate: string; state: 'opened' | 'overruled' | 'lapsed'; why: string | null; event: string }
  >;
  /** events that stand on something that was struck or changed since, by event, with what */
  doubts: Map<string, string>;
  oddities: Oddity[];
  handedOver: { at: number; by: string; who: string; back: string[] } | null;
  /** everything that happened, in order, as it counts */
  log: Told[];
  /** what a newer program wrote */
  unread: string[];
}

export const noJob = (id: string): Job => ({
  id,
  instrument: null,
  name: '',
  from: 'by hand',
  plan: null,
  comesFrom: null,
  asked: null,
  playing: null,
  cameWith: [],
  apart: false,
  looked: new Map(),
  promises: [],
  opened: null,
  lines: new Map(),
  consents: new Map(),
  promised: null,
  needed: null,
  ranked: null,
  version: 0,
  steps: new Map(),
  order: [],
  offers: [],
  clocks: new Map(),
  joints: new Map(),
  batches: new Map(),
  parts: new Map(),
  place: null,
  aside: null,
  out: null,
  questions: new Map(),
  mishaps: new Map(),
  wanted: [],
  notes: [],
  mistaken: [],
  gates: new Map(),
  doubts: new Map(),
  oddities: [],
  handedOver: null,
  log: [],
  unread: [],
});

export const newStep = (given: StepGiven, splitFrom: string | null = null): Step => ({
  ...given,
  standing: 'open',
  spans: [],
  splitFrom,
  splitInto: [],
  dropped: null,
  ticks: new Map(),
  holds: new Map(),
  looks: new Map(),
  runs: [],
  visits: [],
  finishes: [],
  givenUp: null,
  readings: [],
});

/** What was not looked for yet, of an instrument that came from outside. */
export const unlookedOf = ({ apart, looked }: Job): LookedFor[] =>
  apart ? LOOKED_FOR.filter((what) => !looked.has(what)) : [];

/** Steps that are worked or will be, in the order of the bench. */
export const stepsOf = (job: Job): Step[] =>
  job.order.map((id) => job.steps.get(id)!).filter(({ standing }) => standing !== 'replaced');
