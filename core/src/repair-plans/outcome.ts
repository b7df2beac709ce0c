import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import { DAYS_PER_YEAR } from '../days/index.js';
import { quantileOf, STEP_DAYS, whenReached, type Reached } from '../forecast/index.js';
import { saddleShowingWanted, SADDLE_STOP } from '../targets/index.js';
import { actionOf, type PlanState, type SideState } from './effects.js';
import { momentsOf, type Ground } from './ground.js';

/** One month of the coming year after a plan, m. */
export interface PlanMonth {
  /** its middle */
  day: number;
  median: number;
  band80: [number, number];
  /** chance to stand inside the window all through it, 0 to 1 */
  inside: number;
}

/** One side of the strings after a plan. */
export interface SideOutcome {
  side: StringSide;
  window: [number, number];
  /** at the humidity it will be kept at, m */
  action: Uncertain;
  /** saddle showing, m; wheel travel on an archtop; null where it was not read */
  saddle: Uncertain | null;
  /** rad; null where it was not measured, or an archtop */
  breakAngle: Uncertain | null;
  /** straightedge over the bridge top, m */
  plane: Uncertain | null;
  months: PlanMonth[];
  /** when the saddle is spent, or the wheels; null where that is not told */
  spent: Reached | null;
}

export interface Outcome {
  sides: SideOutcome[];
  /** chance that both sides stand inside their windows all through the coming year; null where nothing is told */
  chance: number | null;
  slack: boolean;
}

/** Chance of the window through the year, both sides together, with nothing else; quick. */
export function chanceOf(ground: Ground, state: PlanState): number | null {
  if (state.sides.length === 0 || state.slack) return null;
  let inside = 0;
  const swings = state.sides.map(({ ground: side }) => side.swing(state.air, state.creep));
  for (let path = 0; path < ground.paths; path++) {
    const holds = state.sides.every(({ ground: { window }, offset }, i) => {
      const { lows, highs } = swings[i]!;
      return lows[path]! + offset[path]! >= window[0] && highs[path]! + offset[path]! <= window[1];
    });
    if (holds) inside += 1;
  }
  return inside / ground.paths;
}

/** Share of the coming year's weeks, over all paths, in which both sides stand inside their windows. */
function weeksInside({ paths, steps }: Ground, { sides, slack, air, creep }: PlanState): number | null {
  if (sides.length === 0 || slack) return null;
  // 1 where a side stands outside in that week of a path: the innermost sums of a whole judgement
  const out = new Uint8Array(steps * paths);
  for (const { ground, offset } of sides) {
    const values = ground.values(air);
    const more = ground.ages[creep];
    const as = ground.ages['as it creeps'];
    const [low, high] = ground.window;
    for (let i = 0; i < steps; i++) {
      const gone = (i * STEP_DAYS) / DAYS_PER_YEAR;
      const at = i * paths;
      for (let path = 0; path < paths; path++) {
        const value = values[at + path]! + offset[path]! + (more[path]! - as[path]!) * gone;
        if (value < low || value > high) out[at + path] = 1;
      }
    }
  }
  let inside = 0;
  for (let i = 0; i < out.length; i++) inside += 1 - out[i]!;
  return inside / out.length;
}

/** What a plan comes to, in full. */
export function outcomeOf(ground: Ground, state: PlanState): Outcome {
  return {
    chance: chanceOf(ground, state),
    slack: state.slack,
    sides: state.slack ? [] : state.sides.map((side) => sideOutcome(ground, state, side)),
  };
}

const MONTHS = 12;

function sideOutcome(ground: Ground, state: PlanState, side: SideState): SideOutcome {
  const { window, side: name } = side.ground;
  const action = momentsOf(actionOf(side));
  const saddle = side.saddle && momentsOf(side.saddle);
  return {
    side: name,
    window,
    action,
    saddle,
    plane: side.plane && momentsOf(side.plane),
    breakAngle: saddle && breakAngleOf(ground, side, saddle),
    months: monthsOf(ground, state, side),
    spent: saddle && spentOf(ground, side, action, saddle),
  };
}

/** The angle behind the saddle goes with the height of the saddle: tan φ ∝ h. Behind a floating bridge it goes with the tailpiece. */
function breakAngleOf({ evidence }: Ground, side: SideState, saddle: Uncertain): Uncertain | null {
  if (evidence.instrument.type === 'archtop') return null;
  const read = evidence.reads.find(
    ({ quantity, place }) => quantity === 'breakAngle' && (place === side.ground.side || place === 'centre'),
  );
  const showing = side.ground.stance?.measured?.saddleShowing;
  if (!read || !showing || !(showing.value > 0)) return null;
  const slope = (Math.tan(read.value) * Math.max(0, saddle.value)) / showing.value;
  return {
    value: Math.atan(slope),
    sd: Math.hypot(read.sd, (saddle.sd / showing.value) * Math.tan(read.value)),
  };
}

function monthsOf(
  ground: Ground,
  { air, creep }: PlanState,
  { ground: side, offset }: SideState,
): PlanMonth[] {
  const { paths, steps, from } = ground;
  const values = side.values(air);
  const more = side.ages[creep];
  const as = side.ages['as it creeps'];
  const [low, high] = side.window;
  return Array.from({ length: MONTHS }, (_, month) => {
    const first = Math.round((month * (steps - 1)) / MONTHS);
    const last = Math.round(((month + 1) * (steps - 1)) / MONTHS);
    const middle = Math.round((first + last) / 2);
    const at = new Float64Array(paths);
    let inside = 0;
    for (let path = 0; path < paths; path++) {
      let holds = true;
      for (let i = first; i <= last; i++) {
        const gone = (i * STEP_DAYS) / DAYS_PER_YEAR;
        const value = values[i * paths + path]! + offset[path]! + (more[path]! - as[path]!) * gone;
        if (i === middle) at[path] = value;
        if (value < low || value > high) holds = false;
      }
      if (holds) inside += 1;
    }
    return {
      day: from + middle * STEP_DAYS,
      median: quantileOf(at, 0.5),
      band80: [quantileOf(at, 0.1), quantileOf(at, 0.9)],
      inside: inside / paths,
    };
  });
}

/**
 * When the last of the saddle is used up, the action kept on its target by trimming it: as Seasons tells it, from where
 * the plan leaves it.
 */
function spentOf(ground: Ground, side: SideState, action: Uncertain, saddle: Uncertain): Reached | null {
  const { stringKind, type } = ground.evidence.instrument;
  const { calibration, target, lever, levels } = side.ground;
  const floor = type === 'archtop' ? 0 : saddleShowingWanted(stringKind).least;
  // on the series as it is read: the plan's gain is taken from the limit
  const gained = action.value - momentsOf(levels).value;
  const limit = target + (saddle.value - floor) * lever - gained;
  return whenReached(calibration, {
    limit,
    rising: true,
    from: ground.from,
    moisture: ground.evidence.air.kept.moisture,
  });
}

/** Quick measures of where a plan leaves an instrument, for choosing among many. */
export interface Quick {
  chance: number | null;
  /** share of the year's weeks that both sides stand inside, 0 to 1; null where nothing is told */
  weeks: number | null;
  /** of the worst side, m beyond the window at the humidity it will be kept at; 0 inside */
  beyond: number;
  /** of the side that is off the most, m from its target */
  off: number;
  /** least saddle left against its floor, m; null where none was read */
  overFloor: number | null;
  /** a hard stop is passed */
  stopped: boolean;
  /** years until the saddle is spent, by the middle way in which it may go on */
  years: number;
}

export function quickOf(ground: Ground, state: PlanState): Quick {
  const { stringKind, type } = ground.evidence.instrument;
  const floor = type === 'archtop' ? 0 : saddleShowingWanted(stringKind).least;
  let [beyond, off, over, years] = [0, 0, Infinity, 20];
  let stopped = false;
  for (const side of state.sides) {
    const action = momentsOf(actionOf(side)).value;
    const [low, high] = side.ground.window;
    beyond = Math.max(beyond, low - action, action - high);
    off = Math.max(off, Math.abs(action - side.ground.target));
    if (!side.saddle) continue;
    const saddle = momentsOf(side.saddle);
    over = Math.min(over, saddle.value - floor);
    if (type === 'flat-top' && saddle.value < SADDLE_STOP - 0.05e-3) stopped = true;
    const creep = momentsOf(side.ground.ages[state.creep]);
    const room = side.ground.target - action + (saddle.value - floor) * side.ground.lever;
    // creep that nobody knows is taken at a third of what it may be
    const pace = Math.max(creep.value, creep.sd / 3, 1e-6);
    years = Math.min(years, Math.max(0, room / pace));
  }
  return {
    chance: chanceOf(ground, state),
    weeks: weeksInside(ground, state),
    beyond,
    off,
    overFloor: over === Infinity ? null : over,
    stopped,
    years,
  };
}
