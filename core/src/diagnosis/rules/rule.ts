import type { PointId, StateId, StringSide } from '../../readings/index.js';
import type { Source } from '../evidence.js';
import type { Known } from '../known.js';
import type { QuestionId } from '../questions.js';
import type { Certainty, Forbidden, SchoolNote, Severity } from '../severity.js';

/** What a rule finds. Whatever is not named here is as its rule has it. */
export interface Found<Args> {
  /** what its sentence is made of: numbers in SI, days, ids; null where it is always the same */
  args: Args;
  certainty?: Certainty;
  severity?: Severity;
  /** what of it differs from school to school */
  schools?: SchoolNote[];
  side?: StringSide;
  mark?: string;
  evidence: Source[];
  check?: QuestionId[];
  unsound?: boolean;
}

/**
 * A rule: what has to be so, how much it asks for, what to look at next, and what must not be done meanwhile; its sentence
 * is in `wording`, under the same id. Rules are common practice; docs/rules.md holds which sentence of the trade each keeps.
 */
export interface Rule<Args> {
  severity: Severity;
  check?: readonly QuestionId[];
  never?: readonly Forbidden[];
  /** it may not be strung until this is put right */
  unsound?: true;
  find: (known: Known) => Found<Args>[];
}

/** A rule for each id of a subject, which its arguments name. */
export type RulesOf<Args> = { readonly [Id in keyof Args]: Rule<Args[Id]> };

/** One finding, where the condition holds. */
export const one = <Args>(so: boolean, found: () => Found<Args>): Found<Args>[] => (so ? [found()] : []);

/** A rule that a state of a point is enough for, with one sentence. */
export const pointRule = (
  point: PointId,
  states: StateId[],
  { severity = 'live', ...rest }: Partial<Pick<Rule<null>, 'severity' | 'check' | 'never' | 'unsound'>> = {},
): Rule<null> => ({
  severity,
  ...rest,
  find: (known) => one(known.has(point, ...states), () => ({ args: null, evidence: known.ofPoints(point) })),
});
