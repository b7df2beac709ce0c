import { STRING_SIDES, type StringSide } from '../../strings/index.js';
import { mm, degree } from '../../units/index.js';
import { BOW_TO_PRESS, firstFretGapWanted } from '../../targets/index.js';
import { termOf } from '../budget.js';
import type { Known } from '../known.js';
import { rodOf, type Rod } from '../neckFacts.js';
import type { SideStance } from '../sideStance.js';
import { one, pointRule, type Found, type RulesOf } from './rule.js';

/** Reliefs of the two edges that differ by more than this are twist, m. House figure. */
const TWIST = 0.2 * mm;
const TWIST_ANGLE = 0.6 * degree;
/** Less relief than this is a back-bow, m. House figure. */
const BACK_BOW = -0.05 * mm;

/** Relief that is off, and what answers it. Lengths m. */
export interface ReliefArgs {
  relief: number;
  /** what it makes of the action at fret 12, up positive */
  action: number;
  how: 'press' | 'live with it' | 'rod fails' | 'find the rod' | 'turn the rod';
}
export interface NeckArgs {
  twist: null;
  'relief-high': ReliefArgs;
  'back-bow': { rod: Rod };
  'relief-low': ReliefArgs;
  'rod-spins': null;
  'rod-at-end': null;
  'rod-stiff': null;
  /** gap over fret 1, and what is wanted from and to, m */
  'nut-high': { gap: number; from: number; to: number };
  /** null where it was seen and not read */
  'nut-low': { gap: number | null };
  'nut-cracked': null;
}

const reliefOff = ({ sides }: Known): SideStance[] => sides.filter(({ mends }) => mends.relief);
const noRod = ({ evidence }: Known): boolean => rodOf(evidence) === 'none';
const rodKnown = ({ evidence }: Known): boolean => rodOf(evidence) !== 'not known';

/** Both edges differ: a twist, and no rod answers it. */
function twisted(known: Known): boolean {
  const [bass, treble] = [known.read('relief', 'bass'), known.read('relief', 'treble')];
  const angle = known.read('neckTwist', 'centre');
  return (
    known.has('boardEdges', 'twisted') ||
    (bass !== null &&
      treble !== null &&
      Math.abs(bass.value - treble.value) > TWIST + 2 * Math.hypot(bass.sd, treble.sd)) ||
    (angle !== null && Math.abs(angle.value) - 2 * angle.sd > TWIST_ANGLE)
  );
}

/** Neck, rod, nut. */
export const NECK_RULES: RulesOf<NeckArgs> = {
  twist: {
    severity: 'structural',
    check: ['relief-unloaded'],
    never: ['rod'],
    find: (known) =>
      one(twisted(known), () => ({
        args: null,
        evidence: [
          ...known.ofReads(
            known.read('relief', 'bass'),
            known.read('relief', 'treble'),
            known.read('neckTwist', 'centre'),
          ),
          ...known.ofPoints('boardEdges'),
        ],
      })),
  },
  'relief-high': {
    severity: 'playing',
    find: (known) => reliefRule(known, 'high'),
  },
  'back-bow': {
    severity: 'playing',
    find: (known) => {
      const bowed = STRING_SIDES.filter((side) => {
        const read = known.read('relief', side);
        return read !== null && read.value + 2 * read.sd < BACK_BOW;
      });
      const seen = known.has('boardEdges', 'back-bow');
      return one((bowed.length > 0 || seen) && !twisted(known), () => ({
        severity: noRod(known) ? 'structural' : 'playing',
        args: { rod: rodOf(known.evidence) },
        evidence: [
          ...known.ofReads(...bowed.map((side) => known.read('relief', side))),
          ...known.ofPoints('boardEdges'),
        ],
        check: rodKnown(known) ? [] : ['rod'],
      }));
    },
  },
  'relief-low': {
    severity: 'playing',
    find: (known) => reliefRule(known, 'low'),
  },
  'rod-spins': pointRule('trussRod', ['spins'], { severity: 'structural', never: ['rod'] }),
  'rod-at-end': pointRule('trussRod', ['at-its-end'], { severity: 'structural', never: ['rod'] }),
  'rod-stiff': pointRule('trussRod', ['stiff'], { severity: 'watch', never: ['rod'] }),
  'nut-high': {
    severity: 'playing',
    find: (known) => {
      const wanted = firstFretGapWanted(known.instrument.stringKind);
      return nutOff(known, 'high').map(({ side, gap, evidence }) => ({
        side,
        args: { gap, from: wanted[side].from, to: wanted[side].to },
        evidence,
      }));
    },
  },
  'nut-low': {
    severity: 'playing',
    never: ['file'],
    find: (known) => [
      ...nutOff(known, 'low').map(({ side, gap, evidence }) => ({ side, args: { gap }, evidence })),
      ...one(
        known.has('nutState', 'too-low') && !known.sides.some(({ mends }) => mends.nut === 'low'),
        () => ({ args: { gap: null }, evidence: known.ofPoints('nutState') }),
      ),
    ],
  },
  'nut-cracked': pointRule('nutState', ['cracked'], { severity: 'playing' }),
};

function reliefRule(known: Known, which: 'high' | 'low'): Found<ReliefArgs>[] {
  if (twisted(known)) return [];
  const off = reliefOff(known).filter(({ budget, measured }) => {
    const value = termOf(budget!, 'relief').value;
    // a back-bow says it for itself
    return which === 'high' ? value > 0 : value < 0 && measured!.relief.value >= BACK_BOW;
  });
  const worst = [...off].sort(
    (a, b) => Math.abs(termOf(b.budget!, 'relief').value) - Math.abs(termOf(a.budget!, 'relief').value),
  )[0];
  if (!worst) return [];
  const relief = worst.measured!.relief.value;
  const press = which === 'high' && noRod(known) && relief > BOW_TO_PRESS;
  const rod = rodOf(known.evidence);
  return [
    {
      side: off.length === 1 ? worst.side : undefined,
      severity: press ? 'structural' : 'playing',
      args: {
        relief,
        action: termOf(worst.budget!, 'relief').value,
        how: press
          ? 'press'
          : rod === 'none'
            ? 'live with it'
            : rod === 'fails'
              ? 'rod fails'
              : rod === 'works'
                ? 'turn the rod'
                : 'find the rod',
      },
      evidence: known.ofSide(worst.side, 'relief'),
      check: rodKnown(known) ? [] : ['rod'],
    },
  ];
}

const nutOff = (
  known: Known,
  which: 'high' | 'low',
): { side: StringSide; gap: number; evidence: Found<null>['evidence'] }[] =>
  known.sides
    .filter(({ mends }) => mends.nut === which)
    .map(({ side, measured }) => ({
      side,
      gap: measured!.firstFretGap.value,
      evidence: known.ofSide(side, 'firstFretGap'),
    }));
