import { sayDate } from '../../days/index.js';
import type { ArchtopArgs } from '../../diagnosis/index.js';
import type { MoreOf, WordsOf } from './wordsOf.js';

export const ARCHTOP_WORDS: WordsOf<ArchtopArgs> = {
  'wheels-answer': ({ turns }, { fine }) => {
    const far = turns
      ? turns
          .map(({ side, down }) => `${side} ${down > 0 ? 'down' : 'up'} ${fine(Math.abs(down))}`)
          .join(', ')
      : 'measure again to know how far';
    return `The thumb wheels can fix it: ${far}. Ease the strings before you raise a wheel.`;
  },
  'wheels-spent': (args, { fine }) =>
    args
      ? `Not enough thumb wheel: ${fine(args.left)} of travel left, ${fine(args.needed)} needed. Look at neck block, heel and arch.`
      : 'Thumb wheels near the top of their posts: sinking arch, loose bar or overset neck.',
  'wheels-unread': 'Measure how far the thumb wheels can still go.',
  'arch-by-eye': 'The arch looks hollow or humped. Measure it at both bridge feet; look at both bars.',
  'arch-sinks': ({ by, since }, { fine }) =>
    `Season aside, the arch has sunk ${fine(by)} since ${sayDate(since, 'month in full')}. Look at both bars.`,
  'block-risen': 'Neck too low for the wheels: the neck block has risen, or the joint has given.',
};

export const ARCHTOP_MORE: MoreOf<ArchtopArgs> = {
  'wheels-spent': (args, { fine }) => (args ? [`Keep ${fine(args.stays)} of travel at the wheel.`] : []),
};
