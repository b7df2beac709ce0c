import type { NeckArgs, ReliefArgs } from '../../diagnosis/index.js';
import type { Say } from '../say.js';
import type { WordsOf } from './wordsOf.js';

export const NECK_WORDS: WordsOf<NeckArgs> = {
  twist:
    'The neck is twisted: the two edges have unequal relief, and no rod answers both. Read it slack too before anything is done.',
  'relief-high': (args, say) => relief(args, 'much', say),
  'back-bow': ({ rod }) =>
    rod === 'none'
      ? 'The neck is back-bowed and has no rod: heavier strings or a few weeks of damp are tried before frets or board are touched.'
      : rod === 'works'
        ? 'The neck is back-bowed: ease the rod, then read straightedge and action again before anything else is judged.'
        : 'The neck is back-bowed: find out whether there is a rod and whether its nut turns.',
  'relief-low': (args, say) => relief(args, 'little', say),
  'rod-spins': 'The rod spins in its slot: it pulls nothing, and its nut is not turned further.',
  'rod-at-end': 'The rod is at its end: a washer or pressing wins its range back, force breaks it.',
  'rod-stiff': 'The rod is stiff: clean and grease it before it is turned.',
  'nut-high': (args, { gap }, { side }) =>
    `The nut stands high on the ${side} side: ${gap(args.gap)} over fret 1, ${gap(args.from)} to ${gap(args.to)} are wanted, and below that it is not cut.`,
  'nut-low': (args, { gap }, { side }) =>
    args.gap === null
      ? 'The nut was found too low: build the slot up, or make a new nut.'
      : `The ${side} slot of the nut is too low: only ${gap(args.gap)} over fret 1. Build it up, or make a new nut.`,
  'nut-cracked': 'The nut is cracked.',
};

function relief(args: ReliefArgs, too: 'much' | 'little', { fine, gap }: Say): string {
  const how: Record<ReliefArgs['how'], string> = {
    press: 'there is no rod, and a bow of that size is pressed',
    'live with it': 'there is no rod: live with it, or let the saddle carry it',
    'rod fails': 'the rod does not pull, and is seen to first',
    'find the rod': 'find out first whether the rod turns',
    'turn the rod':
      too === 'much'
        ? 'tighten the rod by an eighth of a turn at a time, strings eased, and read again'
        : 'ease the rod by an eighth of a turn at a time and read again',
  };
  return `Relief is ${gap(args.relief)}, too ${too}: it ${args.action > 0 ? 'raises' : 'lowers'} the action at fret 12 by ${fine(Math.abs(args.action))}; ${how[args.how]}.`;
}
