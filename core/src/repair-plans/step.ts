import type { StringSide } from '../strings/index.js';
import type { Finding, Forbidden, QuestionId, RuleId } from '../diagnosis/index.js';
import type { Amount, Ordered, TreatmentId } from '../treatments/index.js';
import type { NeverId } from './never.js';

/** Why an amount is not given yet: what decides it was not measured under the right conditions. */
export type WithheldReason =
  | 'joint open'
  | 'not at rest'
  | 'damp'
  | 'dry'
  | 'structure first'
  /** the bridge leans as if the top folded, and nobody looked yet */
  | 'bridge leans'
  /** the bridge is made anew, or thicker, within this plan: where its top then stands is read */
  | 'bridge first'
  /** rod, pressing or untwisting moves it, within this plan */
  | 'neck moves'
  /** the neck is set within this plan */
  | 'neck set';

/** Why a treatment is in the plan. */
export type StepWhy =
  /** for the reason that the treatment always has */
  | { id: 'always' }
  | { id: 'finding'; finding: Finding }
  /** what the steps before it move is brought right */
  | { id: 'follows' }
  | { id: 'needed' }
  /** amounts of these are not told yet: what to read, and when */
  | { id: 'measure amounts'; of: TreatmentId[]; reasons: WithheldReason[]; when: MeasureWhen }
  | { id: 'measure at rest' }
  | { id: 'measure first'; question: QuestionId };
export type MeasureWhen = 'as it settles' | 'at working moisture' | 'once looked at' | 'once strung';

/** How much of a step, beside its amounts. */
export type StepMuch =
  /** as its amounts say */
  | { id: 'amounts' }
  /** a new saddle of its full height */
  | { id: 'new saddle' }
  /** the fret plane comes up at the bridge by so much, down where negative, and what that cuts */
  | { id: 'angle'; by: number; sd: number; cut: AngleCut; cheek: CheekCut | null };

/** What comes off one cheek of the heel to centre the neck, m; null where the heel's width was not measured. */
export interface CheekCut {
  side: StringSide;
  /** what the board is off at the bridge */
  off: number;
  by: number | null;
}

/** What a change of the neck angle cuts. Lengths m. */
export type AngleCut =
  | { kind: 'not marked yet' | 'less than its error' | 'heel not measured' }
  /** shimmed at the heel cap */
  | { kind: 'shim'; by: number; sd: number }
  /** off the heel at its cap, along the heel, and a wedge under the end of the extension */
  | { kind: 'cut'; by: number; sd: number; strip: { below: number; off: number }[]; wedge: number };

/** A treatment of a plan before it has its place. */
export interface Chosen {
  id: TreatmentId;
  why: StepWhy;
  /** findings that it answers */
  answers: RuleId[];
  amounts: Amount[];
  /** null where it has no amount to say */
  much: StepMuch | null;
  /** why its amounts are not given yet; empty where they are, or it has none */
  withheld: WithheldReason[];
}

/** A step of a plan in its place. */
export type PlanStep = Ordered<Chosen>;

/** What makes a plan's amounts provisional. */
export type Provisional =
  | { id: 'withheld'; reason: WithheldReason }
  /** the saddle line may rise by so much once it is strung again, m */
  | { id: 'rises'; by: number; sd: number }
  /** the action ends further off than leaving it, by so much, m: structure makes it so */
  | { id: 'further off'; by: number };

/** What a plan made by hand breaks. */
export type BreakWhy =
  | { id: 'never'; never: NeverId }
  /** a finding that stands says not to */
  | { id: 'forbidden'; finding: Finding; does: Forbidden }
  | { id: 'needs'; any: TreatmentId[] }
  | { id: 'shuts out'; other: TreatmentId }
  | { id: 'not to be strung'; finding: Finding }
  | { id: 'moisture'; wood: 'damp' | 'dry' }
  | { id: 'no rest' }
  /** a saddle moved by hand by so little, m */
  | { id: 'too little'; side: StringSide; by: number }
  /** saddle that would be left, m */
  | { id: 'below the stop'; side: StringSide; left: number }
  /** rad */
  | { id: 'break angle'; angle: number }
  | { id: 'heavier strings' };
