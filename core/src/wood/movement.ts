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
 *
 * @public called by sums, which are built next
 */
export function dimensionChange(dimension: number, coefficient: number, from: number, to: number): number {
  return dimension * coefficient * (to - from);
}
