import { METRES_PER } from '../units/length.js';
import {
  CORE_MATERIALS,
  PLAIN_MATERIALS,
  STEEL_DENSITY,
  WINDING_MATERIALS,
  WINDING_SHAPES,
  type CoreMaterial,
  type PlainMaterial,
  type WindingMaterial,
  type WindingShape,
} from './materials.js';

interface AnyString {
  /** over all, m */
  gauge: number;
  /** sounds an octave above the note of its course */
  octave?: boolean;
}

export interface PlainString extends AnyString {
  wound: false;
  material: PlainMaterial;
}

export interface WoundString extends AnyString {
  wound: true;
  winding: WindingMaterial;
  shape: WindingShape;
  coreMaterial: CoreMaterial;
  /** diameter, m; null where nobody measured it, and the usual one of its gauge is taken */
  core: number | null;
}

export type StringSpec = PlainString | WoundString;

/** Whether it pulls as steel does, or as nylon and gut do: the two want other heights and another nut. */
export type StringKind = 'steel' | 'nylon';

/** Thinnest and thickest that a guitar is strung with, m. House limits. */
export const GAUGE_LIMITS = { from: 0.15e-3, to: 3e-3 };

/**
 * Core that a wound string usually has, m, by its gauge: a steel core is about 7½ thousandths of an inch and a quarter
 * of the gauge; a floss core hardly changes. Fitted to the gauges of common sets (`sets.ts`), within 1 thousandth of an
 * inch; no published source.
 */
export function usualCore(gauge: number, material: CoreMaterial): number {
  const core = material === 'steel' ? 7.5 * METRES_PER.thou + 0.24 * gauge : 0.62e-3 - 0.17 * gauge;
  return Math.min(core, 0.8 * gauge);
}

/**
 * Mass per length of a plain string.
 *
 * @param diameter m
 * @param density kg/m³
 * @returns kg/m
 */
export function plainMassPerLength(diameter: number, density: number = STEEL_DENSITY): number {
  return (density * Math.PI * diameter ** 2) / 4;
}

/**
 * Mass per length of a wound string: a core and one layer of winding, which fills a part of the room between core and
 * outside. Round wire of diameter w laid turn to turn fills π/4 of it: a turn has the length π(d_c + w) and takes w of
 * the string, so that it weighs `ρ · π²/4 · w (d_c + w)` per length.
 *
 * @param diameter outer diameter, m
 * @param core core diameter, m, less than the outer
 * @param densities of winding and core, kg/m³
 * @param fills part of that room which is filled, 0 to 1
 * @returns kg/m
 * @throws RangeError where the core is not thinner than the string
 */
export function woundMassPerLength(
  diameter: number,
  core: number,
  densities: { winding: number; core: number } = {
    winding: WINDING_MATERIALS['phosphor-bronze'].density,
    core: STEEL_DENSITY,
  },
  fills: number = WINDING_SHAPES.round.fills,
): number {
  if (!(core > 0 && core < diameter)) throw new RangeError('the core must be thinner than the string');
  const room = (Math.PI / 4) * (diameter ** 2 - core ** 2);
  return plainMassPerLength(core, densities.core) + densities.winding * fills * room;
}

/** Mass per length of a string, kg/m. @throws RangeError where its core is not thinner than it is */
export function massPerLength(string: StringSpec): number {
  if (!string.wound) return plainMassPerLength(string.gauge, PLAIN_MATERIALS[string.material].density);
  return woundMassPerLength(
    string.gauge,
    string.core ?? usualCore(string.gauge, string.coreMaterial),
    {
      winding: WINDING_MATERIALS[string.winding].density,
      core: CORE_MATERIALS[string.coreMaterial].density,
    },
    WINDING_SHAPES[string.shape].fills,
  );
}

const isSoft = (string: StringSpec): boolean =>
  string.wound ? CORE_MATERIALS[string.coreMaterial].soft : string.material !== 'steel';

/** How a set pulls: as nylon where more of its strings are of nylon, gut or fluorocarbon, or have such a core. */
export const kindOfStrings = (strings: readonly StringSpec[]): StringKind =>
  strings.filter(isSoft).length * 2 > strings.length ? 'nylon' : 'steel';
