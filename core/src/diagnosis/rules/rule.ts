import type { Forbidden, Found, Severity } from '../finding.js';
import type { Known } from '../known.js';
import type { QuestionId } from '../questions.js';

/**
 * A rule: what has to be so, how much it asks for, what to look at next, what must not be done meanwhile, and the
 * sentence that says it. Rules are common practice; docs/rules.md holds which sentence of the trade each one keeps.
 */
export interface Rule {
  id: string;
  severity: Severity;
  check?: readonly QuestionId[];
  never?: readonly Forbidden[];
  /** it may not be strung until this is put right */
  unsound?: true;
  find: (known: Known) => Found[];
}

/** One finding, where the condition holds. */
export const one = (so: boolean, found: () => Found): Found[] => (so ? [found()] : []);

/** A rule that a state of a point is enough for. */
export function pointRule(
  id: string,
  point: Parameters<Known['has']>[0],
  states: Parameters<Known['has']>[1][],
  {
    text,
    severity = 'live',
    ...rest
  }: { text: string; severity?: Rule['severity'] } & Pick<Rule, 'check' | 'never' | 'unsound'>,
): Rule {
  return {
    id,
    severity,
    ...rest,
    find: (known) =>
      one(known.has(point, ...states), () => ({ say: () => text, evidence: known.ofPoints(point) })),
  };
}
