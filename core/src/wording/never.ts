import type { NeverId } from '../repair-plans/index.js';
import { SADDLE_STOP } from '../targets/index.js';

/** Why a treatment is never done as things stand, each as a whole sentence. */
export const NEVER_WORDS: Record<NeverId, string> = {
  'other kind of instrument': 'This instrument has none.',
  'neck and body are one': 'Neck and body are one piece: there is no joint to open.',
  'joint not known': 'Neck joint not known: no steam, no heat, no force until it is.',
  'steam opens no bolt': 'The neck is bolted or screwed on: steam does not open that.',
  'steam opens no dowel':
    'Dowels hold the neck: no steam. Cut the finish, open it with a thin warm blade, cut the dowels.',
  'neck off for an angle that is not due':
    'Reset a neck only where its own part is low by more than twice the error, with belly, bridge, season and relief ruled out.',
  'overset not told': 'The neck is not known to be overset. Measure first.',
  'slack readings':
    'The action looks measured slack. Cut or set nothing by it until you measure again at pitch.',
  'readings disagree': 'The readings disagree. Cut or set nothing by them until you measure again.',
  'not to be strung': 'It may not be strung yet. This waits until it is sound, strung and settled.',
  'low strings': 'The strings are low already: this would lower them further.',
  'trimmed over its cause': 'The saddle is not the cause. Stop trimming; find the cause or fix it first.',
  'high strings': 'The strings are high already: this would raise them further.',
  'saddle at its stop': `Less than ${SADDLE_STOP * 1000} mm of saddle showing: do not cut it lower.`,
  'flattened where it must not be':
    'Flatten a belly only over a known glue that softens, a solid top with no open crack, braces you have seen, and a fold; never a sound dome, and not in every school.',
  'no rod known': 'No rod, or not known whether there is one.',
  'frets that have no height': 'The lowest fret is too low to level.',
  'ramps in a tied bridge': 'The bridge is tied: beads or tie holes, no ramps.',
  'tie holes in a pinned bridge': 'The bridge is not tied.',
  'pins through a fan-braced top': 'No pin holes through a tied bridge over fan braces.',
  'steel on nylon': 'It was built for nylon or gut: no steel strings on it.',
  'twelve strings': 'It has no pairs of strings.',
  'wick a joint that is open':
    'The gap under the bridge is too deep, or its glue is not clean hide: bridge off.',
  'feed a joint that opens': 'The joint opens: take it apart, do not feed it.',
};
