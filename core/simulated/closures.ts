import type { Uncertain } from '../src/numeric/index.js';
import { mm } from '../src/units/index.js';
import {
  actionAt,
  checkClosure,
  HOUSE_TOOLS,
  METRES_PER,
  QUANTITIES,
  stanceOf,
  toolSd,
  type ClosureQuantity,
  type NeckGeometry,
  type SideMeasured,
  type SlipKind,
} from '../src/index.js';

/**
 * Examinations with a slip that is known, to see whether the closure check asks about the right reading. Invented
 * figures; another generator of chance than core's, and values drawn otherwise than the check believes them: two sides
 * that lie evenly apart, rules read to their lines, a straightedge that comes up under tension by an even spread.
 */
const KINDS = ['one 64th', 'one 32nd', 'sign', 'unit', 'slack for pitch', 'strings swapped'] as const;
export type SimulatedSlip = (typeof KINDS)[number];
export const SIMULATED_SLIPS: readonly SimulatedSlip[] = KINDS;

const QUANTITIES_READ = ['action12', 'firstFretGap', 'relief', 'straightedge', 'saddleShowing'] as const;

/** A linear congruential generator (Park and Miller, 1988). */
function chanceFrom(seed: number): () => number {
  let state = (seed % 2147483646) + 1;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

type Side = Record<ClosureQuantity, number>;

/** Two sides of a guitar as they really stand, m. */
function standing(chance: () => number, neck: NeckGeometry): [Side, Side] {
  const between = (from: number, to: number) => (from + (to - from) * chance()) * mm;
  const relief = between(0.05, 0.45);
  const straightedge = between(-1.8, 1.8);
  const gap = between(0.38, 0.6);
  const saddle = between(3, 6.5);
  const side = (apart: number): Side => {
    const readings = {
      firstFretGap: gap + between(-0.05, 0.05) * apart,
      relief: relief + between(-0.05, 0.05),
      straightedge: straightedge + between(-0.3, 0.3),
      saddleShowing: saddle - between(0.4, 2) * apart,
    };
    return { ...readings, action12: actionAt(stanceOf(neck, readings), neck, 12) };
  };
  return [side(0), side(1)];
}

/** Rules are read to their lines, everything else to its own step; the hand misses by its repeatability. */
function read(side: Side, chance: () => number): Side {
  const gauss = () => Math.sqrt(-2 * Math.log(chance())) * Math.cos(2 * Math.PI * chance());
  return Object.fromEntries(
    QUANTITIES_READ.map((quantity) => {
      const { resolution, repeatability } = HOUSE_TOOLS[QUANTITIES[quantity].tool];
      const seen = side[quantity] + repeatability * gauss();
      return [quantity, Math.round(seen / resolution) * resolution];
    }),
  ) as Side;
}

const errorsOf = (side: Side): SideMeasured =>
  Object.fromEntries(
    QUANTITIES_READ.map((quantity) => [
      quantity,
      { value: side[quantity], sd: toolSd(HOUSE_TOOLS[QUANTITIES[quantity].tool]) },
    ]),
  ) as unknown as SideMeasured;

/** Makes a slip on one reading; null where that reading cannot have it, or nobody would take it for a reading. */
function slipped(kind: SimulatedSlip, side: Side, other: Side, chance: () => number): ClosureQuantity | null {
  const sign = chance() < 0.5 ? 1 : -1;
  const ruled = chance() < 0.5 ? 'action12' : 'straightedge';
  switch (kind) {
    case 'one 64th':
      side[ruled] += sign * METRES_PER['64ths'];
      return ruled;
    case 'one 32nd':
      side[ruled] += sign * 2 * METRES_PER['64ths'];
      return ruled;
    case 'sign':
      side.straightedge *= -1;
      return 'straightedge';
    case 'unit': {
      // 64ths typed as millimetres, or thousandths as hundredths of a millimetre, and the other way round
      const [quantity, factor] = (
        [
          ['action12', METRES_PER.mm / METRES_PER['64ths']],
          ['action12', METRES_PER['64ths'] / METRES_PER.mm],
          ['firstFretGap', METRES_PER.mm / METRES_PER.thou / 100],
          ['relief', METRES_PER.mm / METRES_PER.thou / 100],
          ['saddleShowing', METRES_PER.mm / METRES_PER['64ths']],
        ] as const
      )[Math.floor(5 * chance())]!;
      side[quantity] *= factor;
      const { from, to } = QUANTITIES[quantity];
      return side[quantity] >= from && side[quantity] <= to ? quantity : null;
    }
    case 'slack for pitch':
      side.straightedge += (0.4 + chance()) * mm;
      return 'straightedge';
    case 'strings swapped': {
      const quantity = (['action12', 'saddleShowing'] as const)[Math.floor(2 * chance())]!;
      [side[quantity], other[quantity]] = [other[quantity], side[quantity]];
      return quantity;
    }
  }
}

export interface ClosureFigures {
  kind: SimulatedSlip;
  /** share of the slips that are questioned */
  questioned: number;
  /** of those: the reading is among the first two, and with its kind */
  reading: number;
  readingAndKind: number;
  /** a question that asks for a value that the quantity cannot have */
  outside: number;
}

/**
 * How the closure check meets one kind of slip.
 *
 * @param history whether the instrument was examined before, so that each reading is expected within its usual scatter
 */
export function closureFigures(kind: SimulatedSlip, runs: number, history: boolean): ClosureFigures {
  const neck: NeckGeometry = { scale: 0.645, compensation: 0.003, bodyJoin: 14 };
  let [questioned, reading, both, outside, made] = [0, 0, 0, 0, 0];
  for (let seed = 1; made < runs; seed++) {
    const chance = chanceFrom(seed * 7919);
    for (let i = 0; i < 5; i++) chance();
    const [truth, truthOfOther] = standing(chance, neck);
    const [side, other] = [read(truth, chance), read(truthOfOther, chance)];
    const quantity = slipped(kind, side, other, chance);
    if (quantity === null) continue;
    made += 1;
    const expected = history
      ? Object.fromEntries(
          QUANTITIES_READ.map((one): [typeof one, Uncertain] => {
            const sd =
              { action12: 0.3, firstFretGap: 0.05, relief: 0.06, straightedge: 0.4, saddleShowing: 0.1 }[
                one
              ] * mm;
            return [one, { value: truth[one] + sd * (2 * chance() - 1), sd }];
          }),
        )
      : undefined;
    const { closes, slips } = checkClosure(neck, errorsOf(side), {}, { other: errorsOf(other), expected });
    if (closes) continue;
    questioned += 1;
    const asked = slips.slice(0, 2);
    if (asked.some((slip) => slip.quantity === quantity)) reading += 1;
    if (asked.some((slip) => slip.quantity === quantity && slip.kind === (kind as SlipKind))) both += 1;
    for (const slip of slips) {
      const { from, to } = QUANTITIES[slip.quantity];
      if (slip.wouldBe < from || slip.wouldBe > to) outside += 1;
    }
  }
  const of = (count: number) => (questioned === 0 ? 1 : count / questioned);
  return { kind, questioned: questioned / made, reading: of(reading), readingAndKind: of(both), outside };
}
