/**
 * The woods a guitar is made of, with what the computation needs of each.
 *
 * Sources, all USDA Forest Products Laboratory, *Wood Handbook*: green-to-ovendry shrinkage, Table 4-3;
 * change coefficients, chapter 13 (`C = S/(3000 − 20 S)`); bending modulus at 12 %MC, chapter 5. Values were
 * written down from memory of the tables; four species' coefficients were checked against their shrinkage
 * through the formula (`woodSources.checked`), the others say so.
 */
export interface Species {
  id: SpeciesId;
  name: string;
  /** Relative change of size per 1 %MC between 6 and 14 %MC. */
  radialChange: number;
  tangentialChange: number;
  /** Modulus along the grain at 12 %MC, Pa: 1.10 × the tabulated bending value, which includes shear. */
  modulusAlong: number;
  source: string;
}

export const SPECIES_IDS = [
  'sitka-spruce',
  'engelmann-spruce',
  'red-spruce',
  'western-redcedar',
  'mahogany',
  'sugar-maple',
  'bigleaf-maple',
  'black-walnut',
  'yellow-poplar',
] as const;
export type SpeciesId = (typeof SPECIES_IDS)[number];

const HANDBOOK = 'Wood Handbook, Table 4-3 and chapter 13';
const FROM_MEMORY = 'Wood Handbook coefficient table, from memory';

/**
 * Change coefficient of a dimension per 1 %MC, on the dimension at the start, between 6 and 14 %MC.
 *
 * Source: *Wood Handbook*, chapter 13, with a fibre saturation point of 30 %: `C = S / (3000 − 20 S)`.
 *
 * @param shrinkage green to ovendry, percent
 */
export function changeCoefficient(shrinkage: number): number {
  return shrinkage / (3000 - 20 * shrinkage);
}

function fromShrinkage(
  id: SpeciesId,
  name: string,
  radial: number,
  tangential: number,
  bendingGigapascal: number,
): Species {
  return {
    id,
    name,
    radialChange: changeCoefficient(radial),
    tangentialChange: changeCoefficient(tangential),
    modulusAlong: bendingGigapascal * 1.1e9,
    source: HANDBOOK,
  };
}

/** Black walnut, bigleaf maple and yellow-poplar bending moduli are from memory of the same chapter. */
export const SPECIES: Record<SpeciesId, Species> = {
  'sitka-spruce': fromShrinkage('sitka-spruce', 'Sitka spruce', 4.3, 7.5, 10.8),
  'engelmann-spruce': fromShrinkage('engelmann-spruce', 'Engelmann spruce', 3.8, 7.1, 8.9),
  'red-spruce': fromShrinkage('red-spruce', 'red spruce', 3.8, 7.8, 11.1),
  'western-redcedar': {
    id: 'western-redcedar',
    name: 'western redcedar',
    radialChange: 0.00111,
    tangentialChange: 0.00234,
    modulusAlong: 7.7 * 1.1e9,
    source: FROM_MEMORY,
  },
  mahogany: {
    id: 'mahogany',
    name: 'true mahogany',
    radialChange: 0.00172,
    tangentialChange: 0.00238,
    modulusAlong: 10.3 * 1.1e9,
    source: FROM_MEMORY,
  },
  'sugar-maple': fromShrinkage('sugar-maple', 'sugar maple', 4.8, 9.9, 12.6),
  'bigleaf-maple': fromShrinkage('bigleaf-maple', 'bigleaf maple', 3.7, 7.1, 10.0),
  'black-walnut': fromShrinkage('black-walnut', 'black walnut', 5.5, 7.8, 11.6),
  'yellow-poplar': fromShrinkage('yellow-poplar', 'yellow-poplar', 4.6, 8.2, 10.9),
};

/** Swelling along the grain per 1 %MC: about 0.1 to 0.2 % from green to ovendry (Wood Handbook, Table 4-3). */
export const ALONG_GRAIN_CHANGE = 0.00005;

/** How stiff a wood is across its grain and in shear against along it. */
export interface ElasticRatios {
  radial: number;
  shear: number;
  poisson: number;
}

/**
 * E_R/E_L, G_LR/E_L and ν_LR at 12 %MC. *Wood Handbook*, chapter 5. Red spruce, bigleaf maple, black walnut and
 * yellow-poplar take those of the nearest wood of the table.
 */
export const ELASTIC_RATIOS: Record<SpeciesId, ElasticRatios> = {
  'sitka-spruce': { radial: 0.078, shear: 0.064, poisson: 0.372 },
  'engelmann-spruce': { radial: 0.128, shear: 0.124, poisson: 0.422 },
  'red-spruce': { radial: 0.078, shear: 0.064, poisson: 0.372 },
  'western-redcedar': { radial: 0.081, shear: 0.087, poisson: 0.378 },
  mahogany: { radial: 0.107, shear: 0.066, poisson: 0.314 },
  'sugar-maple': { radial: 0.132, shear: 0.111, poisson: 0.424 },
  'bigleaf-maple': { radial: 0.132, shear: 0.111, poisson: 0.424 },
  'black-walnut': { radial: 0.107, shear: 0.066, poisson: 0.314 },
  'yellow-poplar': { radial: 0.107, shear: 0.066, poisson: 0.314 },
};
