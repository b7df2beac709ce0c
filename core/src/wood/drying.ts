import type { Species } from './species.js';
import type { SpeciesId } from './species.js';

/** Moisture at which tops are glued, %MC, and how well that is known. House default. */
export const GLUED_AT = { mean: 8.5, sd: 1 } as const;

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

/** How much of the shrinking braces and rim hold back, 0 to 1, where no plan says otherwise; and what creeps away over weeks. */
export const RESTRAINT = 0.5;
const SLOW = 0.7;

/**
 * How far under the moisture at which it was glued a top may dry before it is likely to crack:
 * `ΔM = σ_t / (E_R C_R ρ k)`, k = 0.7 for changes over weeks.
 *
 * @param restraint ρ, 0 to 1
 * @returns %MC
 * @throws RangeError where the restraint is not above 0
 */
export function dryingAllowance(species: Species, restraint = RESTRAINT): number {
  if (!(restraint > 0 && restraint <= 1)) throw new RangeError('restraint must be above 0 and at most 1');
  const { strength, radialRatio } = ACROSS[species.id] ?? UNKNOWN;
  return strength / (radialRatio * species.modulusAlong * species.radialChange * restraint * SLOW);
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
  dressedAt: number = GLUED_AT.mean,
  width: number = BOARD.width,
): number {
  return Math.max(0, (width / 2) * BOARD.change * (dressedAt - moisture));
}

/** Fret ends that stand out by so much are felt. House default, m. */
export const FELT_SPROUT = 0.08e-3;

/** A width of an open crack with the wood's moisture when it was read. */
export interface CrackWidth {
  /** m */
  width: number;
  /** %MC */
  moisture: number;
}

/** Above this no room closes a crack: it wants filling or a splint, %MC. */
export const TOO_DAMP_TO_CLOSE = 12;

/**
 * The moisture at which an open crack closes. With two widths at two moistures the line through them,
 * `M₂ + w₂ (M₂ − M₁)/(w₁ − w₂)`; with one width `M + w/(C B ρ)`.
 *
 * @param plate change coefficient C across the grain per %MC, width B of wood that pulls on the crack in m, restraint ρ
 * @returns %MC, or null where the widths say that damp does not close it
 * @throws RangeError where no width is given
 */
export function closingMoisture(
  widths: readonly CrackWidth[],
  plate: { change: number; width: number; restraint?: number },
): number | null {
  const last = widths.at(-1);
  if (!last) throw new RangeError('at least one width of the crack is needed');
  const earlier = widths.findLast(
    ({ moisture, width }) => Math.abs(moisture - last.moisture) >= 0.8 && width !== last.width,
  );
  if (!earlier)
    return last.moisture + last.width / (plate.change * plate.width * (plate.restraint ?? RESTRAINT));
  const perMoisture = (earlier.width - last.width) / (last.moisture - earlier.moisture);
  return perMoisture > 0 ? last.moisture + last.width / perMoisture : null;
}
