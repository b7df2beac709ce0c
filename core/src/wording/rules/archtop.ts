import { sayDate } from '../../days/index.js';
import type { ArchtopArgs } from '../../diagnosis/index.js';
import type { WordsOf } from './wordsOf.js';

export const ARCHTOP_WORDS: WordsOf<ArchtopArgs> = {
  'wheels-answer': ({ turns }, { fine }) => {
    const far = turns
      ? turns
          .map(({ side, down }) => `${side} ${down > 0 ? 'down' : 'up'} ${fine(Math.abs(down))}`)
          .join(', ')
      : 'how far waits for the next reading';
    return `The thumb wheels answer it: ${far}. Ease the strings before a wheel is raised.`;
  },
  'wheels-spent': (args, { fine }) =>
    args
      ? `The thumb wheels no longer reach: ${fine(args.left)} of travel is left, ${fine(args.stays)} of it has to stay, and ${fine(args.needed)} would be needed. Look at neck block, heel and arch.`
      : 'The thumb wheels stand near the end of their posts: a sinking arch, a loose bar or a neck set back.',
  'wheels-unread': 'How far the thumb wheels can still go was not read.',
  'arch-by-eye': 'The arch looks hollow or humped: read it at both feet of the bridge and look at both bars.',
  'arch-sinks': ({ by, since }, { fine }) =>
    `The arch has sunk by ${fine(by)} since ${sayDate(since, 'long')}, the season taken out: look at both bars.`,
  'block-risen': 'The neck stands too low for the wheels: the neck block has risen, or the joint has given.',
};
