import type { Diagnosis, RuleId } from '../diagnosis/index.js';

/** What a person may hold for the cause of how an instrument plays or stands. */
export const PREDICTED_CAUSES = [
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
export type PredictedCause = (typeof PREDICTED_CAUSES)[number];

/** What the program holds for the cause, in the same words. */
export function causePredicted({ findings, verdict, sides, unsound }: Diagnosis): PredictedCause {
  if (unsound || findings.some(({ severity }) => severity === 'live')) return 'damage';
  const has = (...rules: RuleId[]) => findings.some(({ rule }) => rules.includes(rule));
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

/** A prediction against what the work showed. */
export interface ScoredPrediction {
  /** null for the program */
  by: string | null;
  cause: PredictedCause;
  shown: PredictedCause | null;
}

export interface Score {
  by: string | null;
  right: number;
  of: number;
  open: number;
  where: { cause: PredictedCause; right: number; of: number }[];
}

/** How often, and where, each was right; of those predictions whose work has shown something. */
export function scorePredictions(predictions: readonly ScoredPrediction[]): Score[] {
  const people = [...new Set(predictions.map(({ by }) => by))];
  return people.map((by) => {
    const own = predictions.filter((one) => one.by === by);
    const known = own.filter(({ shown }) => shown !== null);
    const right = known.filter(({ cause, shown }) => cause === shown);
    const causes = PREDICTED_CAUSES.filter((cause) => known.some(({ shown }) => shown === cause));
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
