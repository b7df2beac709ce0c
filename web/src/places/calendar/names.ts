import type { CalendarPage, JobInCalendar, Person } from '@upright-elder/contract';
import { dateIn, sayDate } from '@upright-elder/core/days';
import type { CalendarNames } from '@upright-elder/core/wording';
import { sayClock } from '../bench/sayTime.js';

/** A day so near needs no year, ms. */
const NEAR_MS = 300 * 86_400_000;

/** `8 Dec`, of an ISO date. */
export const sayShortDay = (date: string): string => sayDate(date).replace(/ \d{4}$/u, '');

/** How everything of a calendar is called. */
export interface Names extends CalendarNames {
  /** `8 Dec 2026` */
  day: (ms: number) => string;
  clock: (ms: number) => string;
  dateOf: (ms: number) => string;
  of: (job: string) => JobInCalendar | undefined;
}

export function namesOf({ zone, jobs, now }: CalendarPage, people: readonly Person[]): Names {
  const steps = new Map(jobs.flatMap((job) => Object.entries(job.steps)));
  const byId = new Map(jobs.map((job) => [job.id, job]));
  const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'short', timeZone: zone });
  const dateOf = (ms: number) => dateIn(new Date(ms).toISOString(), zone);
  const clock = (ms: number) => sayClock(ms, zone);
  return {
    person: (id) => people.find((one) => one.id === id)?.name ?? 'a person who has left',
    step: (id) => steps.get(id) ?? 'a step',
    job: (id) => byId.get(id)?.nickname ?? 'another instrument',
    at: (ms) => `${weekday.format(ms)} ${sayShortDay(dateOf(ms))}, ${clock(ms)}`,
    day: (ms) => {
      const date = dateOf(ms);
      // of the coming months the day alone
      return Math.abs(ms - now) < NEAR_MS ? sayShortDay(date) : sayDate(date);
    },
    clock,
    dateOf,
    of: (id) => byId.get(id),
  };
}
