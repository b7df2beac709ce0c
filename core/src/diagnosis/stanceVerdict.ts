import { STRING_SIDES, type StringSide } from '../strings/index.js';
import { ACTION_TOLERANCE, TILT_LIMIT } from '../targets/index.js';
import { termOf, TOLD_AT, type BudgetCause } from './budget.js';
import type { Known } from './known.js';
import type { SideStance } from './sideStance.js';

/** What answers an action that is off for good. */
export type Answer =
  | 'nothing is off'
  | 'trim'
  | 'taller'
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
  /** damp or dry wood while it was read */
  moisture: 'damp' | 'dry' | null;
  /** the season's part is not known well enough for what is asked */
  season: boolean;
}

export interface StanceVerdict {
  answer: Answer;
  /** sides that have to change, and those that need more than there is */
  changes: SideStance[];
  short: SideStance[];
  cause: PlaneCause | null;
  /** the belly folds: what lifts the bridge has let go */
  fold: 'folds' | 'may fold' | 'does not fold' | 'not told';
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
/** Wood this far from where it will be kept is no wood to cut by, %MC. House figure. */
const OUT_OF_MOISTURE = 1.5;
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
  const lacking = changes.filter(({ saddle }) => !saddle!.enough);
  const down = lacking.filter(({ saddle }) => saddle!.trim.value > 0);
  const short = down.length > 0 ? down : lacking;
  const showing = judged.filter(({ there, saddle }) => there !== 'low' && saddle !== null && !known.archtop);
  const spent = showing.filter(({ saddle: s }) => s!.showing.value + 2 * s!.showing.sd < s!.floor);
  const tall = showing.filter(({ saddle: s }) => s!.showing.value - 2 * s!.showing.sd > s!.ceiling);
  const fold = foldOf(known);
  const withheld = withheldOf(known);
  // nothing is made of readings that do not agree, or were read slack
  const answer = withheld.slack || withheld.disagree ? 'not told' : answerOf(known, off, changes, short);
  const asks = answer === 'not enough' ? short : answer === 'nothing is off' ? spent : [];
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
  return changes.some(({ saddle }) => saddle!.trim.value < 0) ? 'taller' : 'trim';
}

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

/** Whether the top folds: its shape decides, a lean alone asks; some lean is normal. */
function foldOf(known: Known): StanceVerdict['fold'] {
  if (known.archtop) return 'does not fold';
  if (known.has('topShape', 'hollow-and-hump')) return 'folds';
  const looked = known.has('topShape', 'even-dome', 'flat');
  // what was measured at many places and reckoned from the top's own plan counts before a lean alone
  const fitted = known.evidence.top?.belly?.verdict;
  if (fitted === 'folding') return looked ? 'may fold' : 'folds';
  if (fitted === 'sound dome' && !looked) return 'does not fold';
  const tilt = known.read('bridgeTilt', 'centre');
  if (looked) return 'does not fold';
  if (tilt && tilt.value - 2 * tilt.sd > TILT_LIMIT) return 'may fold';
  if (tilt && tilt.value + 2 * tilt.sd < TILT_LIMIT) return 'does not fold';
  return tilt ? 'may fold' : 'not told';
}

function withheldOf(known: Known): Withheld {
  const { evidence } = known;
  const { air, closure, history } = evidence;
  const closures = Object.values(closure);
  const moisture = air.moisture;
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
    resting: evidence.restingDays !== null,
    moisture: !moisture ? null : off > OUT_OF_MOISTURE ? 'damp' : off < -OUT_OF_MOISTURE ? 'dry' : null,
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
    const low = [bass, treble].every(
      ({ residual }) => -residual > SLACK_LOWER.least && -residual < SLACK_LOWER.most,
    );
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

/** Whether a neck may be spoken of as due: nothing that would tell otherwise is missing. */
export function neckMayBeDue(known: Known, { withheld: held, fold }: StanceVerdict): boolean {
  const bellyRead =
    known.read('bridgeTilt', 'centre') !== null ||
    known.read('bellyBehindBridge', 'centre') !== null ||
    known.readsOf('fretPlane').length > 0 ||
    known.readsOf('bellyAlong').length > 0;
  return (
    bellyRead && fold === 'does not fold' && !held.disagree && !held.slack && !held.resting && !held.season
  );
}
