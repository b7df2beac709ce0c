import type { NeckArgs, ReliefArgs } from '../../diagnosis/index.js';
import { placeName, type InnerString } from '../../readings/index.js';
import type { StringSide } from '../../strings/index.js';
import type { Say } from '../say.js';
import { list } from '../words.js';
import type { WordsOf } from './wordsOf.js';

export const NECK_WORDS: WordsOf<NeckArgs> = {
  twist: ({ byEye }) =>
    byEye
      ? 'The neck looks twisted; the readings of both edges are alike. Read it slack too before you believe either.'
      : 'The neck is twisted: the two edges have unequal relief, and no rod answers both. Read it slack too before anything is done.',
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
  'nut-high': (args, { gap }) => {
    const then =
      Math.abs(args.then - args.gap) > NUT_MOVES ? `, ${gap(args.then)} once the saddle stands right` : '';
    return `${slotOf(args.slot, true)} stands high: ${gap(args.gap)} over fret 1${then}. Wanted ${gap(args.from)} to ${gap(args.to)}; do not cut below that.`;
  },
  'nut-low': (args, { gap }) =>
    args.slot === null
      ? 'The nut was found too low: build the slot up, or make a new nut.'
      : `${slotOf(args.slot, false)} is too low: only ${gap(args.gap!)} over fret 1. Build it up, or make a new nut.`,
  'nut-asked':
    'The nut looked too low, and no gap that was read is: measure under every string before it is touched.',
  'nut-slots': ({ buried, proud }) =>
    [
      ...(buried.length > 0
        ? [
            `${strings(buried)} ${buried.length > 1 ? 'lie' : 'lies'} buried in the nut: file the top of the nut, not the slot`,
          ]
        : []),
      ...(proud.length > 0
        ? [
            `${strings(proud)} ${proud.length > 1 ? 'stand' : 'stands'} almost out of the nut and may jump: deepen the slot only where the gap allows`,
          ]
        : []),
    ].join('. ') + '.',
  'nut-cracked': 'The nut is cracked.',
};

/** A gap that the saddle moves by less is said once, m. */
const NUT_MOVES = 0.02e-3;

const slotOf = (slot: { side: StringSide } | { string: InnerString }, high: boolean): string =>
  'side' in slot
    ? high
      ? `The nut on the ${slot.side} side`
      : `The ${slot.side} slot of the nut`
    : `The nut slot of ${placeName(slot.string)}`;

const strings = (of: readonly number[]): string =>
  `String${of.length > 1 ? 's' : ''} ${list(of.map(String))}`;

function relief(args: ReliefArgs, too: 'much' | 'little', { fine, gap }: Say): string {
  const how: Record<ReliefArgs['how'], string> = {
    press: 'a bow of that size is pressed',
    'press, then the rod': 'a bow of that size is pressed with the rod at neutral, and the rod set last',
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
