import { sayDate } from '../../days/index.js';
import { termOf } from '../budget.js';
import { one, type Rule } from './rule.js';

/** Archtops are corrected at the thumb wheels first; wheels that no longer reach point to arch, bar or neck block. */
export const ARCHTOP_RULES: Rule[] = [
  {
    id: 'wheels-answer',
    severity: 'playing',
    find: (known) => {
      const { answer, changes } = known.verdict;
      return one(answer === 'wheels', () => ({
        say: ({ fine }) =>
          `The thumb wheels answer it: ${changes.map(({ side, saddle }) => `${side} ${saddle!.trim.value > 0 ? 'down' : 'up'} ${fine(Math.abs(saddle!.trim.value))}`).join(', ')}. Ease the strings before a wheel is raised.`,
        evidence: changes.flatMap(({ side }) => known.ofSide(side, 'action12', 'wheelHeight')),
      }));
    },
  },
  {
    id: 'wheels-spent',
    severity: 'structural',
    check: ['arch'],
    find: (known) => {
      const { answer, short } = known.verdict;
      return one(known.archtop && (answer === 'not enough' || answer === 'too tall'), () => ({
        say: ({ fine }) =>
          answer === 'not enough'
            ? `The thumb wheels no longer reach: ${fine(short[0]!.saddle!.showing.value)} of travel is left and ${fine(short[0]!.saddle!.trim.value)} would be needed. Look at neck block, heel and arch.`
            : 'The thumb wheels stand near the end of their posts: a sinking arch, a loose bar or a neck set back.',
        evidence: short.flatMap(({ side }) => known.ofSide(side, 'action12', 'wheelHeight')),
      }));
    },
  },
  {
    id: 'wheels-unread',
    severity: 'watch',
    check: ['wheels'],
    find: (known) =>
      one(
        known.archtop &&
          known.readsOf('wheelHeight').length === 0 &&
          known.sides.some(({ there }) => there !== 'right'),
        () => ({
          say: () => 'How far the thumb wheels can still go was not read.',
          evidence: [],
        }),
      ),
  },
  {
    id: 'arch-by-eye',
    severity: 'structural',
    check: ['arch'],
    find: (known) =>
      one(known.archtop && known.has('topShape', 'hollow-and-hump'), () => ({
        certainty: 'suspected',
        say: () =>
          'The arch looks hollow or humped: read it at both feet of the bridge and look at both bars.',
        evidence: known.ofPoints('topShape'),
      })),
  },
  {
    id: 'arch-sinks',
    severity: 'structural',
    check: ['arch'],
    never: ['flatten'],
    find: (known) => {
      const { arch } = known.evidence;
      return one(known.archtop && arch !== null && arch.by < 0, () => ({
        say: ({ fine }) =>
          `The arch has sunk by ${fine(-arch!.by)} since ${sayDate(arch!.since, 'long')}, the season taken out: look at both bars.`,
        evidence: known.ofReads(...known.readsOf('archHeight')),
        schools: ['Raise the arch and renew the bars; set a post; or lighter strings and watch.'],
      }));
    },
  },
  {
    id: 'block-risen',
    severity: 'structural',
    check: ['heel-flex', 'fret-plane'],
    never: ['cut'],
    find: (known) => {
      const low = known.sides.filter(({ budget }) => {
        const neck = budget && termOf(budget, 'neck');
        return neck && neck.value > 2 * neck.sd;
      });
      return one(known.archtop && low.length > 0 && known.verdict.answer === 'not enough', () => ({
        certainty: 'probable',
        say: () =>
          'The neck stands too low for the wheels: the neck block has risen, or the joint has given.',
        evidence: low.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'wheelHeight')),
      }));
    },
  },
];
