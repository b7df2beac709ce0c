import type { StringSide } from '../strings/index.js';
import type { Source } from './evidence.js';
import type { QuestionId } from './questions.js';
import type { RuleArgs, RuleId } from './rules/index.js';
import type { Certainty, Forbidden, SchoolNote, Severity } from './severity.js';

/** What is the matter, or what is known to be right, by a rule, with what it stands on. Said by `wording`. */
export interface FindingOf<Rule extends RuleId> {
  rule: Rule;
  /** what its sentence is made of: numbers in SI, days, ids */
  args: RuleArgs[Rule];
  severity: Severity;
  certainty: Certainty;
  /** what of it differs from school to school */
  schools: SchoolNote[];
  side: StringSide | null;
  /** the mark that it is of */
  mark: string | null;
  evidence: Source[];
  /** what to look at or measure next */
  check: QuestionId[];
  /** what must not be done while it stands */
  never: Forbidden[];
  /** it may not be strung until this is put right */
  unsound: boolean;
  /** found at points only, before the work of this day: it is looked at again; null where not */
  foundBefore: string | null;
}
export type Finding = { [Rule in RuleId]: FindingOf<Rule> }[RuleId];
