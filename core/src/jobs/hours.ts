import type { Job, Step } from './job.js';

/** Work on a step by people, h; `open` are spans whose end nobody noted, which count nothing. */
export interface Hours {
  hours: number;
  /** of clocks that were never held against another: in no learned figure */
  unchecked: number;
  open: { person: string; from: number }[];
}

const HOUR = 3600000;

/**
 * What was worked on a step: the union of each person's spans. A span that is open beyond a closing counts nothing until
 * somebody notes its end.
 *
 * @param now ms
 * @param closedSince the last closing of the shop, ms
 */
export function hoursOf({ spans }: Pick<Step, 'spans'>, now: number, closedSince: number): Hours {
  const result: Hours = { hours: 0, unchecked: 0, open: [] };
  for (const person of new Set(spans.map((span) => span.person))) {
    let until = -Infinity;
    for (const span of spans.filter((one) => one.person === person).sort((a, b) => a.from - b.from)) {
      if (span.to === null && span.from < closedSince) {
        result.open.push({ person, from: span.from });
        continue;
      }
      const to = span.to ?? now;
      const hours = Math.max(0, to - Math.max(span.from, until)) / HOUR;
      until = Math.max(until, to);
      result.hours += hours;
      if (span.unchecked) result.unchecked += hours;
    }
  }
  return result;
}

/** Of all steps of a job. */
export function hoursOfJob(job: Job, now: number, closedSince: number): number {
  return [...job.steps.values()].reduce((sum, step) => sum + hoursOf(step, now, closedSince).hours, 0);
}
