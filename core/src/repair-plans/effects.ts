import type { Uncertain } from '../numeric/index.js';
import type { StringSide } from '../strings/index.js';
import { setBetween, termOf } from '../diagnosis/index.js';
import { SADDLE_STOP, WHEEL_TRAVEL } from '../targets/index.js';
import {
  hasRole,
  RISES,
  TREATMENTS,
  type Amount,
  type Effect,
  type TreatmentId,
} from '../treatments/index.js';
import { sidesLeft } from './forbidden.js';
import { mayBeStrung } from './ways.js';
import { momentsOf, type Air, type Creep, type Ground, type GroundSide } from './ground.js';

/** Thread of a thumb-wheel post, m per turn; common practice. */
export const WHEEL_PITCH = 0.8e-3;

/** What a person sets by hand beside the treatments. */
export interface Settings {
  /** saddle up (+) or down by hand, m; null leaves it to the plan */
  saddle: Partial<Record<StringSide, number>>;
  /** pull of the strings against today's, 1 as now */
  pull: number;
  air: Air | null;
}
export const NO_SETTINGS: Settings = { saddle: {}, pull: 1, air: null };

/** One side after a plan, path by path, m. */
export interface SideState {
  ground: GroundSide;
  /** what the action at fret 12 gained */
  offset: Float64Array;
  /** saddle showing, straightedge over the bridge top; null where they were not read */
  saddle: Float64Array | null;
  plane: Float64Array | null;
}

/** An instrument after a plan. */
export interface PlanState {
  sides: SideState[];
  air: Air;
  creep: Creep;
  /** slack for good, or until it may be strung */
  slack: boolean;
  /** what each treatment takes, adds or turns, with its error */
  amounts: Map<TreatmentId, Amount[]>;
  /** the bridge as thick as it is left, m; null where it was not read */
  thickness: Uncertain | null;
}

/** The strings lift the action by so much from slack to pitch, m: 0.3 to 1.8 mm by trial of the plate model. */
const STRUNG = { value: 1e-3, sd: 0.4e-3 };
/** What is left of an action that was set at the bench: a rule's line, and half a %MC, m. House figures. */
const BENCH = { sd: 0.12e-3, moisture: 0.5 };
/** What is left of a relief, and of a gap at the nut, m at fret 12. House figures. */
const LEFT = { relief: 0.05e-3, nut: 0.02e-3 };
/** A new bridge is made to this, m. */
export const MADE = { value: 9e-3, sd: 0.3e-3 };
/** A saddle is not touched for less, m: a caliper's error and a stroke of the file. */
const SADDLE_THAT_MATTERS = 0.2e-3;
/** An amount is told no finer than a caliper sees, m. */
const SEEN = 0.05e-3;

/**
 * An instrument after treatments were done to it in their order. On every path the same draws stand for the same things.
 *
 * @param ids in the order of the bench
 */
export function afterwards(
  ground: Ground,
  ids: readonly TreatmentId[],
  settings: Settings = NO_SETTINGS,
): PlanState {
  const bridge = ground.evidence.reads.find(
    ({ quantity, place }) => quantity === 'bridgeThickness' && place === 'middle',
  );
  const state: PlanState = {
    sides: ground.sides.map((side) => sideState(ground, side)),
    air: settings.air ?? 'as it was',
    creep: 'as it creeps',
    slack: ids.includes('keep-slack') || !mayBeStrung(new Set(ids), ground),
    amounts: new Map(),
    thickness: bridge?.carried ?? null,
  };
  let risen = false;
  const structures = ids.flatMap((id) => TREATMENTS[id].effects.filter(({ on }) => on === 'structure'));
  for (const id of ids) {
    for (const effect of TREATMENTS[id].effects) {
      if (effect.on === 'structure') {
        if (effect.endsCreep) state.creep = 'unknown';
        if (!risen) rise(ground, state, riseOf(ground, structures as Structure[]));
        risen = true;
      } else if (effect.on !== 'climate') apply(ground, state, id, effect, ids);
      // what a person sets goes before what the plan would
      else if (settings.air === null) state.air = 'held';
    }
  }
  if (settings.pull !== 1) loaded(ground, state, settings.pull);
  for (const side of state.sides) {
    const by = settings.saddle[side.ground.side];
    if (by === undefined) continue;
    side.saddle = side.saddle?.map((showing) => showing + by) ?? null;
    side.offset = side.offset.map((gained) => gained + side.ground.lever * by);
  }
  return state;
}

export type Structure = Effect & { on: 'structure' };

function sideState(ground: Ground, side: GroundSide): SideState {
  const { measured, budget, saddle } = side.stance ?? {};
  // on an archtop the wheels' travel is what a saddle is elsewhere
  const showing = ground.evidence.instrument.type === 'archtop' ? saddle?.showing : measured?.saddleShowing;
  const drawn = (of: Uncertain, name: string) =>
    ground.draws(`${name} ${side.side}`).map((z) => of.value + of.sd * z);
  return {
    ground: side,
    offset: new Float64Array(ground.paths),
    saddle: showing ? drawn(showing, 'saddle') : null,
    plane: budget ? drawn(budget.plane, 'plane') : null,
  };
}

/** The action at the humidity it will be kept at, m, path by path. */
export const actionOf = ({ ground, offset }: SideState): Float64Array =>
  ground.levels.map((level, path) => level + offset[path]!);

/** However many things were opened, the box rises once: by the largest of them, m. */
export function riseOf(ground: Ground, of: readonly Structure[]): Uncertain {
  const { effects } = ground.effects;
  return of
    .map(({ rise: by }) =>
      by === RISES.opened
        ? effects['rise when opened']
        : by === RISES.glued
          ? effects['rise when glued']
          : by,
    )
    .reduce((a, b) => (b.value > a.value ? b : a));
}

/** The saddle line rises under tension once more: the bridge comes closer to the strings' plane, the action goes up. */
function rise({ draws }: Ground, state: PlanState, by: Uncertain): void {
  const rises = draws('rise').map((z) => by.value + by.sd * z);
  for (const side of state.sides) lift(side, rises);
}

/** The bridge top goes up by so much, m: the straightedge reads lower, the action higher. */
function lift(side: SideState, by: Float64Array): void {
  const { lever } = side.ground;
  side.plane = side.plane?.map((plane, path) => plane - by[path]!) ?? null;
  side.offset = side.offset.map((gained, path) => gained + lever * by[path]!);
}

function loaded({ draws }: Ground, state: PlanState, pull: number): void {
  const lifts = draws('load').map((z) => (1 - pull) * (STRUNG.value + STRUNG.sd * z));
  for (const side of state.sides) side.offset = side.offset.map((gained, path) => gained - lifts[path]!);
}

function apply(
  ground: Ground,
  state: PlanState,
  id: TreatmentId,
  effect: Exclude<Effect, Structure | { on: 'climate' }>,
  ids: readonly TreatmentId[],
): void {
  const { draws } = ground;
  switch (effect.on) {
    case 'load':
      // slack while it is worked on, or for good: nothing is read of it then
      if (effect.pull > 0) loaded(ground, state, effect.pull);
      return;
    case 'relief':
    case 'nut':
      for (const side of state.sides) setTerm(ground, state, side, id, effect.on);
      return;
    case 'saddle':
      if (effect.keepsHeight) return;
      for (const side of state.sides) setSaddle(ground, state, side, id, ids);
      return;
    case 'wheels':
      for (const side of state.sides) turnWheels(ground, state, side, id, effect.fresh === true);
      return;
    case 'belly': {
      const share = draws('flattening').map((z) =>
        Math.max(0, effectOf(ground, 'flattening').value + effectOf(ground, 'flattening').sd * z),
      );
      for (const side of state.sides) flatten(ground, state, side, id, share);
      return;
    }
    case 'thickness':
      thicken(ground, state, id, effect.by);
      return;
    case 'neck angle':
      for (const side of state.sides) setAngle(ground, state, side, id, effect.within);
      return;
    case 'frets': {
      const by = effect.fresh ? crownsGained(ground, effect.by) : effect.by;
      const crowns = draws('frets').map((z) => by.value + by.sd * z);
      for (const side of state.sides) {
        const { lever } = side.ground;
        side.plane = side.plane?.map((plane, path) => plane + crowns[path]!) ?? null;
        // the nut follows the frets
        side.offset = side.offset.map((gained, path) => gained - lever * crowns[path]!);
      }
      note(state, id, { of: 'crowns', ...momentsOf(crowns) });
      return;
    }
    // what only the order, the cost or the words of a plan know of
    case 'season':
    case 'break angle':
    case 'crack':
    case 'compensation':
    case 'rod':
    case 'access':
    case 'looks':
      return;
    default:
      return notMeant(effect);
  }
}

/** An effect that nothing is done for does not compile. */
function notMeant(effect: never): never {
  throw new Error(`no effect ${JSON.stringify(effect)}`);
}

/** A new fret's crown, m: 0.9 to 1.3 mm, house caution from memory. */
const NEW_CROWN = { value: 1.1e-3, sd: 0.1e-3 };

/** New frets stand higher than the old by what these were worn down to, where that was read. */
function crownsGained({ evidence }: Ground, by: Uncertain): Uncertain {
  const lowest = evidence.reads.find(
    ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
  );
  if (!lowest) return by;
  return { value: NEW_CROWN.value - lowest.value, sd: Math.hypot(NEW_CROWN.sd, lowest.sd) };
}

const effectOf = ({ effects }: Ground, kind: 'flattening') => effects.effects[kind];

function note(state: PlanState, id: TreatmentId, amount: Amount): void {
  const known = state.amounts.get(id) ?? [];
  const told = { ...amount, sd: Math.max(amount.sd, SEEN) };
  state.amounts.set(id, [...known.filter(({ of }) => of !== amount.of), told]);
}

const bends = (id: TreatmentId): boolean => TREATMENTS[id].effects.some(({ on }) => on === 'relief');
/** A nut that gives less to the action is not touched, m. House figure. */
const NUT_THAT_MATTERS = 0.02e-3;

/**
 * A slot is filed only where it stands high, and built up only where it stands low: the sides that are judged so, or, where
 * none is and it is done all the same, those whose part of the action says it.
 */
function setsNut({ sides }: PlanState, { ground }: SideState, off: 'high' | 'low'): boolean {
  if (sides.some((one) => one.ground.stance?.mends.nut === off)) return ground.stance?.mends.nut === off;
  const { value } = termOf(ground.stance!.budget!, 'nut');
  return off === 'high' ? value >= NUT_THAT_MATTERS : value <= -NUT_THAT_MATTERS;
}

/** Relief and nut come to their target: their part of the action goes. */
function setTerm(
  { draws }: Ground,
  state: PlanState,
  side: SideState,
  id: TreatmentId,
  of: 'relief' | 'nut',
): void {
  const { stance } = side.ground;
  if (!stance?.budget || !stance.measured) return;
  // a bow that was pressed is not turned out once more by the rod
  if (of === 'relief' && [...state.amounts.keys()].some((other) => other !== id && bends(other))) return;
  const term = termOf(stance.budget, of);
  if (of === 'nut' && !setsNut(state, side, TREATMENTS[id].cuts ? 'high' : 'low')) return;
  const read = draws(`${of} read ${side.ground.side}`);
  const left = draws(`${of} ${side.ground.side}`);
  side.offset = side.offset.map(
    (gained, path) => gained - (term.value + term.sd * read[path]!) + LEFT[of] * left[path]!,
  );
  note(state, id, { of: side.ground.side, value: term.value, sd: term.sd });
}

/** The error with which an action is set at the bench, m at fret 12. */
function benchError({ draws }: Ground, side: SideState): Float64Array {
  const [set, damp] = [draws(`set ${side.ground.side}`), draws('moisture while it is set')];
  return set.map((z, path) => BENCH.sd * z + BENCH.moisture * damp[path]! * side.ground.sensitivities[path]!);
}

/** A saddle so that the action comes to its target; stopped at floor, ceiling and hard stop. */
function setSaddle(
  ground: Ground,
  state: PlanState,
  side: SideState,
  id: TreatmentId,
  ids: readonly TreatmentId[],
): void {
  // what only the season lifts is not cut for
  if (TREATMENTS[id].amount === 'off the saddle' && sidesLeft(ground).includes(side.ground.side)) return;
  const { target, lever, stance } = side.ground;
  const error = benchError(ground, side);
  const action = actionOf(side);
  const needs = action.map((value) => (target - value) / lever);
  if (Math.abs(momentsOf(needs).value) < SADDLE_THAT_MATTERS) return;
  const sum = stance?.saddle ?? null;
  // a saddle for a new angle, or one that reaches, has no other limit than the hard stop
  const fresh = [...state.amounts.keys()].some((other) => hasRole(other, 'sets the plane'));
  // ramped holes bend the strings enough behind a lower saddle
  const limits = sum && { ...sum, bears: ids.includes('ramp-holes') ? 0 : sum.bears };
  const before = side.saddle;
  const within = (change: number, path: number): number => {
    if (!before) return change;
    const showing = before[path]!;
    return limits && !fresh
      ? setBetween(showing, showing + change, limits) - showing
      : Math.max(showing + change, Math.min(SADDLE_STOP, showing)) - showing;
  };
  // how well it is then set is no error of what is to come off
  const told = momentsOf(needs.map(within));
  const changes = needs.map((change, path) => within(change + error[path]! / lever, path));
  // where floor or ceiling leave nothing, or less than its own error is asked for, nothing is cut
  const least = TREATMENTS[id].cuts && !fresh ? Math.max(SEEN, told.sd) : SEEN;
  if (Math.abs(told.value) < least) return;
  side.saddle = before?.map((showing, path) => showing + changes[path]!) ?? null;
  side.offset = side.offset.map((gained, path) => gained + lever * changes[path]!);
  // of a saddle what comes off is counted, as the trade does; of a taller one what is put on
  const sign = TREATMENTS[id].amount === 'off the saddle' ? -1 : 1;
  note(state, id, { of: side.ground.side, value: sign * told.value, sd: told.sd });
}

function turnWheels(
  ground: Ground,
  state: PlanState,
  side: SideState,
  id: TreatmentId,
  fresh: boolean,
): void {
  const { target, lever, stance } = side.ground;
  const error = benchError(ground, side);
  const action = actionOf(side);
  const needs = action.map((value) => (target - value) / lever);
  if (Math.abs(momentsOf(needs).value) < SADDLE_THAT_MATTERS) return;
  const wanted = needs.map((change, path) => change + error[path]! / lever);
  if (fresh) {
    side.offset = side.offset.map((gained, path) => gained + lever * wanted[path]!);
    side.saddle = side.saddle?.map(() => WHEEL_TRAVEL.middle) ?? null;
    return;
  }
  const travel = stance?.saddle ?? null;
  const within = (change: number): number =>
    travel
      ? Math.min(Math.max(change, travel.floor - travel.showing.value), travel.ceiling - travel.showing.value)
      : change;
  const changes = wanted.map(within);
  side.saddle = side.saddle?.map((showing, path) => showing + changes[path]!) ?? null;
  side.offset = side.offset.map((gained, path) => gained + lever * changes[path]!);
  const turns = momentsOf(needs.map(within));
  note(state, id, { of: side.ground.side, value: turns.value / WHEEL_PITCH, sd: turns.sd / WHEEL_PITCH });
}

/** So much of the belly's part goes: the bridge comes down. */
function flatten(
  ground: Ground,
  state: PlanState,
  side: SideState,
  id: TreatmentId,
  share: Float64Array,
): void {
  const { stance, lever } = side.ground;
  if (!stance?.budget) return;
  const belly = termOf(stance.budget, 'belly');
  const read = ground.draws('belly read');
  const falls = share.map(
    (part, path) => (-part * Math.max(0, belly.value + belly.sd * read[path]!)) / lever,
  );
  lift(side, falls);
  const told = momentsOf(falls);
  note(state, id, { of: side.ground.side, value: told.value, sd: told.sd });
}

/** The bridge becomes thicker: the saddle stands as high over it as before until it is set anew. */
function thicken(ground: Ground, state: PlanState, id: TreatmentId, by: number | 'made'): void {
  if (by === 'made' && !state.thickness) return;
  const more = ground.draws('bridge').map((z) => {
    if (by !== 'made') return by;
    const { value, sd } = state.thickness!;
    return MADE.value - value + Math.hypot(MADE.sd, sd) * z;
  });
  for (const side of state.sides) lift(side, more);
  const told = momentsOf(more);
  state.thickness =
    by === 'made'
      ? { ...MADE }
      : state.thickness && { ...state.thickness, value: state.thickness.value + by };
  note(state, id, { of: 'bridge', value: told.value, sd: told.sd });
}

/** The fret plane meets the bridge as the school wants it, as near as a heel is fitted. */
function setAngle(ground: Ground, state: PlanState, side: SideState, id: TreatmentId, within: number): void {
  const { stance, lever } = side.ground;
  if (!stance?.budget || !side.plane) return;
  const { wanted } = stance.budget.plane;
  const needs = side.plane.map((plane) => wanted - plane);
  const left = ground.draws(`angle ${side.ground.side}`);
  side.plane = side.plane.map((plane, path) => plane + needs[path]! + within * left[path]!);
  side.offset = side.offset.map((gained, path) => gained - lever * (needs[path]! + within * left[path]!));
  const { value, sd } = momentsOf(needs);
  // a neck is called due where it was read low: half of what a fit leaves stands for that
  note(state, id, { of: side.ground.side, value, sd: Math.hypot(sd, within / 2) });
}
