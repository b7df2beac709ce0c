import { STRING_SIDES, type StringSide } from '../../strings/index.js';
import { type QuantityId } from '../../readings/index.js';
import { ACTION_TOLERANCE } from '../../targets/index.js';
import type { AirDoubt } from '../evidence.js';
import { slackTyped } from '../stanceVerdict.js';
import { one, type Found, type RulesOf } from './rule.js';

/** Lengths m. */
export interface ReadingArgs {
  'nothing-at-pitch': { examined: boolean };
  'readings-disagree': { by: number; again: boolean };
  'sides-swapped': null;
  'slack-for-pitch': { read: { side: StringSide; action: number }[] };
  /** what is still to be measured; null where nothing of the side was */
  'side-missing': { missing: QuantityId[] | null };
  'stance-missing': { missing: QuantityId[] };
  'not-looked-inside': null;
  'held-unsound': null;
  'usual-taken': null;
  'air-doubtful': Pick<AirDoubt, 'kind' | 'date' | 'read' | 'logged'>;
}

/** What is asked of the readings themselves, before anything is made of them. */
export const READING_RULES: RulesOf<ReadingArgs> = {
  'nothing-at-pitch': {
    severity: 'watch',
    find: (known) => {
      const { evidence, sides } = known;
      return one(sides.length === 0 && !evidence.heldUnsound, () => ({
        args: { examined: evidence.date !== null },
        evidence: [],
        check: known.looked('topBraces') === 'not looked at' ? ['look-inside'] : ['whole-stance'],
      }));
    },
  },
  'readings-disagree': {
    severity: 'watch',
    roles: ['asks to measure', 'on the card'],
    never: ['cut', 'trim', 'nut', 'reset'],
    check: ['again'],
    find: (known) => {
      const { closure } = known.evidence;
      return STRING_SIDES.flatMap((side): Found<ReadingArgs['readings-disagree']>[] => {
        const found = closure[side];
        if (!found || found.closes || slackTyped(known).includes(side)) return [];
        return [
          {
            side,
            args: { by: Math.abs(found.residual), again: found.again },
            evidence: known.ofSide(
              side,
              'action12',
              'relief',
              'firstFretGap',
              'straightedge',
              'saddleShowing',
            ),
          },
        ];
      });
    },
  },
  'slack-for-pitch': {
    severity: 'watch',
    roles: ['asks to measure', 'on the card'],
    never: ['cut', 'trim', 'nut', 'reset'],
    check: ['at-pitch'],
    find: (known) => {
      const sides = slackTyped(known);
      return one(sides.length > 0, () => ({
        certainty: 'probable',
        args: { read: sides.map((side) => ({ side, action: known.read('action12', side)!.value })) },
        evidence: sides.flatMap((side) => known.ofSide(side, 'action12')),
      }));
    },
  },
  'sides-swapped': {
    severity: 'watch',
    roles: ['asks to measure', 'on the card'],
    never: ['cut', 'trim', 'nut', 'reset'],
    check: ['again'],
    find: (known) =>
      one(known.verdict.withheld.swapped, () => ({
        certainty: 'suspected',
        args: null,
        evidence: STRING_SIDES.flatMap((side) => known.ofSide(side, 'action12', 'saddleShowing')),
      })),
  },
  'side-missing': {
    severity: 'watch',
    roles: ['asks to measure'],
    never: ['trim', 'reset'],
    find: (known) => {
      const judged = known.sides.filter(({ budget }) => budget !== null);
      const unread = STRING_SIDES.filter(
        (side) => !judged.some((one) => one.side === side) && judged.length > 0,
      );
      return unread.map((side) => {
        const action = known.sides.find((one) => one.side === side);
        const far = action && Math.abs(action.off.value) > ACTION_TOLERANCE;
        return {
          side,
          severity: far ? 'playing' : 'watch',
          args: { missing: action?.missing ?? null },
          evidence: known.ofSide(side, 'action12'),
          check: ['other-side'],
          // each wheel turns by itself
          ...(known.archtop ? { never: [] } : {}),
        };
      });
    },
  },
  'stance-missing': {
    severity: 'watch',
    check: ['full-stance'],
    find: (known) => {
      const { sides } = known;
      const none = sides.length > 0 && sides.every(({ budget }) => budget === null);
      return one(none, () => ({
        args: { missing: [...new Set(sides.flatMap((side) => side.missing))] },
        evidence: sides.flatMap(({ side }) => known.ofSide(side, 'action12')),
      }));
    },
  },
  'not-looked-inside': {
    severity: 'watch',
    check: ['look-inside'],
    find: (known) =>
      one(
        known.evidence.date !== null &&
          known.looked('topBraces') === 'not looked at' &&
          known.looked('bridgePlate') === 'not looked at' &&
          known.looked('archBars') === 'not looked at' &&
          known.evidence.marks.length === 0,
        () => ({ certainty: 'suspected', args: null, evidence: [] }),
      ),
  },
  'held-unsound': {
    severity: 'watch',
    roles: ['on the card'],
    find: (known) =>
      one(known.evidence.heldUnsound, () => ({
        args: null,
        evidence: [{ of: 'history', date: known.evidence.date }],
      })),
  },
  'air-doubtful': {
    severity: 'watch',
    roles: ['on the card'],
    check: ['where-it-lay'],
    find: (known) => {
      const { doubt } = known.evidence.air;
      if (!doubt?.asked) return [];
      const { kind, date, read, logged } = doubt;
      return [
        { certainty: 'probable', args: { kind, date, read, logged }, evidence: [{ of: 'history', date }] },
      ];
    },
  },
  'usual-taken': {
    severity: 'watch',
    roles: ['quiet'],
    find: (known) => {
      const { assumed } = known.instrument;
      return one(assumed.includes('stringSet') && known.sides.length > 0, () => ({
        certainty: 'suspected',
        args: null,
        evidence: [{ of: 'build', date: null }],
      }));
    },
  },
};
