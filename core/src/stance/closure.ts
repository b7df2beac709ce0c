import type { Uncertain } from '../numeric/index.js';
import { QUANTITIES, type ConstructionKind } from '../readings/quantities.js';
import type { SideMeasured } from '../readings/side.js';
import { usualRange } from '../readings/quantities.js';
import { METRES_PER } from '../units/length.js';
import {
  actionAt,
  actionWeights,
  stanceOf,
  type NeckGeometry,
  type SideReadings,
  type StanceOptions,
} from './stance.js';

export type ClosureQuantity = keyof SideMeasured;

/** Slips of the sort that happens at a bench. */
export const SLIP_KINDS = [
  'one 64th',
  'one 32nd',
  'sign',
  'unit',
  'slack for pitch',
  'strings swapped',
  'wrong fret',
] as const;
export type SlipKind = (typeof SLIP_KINDS)[number];

/** A known slip that would make the examination close. */
export interface Slip {
  quantity: ClosureQuantity;
  /** what the reading would be, m */
  wouldBe: number;
  kind: SlipKind;
  /** what the residual would be, in units of the joint error */
  remaining: number;
  /** how likely it is among the slips that would close it, 0 to 1 */
  share: number;
}

export interface Closure {
  /** action at 12 measured minus computed from the line, m */
  residual: number;
  /** joint standard error of the residual, m */
  sd: number;
  computed: number;
  closes: boolean;
  /** per reading the correction that closes it, smallest in units of its own error first */
  corrections: { quantity: ClosureQuantity; correction: number; inErrors: number }[];
  /** known slips that would close it, best first */
  slips: Slip[];
}

/**
 * What the line model itself leaves out (a board that is no perfect plane, where exactly the gauge stood), m.
 * House default, no source.
 */
export const LINE_MODEL_SD = 0.1e-3;

/** Beyond this many joint errors an examination is questioned (two-sided 5 %). */
export const CLOSURE_LIMIT = 1.96;

/** What is known besides one side's readings, to tell one slip from another. */
export interface ClosureContext {
  /** the other string side's readings */
  other?: SideMeasured;
  /** what each reading was expected to be, from those before it, m */
  expected?: Partial<Record<ClosureQuantity, Uncertain>>;
  /** an archtop's bridge stands far over the top by design */
  construction?: ConstructionKind;
}

/**
 * Closure check: the action at 12 is measured, and also follows from gap, relief, straightedge and saddle.
 * Where the two disagree by more than their joint error, every known slip of the bench is tried on every reading, and
 * weighed: how common it is, how well the readings close then, and how likely the reading would be by what was expected
 * of it, by the other side, and by what is usual. One residual cannot convict one reading: the answer is a list of
 * questions, none of them outside of what a quantity can be.
 */
export function checkClosure(
  neck: NeckGeometry,
  side: SideMeasured,
  options: StanceOptions = {},
  context: ClosureContext = {},
): Closure {
  const line = lineOf(neck, side, options);
  const { residual, sd, coefficient, computed } = line;
  const quantities = Object.keys(coefficient) as ClosureQuantity[];
  const closes = Math.abs(residual) <= CLOSURE_LIMIT * sd;
  const corrections = quantities
    .map((quantity) => {
      const correction = -residual / coefficient[quantity];
      return { quantity, correction, inErrors: Math.abs(correction) / side[quantity].sd };
    })
    .filter(({ correction }) => Number.isFinite(correction))
    .sort((a, b) => a.inErrors - b.inErrors);
  const slips = closes ? [] : weighedSlips(neck, side, options, context, line);
  return { residual, sd, computed, closes, corrections, slips };
}

interface Line {
  /** how the residual answers to each reading */
  coefficient: Record<ClosureQuantity, number>;
  computed: number;
  residual: number;
  sd: number;
}

function lineOf(neck: NeckGeometry, side: SideMeasured, options: StanceOptions): Line {
  const weights = actionWeights(neck, 12, options);
  const coefficient: Record<ClosureQuantity, number> = {
    action12: 1,
    firstFretGap: -weights.firstFretGap,
    relief: -weights.relief,
    straightedge: -weights.straightedge,
    saddleShowing: -weights.saddleShowing,
  };
  const computed = actionAt(stanceOf(neck, valuesOf(side), options), neck, 12);
  const variance = (Object.keys(coefficient) as ClosureQuantity[]).reduce(
    (sum, q) => sum + (coefficient[q] * side[q].sd) ** 2,
    LINE_MODEL_SD ** 2,
  );
  return { coefficient, computed, residual: side.action12.value - computed, sd: Math.sqrt(variance) };
}

/** At most so many slips are asked about. */
const MOST_ASKED = 3;
/** What is less likely than this among the slips that would close it is not asked about. */
const LEAST_SHARE = 0.04;

function weighedSlips(
  neck: NeckGeometry,
  side: SideMeasured,
  options: StanceOptions,
  context: ClosureContext,
  { coefficient, residual, sd }: Line,
): Slip[] {
  const tried = (Object.keys(coefficient) as ClosureQuantity[])
    .flatMap((quantity) => slipsOf(quantity, side, neck, options, context))
    .filter(({ quantity, wouldBe }) => {
      const { from, to } = QUANTITIES[quantity];
      return wouldBe >= from && wouldBe <= to;
    })
    .map((slip) => {
      const { quantity, wouldBe, unsure = 0 } = slip;
      const left = residual + coefficient[quantity] * (wouldBe - side[quantity].value);
      const joint = Math.hypot(sd, coefficient[quantity] * unsure);
      const swapped = slip.kind === 'strings swapped';
      // two readings that changed places are as likely together as they were before
      const likelier = swapped
        ? swapOfOther(neck, quantity, side, options, context)
        : Math.log(
            likely(quantity, wouldBe, context, unsure) / likely(quantity, side[quantity].value, context),
          );
      return {
        ...slip,
        remaining: Math.abs(left) / joint,
        weight: Math.log(slip.chance) + logNormal(left, joint) + likelier,
      };
    })
    .filter(({ remaining }) => remaining <= CLOSURE_LIMIT);
  const best = Math.max(...tried.map(({ weight }) => weight));
  const total = tried.reduce((sum, { weight }) => sum + Math.exp(weight - best), 0);
  const all = tried
    .map(({ quantity, kind, wouldBe, remaining, weight }): Slip => ({
      quantity,
      kind,
      wouldBe,
      remaining,
      share: Math.exp(weight - best) / total,
    }))
    .sort((a, b) => b.share - a.share);
  const asked = all.filter(({ share }, i) => i < 2 || share >= LEAST_SHARE).slice(0, MOST_ASKED);
  return asked.flatMap((slip) => {
    const twin = all.find((one) => isTwin(slip, one));
    return twin && !asked.includes(twin) ? [slip, twin] : [slip];
  });
}

/** One line of the rule at fret 12 is two lines at the bridge: nobody can tell them apart, and both are asked about. */
const isTwin = (one: Slip, other: Slip): boolean =>
  (one.quantity === 'action12' &&
    one.kind === 'one 64th' &&
    other.quantity === 'straightedge' &&
    other.kind === 'one 32nd') ||
  (one.quantity === 'straightedge' &&
    one.kind === 'one 32nd' &&
    other.quantity === 'action12' &&
    other.kind === 'one 64th');

const logNormal = (x: number, sd: number): number => -0.5 * (x / sd) ** 2 - Math.log(sd);

/** How far the two sides of a guitar lie apart, m (standard deviation). House figures from common practice. */
const SIDES_APART: Record<ClosureQuantity, number> = {
  action12: 0.8e-3,
  firstFretGap: 0.1e-3,
  relief: 0.1e-3,
  straightedge: 0.6e-3,
  saddleShowing: 1.8e-3,
};
/** What was expected, or the other side, may itself be wrong so often. House figure. */
const ITSELF_WRONG = 0.1;

/** How likely a quantity is to have a value, by the best that is known of it; a density, 1/m. */
function likely(
  quantity: ClosureQuantity,
  value: number,
  { other, expected, construction }: ClosureContext,
  unsure = 0,
): number {
  const density = (mean: number, sd: number) => Math.exp(logNormal(value - mean, Math.hypot(sd, unsure)));
  const [from, to] = usualRange(quantity, construction).map((one) => one / 1000) as [number, number];
  // four in five lie within what is usual
  const usual = density((from + to) / 2, (to - from) / 2 / 1.28);
  const known = expected?.[quantity];
  if (known) return (1 - ITSELF_WRONG) * density(known.value, known.sd) + ITSELF_WRONG * usual;
  if (other)
    return (1 - ITSELF_WRONG) * density(other[quantity].value, SIDES_APART[quantity]) + ITSELF_WRONG * usual;
  return usual;
}

/** What it does to the other side where a quantity was read under the wrong strings on both, as a log likelihood. */
function swapOfOther(
  neck: NeckGeometry,
  quantity: ClosureQuantity,
  side: SideMeasured,
  options: StanceOptions,
  { other }: ClosureContext,
): number {
  const { residual, sd, coefficient } = lineOf(neck, other!, options);
  const left = residual + coefficient[quantity] * (side[quantity].value - other![quantity].value);
  return logNormal(left, sd) - logNormal(residual, sd);
}

/** How often each slip happens among those of one examination. House figures: nobody has counted them. */
const CHANCES: Record<SlipKind, number> = {
  'one 64th': 0.3,
  'one 32nd': 0.12,
  sign: 0.2,
  unit: 0.15,
  'slack for pitch': 0.15,
  'strings swapped': 0.1,
  'wrong fret': 0.03,
};

/** Factors between the units that are mixed up: mm and 64ths, thousandths and hundredths of a millimetre, inches and mm, a point that slipped. */
const UNIT_FACTORS = [
  METRES_PER['64ths'] / METRES_PER.mm,
  METRES_PER.mm / METRES_PER['64ths'],
  METRES_PER.thou / METRES_PER.mm,
  METRES_PER.mm / METRES_PER.thou,
  10,
  0.1,
];

/**
 * What a straightedge reads more with the strings slack than at pitch: the bridge has not risen yet, nor the neck come
 * up. House figure, m.
 */
const SLACK_MORE = { value: 0.9e-3, sd: 0.35e-3 };

interface Tried {
  quantity: ClosureQuantity;
  kind: SlipKind;
  wouldBe: number;
  chance: number;
  /** how surely it is known what the reading would be, m */
  unsure?: number;
}

function slipsOf(
  quantity: ClosureQuantity,
  side: SideMeasured,
  neck: NeckGeometry,
  options: StanceOptions,
  { other }: ClosureContext,
): Tried[] {
  const { value } = side[quantity];
  const found: Tried[] = [];
  const add = (kind: SlipKind, wouldBe: number, share: number, unsure?: number) =>
    found.push({ quantity, kind, wouldBe, chance: CHANCES[kind] * share, unsure });
  // a rule is misread by a line or two; feelers and calipers are not read on that scale
  if (quantity === 'action12' || quantity === 'straightedge')
    for (const sign of [1, -1]) {
      add('one 64th', value + sign * METRES_PER['64ths'], 0.25);
      add('one 32nd', value + sign * 2 * METRES_PER['64ths'], 0.25);
    }
  if (quantity === 'straightedge') add('sign', -value, 0.8);
  if (quantity === 'relief') add('sign', -value, 0.2);
  for (const factor of UNIT_FACTORS) add('unit', value * factor, 1 / (5 * UNIT_FACTORS.length));
  if (quantity === 'straightedge') add('slack for pitch', value - SLACK_MORE.value, 1, SLACK_MORE.sd);
  if (other) add('strings swapped', other[quantity].value, 0.2);
  if (quantity === 'action12') {
    // read at a neighbour instead of fret 12: the line's own slope tells what 12 would have shown
    const stance = stanceOf(neck, valuesOf(side), options);
    for (const fret of [11, 13, 14])
      add('wrong fret', value - actionAt(stance, neck, fret) + actionAt(stance, neck, 12), 1 / 3);
  }
  return found;
}

/** The bare values of one side's readings, m. */
export function valuesOf(side: SideMeasured): SideReadings {
  return {
    firstFretGap: side.firstFretGap.value,
    relief: side.relief.value,
    straightedge: side.straightedge.value,
    saddleShowing: side.saddleShowing.value,
  };
}
