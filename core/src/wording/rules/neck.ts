import type { NeckArgs, ReliefArgs } from '../../diagnosis/index.js';
import { placeName, type InnerString } from '../../readings/index.js';
import type { StringSide } from '../../strings/index.js';
import type { Say } from '../say.js';
import { list } from '../words.js';
import type { MoreOf, WordsOf } from './wordsOf.js';

export const NECK_WORDS: WordsOf<NeckArgs> = {
  twist: ({ byEye }) =>
    byEye
      ? 'The neck looks twisted; the readings of both edges are alike. Measure it slack too before you believe either.'
      : 'Twisted neck: unequal relief on the two edges, and no rod fixes both. Measure it slack before doing anything.',
  'relief-high': (args, say) => relief(args, 'much', say),
  'back-bow': ({ rod }) =>
    rod === 'none'
      ? 'Back-bow and no rod. Try heavier strings or a few weeks of damp before you touch frets or board.'
      : rod === 'works'
        ? 'Back-bow. Ease the rod, then measure straightedge and action again before judging anything else.'
        : 'Back-bow. Find out whether there is a rod and whether its nut turns.',
  'relief-low': (args, say) => relief(args, 'little', say),
  'rod-spins': 'The rod spins in its slot and pulls nothing. Do not turn it any further.',
  'rod-at-end': 'Rod at its end. A washer, or pressing the neck, wins range back; force breaks it.',
  'rod-stiff': 'Rod stiff. Clean and grease it before you turn it.',
  'nut-high': (args, { gap, gapSpan }) =>
    `Nut high, ${slotOf(args.slot)}: ${gap(args.gap)} at fret 1. Cut it to ${gapSpan(args.from, args.to)}, no lower.`,
  'nut-low': (args, { gap }) =>
    args.slot === null
      ? 'Nut too low. Build the slot up, or make a new nut.'
      : `Nut slot too low, ${slotOf(args.slot)}: only ${gap(args.gap!)} at fret 1. Build it up, or make a new nut.`,
  'nut-asked': 'By eye the nut is too low; no gap says so. Measure under every string before you touch it.',
  'nut-slots': ({ buried, proud }) =>
    [
      ...(buried.length > 0 ? [`${strings(buried)} buried in the nut: file its top, not the slot`] : []),
      ...(proud.length > 0
        ? [`${strings(proud)} almost out of the nut: deepen only where the gap allows`]
        : []),
    ].join('. ') + '.',
  'nut-cracked': 'Nut cracked.',
};

/** A gap that the saddle moves by less is said once, m. */
const NUT_MOVES = 0.02e-3;

const slotOf = (slot: { side: StringSide } | { string: InnerString }): string =>
  'side' in slot ? slot.side : placeName(slot.string);

const strings = (of: readonly number[]): string =>
  `String${of.length > 1 ? 's' : ''} ${list(of.map(String))}`;

function relief(args: ReliefArgs, too: 'much' | 'little', { gap }: Say): string {
  const how: Record<ReliefArgs['how'], string> = {
    press: 'No rod: a bow that size is pressed',
    'press, then the rod': 'Press it with the rod at neutral; set the rod last',
    'live with it': 'No rod: live with it, or make it up at the saddle',
    'rod fails': 'The rod does not pull: fix that first',
    'find the rod': 'Find out first whether the rod turns',
    'turn the rod':
      too === 'much'
        ? 'Tighten the rod an eighth of a turn at a time, strings eased; measure again'
        : 'Ease the rod an eighth of a turn at a time; measure again',
  };
  return `Relief ${gap(args.relief)}, too ${too}. ${how[args.how]}.`;
}

const reliefMore = ({ action }: ReliefArgs, { fine }: Say): string[] => [
  `It ${action > 0 ? 'raises' : 'lowers'} the action at fret 12 by ${fine(Math.abs(action))}.`,
];

export const NECK_MORE: MoreOf<NeckArgs> = {
  'relief-high': reliefMore,
  'relief-low': reliefMore,
  'nut-high': ({ gap: now, then }, { gap }) =>
    Math.abs(then - now) > NUT_MOVES ? [`Once the saddle is right it will be ${gap(then)}.`] : [],
};
