import { dayOf, isoDate, dateIn, openFrom, workingHours, type OpeningHours } from '../days/index.js';
import type { JobSummary, Rank, StepLeft } from '../jobs/index.js';
import {
  asWorked,
  setUpOf,
  TREATMENTS,
  type CountedResource,
  type Skill,
  type TreatmentEdits,
  type TreatmentId,
} from '../treatments/index.js';
import { boundOf } from './bounds.js';
import { plannedWait, type Spread } from './dates.js';
import { AIM_DAYS, PROMISE_WEIGHT, RANK_WEIGHT } from './priority.js';
import { prepareShop, type JobToPlan, type ShopToPlan, type StepToPlan, type Worker } from './problem.js';
import { common, type Minute, type Window } from './windows.js';

/** Somebody of the shop, as far as a calendar knows them. */
export interface PersonToPlan {
  id: string;
  /** what they may do; null: everything */
  skills: readonly Skill[] | null;
  /** days of the week, Monday first; null: whenever it is open */
  week: readonly boolean[] | null;
  /** ISO dates */
  off: readonly string[];
}

/** Where somebody put a step by hand, or to whom they gave it. */
export interface Pin {
  step: string;
  /** ms; null: whenever it may begin */
  start: number | null;
  /** null: whoever may do it */
  person: string | null;
}

/** A plan that people go by. */
export interface Stands {
  steps: readonly { step: string; /** ms */ start: number; by: readonly string[] }[];
  /** jobs that were to come later than promised already */
  late: readonly string[];
}

/** Everything that a calendar is made of. */
export interface CalendarAsked {
  /** ms */
  now: number;
  zone: string;
  hours: OpeningHours;
  people: readonly PersonToPlan[];
  counts: Record<CountedResource, number>;
  jobs: readonly {
    id: string;
    instrument: string;
    summary: Pick<JobSummary, 'left' | 'aside' | 'out' | 'promised' | 'needed'>;
    rank: Rank;
  }[];
  pins: readonly Pin[];
  /** null where nobody goes by one yet */
  stands: Stands | null;
  edits: TreatmentEdits;
}

/** Why a job stands in no calendar. */
export type LeftOut = {
  job: string;
  why:
    | 'put aside'
    | 'given out'
    | 'nobody may do it'
    | 'nobody is there'
    | 'its steps need each other'
    | 'not within a year';
  step: string | null;
};

export interface CalendarShop {
  shop: ShopToPlan;
  /** of the steps, by their ids */
  spreads: ReadonlyMap<string, Spread>;
  /** steps that stand where somebody put them */
  pinned: ReadonlySet<string>;
  /** what stands in no plan, and why */
  leftOut: LeftOut[];
  hours: OpeningHours;
  /** the hours are assumed, since the shop gave none */
  assumedHours: boolean;
}

/** Plans look so far ahead, days. */
const AHEAD = 400;
/** Hours of a shop that gave none. House figure. */
const HOUSE_HOURS: OpeningHours = {
  week: [...Array.from({ length: 5 }, (): [number, number] => [9 * 60, 18 * 60]), null, null],
  closed: [],
  lunch: [13 * 60, 14 * 60],
};
/** A step that is nearly done takes so much more, minutes. House figure. */
const LEAST_LEFT = 15;
/** Hands go otherwise than planned by this factor, one standard deviation of the logarithm. House figure, no source. */
const HANDS_SPREAD = 0.35;

/** Nobody plans a bench by the minute. */
const QUARTER = 15;
const quarters = (minutes: number): Minute => QUARTER * Math.ceil(minutes / QUARTER);
const minute = (ms: number): Minute => quarters(ms / 60_000);
const windowsOf = (all: readonly [number, number][]): Window[] =>
  all.map(([from, to]): Window => [from / 60_000, to / 60_000]);

/** Lays out what is left of all jobs as steps to plan, with who may do them and what they take. */
export function calendarShop(asked: CalendarAsked): CalendarShop {
  const { now, zone, people, counts } = asked;
  const assumedHours = asked.hours.week.every((day) => day === null);
  const hours = assumedHours ? { ...HOUSE_HOURS, closed: asked.hours.closed } : asked.hours;
  const working = workingHours(hours, now, zone, AHEAD);
  const workers = people.map((person): Worker => ({
    id: person.id,
    windows: windowsOf(working.filter(isThere(person, zone))),
  }));
  const leftOut: LeftOut[] = [];
  const jobs: JobToPlan[] = [];
  const steps: StepToPlan[] = [];
  const spreads = new Map<string, Spread>();
  const pinned = new Set<string>();
  const together = new Together(workers);
  for (const { id, summary, rank } of asked.jobs) {
    const released = releaseOf(summary, now, zone);
    if (typeof released === 'string') {
      leftOut.push({ job: id, why: released, step: null });
      continue;
    }
    const made = (summary.left ?? []).map((left) => stepOf(left, { ...asked, job: id, released, together }));
    const lost = made.find(({ step }) => step.hands > 0 && step.by.length === 0 && !step.fixed);
    if (lost) {
      leftOut.push({ job: id, why: lost.able ? 'nobody is there' : 'nobody may do it', step: lost.step.id });
      continue;
    }
    if (isRing(made.map(({ step }) => step))) {
      leftOut.push({ job: id, why: 'its steps need each other', step: null });
      continue;
    }
    const day = summary.promised ?? summary.needed ?? null;
    jobs.push({
      id,
      due: day === null ? null : closingOf(day, hours, zone),
      weight: RANK_WEIGHT[rank] * (day === null ? 1 : PROMISE_WEIGHT),
    });
    for (const { step, spread, isPinned } of made) {
      steps.push(step);
      spreads.set(step.id, spread);
      if (isPinned) pinned.add(step.id);
    }
  }
  const shop = {
    from: minute(now),
    open: windowsOf(openFrom(hours, now, zone, AHEAD + 30)),
    workers,
    pools: Object.entries(counts).map(([id, count]) => ({ id, count })),
    jobs,
    steps,
  };
  const ranks = new Map(asked.jobs.map(({ id, rank }) => [id, rank]));
  return {
    shop: { ...shop, jobs: aimed(shop, (job) => AIM_DAYS[ranks.get(job)!] * 1440) },
    spreads,
    pinned,
    leftOut,
    hours,
    assumedHours,
  };
}

/** Whether steps need each other, or one that is not there. */
function isRing(steps: readonly StepToPlan[]): boolean {
  const done = new Set<string>();
  for (let before = -1; before < done.size;) {
    before = done.size;
    for (const { id, after } of steps) if (after.every((one) => done.has(one))) done.add(id);
  }
  return done.size < steps.length;
}

/** What nobody promised is aimed at the earliest day on which it could be done, and so much time. */
function aimed(shop: ShopToPlan, slack: (job: string) => number): JobToPlan[] {
  if (shop.jobs.every(({ due }) => due !== null)) return [...shop.jobs];
  const { jobs: alone } = boundOf(prepareShop(shop));
  return shop.jobs.map((job, i) => {
    const due = Math.round(alone[i]! + slack(job.id));
    return job.due === null && Number.isFinite(due) ? { ...job, due, aim: true } : job;
  });
}

/** When people are there together. */
class Together {
  private readonly known = new Map<string, readonly Window[]>();
  private readonly of: ReadonlyMap<string, readonly Window[]>;

  constructor(workers: readonly Worker[]) {
    this.of = new Map(workers.map(({ id, windows }) => [id, windows]));
  }

  windows(by: readonly string[]): readonly Window[] {
    const key = by.join();
    let found = this.known.get(key);
    if (!found) {
      found = by.map((id) => this.of.get(id) ?? []).reduce(common);
      this.known.set(key, found);
    }
    return found;
  }

  /** The first of them that is there at a minute; else the first. */
  at(all: readonly (readonly string[])[], minute: Minute): readonly string[] {
    const there = (by: readonly string[]) =>
      this.windows(by).some(([from, to]) => from <= minute && minute < to);
    return all.find(there) ?? all[0]!;
  }

  longest(by: readonly string[]): number {
    return this.windows(by).reduce((most, [from, to]) => Math.max(most, to - from), 0);
  }
}

const isThere =
  ({ week, off }: PersonToPlan, zone: string) =>
  ([from]: readonly [number, number]): boolean => {
    const date = dateIn(new Date(from).toISOString(), zone);
    // the first of January 1970 was a Thursday
    const weekday = (((dayOf(date) + 3) % 7) + 7) % 7;
    return !off.includes(date) && (week === null || (week[weekday] ?? true));
  };

/** From when on a job may go on, ms; why it may not where nobody knows when. */
function releaseOf(
  { aside, out }: Pick<JobSummary, 'aside' | 'out'>,
  now: number,
  zone: string,
): number | 'put aside' | 'given out' {
  const day = out ? out.due : aside ? aside.expected : isoDate(0);
  if (day === null) return out ? 'given out' : 'put aside';
  const [opens] = workingHours(
    { week: Array.from({ length: 7 }, () => [0, 1440] as const), closed: [] },
    now,
    zone,
    0,
  )[0]!;
  return Math.max(now, opens + (dayOf(day) - dayOf(dateIn(new Date(now).toISOString(), zone))) * 86_400_000);
}

/** The last minute of a promised day: when the shop closes, or the day is over. @param day ISO date */
export function closingOf(day: string, hours: OpeningHours, zone: string): Minute {
  const noon = Date.parse(`${day}T12:00:00Z`);
  const own = openFrom(hours, noon, zone, 0).at(-1);
  const whole = openFrom(
    { week: Array.from({ length: 7 }, () => [0, 1440] as const), closed: [] },
    noon,
    zone,
    0,
  )[0]!;
  return (own ?? whole)[1] / 60_000;
}

function stepOf(
  left: StepLeft,
  {
    now,
    job,
    people,
    pins,
    edits,
    released,
    together,
  }: CalendarAsked & { job: string; released: number; together: Together },
): { step: StepToPlan; spread: Spread; isPinned: boolean; able: boolean } {
  const { step: id, treatment, standing, worked, since, sets } = left;
  const of = Object.hasOwn(TREATMENTS, treatment) ? asWorked(treatment as TreatmentId, edits) : null;
  const planned = (60 * (left.hands[0] + left.hands[1])) / 2;
  const spent = 60 * worked + (since === null ? 0 : Math.max(0, now - since) / 60_000);
  const begun = standing !== 'open';
  const hands = planned === 0 ? 0 : quarters(Math.max(begun ? LEAST_LEFT : 0, planned - spent));
  // what runs already is in the clock that keeps it
  const waiting: [number, number] = standing === 'waiting' ? [0, 0] : [60 * left.wait[0], 60 * left.wait[1]];
  const wait = quarters(plannedWait(waiting));
  const uses = (of?.uses ?? []).flatMap((thing): StepToPlan['uses'][number][] =>
    thing === 'second hands'
      ? []
      : [{ pool: thing, until: wait > 0 && !WHILE_HANDS.includes(thing) ? 'free' : 'hands' }],
  );
  const setUp = setUpOf(treatment);
  const skills = of?.skills ?? [];
  const able = people.filter(
    (person) => person.skills === null || skills.every((skill) => person.skills!.includes(skill)),
  );
  const pair = of?.uses.includes('second hands') === true && people.length > 1;
  const pin = pins.find((one) => one.step === id);
  const all = pair
    ? able.flatMap((first) =>
        people.filter((second) => second !== first).map((second) => [first.id, second.id]),
      )
    : able.map((person) => [person.id]);
  const there = all.filter((one) => together.windows(one).length > 0);
  // who it was given to does it, as long as they may
  const given = there.filter(([first]) => first === pin?.person);
  const by = given.length > 0 ? given : there;
  const longest = by.reduce((most, one) => Math.max(most, together.longest(one)), 0);
  const hand = left.people.filter((one) => people.some(({ id: known }) => known === one));
  const runs = standing === 'in hand' && hand.length > 0;
  const put = !runs && hands > 0 && by.length > 0 && pin && pin.start !== null && pin.start >= now;
  return {
    spread: { hands: HANDS_SPREAD, wait: waiting },
    isPinned: put === true,
    able: all.length > 0,
    step: {
      ...{ id, job, hands, wait, after: left.after, by: hands > 0 ? by : [], uses },
      ...(setUp === null ? {} : { setUp }),
      whole: (of?.glues === true || of?.heats === true) && hands <= longest,
      earliest: Math.max(minute(released), sets === null ? 0 : minute(sets)),
      ...(runs
        ? { fixed: { start: minute(now), by: hand } }
        : put
          ? { fixed: { start: minute(pin.start!), by: together.at(by, minute(pin.start!)) } }
          : {}),
    },
  };
}

/** What is free again as soon as hands are done with it. */
const WHILE_HANDS: readonly string[] = ['heat', 'steam'];
