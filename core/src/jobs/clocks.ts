import type { Clock, ClockKind } from './job.js';

/** A clock at an instant. s. */
export interface ClockAt {
  elapsed: number;
  /** under nothing once it is over; null where it takes as long as it takes */
  left: number | null;
  /** its plan is over, or it was stopped */
  over: boolean;
  /** the last of its calls that has come; null before the first */
  call: number | null;
}

/** @param now ms */
export function clockAt({ from, plan, calls, stopped }: Clock, now: number): ClockAt {
  const elapsed = Math.max(0, ((stopped?.at ?? now) - from) / 1000);
  const call = calls.findLastIndex(({ at }) => at <= elapsed);
  return {
    elapsed,
    left: plan === null ? null : plan - elapsed,
    over: stopped !== null || (plan !== null && elapsed >= plan),
    call: call < 0 ? null : call,
  };
}

/** A run that goes on for so long after its plan was forgotten, s. House figure. */
export const FORGOTTEN_AFTER = 60;
/** Called again so often until somebody hears it, s. House figure. */
export const CALLED_AGAIN = 60;
/** What is older rings no more when a page is opened, and is shown only, s. House figure. */
export const TOO_OLD = 600;

/** Clocks at which hands are: their calls are repeated until somebody hears them, and they end only by hand. */
export const AT_HAND: ReadonlySet<ClockKind> = new Set<ClockKind>(['heat', 'open glue']);

/** Whether a run goes on though its time is long over: then it is asked when it was stopped. */
export const isForgotten = (clock: Clock, now: number): boolean =>
  AT_HAND.has(clock.kind) &&
  clock.stopped === null &&
  clock.plan !== null &&
  now > clock.from + (clock.plan + FORGOTTEN_AFTER) * 1000;

/**
 * Calls of a clock that a device has to ring now.
 *
 * @param now ms
 * @param rung when this device rang each call last, ms, by its number
 */
export function ringsAt(clock: Clock, now: number, rung: ReadonlyMap<number, number>): number[] {
  if (clock.stopped) return [];
  return clock.calls.flatMap(({ at }, which) => {
    const due = clock.from + at * 1000;
    if (due > now || now - due > TOO_OLD * 1000 || clock.heard.includes(which)) return [];
    const last = rung.get(which);
    const again = AT_HAND.has(clock.kind) && last !== undefined && now - last >= CALLED_AGAIN * 1000;
    return last === undefined || again ? [which] : [];
  });
}

/** Sum of all heat runs and the longest of them, s: two numbers, since heat is never added up. */
export function heatOf(
  clocks: readonly Clock[],
  now: number,
): { sum: number; longest: number; runs: number } {
  const runs = clocks.filter(({ kind }) => kind === 'heat').map((clock) => clockAt(clock, now).elapsed);
  return { sum: runs.reduce((a, b) => a + b, 0), longest: Math.max(0, ...runs), runs: runs.length };
}
