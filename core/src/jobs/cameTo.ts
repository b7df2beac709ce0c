import { hoursOf } from './hours.js';
import type { Job } from './job.js';

/** What a line of a job was estimated at, and what was worked on it, h. */
export interface CameTo {
  /** of the job; null for steps that serve none */
  line: string | null;
  estimated: [number, number];
  worked: number;
}

/**
 * What a job came to, line by line in the order of the lines, what serves none last. A step that was dropped is estimated at
 * nothing, and what was worked on it counts.
 *
 * @param now ms
 * @param closedSince the last closing of the shop, ms
 */
export function cameTo(job: Job, now: number, closedSince: number): CameTo[] {
  const steps = [...job.steps.values()];
  return [...job.lines.keys(), null].flatMap((line): CameTo[] => {
    const own = steps.filter((step) => (job.lines.has(step.line ?? '') ? step.line : null) === line);
    if (own.length === 0) return [];
    const planned = own.filter(({ standing }) => standing !== 'replaced');
    const sum = (end: 0 | 1) => planned.reduce((all, { hands }) => all + hands[end], 0);
    return [
      {
        line,
        estimated: [sum(0), sum(1)],
        worked: own.reduce((all, step) => all + hoursOf(step, now, closedSince).hours, 0),
      },
    ];
  });
}
