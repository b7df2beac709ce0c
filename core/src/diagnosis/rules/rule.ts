import type { StringSide } from '../../strings/index.js';
import type { PointId, StateId } from '../../readings/index.js';
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
  never?: Forbidden[];
  unsound?: boolean;
}

/** What a rule's finding is to whoever asks by kind: nobody keeps a list of ids. */
export type RuleRole =
  /** known, and asks for nothing */
  | 'quiet'
  /** of the action: where a plan leaves it decides whether it is answered, not what is in the plan */
  | 'of the action'
  /** strings, air or a set-up may answer it */
  | 'set-up may answer'
  /** structure that is put right before anything is set, and moves it */
  | 'structure first'
  /** broken wood or glue, whatever the action does */
  | 'damage'
  /** rod, pressing or untwisting still has to move the neck: saddle and nut wait for the reading after it */
  | 'neck first'
  /** of the air: its remedy is in every plan, leaving it included */
  | 'of the air'
  /** something is not told yet, and holds back what is set */
  | 'asks to measure'
  /** goes on though it is kept slack */
  | 'goes on slack'
  /** says where the action stands, in the same sentence on every page */
  | 'where it stands'
  /** only wants watching, and is worth the one line of a card */
  | 'on the card'
  /** told with what the history says */
  | 'in the history';

/**
 * A rule: what has to be so, how much it asks for, what to look at next, and what must not be done meanwhile; its sentence
 * is in `wording`, under the same id. Rules are common practice; docs/rules.md holds which sentence of the trade each keeps.
 */
export interface Rule<Args> {
  severity: Severity;
  roles?: readonly RuleRole[];
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
  {
    severity = 'live',
    ...rest
  }: Partial<Pick<Rule<null>, 'severity' | 'roles' | 'check' | 'never' | 'unsound'>> = {},
): Rule<null> => ({
  severity,
  ...rest,
  find: (known) => one(known.has(point, ...states), () => ({ args: null, evidence: known.ofPoints(point) })),
});
