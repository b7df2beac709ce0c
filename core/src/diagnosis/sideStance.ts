import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import type { QuantityId, SideMeasured } from '../readings/index.js';
import {
  ACTION_TOLERANCE,
  firstFretGapWanted,
  saddleShowingWanted,
  SADDLE_STOP,
  WHEEL_TRAVEL,
} from '../targets/index.js';
import { METRES_PER } from '../units/index.js';
import { leadingOf, termOf, type ActionBudget, type Leading } from './budget.js';
import type { Evidence, StandsToday } from './evidence.js';

/** Where the action stands against what is wanted. */
export type Stand = 'high' | 'low' | 'right';

/** What the saddle would have to do, m. */
export interface SaddleSum {
  showing: Uncertain;
  /** what has to come off, added where negative */
  trim: Uncertain;
  remains: Uncertain;
  floor: number;
  ceiling: number;
  /** nobody goes below it; none on an archtop, whose wheels carry it */
  stop: number | null;
  /** the saddle, or the wheels, can answer what is off */
  enough: boolean;
  /** only just: the floor or ceiling is reached within twice the error */
  justReached: boolean;
}

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
  saddle: SaddleSum | null;
  plane: PlaneStance | null;
}

/** Relief is left alone while it brings less than half a 64th to the action, m. House default. */
const RELIEF_THAT_MATTERS = METRES_PER['64ths'] / 2;

const standOf = (value: number): Stand =>
  value > ACTION_TOLERANCE ? 'high' : value < -ACTION_TOLERANCE ? 'low' : 'right';

/** How one side stands. @param measured null where its stance was not read in full */
export function standOfSide(
  { instrument, history }: Pick<Evidence, 'instrument' | 'history'>,
  side: StringSide,
  action: Uncertain,
  budget: ActionBudget | null,
  measured: SideMeasured | null,
  missing: QuantityId[],
  wheel: Uncertain | null,
  today: StandsToday | null,
): SideStance {
  const off: Uncertain = { value: action.value - instrument.target[side], sd: action.sd };
  const season = history[side]?.season ?? { value: 0, sd: 0 };
  const target = instrument.target[side];
  const kept: Uncertain = today
    ? { value: today.atKept.value - target, sd: today.atKept.sd }
    : { value: off.value - season.value, sd: Math.hypot(off.sd, season.sd) };
  const { now, there, told } = standing(off, kept, season, today);
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
          ? wheel && wheelSum(budget, rest, wheel)
          : saddleSum(instrument, budget, measured, rest)
        : null,
    plane: budget && !archtop ? planeOf(instrument, budget) : null,
  };
}

/** The season's part is told where its error is less than this, m: three quarters of a 64th. House figure. */
const SEASON_TOLD = 0.3e-3;
const WORDS = { above: 'high', inside: 'right', below: 'low' } as const;

/** Where it stands today and would stand where it will be kept: by its series where it is followed, else by the reading. */
function standing(
  off: Uncertain,
  kept: Uncertain,
  season: Uncertain,
  today: StandsToday | null,
): Pick<SideStance, 'now' | 'there' | 'told'> {
  const known = season.sd <= SEASON_TOLD;
  if (!today) return { now: standOf(off.value), there: standOf(kept.value), told: known };
  const now = WORDS[today.now];
  switch (today.why) {
    case 'inside':
      return { now, there: 'right', told: true };
    case 'season':
      return { now, there: 'right', told: true };
    case 'hidden':
      return { now, there: WORDS[today.kept], told: true };
    case 'lasting':
      return { now, there: now, told: true };
    case 'not told':
      // a reading near the edge of what is wanted is no riddle of the season
      return known ? { now, there: standOf(kept.value), told: true } : { now, there: 'right', told: false };
  }
}

const NOTHING: SideStance['mends'] = { relief: false, nut: null };

function mended(
  { stringKind }: Evidence['instrument'],
  side: StringSide,
  budget: ActionBudget,
  { firstFretGap: { value, sd } }: SideMeasured,
): SideStance['mends'] {
  const relief = termOf(budget, 'relief');
  const { from, to } = firstFretGapWanted(stringKind)[side];
  return {
    relief: Math.abs(relief.value) > Math.max(2 * relief.sd, RELIEF_THAT_MATTERS),
    nut: value > to + 2 * sd ? 'high' : value < from - 3 * sd - 0.1e-3 ? 'low' : null,
  };
}

/** What is off once season, relief and nut are set right. */
function restOf(budget: ActionBudget, kept: Uncertain, { relief, nut }: SideStance['mends']): Uncertain {
  const terms = [...(relief ? [termOf(budget, 'relief')] : []), ...(nut ? [termOf(budget, 'nut')] : [])];
  return {
    value: terms.reduce((sum, { value }) => sum - value, kept.value),
    sd: Math.hypot(kept.sd, ...terms.map(({ sd }) => sd)),
  };
}

function saddleSum(
  { stringKind }: Evidence['instrument'],
  { lever }: ActionBudget,
  { saddleShowing: showing }: SideMeasured,
  rest: Uncertain,
): SaddleSum {
  const { least: floor, most: ceiling } = saddleShowingWanted(stringKind);
  const trim: Uncertain = { value: rest.value / lever, sd: rest.sd / lever };
  const remains: Uncertain = { value: showing.value - trim.value, sd: Math.hypot(showing.sd, trim.sd) };
  const near = 2 * remains.sd;
  const inside = trim.value > 0 ? remains.value >= floor : remains.value <= ceiling;
  const reached =
    trim.value > 0 ? remains.value >= Math.max(floor - near, SADDLE_STOP) : remains.value <= ceiling + near;
  return {
    showing,
    trim,
    remains,
    floor,
    ceiling,
    stop: SADDLE_STOP,
    enough: reached,
    justReached: reached && !inside,
  };
}

/** On an archtop the wheels do what a saddle does. */
function wheelSum({ lever }: ActionBudget, rest: Uncertain, wheel: Uncertain): SaddleSum {
  const trim: Uncertain = { value: rest.value / lever, sd: rest.sd / lever };
  const remains: Uncertain = { value: wheel.value - trim.value, sd: Math.hypot(wheel.sd, trim.sd) };
  const { from: floor, to: ceiling } = WHEEL_TRAVEL;
  return {
    showing: wheel,
    trim,
    remains,
    floor,
    ceiling,
    stop: null,
    enough: trim.value > 0 ? remains.value >= floor : remains.value <= ceiling,
    justReached: false,
  };
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
