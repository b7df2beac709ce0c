import { dayOf, isoDate, dateIn, openFrom, workingHours, type OpeningHours } from '../days/index.js';
import type { JobSummary, StepLeft } from '../jobs/index.js';
import {
  asWorked,
  TREATMENTS,
  type CountedResource,
  type Skill,
  type TreatmentEdits,
  type TreatmentId,
} from '../treatments/index.js';
import { plannedWait, type Spread } from './dates.js';
import type { JobToPlan, ShopToPlan, StepToPlan, Worker } from './problem.js';
import type { Minute, Window } from './windows.js';

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

/** Where somebody put a step by hand. */
export interface Pin {
  step: string;
  /** ms */
  start: number;
  person: string;
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
    summary: Pick<JobSummary, 'left' | 'aside' | 'out' | 'promised'>;
    /** what a day of lateness counts, 1 and up */
    weight: number;
  }[];
  pins: readonly Pin[];
  edits: TreatmentEdits;
}

/** Why a job stands in no calendar. */
export type LeftOut = {
  job: string;
  why: 'put aside' | 'given out' | 'nobody may do it';
  step: string | null;
};

export interface CalendarShop {
  shop: ShopToPlan;
  /** of the steps, in their order */
  spreads: Spread[];
  /** what stands in no plan, and why */
  leftOut: LeftOut[];
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

const minute = (ms: number): Minute => Math.ceil(ms / 60_000);
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
  const spreads: Spread[] = [];
  const longest = working.reduce((most, [from, to]) => Math.max(most, (to - from) / 60_000), 0);
  for (const { id, summary, weight } of asked.jobs) {
    const released = releaseOf(summary, now, zone);
    if (typeof released === 'string') {
      leftOut.push({ job: id, why: released, step: null });
      continue;
    }
    const made = (summary.left ?? []).map((left) => stepOf(left, { ...asked, job: id, released, longest }));
    const lost = made.find(({ step }) => step.hands > 0 && step.by.length === 0 && !step.fixed);
    if (lost) {
      leftOut.push({ job: id, why: 'nobody may do it', step: lost.step.id });
      continue;
    }
    jobs.push({
      id,
      due: summary.promised === null ? null : closingOf(summary.promised, hours, zone),
      weight,
    });
    for (const { step, spread } of made) {
      steps.push(step);
      spreads.push(spread);
    }
  }
  return {
    shop: {
      from: minute(now),
      open: windowsOf(openFrom(hours, now, zone, AHEAD + 30)),
      workers,
      pools: Object.entries(counts).map(([id, count]) => ({ id, count })),
      jobs,
      steps,
    },
    spreads,
    leftOut,
    assumedHours,
  };
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

/** The last minute of a promised day: when the shop closes, or the day is over. */
function closingOf(day: string, hours: OpeningHours, zone: string): Minute {
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
    longest,
  }: CalendarAsked & { job: string; released: number; longest: number },
): { step: StepToPlan; spread: Spread } {
  const { step: id, treatment, standing, worked, since, sets } = left;
  const of = Object.hasOwn(TREATMENTS, treatment) ? asWorked(treatment as TreatmentId, edits) : null;
  const planned = (60 * (left.hands[0] + left.hands[1])) / 2;
  const spent = 60 * worked + (since === null ? 0 : Math.max(0, now - since) / 60_000);
  const begun = standing !== 'open';
  const hands = planned === 0 ? 0 : Math.max(begun ? LEAST_LEFT : 0, Math.round(planned - spent));
  // what runs already is in the clock that keeps it
  const waiting: [number, number] = standing === 'waiting' ? [0, 0] : [60 * left.wait[0], 60 * left.wait[1]];
  const wait = Math.round(plannedWait(waiting));
  const uses = (of?.uses ?? []).flatMap((thing): StepToPlan['uses'][number][] =>
    thing === 'second hands'
      ? []
      : [{ pool: thing, until: wait > 0 && !WHILE_HANDS.includes(thing) ? 'free' : 'hands' }],
  );
  const skills = of?.skills ?? [];
  const able = people.filter(
    (person) => person.skills === null || skills.every((skill) => person.skills!.includes(skill)),
  );
  const pair = of?.uses.includes('second hands') === true && people.length > 1;
  const by = pair
    ? able.flatMap((first) =>
        people.filter((second) => second !== first).map((second) => [first.id, second.id]),
      )
    : able.map((person) => [person.id]);
  const pin = pins.find((one) => one.step === id);
  const hand = left.people.filter((one) => people.some(({ id: known }) => known === one));
  const runs = standing === 'in hand' && hand.length > 0;
  return {
    spread: { hands: HANDS_SPREAD, wait: waiting },
    step: {
      ...{ id, job, hands, wait, after: left.after, by: hands > 0 ? by : [], uses },
      whole: (of?.glues === true || of?.heats === true) && hands <= longest,
      earliest: Math.max(minute(released), sets === null ? 0 : minute(sets)),
      ...(runs
        ? { fixed: { start: minute(now), by: hand } }
        : pin
          ? {
              fixed: {
                start: Math.max(minute(pin.start), minute(now)),
                by: by.find(([first]) => first === pin.person) ?? [pin.person],
              },
            }
          : {}),
    },
  };
}

/** What is free again as soon as hands are done with it. */
const WHILE_HANDS: readonly string[] = ['heat', 'steam'];
