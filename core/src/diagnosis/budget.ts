import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import {
  dip,
  fretPosition,
  reliefOverNeck,
  stanceOf,
  stringLength,
  valuesOf,
  checkClosure,
  RELIEF_TO_PLANE,
  type NeckGeometry,
  type StanceOptions,
} from '../stance/index.js';
import type { QuantityId, SideMeasured } from '../readings/index.js';
import { shareOut, type RimPlaneInput } from './rimPlane.js';

/** What makes the action differ from what is wanted, in the order in which it is said. */
export const BUDGET_CAUSES = [
  'season',
  'nut',
  'relief',
  'belly',
  'thickness',
  'neck',
  'saddle',
  'unexplained',
] as const;
export type BudgetCause = (typeof BUDGET_CAUSES)[number];

/** One cause's part in the action at fret 12, signed, m. */
export interface BudgetTerm extends Uncertain {
  cause: BudgetCause;
  /** readings it stands on */
  evidence: QuantityId[];
}

/** Actual minus wanted action on one side; the terms add up to the total exactly. */
export interface ActionBudget {
  side: StringSide;
  actual: number;
  target: number;
  total: number;
  sd: number;
  terms: BudgetTerm[];
  /** the string line that is wanted and what of it the saddle must do, m */
  line: StringLine;
  /** straightedge as it would read at the humidity it will be kept at, at the relief wanted, m; and what it is short of */
  plane: Uncertain & { wanted: number };
  /** share of a rise at the saddle that stands in the action at 12 */
  lever: number;
  /** first-fret gap as it would be with the saddle at the crown that is wanted, m: the nut's own height */
  gapThen: Uncertain;
}

export interface StringLine {
  /** height of the crown over the fret plane that gives the wanted action, m */
  crown: number;
  /** saddle that would reach it with the straightedge at the school's target */
  saddleWanted: number;
}

export interface BudgetInput {
  side: StringSide;
  neck: NeckGeometry;
  measured: SideMeasured;
  options?: StanceOptions;
  /** wanted action, relief and first-fret gap, m */
  target: number;
  reliefTarget: number;
  gapTarget: number;
  /** straightedge of a healthy neck, m */
  straightedgeTarget: number;
  /** what of the action is season today, m */
  season: Uncertain;
  /** what tells belly, thickness and neck apart; at the humidity it will be kept at */
  rim: Omit<RimPlaneInput, 'short' | 'target'>;
  /** the plane was read directly over the rim, or the belly was */
  rimEvidence: QuantityId[];
}

/** k_r is common practice between 2 and 4; learned per instrument where its rod was turned: so wide until then. */
export const RELIEF_TO_PLANE_SD = 0.6;

/**
 * The action budget. The action at 12 is nut height, saddle crown and dip, each with its lever; the crown is the saddle
 * showing less the straightedge. Each part is set against the stance that has the wanted action, relief and first-fret
 * gap. Relief counts with the turn of the fret plane that it brings; season and that turn are taken out of the
 * straightedge's part, and what is left of it is shared out among belly, bridge thickness and neck angle over the rim
 * plane.
 */
export function actionBudget(input: BudgetInput): ActionBudget {
  const { side, neck, measured, options = {}, target, reliefTarget, gapTarget, season } = input;
  const { straightedgeTarget, rim } = input;
  const { computed, residual, sd: closureSd } = checkClosure(neck, measured, options);
  const stance = stanceOf(neck, valuesOf(measured), options);
  const X = stance.stringLength;
  const x12 = fretPosition(neck.scale, 12);
  const lever = x12 / X;
  const firstShare = stance.firstFret / X;
  const overNeck = reliefOverNeck(neck, 1, options.reliefFrets ?? [1, neck.bodyJoin]);
  const coupling = options.reliefToPlane ?? RELIEF_TO_PLANE;
  const turn = (coupling * (X - stance.bodyJoin)) / (stance.bodyJoin - stance.firstFret);
  const turnSd = (turn * RELIEF_TO_PLANE_SD) / coupling;

  const crown = crownFor(neck, { target, reliefTarget, gapTarget });
  const nutTarget = (gapTarget - crown * firstShare) / (1 - firstShare);
  const saddleWanted = crown + straightedgeTarget;

  const dipLever = dip({ ...stance, reliefToJoin: 1 }, x12);
  const reliefOff = stance.reliefToJoin - reliefTarget;
  const planeByRelief = lever * turn * reliefOff;
  const planeByReliefSd = lever * Math.hypot(turn * overNeck * measured.relief.sd, turnSd * reliefOff);
  // s as it would read at the wanted relief and where it will be kept
  const kept: Uncertain = {
    value: stance.straightedgeAtPitch + (planeByRelief + season.value) / lever,
    sd: Math.hypot(measured.straightedge.sd, planeByReliefSd / lever, season.sd / lever),
  };
  const parts = shareOut({
    ...rim,
    short: { value: straightedgeTarget - kept.value, sd: kept.sd },
    target: straightedgeTarget,
  });
  const share = ({ value, sd }: Uncertain): Uncertain => ({ value: lever * value, sd: lever * sd });
  const term = (cause: BudgetCause, { value, sd }: Uncertain, evidence: QuantityId[]): BudgetTerm => ({
    cause,
    value,
    sd,
    evidence,
  });
  const terms: BudgetTerm[] = [
    term('season', season, ['action12']),
    term(
      'nut',
      {
        value: (1 - lever) * (stance.nutHeight - nutTarget),
        sd: ((1 - lever) * measured.firstFretGap.sd) / (1 - firstShare),
      },
      ['firstFretGap'],
    ),
    term(
      'relief',
      {
        value: dipLever * reliefOff + planeByRelief,
        sd: Math.hypot(dipLever * overNeck * measured.relief.sd, planeByReliefSd),
      },
      ['relief'],
    ),
    term('belly', share(parts.belly), input.rimEvidence),
    term('thickness', share(parts.thickness), ['bridgeThickness']),
    term('neck', share(parts.neck), ['straightedge', ...input.rimEvidence]),
    term(
      'saddle',
      {
        value: lever * (measured.saddleShowing.value - saddleWanted),
        sd: lever * measured.saddleShowing.sd,
      },
      ['saddleShowing'],
    ),
  ];
  const total = measured.action12.value - target;
  const explained = terms.reduce((sum, { value }) => sum + value, 0);
  terms.push(
    term(
      'unexplained',
      {
        value: total - explained,
        sd: Math.hypot(closureSd, lever * parts.unexplained.sd * Number(parts.unexplained.value !== 0)),
      },
      ['action12'],
    ),
  );
  return {
    side,
    actual: computed + residual,
    target,
    total,
    sd: measured.action12.sd,
    terms,
    line: { crown, saddleWanted },
    plane: { ...kept, wanted: straightedgeTarget },
    lever,
    gapThen: {
      value: measured.firstFretGap.value + firstShare * (crown - stance.saddleHeight),
      sd: measured.firstFretGap.sd,
    },
  };
}

/** Height of the crown over the fret plane for a wanted action, m: the nut's height follows from gap and crown. */
export function crownFor(
  neck: NeckGeometry,
  { target, reliefTarget, gapTarget }: Pick<BudgetInput, 'target' | 'reliefTarget' | 'gapTarget'>,
): number {
  const X = stringLength(neck);
  const x12 = fretPosition(neck.scale, 12);
  const [lever, first] = [x12 / X, fretPosition(neck.scale, 1)];
  const firstShare = first / X;
  const bodyJoin = fretPosition(neck.scale, neck.bodyJoin);
  const dipTarget = dip({ firstFret: first, bodyJoin, reliefToJoin: reliefTarget }, x12);
  return (
    (target - dipTarget - ((1 - lever) * gapTarget) / (1 - firstShare)) /
    (lever - ((1 - lever) * firstShare) / (1 - firstShare))
  );
}

/** One term of a budget, m. */
export function termOf(budget: ActionBudget, cause: BudgetCause): BudgetTerm {
  return budget.terms.find((term) => term.cause === cause)!;
}

/** Causes that something can be done about, or that go by themselves. */
const NAMED: readonly BudgetCause[] = BUDGET_CAUSES.filter((cause) => cause !== 'unexplained');

/** What gives the most of what is off in its own direction, and whether that can be told. */
export interface Leading {
  term: BudgetTerm;
  /** it is more than twice its own error */
  told: boolean;
}

/** Beyond so many of its own errors a cause is told. */
export const TOLD_AT = 2;

/**
 * The largest cause of a budget, in the direction in which the action is off; the largest of all where it is not off.
 *
 * @returns null where nothing is larger than what anybody sees
 */
export function leadingOf({ terms, total }: Pick<ActionBudget, 'terms' | 'total'>): Leading | null {
  const named = terms.filter(({ cause }) => NAMED.includes(cause));
  const same = named.filter(({ value }) => Math.sign(value) === Math.sign(total));
  const pool = same.length > 0 ? same : named;
  const term = pool.reduce((a, b) => (Math.abs(b.value) > Math.abs(a.value) ? b : a));
  if (Math.abs(term.value) < SEEN) return null;
  return { term, told: Math.abs(term.value) > TOLD_AT * term.sd };
}

/** Less than this of the action nobody sees, m: a quarter of a 64th. House figure. */
export const SEEN = 0.1e-3;
