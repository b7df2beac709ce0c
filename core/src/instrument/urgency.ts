import { isoDate } from '../days/index.js';
import type { Diagnosis } from '../diagnosis/index.js';
import { attribute } from '../forecast/index.js';
import type { InstrumentToday } from './today.js';
import type { Ending, YearsAhead } from './yearsAhead.js';

/** What of an instrument cannot wait. */
export interface Urgency {
  /** something gets worse under strings */
  live: boolean;
  /** something of its structure asks for work */
  structural: boolean;
  /** something of how it plays asks for work */
  playing: boolean;
  /** m a year, of the side whose action creeps most; null where none is known to */
  creep: number | null;
  /** what comes to its end first, and by which day, ISO date; null where nothing does */
  ends: { of: Ending['of']; day: string } | null;
}

/** @param ahead what comes to its end, the soonest first */
export function urgencyOf(
  { findings }: Pick<Diagnosis, 'findings'>,
  today: InstrumentToday,
  ahead: readonly YearsAhead[],
): Urgency {
  const has = (severity: string) =>
    findings.some((one) => one.severity === severity && one.foundBefore === null);
  const creeps = today.sides.flatMap(({ calibration }): number[] => {
    const told = attribute(calibration);
    return told.known && told.creep === 'creeping' && calibration.age.value > 0
      ? [calibration.age.value]
      : [];
  });
  const [first] = ahead;
  const at = first ? (first.reached.now ? today.day : first.reached.middle) : null;
  return {
    live: has('live'),
    structural: has('structural'),
    playing: has('playing'),
    creep: creeps.length > 0 ? Math.max(...creeps) : null,
    ends: !first || at === null ? null : { of: first.ending.of, day: isoDate(Math.round(at)) },
  };
}
