import type { Uncertain } from '../numeric/index.js';
import { normalBelow } from '../numeric/normal.js';
import type { Species, SpeciesId } from './species.js';

/** Moisture at which tops are glued, %MC, and how well that is known. House default. */
export const GLUED_AT = { value: 8.5, sd: 1 } as const;
/** Old wood has relaxed to the air that it lived in; how well that is known, %MC. House default. */
export const LIVED_IN_SD = 1.5;

/**
 * Tension strength across the grain at 12 %MC, Pa, and E_R/E_L. Source: *Wood Handbook*, chapter 5, from memory; red
 * spruce takes Engelmann's and Sitka's middle, mahogany is not listed in tension and takes a hardwood's.
 */
const ACROSS: Partial<Record<SpeciesId, { strength: number; radialRatio: number }>> = {
  'sitka-spruce': { strength: 2.6e6, radialRatio: 0.078 },
  'engelmann-spruce': { strength: 2.4e6, radialRatio: 0.128 },
  'red-spruce': { strength: 2.5e6, radialRatio: 0.1 },
  'western-redcedar': { strength: 1.5e6, radialRatio: 0.081 },
  mahogany: { strength: 5e6, radialRatio: 0.107 },
};
const UNKNOWN = { strength: 2.5e6, radialRatio: 0.1 };

/** How much of the shrinking braces and rim hold back, 0 to 1. */
export interface Restraint {
  value: number;
  sd: number;
  /** of its own solved plan, else the house figure */
  solved: boolean;
}

/** Where no plan says otherwise; what the plate model's own figure may be off by; none is held by less. House defaults. */
const UNSOLVED = { value: 0.5, sd: 0.2 };
const SOLVED_SD = 0.1;
const LEAST_HELD = 0.3;

/** @param solved by its own plan, 0 to 1; null where it has none */
export function restraintOf(solved: number | null): Restraint {
  if (solved === null) return { ...UNSOLVED, solved: false };
  return { value: Math.max(LEAST_HELD, solved), sd: SOLVED_SD, solved: true };
}

/** Of changes over weeks so much remains as stress, the rest creeps away. House default. */
const SLOW = 0.7;
/** Coefficient of variation of strength across the grain; *Wood Handbook*, chapter 5, table of variation, from memory. */
const STRENGTH_VARIES = 0.25;
/** Old cracks, knots and dead glue bear so much of what sound wood does. House default. */
const WEAKENED = 2 / 3;

/** Of which part of a top: wood without a fault, or old cracks, knots and glue that has died. */
export const TOP_PARTS = ['sound', 'old'] as const;
export type TopPart = (typeof TOP_PARTS)[number];

/**
 * How far under the moisture at which it is without stress a top may dry before it is likely to crack, in the mean:
 * `ΔM = σ_t / (E_R C_R ρ k)`, k = 0.7 for changes over weeks.
 *
 * @param restraint ρ, 0 to 1
 * @returns %MC
 * @throws RangeError where the restraint is not above 0
 */
export function dryingAllowance(species: Species, restraint: number = UNSOLVED.value): number {
  if (!(restraint > 0 && restraint <= 1)) throw new RangeError('restraint must be above 0 and at most 1');
  const { strength, radialRatio } = ACROSS[species.id] ?? UNKNOWN;
  return strength / (radialRatio * species.modulusAlong * species.radialChange * restraint * SLOW);
}

/** Nodes and weights of Gauss–Hermite quadrature, five points, for a standard normal (Abramowitz and Stegun, 25.10). */
const NODES = [-2.856970013872806, -1.355626179974266, 0, 1.355626179974266, 2.856970013872806];
const WEIGHTS = [
  0.01125741132772069, 0.2220759220056126, 0.5333333333333333, 0.2220759220056126, 0.01125741132772069,
];

/** What a laminated top shrinks across, of what a solid one does: its plies hold each other. House figure. */
const LAMINATED_SHRINKS = 0.3;

/** A top as drying danger takes it. */
export interface DryingTop {
  species: Species;
  laminated: boolean;
  restraint: Pick<Restraint, 'value' | 'sd'>;
}

/**
 * Chance that a top cracks when it dries to a moisture: strength, restraint and the moisture at which it is without
 * stress are known to their spreads only.
 *
 * @param driest moisture, %MC, and its standard error
 * @param unstressed moisture at which it is without stress, %MC
 * @returns 0 to 1
 */
export function crackingChance(
  { species, laminated, restraint }: DryingTop,
  part: TopPart,
  driest: Uncertain,
  unstressed: Uncertain,
): number {
  return NODES.reduce((sum, node, i) => {
    const held = Math.max(LEAST_HELD, Math.min(1, restraint.value + node * restraint.sd));
    const solid = (part === 'old' ? WEAKENED : 1) * dryingAllowance(species, held);
    const bears = laminated ? solid / LAMINATED_SHRINKS : solid;
    const dried = unstressed.value - driest.value;
    const spread = Math.hypot(STRENGTH_VARIES * bears, driest.sd, unstressed.sd);
    return sum + WEIGHTS[i]! * normalBelow((dried - bears) / spread);
  }, 0);
}

/** Width of a fingerboard at the body join, and its change per 1 %MC, of a dense tropical wood. House defaults. */
export const BOARD = { width: 0.055, change: 0.0021 } as const;

/**
 * How far fret ends stand out on each side once the board has shrunk: half of what its width loses.
 *
 * @param dressedAt moisture of the board when its fret ends were dressed, %MC
 * @returns m, 0 where the board is damper than then
 */
export function fretSprout(
  moisture: number,
  dressedAt: number = GLUED_AT.value,
  width: number = BOARD.width,
): number {
  return Math.max(0, (width / 2) * BOARD.change * (dressedAt - moisture));
}

/** Fret ends that stand out by so much are felt. House default, m. */
export const FELT_SPROUT = 0.08e-3;

/** Above this humidity bellies rise, glue softens and mould grows, percent; common practice. */
export const DAMP_HUMIDITY = 60;
