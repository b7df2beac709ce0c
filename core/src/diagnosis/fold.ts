import { degree, mm } from '../units/index.js';
import { TILT_LIMIT } from '../targets/index.js';
import type { ReadItem } from './evidence.js';
import type { Known } from './known.js';

/** Whether the belly folds: what lifts the bridge has let go. */
export type Fold = 'folds' | 'may fold' | 'does not fold' | 'not told';

/** Where along the centre line the belly is read, m before the saddle line. */
export const ALONG: Partial<Record<ReadItem['place'], number>> = {
  behind40: -0.04,
  behind80: -0.08,
  before25: 0.025,
  before60: 0.06,
};

/** Belly heights along the centre line near the bridge, as they are carried to one day; the front is the farthest read. */
function stationsOf(known: Known): { front: ReadItem; behind: ReadItem; span: number } | null {
  const along = known.readsOf('bellyAlong').filter(({ place }) => ALONG[place] !== undefined);
  const at = (...places: ReadItem['place'][]) =>
    places.flatMap((place) => along.find((one) => one.place === place) ?? [])[0] ?? null;
  const front = at('before60', 'before25');
  const behind = at('behind40') ?? known.read('bellyBehindBridge', 'centre') ?? at('behind80');
  if (!front || !behind) return null;
  const back = behind.quantity === 'bellyAlong' ? ALONG[behind.place]! : -0.04;
  return { front, behind, span: ALONG[front.place]! - back };
}

/** Under the dome as it was built by so much, a place before the bridge is a hollow, m. House figure. */
const HOLLOW = 0.5 * mm;
/** So much over its limit a lean is not told to be one or the other, rad. House figure. */
const NEAR_LIMIT = 0.2 * degree;

/**
 * What the measured heights alone say: a fold leans the top over the bridge by more than it may lean, and lies hollow before
 * it; null where it was not read before and behind the bridge.
 */
export function measuredFold(known: Known): Exclude<Fold, 'not told'> | null {
  const read = stationsOf(known);
  if (!read) return null;
  const { front, behind, span } = read;
  const lean = Math.atan((behind.carried.value - front.carried.value) / span);
  const leanSd = Math.hypot(behind.carried.sd, front.carried.sd) / span;
  const { value: dome, sd: domeSd } = known.instrument.builtDome;
  const under = dome - front.carried.value - HOLLOW;
  const hollow =
    front.carried.value < -2 * front.carried.sd || under > 2 * Math.hypot(domeSd, front.carried.sd);
  if (lean - 2 * leanSd > TILT_LIMIT + NEAR_LIMIT) return hollow ? 'folds' : 'may fold';
  return lean + 2 * leanSd < TILT_LIMIT + NEAR_LIMIT && !hollow ? 'does not fold' : 'may fold';
}

/** What was seen by eye: a word, which a measurement beats. */
export function seenFold(known: Known): 'folds' | 'does not fold' | null {
  if (known.has('topShape', 'hollow-and-hump')) return 'folds';
  return known.has('topShape', 'even-dome', 'flat') ? 'does not fold' : null;
}

/** What eye and measurement say of a fold, where they do not agree: then neither is a verdict. */
export function foldDisagrees(
  known: Known,
): { seen: 'folds' | 'does not fold'; by: 'stations' | 'tilt' } | null {
  const seen = seenFold(known);
  if (seen === null || known.archtop) return null;
  const measured = measuredFold(known) ?? fittedFold(known);
  if (measured !== null)
    return measured !== 'may fold' && measured !== seen ? { seen, by: 'stations' } : null;
  return leanOf(known) === (seen === 'folds' ? 'little' : 'much') ? { seen, by: 'tilt' } : null;
}

/** What was measured at many places and reckoned from the top's own plan. */
function fittedFold(known: Known): 'folds' | 'does not fold' | null {
  const fitted = known.evidence.top?.belly?.verdict;
  return fitted === 'folding' ? 'folds' : fitted === 'sound dome' ? 'does not fold' : null;
}

/** Of a lean alone a fold is told only far from its limit, rad. House figure. */
const MUCH_LEAN = 1 * degree;

function leanOf(known: Known): 'much' | 'little' | 'near' | null {
  const tilt = known.read('bridgeTilt', 'centre');
  if (!tilt) return null;
  if (tilt.value - 2 * tilt.sd > TILT_LIMIT + MUCH_LEAN) return 'much';
  return tilt.value + 2 * tilt.sd < TILT_LIMIT - MUCH_LEAN ? 'little' : 'near';
}

/** Whether the top folds: by what was measured; by a word where nothing was; a lean alone only asks. */
export function foldOf(known: Known): Fold {
  if (known.archtop) return 'does not fold';
  if (foldDisagrees(known)) return 'may fold';
  const fitted = fittedFold(known);
  if (fitted) return fitted;
  const measured = measuredFold(known);
  const seen = seenFold(known);
  if (measured !== null && measured !== 'may fold') return measured;
  if (seen) return seen;
  if (measured) return measured;
  const tilt = known.read('bridgeTilt', 'centre');
  if (!tilt) return 'not told';
  return tilt.value + 2 * tilt.sd < TILT_LIMIT ? 'does not fold' : 'may fold';
}
