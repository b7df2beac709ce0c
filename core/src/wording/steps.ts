import { capital } from './words.js';
import { QUESTIONS, type Finding } from '../diagnosis/index.js';
import {
  WHEEL_PITCH,
  type AngleCut,
  type CheekCut,
  type MeasureWhen,
  type PlanStep,
  type Provisional,
  type StepMuch,
  type StepWhy,
  type Struck,
  type WithheldReason,
} from '../repair-plans/index.js';
import type { StringSide } from '../strings/index.js';
import { TREATMENTS, type Amount, type TreatmentId } from '../treatments/index.js';
import { sayFinding } from './findings.js';
import { NEVER_WORDS } from './never.js';
import type { Say } from './say.js';

/** Why a step is in the plan, and how much of it, in one run of sentences. */
export const sayStep = (step: PlanStep, say: Say): string =>
  [sayWhy(step.id, step.why, say), sayMuch(step, say)].filter(Boolean).join(' ');

function sayWhy(of: TreatmentId, why: StepWhy, say: Say): string {
  switch (why.id) {
    case 'always':
      return TREATMENTS[of].why!;
    case 'finding':
      return sayFinding(why.finding, say);
    case 'follows':
      return 'Brings the action right after the steps before it.';
    case 'needed':
      return 'The rest of the plan needs it.';
    case 'measure at rest':
      return 'Once it is sound, strung and settled, measure the stance again: then you know what saddle and neck need.';
    case 'measure first':
      return QUESTIONS[why.question].ask;
    case 'measure amounts': {
      const what = [...new Set(why.of.map((id) => TREATMENTS[id].name.split(':')[0]!.toLowerCase()))];
      return `How much (${what.join(', ')}) is not known yet: ${sayWithheld(why.reasons)!}. ${MEASURE[why.when]}`;
    }
  }
}

const MEASURE: Record<MeasureWhen, string> = {
  'as it settles': 'Measure action, belly and tilt every few days until they settle.',
  'at working moisture':
    'Bring it to working moisture, then measure action, relief, straightedge, saddle, belly and tilt again.',
  'once looked at': 'Check the belly and feel the braces, then measure the stance again.',
  'once strung': 'Once it is fixed, strung and settled, measure the stance again.',
};

const WITHHELD: Record<WithheldReason, string> = {
  'joint open': 'the joint is open: press it home, then read the angle',
  'not at rest': 'it has not settled at pitch',
  damp: 'the wood was damp when measured',
  dry: 'the wood was dry when measured',
  'structure first': 'the structure under it comes first, and fixing it moves this',
  'bridge leans': 'the bridge leans as if the top folded',
  'bridge first': 'make the bridge first, and measure the straightedge over it',
  'neck moves': 'rod or pressing moves it first, so measure it again after that',
  'neck set': 'reset the neck first; it moves once more at pitch',
};

/** Why amounts are not given yet; null where they are. */
export const sayWithheld = (reasons: readonly WithheldReason[]): string | null =>
  reasons.length > 0 ? reasons.map((reason) => WITHHELD[reason]).join('; ') : null;

/** What makes a plan's amounts provisional, as one clause. */
export function sayProvisional(why: Provisional, { fineError, fine }: Say): string {
  switch (why.id) {
    case 'withheld':
      return WITHHELD[why.reason];
    case 'rises':
      return `the saddle line may rise ${fineError({ value: why.by, sd: why.sd })} once it is strung again`;
    case 'further off':
      return `the structure comes first, and leaves the action ${fine(why.by)} further off until you set it again`;
  }
}

/** Why something that was wanted is not in a plan. */
export const sayStruck = ({ id, why }: Struck, say: Say): string =>
  `${TREATMENTS[id].name.split(':')[0]!}: not now. ${'never' in why ? NEVER_WORDS[why.never] : sayFinding(why.finding, say)}`;

/** That no small repair helps, and because of what; in words. */
export const sayNoLess = (finding: Finding, say: Say): string =>
  `No small repair helps. ${sayFinding(finding, say)}`;

/** How much of a step: its amounts in words; of provisional ones only the band, without marks to cut by. */
function sayMuch({ id, much, amounts, withheld }: PlanStep, say: Say): string {
  if (!much) return '';
  switch (much.id) {
    case 'new saddle':
      return 'A new saddle of its full height for the new angle.';
    case 'angle':
      return sayAngle(much, say);
    case 'amounts':
      return sayAmounts(id, amounts, withheld.length > 0, say);
  }
}

function sayAmounts(
  id: TreatmentId,
  amounts: readonly Amount[],
  provisional: boolean,
  { fineError, fine }: Say,
): string {
  const about = ({ value, sd }: Amount) => fineError({ value: Math.abs(value), sd });
  const each = (up: string, down: string) =>
    amounts.map((one) => `${one.of} ${one.value > 0 ? up : down} ${about(one)}`).join('; ');
  const first = provisional ? 'As it is now, ' : '';
  const [one] = amounts as [Amount];
  switch (TREATMENTS[id].amount) {
    case 'off the saddle':
    case 'onto the saddle': {
      const moves = TREATMENTS[id].amount === 'off the saddle' ? each('down', 'up') : each('up', 'down');
      return provisional
        ? `${first}twice the change wanted at fret 12: ${moves}.`
        : `Twice the change wanted at fret 12: ${moves}.`;
    }
    case 'turns of the wheels':
      return capital(
        `${first}${amounts.map(({ of, value, sd }) => `${of} ${value > 0 ? 'up' : 'down'} ${Math.abs(value).toFixed(1)} ± ${sd.toFixed(1)} turns`).join('; ')} on a thread of ${fine(WHEEL_PITCH)}.`,
      );
    case 'rod': {
      const most = amounts.reduce((a, b) => (Math.abs(b.value) > Math.abs(a.value) ? b : a));
      return `${most.value > 0 ? 'Tighten' : 'Loosen'} it an eighth to a quarter turn at a time. The action ${most.value > 0 ? 'drops' : 'rises'} ${about(most)}.`;
    }
    case 'bridge down':
      return `The bridge may come down ${about(one)}.`;
    case 'bridge thicker':
      return `The bridge becomes ${about(one)} ${one.value > 0 ? 'thicker' : 'thinner'}.`;
    case undefined:
      return '';
  }
}

/** By how much the fret plane comes up at the bridge, and what that cuts. */
function sayAngle({ by, sd, cut, cheek }: StepMuch & { id: 'angle' }, say: Say): string {
  const up = `At its home humidity the straightedge must ${by > 0 ? 'rise' : 'drop'} ${say.fineError({ value: Math.abs(by), sd })} at the bridge`;
  const angle =
    cut.kind === 'not marked yet'
      ? `As it is now: ${up[0]!.toLowerCase()}${up.slice(1)}. Do not mark a cut yet.`
      : `${up}${sayCut(cut, say)}`;
  return cheek ? `${angle} ${sayCheek(cheek, cut.kind === 'not marked yet', say)}` : angle;
}

/** What a picture of the aimed neck says, in the page's unit; null where a step centres nothing. */
export function aimedWords(
  { much }: Pick<PlanStep, 'much'>,
  { fine }: Say,
): { side: StringSide; off: string; cut: string | null } | null {
  if (much?.id !== 'angle' || !much.cheek) return null;
  const { side, off, by } = much.cheek;
  const marked = by !== null && much.cut.kind !== 'not marked yet';
  return { side, off: fine(off), cut: marked ? fine(by) : null };
}

/** The cheek by itself: centre before angle. */
const sayCheek = ({ side, off, by }: CheekCut, later: boolean, { fine }: Say): string =>
  `Centre it first: the board aims ${fine(off)} to the ${side} at the bridge. ${
    later
      ? `Mark the ${side} cheek once that is measured again.`
      : by === null
        ? `Measure the heel’s width to know what comes off the ${side} cheek.`
        : `${fine(by)} off the ${side} cheek, none off the other.`
  }`;

function sayCut(cut: AngleCut, { fineError, fine, length }: Say): string {
  switch (cut.kind) {
    case 'not marked yet':
      return '.';
    case 'less than its error':
      return ': less than twice its error. Measure again before you cut.';
    case 'heel not measured':
      return '. Measure heel depth and extension for the cut and the wedge.';
    case 'shim':
      return `: shim the heel ${fineError({ value: Math.abs(cut.by), sd: cut.sd })} at the cap.`;
    case 'cut': {
      const strip = cut.strip
        .map(
          ({ below, off }, i) => `${i === cut.strip.length - 1 ? 'cap ' : ''}${length(below)} ${fine(off)}`,
        )
        .join(', ');
      return `: ${fineError({ value: Math.abs(cut.by), sd: cut.sd })} off the heel at the cap, to nothing at the board. Marks below the board: ${strip}. A wedge under the extension from nothing at the body joint to ${fine(cut.wedge)} at its end.`;
    }
  }
}
