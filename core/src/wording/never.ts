import type { NeverId } from '../repair-plans/index.js';
import { SADDLE_STOP } from '../targets/index.js';

/** Why a treatment is never done as things stand, each as a whole sentence. */
export const NEVER_WORDS: Record<NeverId, string> = {
  'other kind of instrument': 'This instrument has nothing of the kind.',
  'neck and body are one': 'Neck and body are one: there is no joint to open.',
  'joint not known': 'The kind of neck joint is not known: no steam, no heat, no force before it is.',
  'steam opens no bolt': 'The neck is bolted or screwed on: steam does not open that.',
  'steam opens no dowel':
    'Dowels hold the neck: no steam. The film is cut, a thin warm blade opens it, the dowels are cut.',
  'neck off for an angle that is not due':
    'A neck comes off for its angle only where its own part is low by more than twice its error, and neither belly, bridge, season nor relief accounts for it.',
  'overset not told': 'Nobody knows yet that the neck is set back too far: measure first.',
  'slack readings':
    'The action looks as if it had been read slack: nothing is cut or set by it before it was read again at pitch.',
  'readings disagree':
    'The readings do not agree with each other: nothing is cut or set by them before they were read again.',
  'not to be strung': 'It may not be strung yet: this waits until it was made sound, strung and rested.',
  'low strings': 'The strings stand low: this would bring them lower.',
  'trimmed over its cause': 'The saddle is not the cause. Stop trimming; find the cause or fix it first.',
  'high strings': 'The strings stand high: this would bring them higher.',
  'saddle at its stop': `Less than ${SADDLE_STOP * 1000} mm of saddle shows: nobody cuts below that.`,
  'flattened where it must not be':
    'A belly is flattened only over a known glue that softens, a solid top without an open crack, braces that were seen, and a fold that was found; never a sound dome, and not by every school.',
  'no rod known': 'There is no rod, or nobody knows whether there is one.',
  'frets that have no height': 'The lowest fret has no height left to level.',
  'ramps in a tied bridge': 'The bridge is tied: beads or tie holes, no ramps.',
  'tie holes in a pinned bridge': 'The bridge is not tied.',
  'pins through a fan-braced top': 'No pin holes through a tied bridge over fan braces.',
  'steel on nylon': 'It was built for nylon or gut: no steel strings on it.',
  'twelve strings': 'It has no pairs of strings.',
  'wick a joint that is open':
    'The gap under the bridge is too deep, or its glue is not clean hide: bridge off.',
  'feed a joint that opens': 'The joint opens: it is taken apart, not fed.',
};
