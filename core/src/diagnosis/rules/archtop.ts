import type { StringSide } from '../../strings/index.js';
import { termOf } from '../budget.js';
import { asksJoint } from '../neckFacts.js';
import { neckMoves } from '../neckStraight.js';
import { one, type RulesOf } from './rule.js';

/** Lengths m, days by their date. */
export interface ArchtopArgs {
  /** what each side's wheel goes down, up where negative */
  /** m; null where that waits for another reading */
  'wheels-answer': { turns: { side: StringSide; down: number }[] | null };
  /** travel that is left, that would be needed, and that stays in any case; null where the wheels stand near their end */
  'wheels-spent': { left: number; needed: number; stays: number } | null;
  'wheels-unread': null;
  'arch-by-eye': null;
  'arch-sinks': { by: number; since: string };
  'block-risen': null;
}

/** Archtops are corrected at the thumb wheels first; wheels that no longer reach point to arch, bar or neck block. */
export const ARCHTOP_RULES: RulesOf<ArchtopArgs> = {
  'wheels-answer': {
    severity: 'playing',
    roles: ['of the action'],
    find: (known) => {
      const { answer, changes, withheld } = known.verdict;
      const wait = withheld.moisture !== null || withheld.resting || neckMoves(known);
      return one(answer === 'wheels', () => ({
        args: {
          turns: wait ? null : changes.map(({ side, saddle }) => ({ side, down: saddle!.trim.value })),
        },
        evidence: changes.flatMap(({ side }) => known.ofSide(side, 'action12', 'wheelHeight')),
      }));
    },
  },
  'wheels-spent': {
    severity: 'structural',
    roles: ['of the action', 'asks to measure'],
    check: ['arch'],
    find: (known) => {
      const { answer, short } = known.verdict;
      return one(known.archtop && (answer === 'not enough' || answer === 'too tall'), () => {
        const { showing, trim, floor } = short[0]!.saddle!;
        return {
          args: answer === 'not enough' ? { left: showing.value, needed: trim.value, stays: floor } : null,
          evidence: short.flatMap(({ side }) => known.ofSide(side, 'action12', 'wheelHeight')),
        };
      });
    },
  },
  'wheels-unread': {
    severity: 'watch',
    check: ['wheels'],
    find: (known) =>
      one(
        known.archtop &&
          known.readsOf('wheelHeight').length === 0 &&
          known.sides.some(({ there }) => there !== 'right'),
        () => ({ args: null, evidence: [] }),
      ),
  },
  'arch-by-eye': {
    severity: 'structural',
    check: ['arch'],
    find: (known) =>
      one(known.archtop && known.has('topShape', 'hollow-and-hump'), () => ({
        certainty: 'suspected',
        args: null,
        evidence: known.ofPoints('topShape'),
      })),
  },
  'arch-sinks': {
    severity: 'structural',
    roles: ['structure first'],
    check: ['arch'],
    never: ['flatten'],
    find: (known) => {
      const { arch } = known.evidence;
      return arch === null
        ? []
        : one(known.archtop && arch.by < 0, () => ({
            args: { by: -arch.by, since: arch.since },
            evidence: known.ofReads(...known.readsOf('archHeight')),
            schools: ['arch'],
          }));
    },
  },
  'block-risen': {
    severity: 'structural',
    check: ['heel-flex', 'fret-plane'],
    find: (known) => {
      const low = known.sides.filter(({ budget }) => {
        const neck = budget && termOf(budget, 'neck');
        return neck && neck.value > 2 * neck.sd;
      });
      return one(known.archtop && low.length > 0 && known.verdict.answer === 'not enough', () => ({
        certainty: 'probable',
        args: null,
        evidence: low.flatMap(({ side }) => known.ofSide(side, 'straightedge', 'wheelHeight')),
        check: [
          ...(known.looked('linings') === 'not looked at' ? (['block-look'] as const) : []),
          ...(known.looked('neckJoint') === 'not looked at' ? (['heel-flex'] as const) : []),
          ...(known.readsOf('fretPlane').length > 0 ? [] : (['fret-plane'] as const)),
          ...asksJoint(known),
        ],
      }));
    },
  },
};
