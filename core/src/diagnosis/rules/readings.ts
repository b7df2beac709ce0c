import { ACTION_TOLERANCE } from '../../targets/index.js';
import type { Found } from '../finding.js';
import { slackTyped } from '../stanceVerdict.js';
import { one, type Rule } from './rule.js';

/** What is asked of the readings themselves, before anything is made of them. */
export const READING_RULES: Rule[] = [
  {
    id: 'nothing-at-pitch',
    severity: 'watch',
    find: (known) => {
      const { evidence, sides } = known;
      return one(sides.length === 0 && !evidence.heldUnsound, () => ({
        say: () =>
          evidence.date === null
            ? 'Nothing is known of it yet: begin with an examination, before a string is tuned up.'
            : 'No action was read at pitch yet.',
        evidence: [],
        check: known.looked('topBraces') === 'not looked at' ? ['look-inside'] : ['full-stance'],
      }));
    },
  },
  {
    id: 'readings-disagree',
    severity: 'watch',
    never: ['cut', 'trim', 'reset'],
    check: ['again'],
    find: (known) => {
      const { closure } = known.evidence;
      return (['bass', 'treble'] as const).flatMap((side): Found[] => {
        const found = closure[side];
        if (!found || found.closes || slackTyped(known).includes(side)) return [];
        return [
          {
            side,
            say: ({ fine }) =>
              found.again
                ? `The ${side} readings still do not agree after a second measuring, by ${fine(Math.abs(found.residual))}: nothing is cut before they do.`
                : `The ${side} readings do not agree, by ${fine(Math.abs(found.residual))}: measure them again before anything is cut.`,
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
  {
    id: 'slack-for-pitch',
    severity: 'watch',
    never: ['cut', 'trim', 'reset'],
    check: ['at-pitch'],
    find: (known) => {
      const sides = slackTyped(known);
      return one(sides.length > 0, () => ({
        certainty: 'probable',
        say: ({ height }) =>
          `The ${sides.join(' and ')} action looks as if it had been read slack (${sides.map((side) => height(known.read('action12', side)!.value)).join(', ')}), though it is noted at pitch.`,
        evidence: sides.flatMap((side) => known.ofSide(side, 'action12')),
      }));
    },
  },
  {
    id: 'side-missing',
    severity: 'watch',
    find: (known) => {
      const judged = known.sides.filter(({ budget }) => budget !== null);
      const unread = (['bass', 'treble'] as const).filter(
        (side) => !judged.some((one) => one.side === side) && judged.length > 0,
      );
      return unread.map((side): Found => {
        const action = known.sides.find((one) => one.side === side);
        const far = action && Math.abs(action.off.value) > ACTION_TOLERANCE;
        return {
          side,
          severity: far ? 'playing' : 'watch',
          say: () =>
            action
              ? `The ${side} side was not read in full: ${action.missing.join(', ')} ${action.missing.length === 1 ? 'is' : 'are'} still to be measured.`
              : `The ${side} side was not measured.`,
          evidence: known.ofSide(side, 'action12'),
          check: ['other-side'],
        };
      });
    },
  },
  {
    id: 'stance-missing',
    severity: 'watch',
    check: ['full-stance'],
    find: (known) => {
      const { sides } = known;
      const none = sides.length > 0 && sides.every(({ budget }) => budget === null);
      const missing = [...new Set(sides.flatMap((side) => side.missing))];
      return one(none, () => ({
        say: () => `Only the action is known: ${missing.join(', ')} are still to be measured at pitch.`,
        evidence: sides.flatMap(({ side }) => known.ofSide(side, 'action12')),
      }));
    },
  },
  {
    id: 'not-looked-inside',
    severity: 'watch',
    check: ['look-inside'],
    find: (known) =>
      one(
        known.evidence.date !== null &&
          known.looked('topBraces') === 'not looked at' &&
          known.looked('bridgePlate') === 'not looked at' &&
          known.looked('archBars') === 'not looked at' &&
          known.evidence.marks.length === 0,
        () => ({
          certainty: 'suspected',
          say: () => 'Nobody has looked inside yet: braces, plate and blocks are not known to be sound.',
          evidence: [],
        }),
      ),
  },
  {
    id: 'held-unsound',
    severity: 'watch',
    find: (known) =>
      one(known.evidence.heldUnsound, () => ({
        say: () => 'It stays slack: what needs pitch was not taken, because it is unsound.',
        evidence: [{ of: 'history', date: known.evidence.date }],
      })),
  },
  {
    id: 'usual-taken',
    severity: 'watch',
    find: (known) => {
      const { assumed } = known.instrument;
      return one(assumed.includes('stringSet') && known.sides.length > 0, () => ({
        certainty: 'suspected',
        say: () => 'What it is strung with is not known: a usual set is taken for its targets.',
        evidence: [{ of: 'build', date: null }],
      }));
    },
  },
];
