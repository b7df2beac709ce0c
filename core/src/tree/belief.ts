import { BRIDGES, NECK_SD, rimOf, type Evidence, type SideStance } from '../diagnosis/index.js';
import { conditionOn, diagonalOf, factorOf, timesVector } from '../numeric/index.js';
import { momentsOf, type Ground } from '../repair-plans/index.js';
import { actionAt, LINE_MODEL_SD, RELIEF_TO_PLANE, reliefOverNeck, stanceOf } from '../stance/index.js';
import { STRING_SIDES, type StringSide } from '../strings/index.js';
import type { Draw } from './draws.js';

/** One side of the strings as it may truly stand at the humidity that it will be kept at, m. */
export interface TrueSide {
  /** what the neck gives of what the straightedge is short of */
  neck: number;
  action: number;
  gap: number;
  saddle: number;
  /** as it is read, between the frets that are held */
  relief: number;
}

/** How an instrument may truly stand, m: what was read of it leaves many ways. */
export interface TrueStance {
  /** the top over the rim plane, glued and strung, before anything let go */
  sound: number;
  /** the bridge as it was made, and what it has lost or gained since */
  made: number;
  thickness: number;
  /** what the top rose since it was sound */
  belly: number;
  sides: Record<StringSide, TrueSide>;
}

/** What is believed of the stance of both sides together. */
export interface StanceBelief {
  /** whether the bridge is as it was made, or was planed: each with its share and what is believed then */
  bridges: { share: number; mean: number[]; lower: Float64Array }[];
  sides: Record<StringSide, StanceSide>;
}

/** What a side's numbers are tied together by. Linear, dimensionless but for `rest`, m. */
export interface StanceSide {
  stance: SideStance;
  /** straightedge that is wanted, m */
  wanted: number;
  /** share of a rise at the saddle that stands in the action at 12 */
  lever: number;
  /** the straightedge reads lower by so much for every metre of relief as it is read */
  turn: number;
  reliefTarget: number;
  /** a relief over the neck for one as it is read */
  overNeck: number;
  weights: Record<'gap' | 'relief' | 'straightedge' | 'saddle', number>;
}

/** Where each unknown stands: belly first, since most hangs on it. */
const BELLY = 0;
const THICKNESS = 1;
const SOUND = 2;
const MADE = 3;
const OF_SIDE = { neck: 0, action: 1, gap: 2, saddle: 3, relief: 4 } as const;
const PER_SIDE = 5;
const COUNT = 4 + 2 * PER_SIDE;
const at = (side: StringSide, of: keyof typeof OF_SIDE): number =>
  4 + PER_SIDE * STRING_SIDES.indexOf(side) + OF_SIDE[of];

/** One neck carries both strings: its two sides differ by so much, m. House figure. */
const NECK_BETWEEN = 0.35e-3;
/** Of what is only read nothing is believed beforehand, m. */
const WIDE = 20e-3;

/** The names of what is drawn of a belief, the one that most hangs on first. */
export const BELIEF_DRAWS = Array.from({ length: COUNT }, (_, i) => `stance ${i}`);

/**
 * What is believed of the stance by all that was read of both sides, and by the line on which action, gap, relief,
 * straightedge and saddle of a side lie: one normal in fourteen unknowns for each of what the bridge may be.
 *
 * @returns null where a side was not read in full
 */
export function stanceBelief(ground: Ground): StanceBelief | null {
  const { evidence } = ground;
  const sides = sidesOf(ground);
  if (!sides) return null;
  const archtop = evidence.instrument.type === 'archtop';
  const { rim } = rimOf(evidence, 'bass');
  const ways = (rim.thickness && !archtop ? BRIDGES : BRIDGES.slice(0, 1)).map((bridge) => {
    const mean = new Array<number>(COUNT).fill(0);
    const sds = new Array<number>(COUNT).fill(WIDE);
    const set = (i: number, value: number, sd: number) => {
      mean[i] = value;
      sds[i] = sd;
    };
    set(BELLY, rim.belly.value, rim.belly.sd);
    set(THICKNESS, archtop ? 0 : bridge.value, archtop ? 1e-6 : bridge.sd);
    set(SOUND, rim.sound.value, rim.sound.sd);
    set(MADE, rim.madeThickness.value, rim.madeThickness.sd);
    for (const side of STRING_SIDES) set(at(side, 'neck'), 0, NECK_SD);
    const covariance = diagonalOf(sds.map((sd) => sd ** 2));
    const together = NECK_SD ** 2 - NECK_BETWEEN ** 2 / 2;
    const [bass, treble] = [at('bass', 'neck'), at('treble', 'neck')];
    covariance[bass * COUNT + treble] = covariance[treble * COUNT + bass] = together;
    let weight = Math.log(bridge.weight);
    const told = (row: [number, number][], value: number, sd: number) => {
      const whole = new Array<number>(COUNT).fill(0);
      for (const [i, by] of row) whole[i]! += by;
      weight += conditionOn(mean, covariance, whole, value, sd);
    };
    if (rim.top)
      told(
        [
          [SOUND, 1],
          [BELLY, 1],
        ],
        rim.top.value,
        rim.top.sd,
      );
    if (rim.thickness)
      told(
        [
          [MADE, 1],
          [THICKNESS, 1],
        ],
        rim.thickness.value,
        rim.thickness.sd,
      );
    for (const side of STRING_SIDES) tellSide(evidence, side, sides[side], told, ground);
    return { weight, mean, covariance };
  });
  const best = Math.max(...ways.map(({ weight }) => weight));
  const all = ways.reduce((sum, { weight }) => sum + Math.exp(weight - best), 0);
  return {
    sides,
    bridges: ways.map(({ weight, mean, covariance }) => ({
      share: Math.exp(weight - best) / all,
      mean,
      lower: factorOf(covariance, COUNT),
    })),
  };
}

function sidesOf(ground: Ground): Record<StringSide, StanceSide> | null {
  const sides = STRING_SIDES.map((side) => stanceSide(ground, side));
  const [bass, treble] = sides;
  return bass && treble ? { bass, treble } : null;
}

function stanceSide({ evidence, diagnosis }: Ground, side: StringSide): StanceSide | null {
  const stance = diagnosis.sides.find((one) => one.side === side);
  if (!stance?.budget || !stance.measured) return null;
  const neck = evidence.instrument.necks[side];
  const zero = { firstFretGap: 0, relief: 0, straightedge: 0, saddleShowing: 0 };
  const read = (by: Partial<typeof zero>) => actionAt(stanceOf(neck, { ...zero, ...by }), neck, 12);
  const { stringLength: X, bodyJoin, firstFret } = stanceOf(neck, zero);
  const overNeck = reliefOverNeck(neck, 1, [1, neck.bodyJoin]);
  return {
    stance,
    wanted: stance.budget.plane.wanted,
    lever: stance.budget.lever,
    turn: (RELIEF_TO_PLANE * (X - bodyJoin)) / (bodyJoin - firstFret),
    reliefTarget: evidence.instrument.reliefTarget,
    overNeck,
    weights: {
      gap: read({ firstFretGap: 1 }),
      relief: read({ relief: 1 }),
      straightedge: read({ straightedge: 1 }),
      saddle: read({ saddleShowing: 1 }),
    },
  };
}

function tellSide(
  evidence: Evidence,
  side: StringSide,
  of: StanceSide,
  told: (row: [number, number][], value: number, sd: number) => void,
  ground: Ground,
): void {
  const { stance, wanted, turn, overNeck, reliefTarget, weights } = of;
  const { measured, budget } = stance;
  const own = (name: keyof typeof OF_SIDE) => at(side, name);
  const { rim } = rimOf(evidence, side);
  const short: [number, number][] = [
    [BELLY, 1],
    [THICKNESS, 1],
    [own('neck'), 1],
  ];
  told(short, wanted - budget!.plane.value, budget!.plane.sd);
  if (rim.fretPlane)
    told(
      [
        [SOUND, 1],
        [MADE, 1],
        [own('neck'), -1],
      ],
      rim.fretPlane.value - wanted,
      rim.fretPlane.sd,
    );
  const level = ground.sides.find((one) => one.side === side);
  const action = level
    ? momentsOf(level.levels)
    : { value: stance.atKept, sd: Math.max(stance.kept.sd, stance.off.sd) };
  told([[own('action'), 1]], action.value, action.sd);
  told([[own('gap'), 1]], measured!.firstFretGap.value, measured!.firstFretGap.sd);
  told([[own('saddle'), 1]], measured!.saddleShowing.value, measured!.saddleShowing.sd);
  told([[own('relief'), 1]], measured!.relief.value, measured!.relief.sd);
  // the action lies on the line of the others: the straightedge as it reads at the relief of the day
  told(
    [
      [own('action'), 1],
      [own('gap'), -weights.gap],
      [own('saddle'), -weights.saddle],
      [own('relief'), -weights.relief + weights.straightedge * turn * overNeck],
      ...short.map(([i, by]): [number, number] => [i, weights.straightedge * by]),
    ],
    weights.straightedge * (wanted + turn * reliefTarget),
    LINE_MODEL_SD,
  );
}

/** One way in which the instrument may truly stand. */
export function drawStance({ bridges }: StanceBelief, draw: Draw): TrueStance {
  let left = draw.uniform('bridge as made');
  const way = bridges.find(({ share }) => (left -= share) < 0) ?? bridges[0]!;
  const off = timesVector(
    way.lower,
    BELIEF_DRAWS.map((name) => draw.normal(name)),
  );
  const value = (i: number) => way.mean[i]! + off[i]!;
  const sideOf = (side: StringSide): TrueSide => ({
    neck: value(at(side, 'neck')),
    action: value(at(side, 'action')),
    gap: value(at(side, 'gap')),
    saddle: value(at(side, 'saddle')),
    relief: value(at(side, 'relief')),
  });
  return {
    sound: value(SOUND),
    made: value(MADE),
    thickness: value(THICKNESS),
    belly: value(BELLY),
    sides: { bass: sideOf('bass'), treble: sideOf('treble') },
  };
}

/** What the straightedge of a side reads over the bridge, at the relief of the day, m. */
export function straightedgeOf(truth: TrueStance, side: StringSide, of: StanceSide): number {
  const { neck, relief } = truth.sides[side];
  const short = truth.belly + truth.thickness + neck;
  return of.wanted - short - of.turn * (of.overNeck * relief - of.reliefTarget);
}
