import { ALONG_GRAIN_CHANGE, ELASTIC_RATIOS, SPECIES, type SpeciesId } from '../wood/species.js';

/** A carved arch as a shallow vault, m. */
export interface Arch {
  species: SpeciesId;
  /** body length and lower-bout width that the arch spans */
  length: number;
  width: number;
  /** rise of the arch over the rim plane f */
  height: number;
  /** how far the rim gives, 0 clamped to 1 free; default 0.3, common practice 0.1 to 0.6 */
  edgeGive?: number;
}

/**
 * Rise of a shallow arch per 1 %MC, stiffness-weighted over the two directions:
 * `Δf = η · Σ kᵢ · 3 Lᵢ² εᵢ/(16 f) / Σ kᵢ`, `kᵢ = Eᵢ f²/Lᵢ⁴`.
 *
 * From the length of a flat parabola, s ≈ L + 8f²/(3L): a strip between fixed ends that grows by εL rises by
 * 3L²ε/(16f).
 *
 * @returns m per %MC
 * @throws RangeError where a dimension is not positive
 */
export function archRise(arch: Arch): number {
  const { length, width, height } = arch;
  if (!(length > 0 && width > 0 && height > 0)) throw new RangeError('arch dimensions must be positive');
  const wood = SPECIES[arch.species];
  const directions = [
    { span: length, modulus: wood.modulusAlong, strain: ALONG_GRAIN_CHANGE },
    {
      span: width,
      modulus: wood.modulusAlong * ELASTIC_RATIOS[arch.species].radial,
      strain: wood.radialChange,
    },
  ].map(({ span, modulus, strain }) => ({
    stiffness: (modulus * height ** 2) / span ** 4,
    rise: (3 * span ** 2 * strain) / (16 * height),
  }));
  const total = directions.reduce((sum, d) => sum + d.stiffness, 0);
  return ((arch.edgeGive ?? 0.3) * directions.reduce((sum, d) => sum + d.stiffness * d.rise, 0)) / total;
}
