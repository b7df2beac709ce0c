import type { Species } from './species.js';

/**
 * Change of a dimension with moisture, `ΔD = D · C · (M₂ − M₁)`.
 *
 * Source: USDA Forest Products Laboratory, *Wood Handbook*, chapter 13; holds between 6 and 14 %MC.
 *
 * @param dimension m, at the first moisture content
 * @param coefficient relative change per 1 %MC, see {@link Species}
 * @param from moisture content at the start, percent
 * @param to moisture content at the end, percent
 * @returns m, positive for swelling
 */
export function dimensionChange(dimension: number, coefficient: number, from: number, to: number): number {
  return dimension * coefficient * (to - from);
}

/**
 * Change coefficient across the grain of a board whose rings stand at an angle to its face.
 *
 * The strain tensor turned about the grain: `C_R cos²γ + C_T sin²γ`; γ = 0 is quartersawn (the width is
 * radial), γ = π/2 flatsawn.
 *
 * @param species the wood
 * @param ringAngle γ in radians
 * @returns relative change of the width per 1 %MC
 */
export function changeAcross(species: Species, ringAngle: number): number {
  return (
    species.radialChange * Math.cos(ringAngle) ** 2 + species.tangentialChange * Math.sin(ringAngle) ** 2
  );
}
