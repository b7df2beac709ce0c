import type { SideMeasured } from '../readings/side.js';
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

/** A known slip that would make the examination close. */
export interface Slip {
  quantity: ClosureQuantity;
  /** what the reading would be, m */
  wouldBe: number;
  kind: 'one 64th' | 'sign' | 'unit' | 'strings swapped' | 'wrong fret';
  /** what the residual would be, in units of the joint error */
  remaining: number;
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

/**
 * Closure check: the action at 12 is measured, and also follows from gap, relief, straightedge and saddle.
 * Where the two disagree by more than their joint error, every known slip of the bench is tried on every
 * reading. One residual cannot convict one reading: the answer is a list of questions.
 *
 * @param other the other string side's readings, to try a swap of strings
 */
export function checkClosure(
  neck: NeckGeometry,
  side: SideMeasured,
  options: StanceOptions = {},
  other?: SideMeasured,
): Closure {
  const weights = actionWeights(neck, 12, options);
  const coefficient: Record<ClosureQuantity, number> = {
    action12: 1,
    firstFretGap: -weights.firstFretGap,
    relief: -weights.relief,
    straightedge: -weights.straightedge,
    saddleShowing: -weights.saddleShowing,
  };
  const quantities = Object.keys(coefficient) as ClosureQuantity[];
  const computed = actionAt(stanceOf(neck, valuesOf(side), options), neck, 12);
  const residual = side.action12.value - computed;
  const variance = quantities.reduce(
    (sum, q) => sum + (coefficient[q] * side[q].sd) ** 2,
    LINE_MODEL_SD ** 2,
  );
  const sd = Math.sqrt(variance);
  const closes = Math.abs(residual) <= CLOSURE_LIMIT * sd;

  const corrections = quantities
    .map((quantity) => {
      const correction = -residual / coefficient[quantity];
      return { quantity, correction, inErrors: Math.abs(correction) / side[quantity].sd };
    })
    .filter(({ correction }) => Number.isFinite(correction))
    .sort((a, b) => a.inErrors - b.inErrors);

  return { residual, sd, computed, closes, corrections, slips: closes ? [] : findSlips() };

  function findSlips(): Slip[] {
    return quantities
      .flatMap((quantity) => slipsOf(quantity, side, neck, other))
      .map((slip) => ({
        ...slip,
        remaining:
          Math.abs(residual + coefficient[slip.quantity] * (slip.wouldBe - side[slip.quantity].value)) / sd,
      }))
      .filter(({ remaining }) => remaining <= 1)
      .sort((a, b) => PLAUSIBILITY[a.kind] - PLAUSIBILITY[b.kind] || a.remaining - b.remaining)
      .slice(0, 3);
  }
}

/** Slips of the sort that happens at a bench, most common first. */
const PLAUSIBILITY: Record<Slip['kind'], number> = {
  sign: 0,
  'one 64th': 1,
  unit: 2,
  'strings swapped': 3,
  'wrong fret': 4,
};

/** Factors between the units that are mixed up: mm, 64ths, thousandths, hundredths of a millimetre, inches. */
const UNIT_FACTORS = [
  METRES_PER['64ths'] / METRES_PER.mm,
  METRES_PER.mm / METRES_PER['64ths'],
  METRES_PER.thou / METRES_PER.mm,
  METRES_PER.mm / METRES_PER.thou,
  METRES_PER.in / METRES_PER.mm,
  METRES_PER.mm / METRES_PER.in,
  10,
  0.1,
];

function slipsOf(
  quantity: ClosureQuantity,
  side: SideMeasured,
  neck: NeckGeometry,
  other?: SideMeasured,
): Omit<Slip, 'remaining'>[] {
  const { value } = side[quantity];
  const found: Omit<Slip, 'remaining'>[] = [];
  const add = (kind: Slip['kind'], wouldBe: number) => found.push({ quantity, kind, wouldBe });
  // a rule is misread by a 64th; feelers and calipers are not read on that scale
  if (quantity === 'action12' || quantity === 'straightedge') {
    add('one 64th', value + METRES_PER['64ths']);
    add('one 64th', value - METRES_PER['64ths']);
  }
  if (quantity === 'straightedge' || quantity === 'relief') add('sign', -value);
  for (const factor of UNIT_FACTORS) {
    const wouldBe = value * factor;
    if (Math.abs(wouldBe) < 0.02 && Math.abs(wouldBe) > 0.00005) add('unit', wouldBe);
  }
  if (other) add('strings swapped', other[quantity].value);
  if (quantity === 'action12') {
    // read at a neighbour instead of fret 12: the line's own slope tells what 12 would have shown
    const stance = stanceOf(neck, valuesOf(side));
    for (const fret of [11, 13, 14]) {
      add('wrong fret', value - actionAt(stance, neck, fret) + actionAt(stance, neck, 12));
    }
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
