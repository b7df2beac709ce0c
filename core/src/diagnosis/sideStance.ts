import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import type { QuantityId, SideMeasured } from '../readings/index.js';
import { standingOf } from '../forecast/stands.js';
import {
  ACTION_TOLERANCE,
  firstFretGapWanted,
  heightAtBreakStop,
  saddleShowingWanted,
  SADDLE_STOP,
  WHEEL_TRAVEL,
  type Wanted,
} from '../targets/index.js';
import { METRES_PER } from '../units/index.js';
import { leadingOf, termOf, type ActionBudget, type Leading } from './budget.js';
import type { Evidence, StandsToday } from './evidence.js';
import { reserveOf, type Reserve, type ReserveLimits } from './reserve.js';

/** Where the action stands against what is wanted. */
export type Stand = 'high' | 'low' | 'right';

/** The fret plane over the bridge at the humidity it will be kept at, m. */
export interface PlaneStance {
  at: Uncertain;
  /** what carries the wanted action on a saddle at its floor, and at its ceiling */
  least: number;
  most: number;
  stand: 'low' | 'overset' | 'right' | 'not told';
}

/** One side of the strings against what is wanted. */
export interface SideStance {
  side: StringSide;
  /** as read, against the target */
  off: Uncertain;
  /** about where it stands today, and where it will be kept, m */
  level: number;
  atKept: number;
  now: Stand;
  /** the season's part, and what is left at the humidity it will be kept at */
  season: Uncertain;
  kept: Uncertain;
  there: Stand;
  /** what is off there is more than its own error beyond the tolerance */
  sure: boolean;
  /** whether the season's part is known well enough to say where it would stand */
  told: boolean;
  /** null where not all of its stance was read */
  budget: ActionBudget | null;
  measured: SideMeasured | null;
  missing: QuantityId[];
  leading: Leading | null;
  mends: { relief: boolean; nut: 'high' | 'low' | null };
  /** what is left once season, relief and nut are right */
  rest: Uncertain | null;
  /** what is left of the saddle, on an archtop of the wheel's way, against what it would have to do */
  saddle: Reserve | null;
  plane: PlaneStance | null;
}

/** Relief is left alone while it brings less than half a 64th to the action, m. House default. */
const RELIEF_THAT_MATTERS = METRES_PER['64ths'] / 2;

/** How one side stands. @param measured null where its stance was not read in full */
export function standOfSide(
  { instrument, history }: Pick<Evidence, 'instrument' | 'history'>,
  side: StringSide,
  action: Uncertain,
  budget: ActionBudget | null,
  measured: SideMeasured | null,
  missing: QuantityId[],
  { wheel, breakAngle }: { wheel: Uncertain | null; breakAngle: Uncertain | null },
  today: StandsToday | null,
): SideStance {
  const off: Uncertain = { value: action.value - instrument.target[side], sd: action.sd };
  const season = history[side]?.season ?? { value: 0, sd: 0 };
  const target = instrument.target[side];
  const kept: Uncertain = today
    ? { value: today.atKept.value - target, sd: today.atKept.sd }
    : { value: off.value - season.value, sd: Math.hypot(off.sd, season.sd) };
  const { now, there, told } = standOf(action, target, kept, today);
  const mends = budget && measured ? mended(instrument, side, budget, measured) : NOTHING;
  const rest = budget ? restOf(budget, kept, mends) : null;
  const archtop = instrument.type === 'archtop';
  return {
    side,
    off,
    level: today?.level ?? action.value,
    atKept: target + kept.value,
    now,
    season,
    kept,
    there,
    told,
    sure: Math.abs(kept.value) - ACTION_TOLERANCE > kept.sd,
    budget,
    measured,
    missing,
    leading: budget ? leadingOf(budget) : null,
    mends,
    rest,
    saddle:
      budget && measured && rest
        ? archtop
          ? wheel && reserveOf(wheel, ofSaddle(rest, budget), WHEELS)
          : reserveOf(
              measured.saddleShowing,
              ofSaddle(rest, budget),
              saddleLimits(instrument, measured.saddleShowing.value, breakAngle),
            )
        : null,
    plane: budget && !archtop ? planeOf(instrument, budget) : null,
  };
}

const WORDS = { above: 'high', inside: 'right', below: 'low' } as const;

/** Where it stands today and would stand where it will be kept: by its series where it is followed, else by the reading. */
function standOf(
  action: Uncertain,
  target: number,
  kept: Uncertain,
  today: StandsToday | null,
): Pick<SideStance, 'now' | 'there' | 'told'> {
  const window = [target - ACTION_TOLERANCE, target + ACTION_TOLERANCE] as const;
  const stands =
    today ?? standingOf(action.value, { value: target + kept.value, sd: kept.sd }, window, action.sd);
  const there = stands.why === 'lasting' || stands.why === 'hidden' ? stands.kept : 'inside';
  return { now: WORDS[stands.now], there: WORDS[there], told: stands.why !== 'not told' };
}

const NOTHING: SideStance['mends'] = { relief: false, nut: null };

function mended(
  { stringKind }: Evidence['instrument'],
  side: StringSide,
  budget: ActionBudget,
  measured: SideMeasured,
): SideStance['mends'] {
  const relief = termOf(budget, 'relief');
  return {
    relief: Math.abs(relief.value) > Math.max(2 * relief.sd, RELIEF_THAT_MATTERS),
    nut: nutOff(measured.firstFretGap, budget.gapThen, firstFretGapWanted(stringKind)[side]),
  };
}

/** A slot that is low by less than this plays clean, m. House figure. */
const SLOT_LOW = 0.1e-3;

/**
 * Whether a slot of the nut is high or low: as it was read, and as it will be once saddle and relief stand as they are
 * wanted. A gap rises with the saddle, and what that alone makes of it is no fault of the nut.
 */
export function nutOff(
  gap: Uncertain,
  then: Uncertain,
  { from, to }: Pick<Wanted, 'from' | 'to'>,
): 'high' | 'low' | null {
  const high = ({ value, sd }: Uncertain) => value > to + 2 * sd;
  const low = ({ value, sd }: Uncertain) => value < from - 3 * sd - SLOT_LOW;
  return high(gap) && high(then) ? 'high' : low(gap) && low(then) ? 'low' : null;
}

/** What is off once season, relief and nut are set right. */
function restOf(budget: ActionBudget, kept: Uncertain, { relief, nut }: SideStance['mends']): Uncertain {
  const terms = [...(relief ? [termOf(budget, 'relief')] : []), ...(nut ? [termOf(budget, 'nut')] : [])];
  return {
    value: terms.reduce((sum, { value }) => sum - value, kept.value),
    sd: Math.hypot(kept.sd, ...terms.map(({ sd }) => sd)),
  };
}

/** A change of the action as a change of what carries it at the bridge, m. */
const ofSaddle = ({ value, sd }: Uncertain, { lever }: ActionBudget): Uncertain => ({
  value: value / lever,
  sd: sd / lever,
});

const WHEELS: ReserveLimits = { floor: WHEEL_TRAVEL.from, ceiling: WHEEL_TRAVEL.to, stop: null, bears: 0 };

/** What a saddle may be set to: by the trade's figures, and no lower than its break angle bears. */
function saddleLimits(
  { stringKind, pairedStrings }: Evidence['instrument'],
  showing: number,
  breakAngle: Uncertain | null,
): ReserveLimits {
  const { least, most } = saddleShowingWanted(stringKind);
  const bears =
    breakAngle && stringKind === 'steel' && !pairedStrings ? heightAtBreakStop(showing, breakAngle.value) : 0;
  return { floor: least, ceiling: most, stop: SADDLE_STOP, bears };
}

function planeOf({ stringKind }: Evidence['instrument'], { plane, line }: ActionBudget): PlaneStance {
  const { least: floor, most: ceiling } = saddleShowingWanted(stringKind);
  const least = floor - line.crown;
  const most = ceiling - line.crown;
  const unsure = 2 * plane.sd;
  const stand =
    plane.value < least - unsure
      ? 'low'
      : plane.value > most + unsure
        ? 'overset'
        : plane.value < least || plane.value > most
          ? 'not told'
          : 'right';
  return { at: plane, least, most, stand };
}
