/** What a plain string, a winding or a core is made of; kg/m³. */
interface Material {
  name: string;
  density: number;
}

/** Density of plain steel wire, kg/m³ (the handbook value the checks are worked with). */
export const STEEL_DENSITY = 7850;

/**
 * Plain strings. Nylon, fluorocarbon and gut are from memory of materials tables; `breaking` is the stress at which a
 * string of it is close to breaking, Pa: a caution of the house, from memory, never a check.
 */
export const PLAIN_MATERIALS = {
  steel: { name: 'steel', density: STEEL_DENSITY, breaking: 2.2e9 },
  nylon: { name: 'nylon', density: 1140, breaking: 330e6 },
  fluorocarbon: { name: 'fluorocarbon', density: 1780, breaking: 380e6 },
  gut: { name: 'gut', density: 1300, breaking: 320e6 },
} as const satisfies Record<string, Material & { breaking: number }>;
export type PlainMaterial = keyof typeof PLAIN_MATERIALS;
export const PLAIN_MATERIAL_IDS = Object.keys(PLAIN_MATERIALS) as PlainMaterial[];

/** Windings; from memory of materials tables. Brass is that of strings, 80 parts of copper to 20 of zinc. */
export const WINDING_MATERIALS = {
  'phosphor-bronze': { name: 'phosphor bronze', density: 8800 },
  brass: { name: 'brass', density: 8670 },
  nickel: { name: 'nickel', density: 8890 },
  'nickel-plated-steel': { name: 'nickel-plated steel', density: 7900 },
  'stainless-steel': { name: 'stainless steel', density: 7950 },
  'silvered-copper': { name: 'silver-plated copper', density: 8950 },
} as const satisfies Record<string, Material>;
export type WindingMaterial = keyof typeof WINDING_MATERIALS;
export const WINDING_MATERIAL_IDS = Object.keys(WINDING_MATERIALS) as WindingMaterial[];

/**
 * Cores. Floss is a bundle of drawn threads with air between them: stronger than one thick
 * thread of the stuff; its density and strength as a bundle are house figures. `soft` cores pull
 * as nylon and gut do.
 */
export const CORE_MATERIALS = {
  steel: { name: 'steel', density: STEEL_DENSITY, breaking: 2.2e9, soft: false },
  floss: { name: 'nylon floss', density: 1000, breaking: 700e6, soft: true },
  gut: { name: 'gut', density: 1300, breaking: 320e6, soft: true },
} as const satisfies Record<string, Material & { breaking: number; soft: boolean }>;
export type CoreMaterial = keyof typeof CORE_MATERIALS;
export const CORE_MATERIAL_IDS = Object.keys(CORE_MATERIALS) as CoreMaterial[];

/**
 * How much of the room between core and outside the winding fills: round wire laid turn to turn π/4 of it, a flat ribbon
 * all of it.
 */
export const WINDING_SHAPES = {
  round: { name: 'round wound', fills: Math.PI / 4 },
  flat: { name: 'flat wound', fills: 1 },
} as const;
export type WindingShape = keyof typeof WINDING_SHAPES;
export const WINDING_SHAPE_IDS = Object.keys(WINDING_SHAPES) as WindingShape[];
