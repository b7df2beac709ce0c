import { mm } from '../units/index.js';
import type { StringKind } from '../strings/spec.js';
import type { BodyPlan, Point } from '../body-plan/index.js';
import { ALONG_GRAIN_CHANGE, ELASTIC_RATIOS, SPECIES, type SpeciesId } from '../wood/index.js';
import type { Sheet } from './laminate.js';

/** How the pull of the strings comes onto the top. */
export type Anchor = 'bridge' | 'tailpiece';

/** Everything the plate model needs to know of a top. Lengths in m. */
export interface TopSpec {
  plan: BodyPlan;
  sheet: Sheet;
  /** of the sphere that the top was built on; Infinity for a flat one */
  domeRadius: number;
  bridge: Sheet;
  /** the sheet under the bridge; where the plan draws none it is not used */
  plate: Sheet;
  /** where the plate is cracked from side to side, m from the tail; null where it is whole */
  plateCrack: number | null;
  /** of the wood of a brace, by its number in the plan: Pa, and per 1 %MC */
  braceWood: (species: SpeciesId, brace: number) => { modulus: number; shear: number; swell: number };
  /** where a top is thinner or thicker than its sheet, and what was glued to it; nowhere where it is left out */
  local?: (point: Point) => { thickness: number; patch: Sheet | null };
  rim: RimSprings;
  /** the block at the tail is held in its plane, or goes with the sides as far as they give */
  tailBlock: TailBlock;
  strings: StringLoad;
}

export type TailBlock = 'held' | 'sprung';

/** How the sides hold the top's edge: in height it is held. */
export interface RimSprings {
  /** force in the plane per shift and length of rim, N/m² */
  inPlane: number;
  /** couple per turn and length of rim, N */
  turning: number;
}

export interface StringLoad {
  anchor: Anchor;
  /** of the strings over the middle of the top at the saddle, m */
  height: number;
  /** of the strings towards the nut, down positive, rad */
  slope: number;
  /** sum of the sines of the two break angles over the saddle; used with a tailpiece */
  downShare: number;
}

/** What a shop may know of a top beyond its plan; house defaults stand in for what is missing. */
export interface TopFacts {
  species: SpeciesId;
  laminated: boolean;
  thickness?: number;
  domeRadius?: number;
  bridgeThickness?: number;
  plateThickness?: number;
  anchor?: Anchor;
  /** with a tailpiece: sum of the sines of the two break angles */
  downShare?: number;
  /** how they pull; steel where it is left out */
  stringKind?: StringKind;
  stringHeight?: number;
  /** of the strings towards the nut, down positive, rad */
  slope?: number;
  /** through its pin holes, from side to side */
  plateCracked?: boolean;
  tailBlock?: TailBlock;
}

/** The generic top of the figures: house defaults, not a published value. */
export const USUAL_TOP = {
  thickness: 2.8 * mm,
  domeRadius: 9,
  bridgeThickness: 9 * mm,
  plateThickness: 2.5 * mm,
  /** over the top at the saddle, by how the strings pull; common practice 12–14 and 9–11 mm */
  stringHeight: { steel: 14 * mm, nylon: 10 * mm } satisfies Record<StringKind, number>,
  /** about 7° before and behind the saddle of a floating bridge. Common practice */
  downShare: 0.25,
  /** between free and held in the plane, and nearer to free than to 200 N in turning: sides are thin. House default */
  rim: { inPlane: 2e5, turning: 15 },
};

/** The pins stand so far behind the saddle line, m. Common practice. */
const PINS_BEHIND = 0.011;

/** A quartersawn sheet of solid wood. */
export function solidSheet(species: SpeciesId, thickness: number, grain: Sheet['grain']): Sheet {
  const { modulusAlong: along, radialChange } = SPECIES[species];
  const { radial, shear, poisson } = ELASTIC_RATIOS[species];
  return {
    thickness,
    grain,
    along,
    across: along * radial,
    shear: along * shear,
    poisson,
    swellAlong: ALONG_GRAIN_CHANGE,
    swellAcross: radialChange,
  };
}

/**
 * A sheet of three crossed veneers, averaged: half of the wood runs each way, and the veneers hold each other's
 * swelling. House approximation.
 */
export function laminatedSheet(species: SpeciesId, thickness: number): Sheet {
  const solid = solidSheet(species, thickness, 'y');
  const mean = (solid.along + solid.across) / 2;
  const poisson = (solid.poisson * solid.across) / mean;
  const swell =
    (solid.along * solid.swellAlong + solid.across * solid.swellAcross) / (solid.along + solid.across);
  return { ...solid, along: mean, across: mean, poisson, swellAlong: swell, swellAcross: swell };
}

/** The model's input for an instrument, with house defaults for what nobody measured. */
export function topSpec(plan: BodyPlan, facts: TopFacts): TopSpec {
  const thickness = facts.thickness ?? USUAL_TOP.thickness;
  const { stringHeight, downShare, domeRadius, bridgeThickness, plateThickness, rim } = USUAL_TOP;
  return {
    plan,
    sheet: facts.laminated
      ? laminatedSheet(facts.species, thickness)
      : solidSheet(facts.species, thickness, 'y'),
    domeRadius: facts.domeRadius ?? domeRadius,
    // a dense hardwood across the body; common practice
    bridge: {
      thickness: facts.bridgeThickness ?? bridgeThickness,
      grain: 'x',
      along: 12e9,
      across: 1.2e9,
      shear: 1e9,
      poisson: 0.37,
      swellAlong: ALONG_GRAIN_CHANGE,
      swellAcross: 0.0017,
    },
    plate: {
      thickness: facts.plateThickness ?? plateThickness,
      grain: 'x',
      along: 11e9,
      across: 1.3e9,
      shear: 1e9,
      poisson: 0.42,
      swellAlong: ALONG_GRAIN_CHANGE,
      swellAcross: 0.00165,
    },
    plateCrack: facts.plateCracked ? plan.bridge.saddleAt - PINS_BEHIND : null,
    braceWood: (species) => {
      const { modulusAlong } = SPECIES[species];
      return {
        modulus: modulusAlong,
        shear: modulusAlong * ELASTIC_RATIOS[species].shear,
        swell: ALONG_GRAIN_CHANGE,
      };
    },
    rim,
    tailBlock: facts.tailBlock ?? 'held',
    strings: {
      anchor: facts.anchor ?? 'bridge',
      height: facts.stringHeight ?? stringHeight[facts.stringKind ?? 'steel'],
      slope: facts.slope ?? 0,
      downShare: facts.downShare ?? downShare,
    },
  };
}

/** What of a model's input cannot be, in words; the plan itself is judged by `faultsOf`. */
export function specFaults({ sheet, domeRadius, bridge, plate, rim, strings }: TopSpec): string[] {
  const faults: string[] = [];
  const within = (name: string, value: number, from: number, to: number, say: (value: number) => string) => {
    if (!(value >= from && value <= to))
      faults.push(`${name} of ${say(value)}; accepted: from ${say(from)} to ${say(to)}`);
  };
  const inMm = (value: number) => `${(value / mm).toFixed(1)} mm`;
  within('a top', sheet.thickness, 1 * mm, 8 * mm, inMm);
  within('a bridge', bridge.thickness, 1 * mm, 30 * mm, inMm);
  within('a bridge plate', plate.thickness, 0.5 * mm, 15 * mm, inMm);
  within('strings at a height over the top', strings.height, 0, 60 * mm, inMm);
  within('a dome of a radius', domeRadius, 1, Infinity, (value) => `${value.toFixed(1)} m`);
  for (const [name, value] of Object.entries({
    ...rim,
    slope: Math.abs(strings.slope),
    downShare: strings.downShare,
  }))
    if (!(value >= 0) || !Number.isFinite(value)) faults.push(`${name} is ${value}; accepted: zero or more`);
  for (const one of [sheet, bridge, plate])
    if (!(one.along > 0 && one.across > 0 && one.shear > 0 && one.poisson ** 2 * one.across < one.along))
      faults.push('a sheet whose moduli cannot be; accepted: positive ones');
  return faults;
}
