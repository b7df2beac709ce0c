import type { Diagnosis } from '../diagnosis/index.js';

/** What a person may hold for the cause of how an instrument plays or stands. */
export const CALL_CAUSES = [
  'nothing',
  'season',
  'belly or structure',
  'neck angle',
  'bridge thickness',
  'relief or nut',
  'saddle',
  'damage',
  'cannot tell yet',
] as const;
export type CallCause = (typeof CALL_CAUSES)[number];

/** What the program holds for the cause, in the same words. */
export function causeCalled({ findings, verdict, sides, unsound }: Diagnosis): CallCause {
  if (unsound || findings.some(({ severity }) => severity === 'live')) return 'damage';
  const has = (...rules: string[]) => findings.some(({ rule }) => rules.includes(rule));
  if (has('neck-due', 'neck-overset')) return 'neck angle';
  if (has('belly-lifts', 'belly-folds', 'brace-loose', 'arch-sinks', 'bar-loose'))
    return 'belly or structure';
  if (has('thickness-lifts')) return 'bridge thickness';
  if (has('neck-asked', 'readings-disagree', 'slack-for-pitch', 'season-untold')) return 'cannot tell yet';
  if (has('season-high', 'season-low')) return 'season';
  if (has('relief-high', 'relief-low', 'back-bow', 'twist', 'nut-high', 'nut-low')) return 'relief or nut';
  if (verdict.answer === 'trim' || verdict.answer === 'taller' || verdict.answer === 'wheels')
    return 'saddle';
  return sides.length === 0 ? 'cannot tell yet' : 'nothing';
}

/** A call against what the work showed. */
export interface ScoredCall {
  /** null for the program */
  by: string | null;
  cause: CallCause;
  shown: CallCause | null;
}

export interface Score {
  by: string | null;
  right: number;
  of: number;
  open: number;
  where: { cause: CallCause; right: number; of: number }[];
}

/** How often, and where, each was right; of those calls whose work has shown something. */
export function scoreCalls(calls: readonly ScoredCall[]): Score[] {
  const people = [...new Set(calls.map(({ by }) => by))];
  return people.map((by) => {
    const own = calls.filter((one) => one.by === by);
    const known = own.filter(({ shown }) => shown !== null);
    const right = known.filter(({ cause, shown }) => cause === shown);
    const causes = CALL_CAUSES.filter((cause) => known.some(({ shown }) => shown === cause));
    return {
      by,
      right: right.length,
      of: known.length,
      open: own.length - known.length,
      where: causes.map((cause) => ({
        cause,
        right: right.filter(({ shown }) => shown === cause).length,
        of: known.filter(({ shown }) => shown === cause).length,
      })),
    };
  });
}
