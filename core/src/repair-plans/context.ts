import type { Diagnosis, Evidence, Finding, MarkItem, RuleId } from '../diagnosis/index.js';
import type { PointId, StateId } from '../readings/index.js';

/** What a plan is made of: everything that is known, and what is the matter. */
export interface Context {
  evidence: Evidence;
  diagnosis: Diagnosis;
}

/** Whether a state was found at a point when it was last looked at. */
export const has = ({ evidence }: Pick<Context, 'evidence'>, point: PointId, state: StateId): boolean =>
  evidence.points.some((one) => one.point === point && one.states.includes(state));

/** Whether any of these rules found something. */
export const found = ({ diagnosis }: Pick<Context, 'diagnosis'>, ...rules: RuleId[]): boolean =>
  diagnosis.findings.some(({ rule }) => rules.includes(rule));

/** The mark that a finding is of. */
export const markOf = (
  { evidence }: Pick<Context, 'evidence'>,
  { mark }: Pick<Finding, 'mark'>,
): MarkItem | undefined => evidence.marks.find(({ id }) => id === mark);

/** Neither side's strings would stand over, or under, what is wanted. */
export const stands = ({ diagnosis }: Pick<Context, 'diagnosis'>, as: 'high' | 'low'): boolean =>
  diagnosis.sides.some(({ there }) => there === as);
