import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { ACTION_TOLERANCE } from '../targets/index.js';
import { termOf, TOLD_AT, type BudgetCause } from './budget.js';
import { airVerdict, type AirVerdict } from './damp.js';
import { foldOf, type Fold } from './fold.js';
import type { Known } from './known.js';
import { holeSunk } from './neckFacts.js';
import { serves } from './reserve.js';
import type { SideStance } from './sideStance.js';

/** What answers an action that is off for good. */
export type Answer =
  | 'nothing is off'
  | 'trim'
  | 'taller'
  /** one side comes down, the other up */
  | 'trim and taller'
  | 'wheels'
  /** the saddle, or the wheels, have not enough left */
  | 'not enough'
  /** a saddle of that height would stand too tall */
  | 'too tall'
  | 'not told';

/** What stands under a saddle that cannot answer any more. */
export type PlaneCause =
  | 'belly'
  | 'thickness'
  | 'neck'
  | /** the plane is right: the wanted action is lower than a saddle at its floor gives */ 'target'
  | 'not told';

/** What holds a cut back. */
export interface Withheld {
  /** the readings of an examination do not agree; and did not at the one before either */
  disagree: boolean;
  again: boolean;
  /** a slack reading typed as pitch */
  slack: boolean;
  /** strung up lately: it may still move */
  resting: boolean;
  /** wood out of working moisture while it was read */
  moisture: AirVerdict['wood'];
  /** one side of the strings was not read in full: the saddle carries both */
  oneSide: boolean;
  /** it looks as if bass and treble had been exchanged */
  swapped: boolean;
  /** the season's part is not known well enough for what is asked */
  season: boolean;
}

export interface StanceVerdict {
  answer: Answer;
  /** sides that have to change, and those that need more than there is */
  changes: SideStance[];
  short: SideStance[];
  cause: PlaneCause | null;
  fold: Fold;
  withheld: Withheld;
  /** the action is right, but on a saddle under its floor */
  spent: SideStance[];
  /** the saddle stands over its ceiling, though the action is right */
  tall: SideStance[];
}

/** The saddle cannot be told from its target by less than a caliper's error and a stroke of the file, m. */
const TRIM_THAT_MATTERS = 0.2e-3;
/** A plane that is short of the school's by less than this is right, m: a rule's line. House figure. */
const PLANE_RIGHT = 0.4e-3;
/** Wood no damper than this over where it will be kept was read in the dry half of its year, %MC. House figure. */
const HALF_DRY = 0.5;
/** A slip is thought of the last reading from this chance on. */
const SLIP = 0.5;

/** What the stance asks for, both sides together. */
export function stanceVerdict(known: Known): StanceVerdict {
  const { sides } = known;
  const judged = sides.filter(({ rest }) => rest !== null);
  const off = judged.filter(
    ({ rest, there }) => there !== 'right' && Math.abs(rest!.value) > ACTION_TOLERANCE,
  );
  // one saddle carries both strings: where one side changes, the other is brought right too
  const changes =
    off.length === 0
      ? []
      : judged.filter(({ saddle }) => saddle !== null && Math.abs(saddle.trim.value) > TRIM_THAT_MATTERS);
  const lacking = changes.filter(({ saddle }) => !serves(saddle!));
  const down = lacking.filter(({ saddle }) => saddle!.trim.value > 0);
  const short = down.length > 0 ? down : lacking;
  const showing = judged.filter(({ there, saddle }) => there !== 'low' && saddle !== null && !known.archtop);
  const spent = showing.filter(({ saddle: s }) => s!.showing.value + 2 * s!.showing.sd < s!.floor);
  const tall = showing.filter(({ saddle: s }) => s!.showing.value - 2 * s!.showing.sd > s!.ceiling);
  const fold = foldOf(known);
  const withheld = withheldOf(known);
  // nothing is made of readings that do not agree, or were read slack
  const unread =
    withheld.slack || withheld.disagree || withheld.swapped || (withheld.oneSide && off.length > 0);
  const answer = unread ? 'not told' : answerOf(known, off, changes, short);
  const asks =
    answer === 'not enough' ? short : answer === 'nothing is off' && !withheld.oneSide ? spent : [];
  return {
    answer,
    changes,
    short,
    cause: asks.length > 0 ? causeOf(known, asks, fold) : null,
    fold,
    withheld: withheld,
    spent,
    tall,
  };
}

function answerOf(
  known: Known,
  off: readonly SideStance[],
  changes: readonly SideStance[],
  short: readonly SideStance[],
): Answer {
  if (off.length === 0) return 'nothing is off';
  if (changes.length === 0) return 'not told';
  if (short.length > 0) return short[0]!.saddle!.trim.value > 0 ? 'not enough' : 'too tall';
  if (known.archtop) return 'wheels';
  const [down, up] = [changes.some(comesDown), changes.some((side) => !comesDown(side))];
  return down && up ? 'trim and taller' : up ? 'taller' : 'trim';
}

export const comesDown = ({ saddle }: Pick<SideStance, 'saddle'>): boolean => saddle!.trim.value > 0;

/** Which of belly, thickness and neck is surely low, by the largest part that is more than twice its error. */
function causeOf(known: Known, sides: readonly SideStance[], fold: StanceVerdict['fold']): PlaneCause {
  if (fold === 'folds') return 'belly';
  const right = sides.every(
    ({ budget }) => budget !== null && budget.plane.wanted - budget.plane.value < PLANE_RIGHT,
  );
  if (right) return 'target';
  const causes = ['belly', 'thickness', 'neck'] as const satisfies BudgetCause[];
  const told = sides.flatMap(({ budget }) =>
    budget
      ? causes.map((cause) => termOf(budget, cause)).filter(({ value, sd }) => value > TOLD_AT * sd)
      : [],
  );
  const most = told.sort((a, b) => b.value - a.value)[0];
  if (!most || (most.cause === 'neck' && fold === 'may fold')) return 'not told';
  // against an earlier examination dome and bridge as they were made cancel: that is the surer
  const since = movedSince(known, sides);
  if (most.cause === 'neck' && since === 'belly') return 'belly';
  if (most.cause === 'belly' && since === 'neck') return 'not told';
  return most.cause as PlaneCause;
}

/** Which of belly and neck made most of what the straightedge is short of since it was read first; null where neither surely did. */
function movedSince({ evidence }: Known, sides: readonly SideStance[]): 'belly' | 'neck' | null {
  for (const { side, budget } of sides) {
    const moved = evidence.moved.find((one) => one.side === side);
    if (!moved || !budget || moved.fell.value < (budget.plane.wanted - budget.plane.value) / 2) continue;
    const { belly, neck } = moved;
    if (belly.value > TOLD_AT * belly.sd && belly.value >= neck.value) return 'belly';
    if (neck.value > TOLD_AT * neck.sd && neck.value > belly.value) return 'neck';
  }
  return null;
}

function withheldOf(known: Known): Withheld {
  const { evidence } = known;
  const { air, closure, history } = evidence;
  const closures = Object.values(closure);
  const { moisture } = air;
  const off = moisture ? moisture.value - air.kept.moisture : 0;
  const sides: StringSide[] = ['bass', 'treble'];
  // what was read in the dry half of the year too does not come from the damp
  const told = sides.some((side) => {
    const of = history[side];
    return of !== undefined && of.visits > 1 && of.driest <= air.kept.moisture + HALF_DRY;
  });
  return {
    disagree: closures.some(({ closes }) => !closes),
    again: closures.some(({ closes, again }) => !closes && again),
    slack: slackTyped(known).length > 0,
    resting: evidence.resting !== null,
    moisture: airVerdict(air).wood,
    oneSide: !known.archtop && known.sides.some(({ budget }) => budget !== null) && oneSideRead(known),
    swapped: sidesSwapped(known),
    season: !told && (!moisture || off > Math.max(HALF_DRY, moisture.sd)),
  };
}

/** Slack strings read so much lower than the line of the other readings, m. House figures, from the plate model. */
const SLACK_LOWER = { least: 0.3e-3, most: 1.8e-3 };

/**
 * Sides whose action looks as if it had been read slack: both stand under the line of the other readings by as much, which
 * no slip of a rule does twice; or both lie far under what their own history expects.
 */
export function slackTyped(known: Known): StringSide[] {
  const { closure, history, instrument } = known.evidence;
  const [bass, treble] = [closure.bass, closure.treble];
  if (bass && treble && !bass.closes && !treble.closes) {
    const low = STRING_SIDES.every((side) => {
      const { residual, slips } = closure[side]!;
      const read = known.read('action12', side);
      return (
        -residual > SLACK_LOWER.least &&
        -residual < SLACK_LOWER.most &&
        // slack strings stand lower: high ones were not read so, and a sign that was missed is likelier
        read !== null &&
        read.value <= instrument.target[side] + ACTION_TOLERANCE &&
        slips[0]?.kind !== 'sign'
      );
    });
    const alike = Math.abs(bass.residual - treble.residual) < 2 * Math.hypot(bass.sd, treble.sd);
    if (low && alike) return ['bass', 'treble'];
  }
  const fallen = STRING_SIDES.filter((side) => {
    const read = known.read('action12', side);
    return (
      (history[side]?.slip ?? 0) > SLIP &&
      read !== null &&
      read.value < instrument.target[side] - 2 * ACTION_TOLERANCE
    );
  });
  return fallen;
}

const oneSideRead = (known: Known): boolean =>
  STRING_SIDES.some((side) => !known.sides.some((one) => one.side === side && one.budget !== null));

/** Action, saddle and straightedge that all stand the other way round from how a guitar is set up. */
const SWAPPABLE = ['action12', 'saddleShowing'] as const;

/** Bass and treble look exchanged: all of the bass lies under the treble, by more than the tools can be wrong. */
function sidesSwapped(known: Known): boolean {
  const { target } = known.instrument;
  if (known.archtop || target.bass <= target.treble) return false;
  return SWAPPABLE.every((quantity) => {
    const [bass, treble] = [known.read(quantity, 'bass'), known.read(quantity, 'treble')];
    return bass !== null && treble !== null && treble.value - bass.value > 2 * Math.hypot(bass.sd, treble.sd);
  });
}

/** Whether a neck may be spoken of as due, or as set too far back: nothing that would tell otherwise is missing. */
export function neckMayBeDue(known: Known, { withheld: held, fold }: StanceVerdict): boolean {
  const bellyRead =
    known.read('bridgeTilt', 'centre') !== null ||
    known.read('bellyBehindBridge', 'centre') !== null ||
    known.readsOf('fretPlane').length > 0 ||
    known.readsOf('bellyAlong').length > 0;
  return (
    bellyRead &&
    fold === 'does not fold' &&
    !held.disagree &&
    !held.slack &&
    !held.resting &&
    !held.season &&
    !held.oneSide &&
    !held.swapped &&
    !holeSunk(known) &&
    known.sides.every(({ told }) => told)
  );
}

/** The neck's own part is so far over that it is told: the gate of a low neck, the other way. */
export const neckOverset = (known: Known, sides: readonly SideStance[]): boolean =>
  neckMayBeDue(known, known.verdict) &&
  sides.every(({ budget }) => {
    const neck = budget && termOf(budget, 'neck');
    return neck !== null && -neck.value > TOLD_AT * neck.sd;
  });
