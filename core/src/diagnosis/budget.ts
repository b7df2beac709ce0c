import {
  dip,
  RELIEF_TO_PLANE,
  reliefOverNeck,
  stanceOf,
  type NeckGeometry,
  type StanceOptions,
} from '../stance/stance.js';
import { fretPosition } from '../stance/frets.js';
import { checkClosure, valuesOf } from '../stance/closure.js';
import type { SideMeasured } from '../readings/side.js';
import type { QuantityId } from '../readings/quantities.js';
import { STRAIGHTEDGE_TARGET } from '../targets/targets.js';

export const BUDGET_CAUSES = ['season', 'nut', 'relief', 'plane', 'saddle', 'unexplained'] as const;
export type BudgetCause = (typeof BUDGET_CAUSES)[number];

/** One cause's part in the action at fret 12, signed, m. */
export interface BudgetTerm {
  cause: BudgetCause;
  value: number;
  sd: number;
  /** readings it stands on */
  evidence: QuantityId[];
}

/** Actual minus wanted action on one side; the terms add up to the total exactly. */
export interface ActionBudget {
  side: 'bass' | 'treble';
  actual: number;
  target: number;
  total: number;
  sd: number;
  terms: BudgetTerm[];
  /** saddle that would reach the target were everything else at its own target, m */
  saddleWanted: number;
}

export interface BudgetInput {
  side: 'bass' | 'treble';
  neck: NeckGeometry;
  measured: SideMeasured;
  options?: StanceOptions;
  /** wanted action, relief and first-fret gap, m */
  target: number;
  reliefTarget: number;
  gapTarget: number;
  /** what of the action is season today, m, with its sd: β (M − M_ref) */
  season: { value: number; sd: number };
  straightedgeTarget?: number;
}

/**
 * The action budget in its simplest form. The action at 12 is nut height, saddle crown and dip, each with its
 * lever; the crown is the saddle showing less the straightedge. Each part is set against the stance that has the
 * wanted action, relief and first-fret gap. Relief counts with the turn of the fret plane it brings (k_r D/l at
 * the bridge); season and that turn are taken out of the straightedge's part, and what is left of it is the neck
 * plane and the bridge together. Which of the two it is only the belly and the tilt can tell.
 */
export function actionBudget(input: BudgetInput): ActionBudget {
  const { neck, measured, options = {}, target, reliefTarget, gapTarget, season } = input;
  const straightedgeTarget = input.straightedgeTarget ?? STRAIGHTEDGE_TARGET;
  const { computed, residual, sd: closureSd } = checkClosure(neck, measured, options);
  const stance = stanceOf(neck, valuesOf(measured), options);
  const X = stance.stringLength;
  const x12 = fretPosition(neck.scale, 12);
  const crownLever = x12 / X;
  const nutLever = 1 - crownLever;
  const firstShare = stance.firstFret / X;
  const overNeck = reliefOverNeck(neck, 1, options.reliefFrets ?? [1, neck.bodyJoin]);
  const turn = (RELIEF_TO_PLANE * (X - stance.bodyJoin)) / (stance.bodyJoin - stance.firstFret);

  // the stance that is wanted: nut height follows from gap and crown, the crown from the action
  const dipTarget = dip({ ...stance, reliefToJoin: reliefTarget }, x12);
  const crownTarget =
    (target - dipTarget - (nutLever * gapTarget) / (1 - firstShare)) /
    (crownLever - (nutLever * firstShare) / (1 - firstShare));
  const nutTarget = (gapTarget - crownTarget * firstShare) / (1 - firstShare);
  const saddleWanted = crownTarget + straightedgeTarget;

  const dipLever = dip({ ...stance, reliefToJoin: 1 }, x12);
  const reliefOff = stance.reliefToJoin - reliefTarget;
  const planeByRelief = crownLever * turn * reliefOff;
  const straightedgePart = -crownLever * (stance.straightedgeAtPitch - straightedgeTarget);

  const terms: BudgetTerm[] = [
    { cause: 'season', value: season.value, sd: season.sd, evidence: ['action12'] },
    {
      cause: 'nut',
      value: nutLever * (stance.nutHeight - nutTarget),
      sd: (nutLever * measured.firstFretGap.sd) / (1 - firstShare),
      evidence: ['firstFretGap'],
    },
    {
      cause: 'relief',
      value: dipLever * reliefOff + planeByRelief,
      sd: (dipLever + crownLever * turn) * overNeck * measured.relief.sd,
      evidence: ['relief'],
    },
    {
      cause: 'plane',
      value: straightedgePart - planeByRelief - season.value,
      sd: Math.hypot(crownLever * measured.straightedge.sd, season.sd),
      evidence: ['straightedge', 'bridgeTilt', 'bellyBehindBridge'],
    },
    {
      cause: 'saddle',
      value: crownLever * (measured.saddleShowing.value - saddleWanted),
      sd: crownLever * measured.saddleShowing.sd,
      evidence: ['saddleShowing'],
    },
    { cause: 'unexplained', value: residual, sd: closureSd, evidence: ['action12'] },
  ];
  return {
    side: input.side,
    actual: computed + residual,
    target,
    total: measured.action12.value - target,
    sd: measured.action12.sd,
    terms,
    saddleWanted,
  };
}

/** One term of a budget, m. */
export function termOf(budget: ActionBudget, cause: BudgetCause): BudgetTerm {
  return budget.terms.find((term) => term.cause === cause)!;
}
