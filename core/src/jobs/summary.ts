import type { TreatmentId } from '../treatments/index.js';
import { barsOf, freeFrom, mayBeStrungAt } from './bars.js';
import { hoursOf } from './hours.js';
import { stepsOf, type Clock, type Job, type Step } from './job.js';
import { standingOf, stepName, type Bench } from './stages.js';

/** A step on the bench, as far as a glance needs it. */
export interface StepAtHand {
  step: string;
  treatment: string;
  name: string;
  standing: Step['standing'];
  /** what is to be done of it now */
  now: string | null;
  people: string[];
  /** hours of hands, from and to */
  hands: [number, number];
  /** glue is still to go on: it may set over night */
  glues: boolean;
  /** when it is free, ms; null where something that no clock ends stands in its way */
  freeFrom: number | null;
  /** hours of waiting after its hands, from and to; not there in what was kept before the calendar was */
  wait?: [number, number];
}

/** A step that is left, as the calendar lays it out. */
export interface StepLeft {
  step: string;
  treatment: string;
  name: string;
  standing: Step['standing'];
  /** hours of hands and of waiting after them, from and to */
  hands: [number, number];
  wait: [number, number];
  /** hours that were worked on it and are closed, and since when it is in somebody's hands, ms */
  worked: number;
  since: number | null;
  people: string[];
  /** steps that are left and come before it */
  after: string[];
  /** what sets keeps it until then, ms; null where nothing does */
  sets: number | null;
  /** somebody else has to say or bring something first */
  waitsFor: 'owner' | null;
}

/** What the bench and the shelf show of a job. */
export interface JobSummary {
  id: string;
  instrument: string;
  name: string;
  openedAt: number;
  openedBy: string;
  stepsLeft: number;
  steps: number;
  /** hours of hands that are left, from and to */
  handsLeft: [number, number];
  atHand: StepAtHand[];
  /** the first steps that nothing but a clock stands in the way of */
  next: StepAtHand[];
  clocks: (Clock & { name: string })[];
  looks: { step: string; name: string; stage: number; asks: string; by: string; at: number }[];
  questions: string[];
  strungAt: number | null;
  promised: string | null;
  /** the owner needs it by then; in which turn it is, by hand; not there in what was kept before the calendar was */
  needed?: string | null;
  ranked?: Job['ranked'];
  /** everything that is left, in order; not there in what was kept before the calendar was */
  left?: StepLeft[];
  place: Job['place'];
  aside: Job['aside'];
  out: Job['out'];
  untold: number;
  doubts: number;
  handedOver: number | null;
}

/** So many next steps are shown. */
const NEXT = 3;

/** @param now ms, up to which it is told */
export function summaryOf(job: Job, bench: Bench, now: number): JobSummary {
  const steps = stepsOf(job);
  const left = steps.filter(({ standing }) => standing !== 'done' && standing !== 'given up');
  const at = (step: Step): StepAtHand => {
    const { stages, at: stage } = standingOf(step, bench);
    return {
      step: step.id,
      treatment: step.treatment,
      name: stepName(step, bench),
      standing: step.standing,
      now: stage?.say ?? null,
      hands: step.hands,
      wait: step.wait,
      glues: stages.some(({ glue, passed }) => glue !== undefined && !passed),
      people: step.spans.filter(({ to }) => to === null).map(({ person }) => person),
      freeFrom: freeFrom(job, step, now),
    };
  };
  const sum = (end: 0 | 1) => left.reduce((all, { hands }) => all + hands[end], 0);
  return {
    id: job.id,
    instrument: job.instrument ?? '',
    name: job.name,
    openedAt: job.opened?.at ?? 0,
    openedBy: job.opened?.by ?? '',
    stepsLeft: left.length,
    steps: steps.length,
    handsLeft: [sum(0), sum(1)],
    atHand: left.filter(({ standing }) => standing !== 'open').map(at),
    next: left
      .filter((step) => step.standing === 'open' && !barsOf(job, step, now).some(isHard))
      .slice(0, NEXT)
      .map(at),
    clocks: [...job.clocks.values()]
      .filter(({ stopped }) => !stopped)
      .map((clock) => {
        const step = clock.step === null ? undefined : job.steps.get(clock.step);
        return { ...clock, name: step ? stepName(step, bench) : '' };
      }),
    looks: left.flatMap((step) =>
      [...step.looks].flatMap(([stage, look]) =>
        look.state === 'asked'
          ? [{ step: step.id, name: stepName(step, bench), stage, asks: look.asks, by: look.by, at: look.at }]
          : [],
      ),
    ),
    questions: [...job.questions.values()].filter(({ answer }) => answer === null).map(({ say }) => say),
    strungAt: mayBeStrungAt(job),
    promised: job.promised?.day ?? null,
    needed: job.needed?.day ?? null,
    ranked: job.ranked,
    left: left.map((step) => leftOf(job, step, bench, now)),
    place: job.place,
    aside: job.aside,
    out: job.out,
    untold: [...job.mishaps.values()].filter(({ told }) => told === null).length,
    doubts: job.doubts.size,
    handedOver: job.handedOver?.at ?? null,
  };
}

function leftOf(job: Job, step: Step, bench: Bench, now: number): StepLeft {
  const bars = barsOf(job, step, now);
  const clocks = [...job.clocks.values()].filter(
    (clock) => clock.step === step.id && !clock.stopped && clock.plan !== null,
  );
  const until = [
    ...bars.flatMap((bar) => (bar.kind === 'sets' || bar.kind === 'no strings yet' ? [bar.until] : [])),
    // what runs on it runs to its end; what is held in the hand is over before the page is drawn
    ...(step.standing === 'waiting' ? clocks.map(({ from, plan }) => from + plan! * 1000) : []),
  ];
  const open = step.spans.filter(({ to }) => to === null);
  return {
    step: step.id,
    treatment: step.treatment,
    name: stepName(step, bench),
    standing: step.standing,
    hands: step.hands,
    wait: step.wait,
    worked: hoursOf({ spans: step.spans.filter(({ to }) => to !== null) }, now, 0).hours,
    since: open.length > 0 ? Math.min(...open.map(({ from }) => from)) : null,
    people: open.map(({ person }) => person),
    after: bars.flatMap((bar) => (bar.kind === 'step first' ? [bar.step] : [])),
    sets: until.length > 0 ? Math.max(...until) : null,
    waitsFor: bars.some(({ kind }) => kind === 'owner asked' || kind === 'not agreed') ? 'owner' : null,
  };
}

const isHard = ({ kind }: { kind: string }): boolean => kind !== 'sets' && kind !== 'no strings yet';

/** What the shelf says of an instrument that is in work. */
export const SHELF_STATES = [
  'apart',
  'in line',
  'on the bench',
  'setting',
  'drying',
  'resting',
  'waiting',
  'waiting for the owner',
  'put aside',
  'given out',
  'ready',
] as const;
export type ShelfState = (typeof SHELF_STATES)[number];

/** Strung and left alone until readings stand still. */
const RESTS: readonly string[] = ['rest-under-tension', 'settle'] satisfies TreatmentId[];

/** @returns with when it ends, ms, where a clock says it; null once it is handed over */
export function shelfStateOf(
  summary: JobSummary,
  now: number,
): { state: ShelfState; until: number | null } | null {
  const at = (state: ShelfState, until: number | null = null) => ({ state, until });
  if (summary.handedOver !== null) return null;
  if (summary.out) return at('given out');
  if (summary.aside) return at('put aside');
  if (summary.questions.length > 0) return at('waiting for the owner');
  if (summary.place === 'apart' && summary.atHand.length === 0) return at('apart');
  // taken in, and nothing planned yet
  if (summary.steps === 0) return at('in line');
  if (summary.stepsLeft === 0) return at('ready');
  if (summary.atHand.some(({ standing }) => standing === 'in hand')) return at('on the bench');
  const ends = summary.clocks.flatMap(({ kind, from, plan, calls }) => {
    if (kind !== 'cure' || plan === null || from + plan * 1000 <= now) return [];
    const next = calls.find((call) => from + call.at * 1000 > now);
    return [from + (next?.at ?? plan) * 1000];
  });
  if (ends.length > 0) return at('setting', Math.min(...ends));
  if (summary.clocks.some(({ kind }) => kind === 'reading' || kind === 'visit'))
    return at(summary.atHand.some(({ treatment }) => RESTS.includes(treatment)) ? 'resting' : 'drying');
  const waits = summary.clocks.filter(({ kind, plan }) => kind === 'as long as it takes' && plan !== null);
  if (waits.length > 0) return at('waiting', Math.min(...waits.map(({ from, plan }) => from + plan! * 1000)));
  return summary.stepsLeft === summary.steps && summary.atHand.length === 0
    ? at('in line')
    : at('on the bench');
}
