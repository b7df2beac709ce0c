import type { Finding, OpenQuestion } from '../diagnosis/index.js';
import type { RepairPlan } from '../repair-plans/index.js';
import {
  asWorked,
  TREATMENTS,
  type TreatmentEdits,
  type TreatmentId,
  type WorkStage,
} from '../treatments/index.js';

/** What is looked at or done at an instrument on a day at a collection. */
export type RoundItem =
  /** a finding that is looked at again, or that grows */
  | { kind: 'look'; finding: Finding }
  /** small work that is done there and then; what it waits for */
  | { kind: 'do'; treatment: TreatmentId; minutes: number; waits: 'strings' | null }
  /** nothing was measured since a season turned */
  | { kind: 'measure'; minutes: number }
  /** what would decide most for the minutes that it takes */
  | { kind: 'ask'; question: Pick<OpenQuestion, 'id' | 'ask' | 'decides' | 'minutes'> };

/** Work of up to so many hours, on the middle, is done on the round. House figure. */
const SMALL_HOURS = 1.25;
/** A measuring of a round, minutes. House figure. */
const MEASURE_MINUTES = 15;
/** So many looks and so many small works are named of one instrument. */
const MOST = 4;

/** Work of these stages goes with a change of strings. */
const WITH_STRINGS: readonly WorkStage[] = ['nut', 'saddle', 'bridge'];

const middle = ([from, to]: readonly [number, number]): number => (from + to) / 2;

/**
 * A round's list of one instrument: what to look at, small work, what to measure.
 *
 * @param plan the least plan; null where there is none
 * @param due a season has turned since it was measured
 */
export function roundOf(
  {
    findings,
    questions,
    plan,
    due,
  }: {
    findings: readonly Finding[];
    questions: readonly Pick<OpenQuestion, 'id' | 'ask' | 'decides' | 'minutes'>[];
    plan: Pick<RepairPlan, 'ids'> | null;
    due: boolean;
  },
  edits: TreatmentEdits,
): RoundItem[] {
  const looks = findings.filter(({ severity }) => severity === 'live' || severity === 'watch').slice(0, MOST);
  const small = (plan?.ids ?? []).filter((id) => {
    const hours = middle(asWorked(id, edits).hands);
    return hours > 0 && hours <= SMALL_HOURS;
  });
  const [first] = questions;
  return [
    ...looks.map((finding): RoundItem => ({ kind: 'look', finding })),
    ...small.slice(0, MOST).map((treatment): RoundItem => ({
      kind: 'do',
      treatment,
      minutes: Math.round(60 * middle(asWorked(treatment, edits).hands)),
      waits: WITH_STRINGS.includes(TREATMENTS[treatment].stage) ? 'strings' : null,
    })),
    ...(due ? [{ kind: 'measure', minutes: MEASURE_MINUTES } as const] : []),
    ...(first ? [{ kind: 'ask', question: first } as const] : []),
  ];
}
