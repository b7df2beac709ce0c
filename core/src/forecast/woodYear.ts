import type { Uncertain } from '../numeric/index.js';
import { moistureOfHumidity } from '../air/scenario.js';
import {
  crackingChance,
  DAMP_HUMIDITY,
  fretSprout,
  TOP_PARTS,
  type DryingTop,
  type Restraint,
  type TopPart,
} from '../wood/drying.js';
import { quantileOf, seasonOf } from './paths.js';
import { seasonStretch, type Weather } from './weather.js';

/** What the coming year's air does to top and board, %MC and m. */
export interface WoodYear {
  /** the driest week: when, its moisture, and that of the driest of ten years */
  driest: { day: number; moisture: number; inTen: number };
  /** at which the wood is without stress, and what that is taken from */
  unstressed: Uncertain & { from: 'lived in' | 'glued' };
  restraint: Restraint;
  /** chance that it cracks in the coming winter, of sound wood and of old cracks and dead glue */
  cracks: Record<TopPart, number>;
  /** the same when it is brought to the humidity at which it will be kept, %MC */
  kept: { moisture: number; cracks: Record<TopPart, number> };
  /** weeks of the year above the humidity at which damp does harm: expected number, and the season that has most of them */
  damp: { weeks: number; from: number; to: number } | null;
  /** fret ends stand out by so much on each side in the driest of ten years */
  sprout: number;
}

/** A home holds its humidity so well, %MC. House default. */
const KEPT_SD = 0.5;

export type Unstressed = WoodYear['unstressed'];

/** Weeks in which fewer of the simulated years are damp are not named. */
const MOSTLY = 0.5;

/**
 * What the simulated moistures of a year do to the wood.
 *
 * @param moisture of the wood, %MC, step by step and path by path within each, see moistureThrough
 * @param steps how many of them make the year
 */
export function woodYear(
  moisture: Float64Array,
  { days, paths }: Pick<Weather, 'days' | 'paths'>,
  steps: number,
  { unstressed, kept, ...top }: DryingTop & { restraint: Restraint; unstressed: Unstressed; kept: number },
): WoodYear {
  const driest = new Float64Array(paths).fill(Infinity);
  const at = new Float64Array(paths);
  const limit = moistureOfHumidity(DAMP_HUMIDITY);
  const damp = new Float64Array(steps);
  for (let i = 0; i < steps; i++)
    for (let path = 0; path < paths; path++) {
      const one = moisture[i * paths + path]!;
      if (one < driest[path]!) {
        driest[path] = one;
        at[path] = days[i]!;
      }
      if (one > limit) damp[i]! += 1 / paths;
    }
  const mean = driest.reduce((sum, one) => sum + one, 0) / paths;
  const variance = driest.reduce((sum, one) => sum + (one - mean) ** 2, 0) / paths;
  const inTen = quantileOf(driest, 0.1);
  const cracksAt = (dried: Uncertain) =>
    Object.fromEntries(
      TOP_PARTS.map((part) => [part, crackingChance(top, part, dried, unstressed)]),
    ) as Record<TopPart, number>;
  return {
    driest: { day: seasonOf(at, days[0]!).day, moisture: mean, inTen },
    unstressed,
    restraint: top.restraint,
    cracks: cracksAt({ value: mean, sd: Math.sqrt(variance) }),
    kept: { moisture: kept, cracks: cracksAt({ value: kept, sd: KEPT_SD }) },
    damp: dampWeeks(damp, days),
    sprout: fretSprout(inTen),
  };
}

function dampWeeks(damp: Float64Array, days: readonly number[]): WoodYear['damp'] {
  const weeks = damp.reduce((sum, share) => sum + share, 0);
  const most = days.flatMap((_, i) => (i < damp.length && damp[i]! >= MOSTLY ? [i] : []));
  return most.length === 0 ? null : { weeks: Math.round(weeks), ...seasonStretch(most, days) };
}
