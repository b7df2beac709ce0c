import type { Uncertain } from '../numeric/index.js';
import { mm, degree } from '../units/index.js';
import { QUANTITIES, type QuantityId } from '../readings/quantities.js';
import type { Place } from '../readings/places.js';
import type { Dimension } from '../readings/tools.js';
import { actionBelief, type SeriesBelief } from './calibrate.js';
import { actionSensitivity, topMovement, type TopConstruction } from './prior.js';

/** Relief and bow: 0 ± 0.03 mm/%MC; tilt: 0 ± 0.1°/%MC. House figures. */
const NECK: Uncertain = { value: 0, sd: 0.03 * mm };
const TILT: Uncertain = { value: 0, sd: 0.1 * degree };
const STILL: Uncertain = { value: 0, sd: 0 };

/** How a quantity of this instrument is believed to answer to moisture, SI per %MC; sd 0 where it does not. */
export function sensitivityOf(quantity: QuantityId, top: TopConstruction): Uncertain {
  const { breathing } = QUANTITIES[quantity];
  if (breathing === 'action') return actionSensitivity(top);
  if (breathing === 'neck') return NECK;
  if (breathing === 'tilt') return TILT;
  if (breathing === 'none') return STILL;
  const { value: mean, sd } = topMovement(top);
  return { value: breathing === 'top' ? mean : -mean, sd };
}

/** House defaults of drift a year, and of what no model of ours explains from one visit to the next, SI. */
export const DRIFT: Record<Dimension, number> = { length: 0.15 * mm, angle: 0.3 * degree, cents: 3 };
export const SCATTER: Record<Dimension, number> = { length: 0.05 * mm, angle: 0.05 * degree, cents: 1.5 };
/** A yearly change matters from so much of what is believed of it beforehand: as a tenth of a millimetre of the action does. */
const MATTERS = 0.1 / 0.17;
/** A gap may open a little with the dry season, SI per %MC: nobody knows beforehand which way. */
const GAP: Record<Dimension, number> = { length: 0.02 * mm, angle: 0.03 * degree, cents: 0.5 };
const LEVEL: Record<Dimension, number> = { length: 10 * mm, angle: 10 * degree, cents: 40 };
const SLIP: Record<Dimension, number> = { length: 0.6 * mm, angle: 0.6 * degree, cents: 15 };

/** Followed through the seasons besides what breathes: what opens, sinks or turns with the years. */
const FOLLOWED: readonly QuantityId[] = [
  'firstFretGap',
  'neckTwist',
  'bridgeGap',
  'bridgeGapDepth',
  'bridgeGapLength',
  'soundHole',
  'jointGap',
  'backArch',
];

/** Whether a quantity is followed through the seasons; sizes that nobody expects to move are not. */
export const isFollowed = (quantity: QuantityId): boolean =>
  QUANTITIES[quantity].breathing !== 'none' || FOLLOWED.includes(quantity);

/** `quantity.place` as a key of a series. */
export const seriesKey = (quantity: QuantityId, place: Place): string => `${quantity}.${place}`;

/** How a quantity is believed to behave before it is measured. */
export function seriesBelief(quantity: QuantityId, top: TopConstruction): SeriesBelief {
  const sensitivity = sensitivityOf(quantity, top);
  if (quantity === 'action12') return actionBelief(sensitivity);
  const { dimension } = QUANTITIES[quantity];
  const scatter = SCATTER[dimension];
  return {
    sensitivity: sensitivity.sd > 0 ? sensitivity : { value: 0, sd: GAP[dimension] },
    age: { value: 0, sd: DRIFT[dimension] },
    creepThatMatters: MATTERS * DRIFT[dimension],
    levelSd: LEVEL[dimension],
    settlingSd: null,
    models: [
      { sd: 0.6 * scatter, chance: 0.5 },
      { sd: 2 * scatter, chance: 0.5 },
    ],
    walks: [
      { sd: 0, chance: 0.8 },
      { sd: DRIFT[dimension], chance: 0.2 },
    ],
    lags: false,
    slipSd: SLIP[dimension],
  };
}

/** What is followed of a crack on the map. */
export type CrackMeasure = 'length' | 'width';

/**
 * How a crack is believed to behave: it opens with the dry season and grows, when it does, in leaps. House defaults,
 * m per %MC and m per year.
 */
export const CRACK_BELIEF: Record<CrackMeasure, SeriesBelief> = {
  length: crackBelief({
    sensitivity: { value: 0, sd: 2 * mm },
    age: 8 * mm,
    scatter: 0.7 * mm,
    slip: 10 * mm,
  }),
  width: crackBelief({
    sensitivity: { value: -0.03 * mm, sd: 0.05 * mm },
    age: 0.05 * mm,
    scatter: 0.02 * mm,
    slip: 0.3 * mm,
  }),
};

/** What is followed of a brace that lets go: how long the loose stretch is, and how far in a feeler goes. */
export type SeparationMeasure = 'length' | 'depth';

/** A loose brace opens with the dry season, and goes on when it does. House defaults, m per %MC and m per year. */
export const SEPARATION_BELIEF: Record<SeparationMeasure, SeriesBelief> = {
  length: crackBelief({
    sensitivity: { value: 0, sd: 3 * mm },
    age: 15 * mm,
    scatter: 2 * mm,
    slip: 30 * mm,
  }),
  depth: crackBelief({
    sensitivity: { value: 0, sd: 0.5 * mm },
    age: 3 * mm,
    scatter: 0.5 * mm,
    slip: 5 * mm,
  }),
};

function crackBelief(about: {
  sensitivity: Uncertain;
  age: number;
  scatter: number;
  slip: number;
}): SeriesBelief {
  return {
    sensitivity: about.sensitivity,
    age: { value: 0, sd: about.age },
    creepThatMatters: MATTERS * about.age,
    levelSd: 200 * mm,
    settlingSd: null,
    models: [
      { sd: about.scatter, chance: 0.5 },
      { sd: 3 * about.scatter, chance: 0.5 },
    ],
    walks: [
      { sd: 0, chance: 0.5 },
      { sd: 0.6 * about.age, chance: 0.5 },
    ],
    lags: false,
    slipSd: about.slip,
    least: 0,
  };
}
