import { fretPosition } from './frets.js';
import { dip, stringHeight, type NeckGeometry, type Stance } from './stance.js';

/**
 * Clearance of a played string over the frets.
 *
 * Fretted at n, the string vibrates over ℓ = X − x_n about the line from crown n to the saddle. Plucked with a force F
 * normal to the board at p from the saddle it is first a triangle of height `A = F p (ℓ − p) / (T ℓ)`, and as an ideal
 * string it then sweeps the parallelogram of that triangle and its image turned about the middle. Source: the plucked
 * ideal string (d'Alembert's solution; any textbook of acoustics). How hard is plucked: house defaults.
 */
export interface Pluck {
  /** F/T, dimensionless */
  force: number;
  /** p, distance from the saddle, m */
  at: number;
}

export const PLUCK_AT = 0.13;

/**
 * F/T by playing style, on a light steel set of a common scale. House defaults; true within about ±25 % until a buzz is noted. Slide rests on the string: gentle;
 * flamenco strikes as hard as anybody.
 */
export const PLUCK_FORCE = {
  gentle: { bass: 0.0055, treble: 0.0055 },
  medium: { bass: 0.01, treble: 0.008 },
  hard: { bass: 0.0125, treble: 0.0115 },
  slide: { bass: 0.0055, treble: 0.0055 },
  flamenco: { bass: 0.0125, treble: 0.0115 },
} as const;
/** What the outer strings of that set pull, N: a light set in standard tuning at 645 mm (strings/sets.ts). */
export const PLUCK_REFERENCE: Record<'bass' | 'treble', number> = { bass: 113, treble: 104 };

/**
 * F/T of a hand on a string that pulls otherwise: the hand is the same, so the ratio goes by 1/T. On a nylon set a medium
 * hand's lowest clean bass comes out at 3.8 mm, where nylon strings are set up at 3.5 to 4.2 mm (common practice).
 *
 * @param pull of the string, N, above zero
 */
export const pluckForce = (style: keyof typeof PLUCK_FORCE, side: 'bass' | 'treble', pull: number): number =>
  (PLUCK_FORCE[style][side] * PLUCK_REFERENCE[side]) / pull;

export const PLUCK_LOG_SD = 0.25;

export const LAST_FRET = 20;
/** Further up nothing follows that matters. */
const LAST_HELD = 15;

/** How far the swinging string comes towards the board at a distance from the saddle, m. */
export function envelope(length: number, pluck: Pluck, distance: number): number {
  const p = Math.min(pluck.at, length / 2);
  // the triangle and its image mirror each other, and the one whose top is nearer to this end is the larger here
  const near = Math.min(distance, length - distance);
  const height = (pluck.force * p * (length - p)) / length;
  return height * (near < p ? near / p : (length - near) / (length - p));
}

/** The closest a note comes to a later fret. */
export interface Margin {
  /** fret held, 0 for the open string */
  held: number;
  /** fret that is nearest to being struck */
  struck: number;
  /** clearance over envelope: below 1 it buzzes */
  margin: number;
}

/** Where each crown is: along the neck, and how far under the fret plane, from the nut on. */
function crownsOf(stance: Stance, neck: NeckGeometry, lastFret: number): { x: number; under: number }[] {
  return Array.from({ length: lastFret + 1 }, (_, fret) => {
    const x = fret === 0 ? 0 : fretPosition(neck.scale, fret);
    return { x, under: fret === 0 ? -stance.nutHeight : dip(stance, x) };
  });
}

/**
 * The least margin of each note of one string, open to the 15th fret.
 *
 * @param lastFret of the board
 */
export function margins(stance: Stance, neck: NeckGeometry, pluck: Pluck, lastFret = LAST_FRET): Margin[] {
  const crowns = crownsOf(stance, neck, lastFret);
  const found: Margin[] = [];
  for (let held = 0; held <= LAST_HELD; held++) {
    const { x: from, under } = crowns[held]!;
    const length = stance.stringLength - from;
    const slope = (stance.saddleHeight + under) / length;
    let least: Margin = { held, struck: held + 1, margin: Infinity };
    for (let fret = held + 1; fret <= lastFret; fret++) {
      const crown = crowns[fret]!;
      const clearance = slope * (crown.x - from) - under + crown.under;
      const margin = clearance / envelope(length, pluck, stance.stringLength - crown.x);
      if (margin < least.margin) least = { held, struck: fret, margin };
    }
    found.push(least);
  }
  return found;
}

/** Frets at which a note buzzes under this pluck, the nut's own first. */
export function buzzing(stance: Stance, neck: NeckGeometry, pluck: Pluck): number[] {
  return margins(stance, neck, pluck)
    .filter(({ margin }) => margin < 1)
    .map(({ held }) => held);
}

/** The stance with its saddle crown moved so that the action at a fret changes by so much, m. */
export function withActionChange(stance: Stance, neck: NeckGeometry, change: number, fret = 12): Stance {
  const lever = fretPosition(neck.scale, fret) / stance.stringLength;
  return { ...stance, saddleHeight: stance.saddleHeight + change / lever };
}

/**
 * The lowest action at fret 12 at which no fretted note buzzes, the saddle alone being moved: for this neck, its relief
 * and this player. The open string is the nut's affair and is left out. The string over a fret rises in proportion to
 * the saddle, so that each pair of frets gives the saddle it asks for, and the highest of them is it.
 *
 * @returns m, or null where the neck buzzes at any height a guitar is played at
 */
export function lowestCleanAction(stance: Stance, neck: NeckGeometry, pluck: Pluck): number | null {
  const crowns = crownsOf(stance, neck, LAST_FRET);
  let saddle = 0;
  for (let held = 1; held <= LAST_HELD; held++) {
    const { x: from, under } = crowns[held]!;
    const length = stance.stringLength - from;
    for (let fret = held + 1; fret <= LAST_FRET; fret++) {
      const crown = crowns[fret]!;
      const wanted = envelope(length, pluck, stance.stringLength - crown.x) - crown.under;
      saddle = Math.max(saddle, ((wanted + under) * length) / (crown.x - from) - under);
    }
  }
  const twelfth = fretPosition(neck.scale, 12);
  const action = stringHeight({ ...stance, saddleHeight: saddle }, twelfth) + dip(stance, twelfth);
  return action > HIGHEST ? null : action;
}

/** Nobody plays over a higher action, m. */
const HIGHEST = 0.008;

/**
 * The pluck that just makes a fretted note touch, F/T: what the neck allows.
 *
 * @param frets held notes that are asked about; default: all of them
 */
export function limitingForce(
  stance: Stance,
  neck: NeckGeometry,
  at = PLUCK_AT,
  frets?: readonly number[],
): number {
  // the envelope is proportional to the force
  const unit = margins(stance, neck, { force: 1, at }).filter(({ held }) =>
    frets ? frets.includes(held) : held > 0,
  );
  return Math.max(0, Math.min(...unit.map(({ margin }) => margin)));
}

/** What an examination heard, and what the neck allowed that day: F/T. */
export interface Heard {
  limit: number;
  buzzed: boolean;
}

/** How sharply buzz begins at the limit, as a log-sd. House default. */
const ONSET_LOG_SD = 0.1;

/**
 * How hard this player plucks, from what was heard: a buzz says harder than the limit of that day, a clean day softer.
 * Bayes over the logarithm of F/T, on a grid.
 *
 * @param expected F/T of the playing style
 * @returns F/T, the median of what is believed (exp of the mean of its logarithm), and its log-sd
 */
export function pluckHeard(expected: number, heard: readonly Heard[]): { force: number; logSd: number } {
  let sum = 0;
  let first = 0;
  let second = 0;
  for (let i = -60; i <= 60; i++) {
    const x = (i / 20) * PLUCK_LOG_SD;
    const harder = heard.reduce(
      (product, { limit, buzzed }) => {
        const z = (x + Math.log(expected) - Math.log(Math.max(limit, 1e-6))) / ONSET_LOG_SD;
        const chance = 1 / (1 + Math.exp(-1.702 * z));
        return product * (buzzed ? chance : 1 - chance);
      },
      Math.exp(-0.5 * (x / PLUCK_LOG_SD) ** 2),
    );
    sum += harder;
    first += harder * x;
    second += harder * x * x;
  }
  // two opinions that exclude each other leave what was believed before
  if (!(sum > 1e-12)) return { force: expected, logSd: PLUCK_LOG_SD };
  const mean = first / sum;
  return { force: expected * Math.exp(mean), logSd: Math.sqrt(Math.max(0, second / sum - mean * mean)) };
}
