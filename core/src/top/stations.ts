import type { BodyPlan, Point } from '../body-plan/index.js';
import type { Place } from '../readings/index.js';
import { ACROSS_BEHIND } from './shape.js';

/** A dial stands so far from the hole's edge, m. */
const HOLE_EDGE = 0.003;
/** Where the hole's edge is taken to be on a top without a round hole, m before the saddle. */
const NO_HOLE = 0.09;

/** Off the saddle line along the centre line, m; towards the neck counts up. Common practice. */
const ALONG: Partial<Record<Place, number>> = {
  behind120: -0.12,
  behind80: -0.08,
  behind40: -0.04,
  before25: 0.025,
  before60: 0.06,
};
/** Off the centre line, m; the treble side counts up. Common practice. */
const ACROSS: Partial<Record<Place, number>> = {
  bass120: -0.12,
  bass60: -0.06,
  treble60: 0.06,
  treble120: 0.12,
};

/**
 * Where the belly is read at a place: along the centre line by the distance from the saddle line, or across, 40 mm
 * behind it.
 *
 * @returns m in the plan's frame; null where the place is none of the belly's
 */
export function bellyStation(
  { bridge, holes }: Pick<BodyPlan, 'bridge' | 'holes'>,
  place: Place,
): Point | null {
  if (place === 'holeEdge') {
    const [hole] = holes;
    return [0, hole?.kind === 'round' ? hole.centre[1] - hole.radius - HOLE_EDGE : bridge.saddleAt + NO_HOLE];
  }
  const along = ALONG[place];
  if (along !== undefined) return [0, bridge.saddleAt + along];
  const across = ACROSS[place];
  return across === undefined ? null : [across, bridge.saddleAt - ACROSS_BEHIND];
}
