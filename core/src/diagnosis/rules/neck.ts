import { STRING_SIDES, type StringSide } from '../../strings/index.js';
import { firstFretGapWanted } from '../../targets/index.js';
import { INNER_STRINGS, type InnerString } from '../../readings/index.js';
import { termOf } from '../budget.js';
import type { ReadItem } from '../evidence.js';
import type { Known } from '../known.js';
import { rodOf, type Rod } from '../neckFacts.js';
import { backBow, bowedBack, reliefAnswer, reliefOff, twisted, type ReliefAnswer } from '../neckStraight.js';
import { nutOff } from '../sideStance.js';
import { one, pointRule, type Found, type RulesOf } from './rule.js';

/** Relief that is off, and what answers it. Lengths m. */
export interface ReliefArgs {
  relief: number;
  /** what it makes of the action at fret 12, up positive */
  action: number;
  how: ReliefAnswer;
}
/** Which slot of the nut: an outer one by its side, an inner one by its string. */
type Slot = { side: StringSide } | { string: InnerString };
export interface NeckArgs {
  /** by eye alone, against readings that say otherwise */
  twist: { byEye: boolean };
  'relief-high': ReliefArgs;
  'back-bow': { rod: Rod };
  'relief-low': ReliefArgs;
  'rod-spins': null;
  'rod-at-end': null;
  'rod-stiff': null;
  /** gap over fret 1, as it would be once the saddle stands right, and what is wanted from and to, m */
  'nut-high': { slot: Slot; gap: number; then: number; from: number; to: number };
  /** gap null where it was seen and not read */
  'nut-low': { slot: Slot | null; gap: number | null };
  /** by eye it is too low, and no gap that was read is */
  'nut-asked': null;
  /** strings that lie buried in their slot, or stand out of it */
  'nut-slots': { buried: number[]; proud: number[] };
  'nut-cracked': null;
}

const noRod = ({ evidence }: Known): boolean => rodOf(evidence) === 'none';
const rodKnown = ({ evidence }: Known): boolean => rodOf(evidence) !== 'not known';

/** Neck, rod, nut. */
export const NECK_RULES: RulesOf<NeckArgs> = {
  twist: {
    severity: 'structural',
    roles: ['neck first'],
    check: ['relief-unloaded'],
    never: ['rod', 'trim', 'nut'],
    find: (known) => {
      const how = twisted(known);
      return one(how !== null, () => ({
        certainty: how!,
        severity: how === 'certain' ? 'structural' : 'watch',
        args: { byEye: how === 'suspected' },
        evidence: [
          ...known.ofReads(
            known.read('relief', 'bass'),
            known.read('relief', 'treble'),
            known.read('neckTwist', 'centre'),
          ),
          ...known.ofPoints('boardEdges'),
        ],
      }));
    },
  },
  'relief-high': {
    severity: 'playing',
    roles: ['neck first'],
    never: ['trim', 'nut'],
    find: (known) => reliefRule(known, 'high'),
  },
  'back-bow': {
    severity: 'playing',
    roles: ['neck first'],
    never: ['trim', 'nut'],
    find: (known) => {
      const bowed = bowedBack(known);
      return one(backBow(known), () => ({
        severity: noRod(known) ? 'structural' : 'playing',
        args: { rod: rodOf(known.evidence) },
        evidence: [...known.ofReads(...bowed), ...known.ofPoints('boardEdges')],
        check: rodKnown(known) ? [] : ['rod'],
      }));
    },
  },
  'relief-low': {
    severity: 'playing',
    roles: ['neck first'],
    never: ['trim', 'nut'],
    find: (known) => reliefRule(known, 'low'),
  },
  'rod-spins': pointRule('trussRod', ['spins'], { severity: 'structural', never: ['rod'] }),
  'rod-at-end': pointRule('trussRod', ['at-its-end'], { severity: 'structural', never: ['rod'] }),
  'rod-stiff': pointRule('trussRod', ['stiff'], { severity: 'watch', never: ['rod'] }),
  'nut-high': {
    severity: 'playing',
    find: (known) => [
      ...slotsOff(known, 'high').map(({ side, ...args }) => ({
        side,
        args: { slot: { side }, ...args },
        evidence: known.ofSide(side, 'firstFretGap'),
      })),
      ...innerOff(known, 'high').map(({ read, string, ...args }) => ({
        args: { slot: { string }, ...args },
        evidence: known.ofReads(read),
      })),
    ],
  },
  'nut-low': {
    severity: 'playing',
    never: ['nut'],
    find: (known) => [
      ...slotsOff(known, 'low').map(({ side, gap }) => ({
        side,
        args: { slot: { side }, gap },
        evidence: known.ofSide(side, 'firstFretGap'),
      })),
      ...innerOff(known, 'low').map(({ read, string, gap }) => ({
        args: { slot: { string }, gap },
        evidence: known.ofReads(read),
      })),
      ...one(known.has('nutState', 'too-low') && gapsRead(known) === 0, () => ({
        args: { slot: null, gap: null },
        evidence: known.ofPoints('nutState'),
      })),
    ],
  },
  'nut-asked': {
    severity: 'watch',
    check: ['nut-gaps'],
    never: ['nut'],
    find: (known) => {
      const low = slotsOff(known, 'low').length + innerOff(known, 'low').length > 0;
      return one(known.has('nutState', 'too-low') && gapsRead(known) > 0 && !low, () => ({
        certainty: 'suspected',
        args: null,
        evidence: [...known.ofPoints('nutState'), ...known.ofReads(...known.readsOf('firstFretGap'))],
      }));
    },
  },
  'nut-slots': {
    severity: 'watch',
    find: (known) => {
      const reads = known.readsOf('nutSlot');
      const strings = (so: (read: ReadItem) => boolean) =>
        reads.filter(so).map(({ place }) => Number(/\d+/u.exec(place)?.[0] ?? 0));
      const buried = strings(({ value, sd }) => value + 2 * sd < BURIED);
      const proud = strings(({ value, sd }) => value - 2 * sd > PROUD);
      return one(buried.length + proud.length > 0, () => ({
        args: { buried, proud },
        evidence: known.ofReads(...reads),
      }));
    },
  },
  'nut-cracked': pointRule('nutState', ['cracked'], { severity: 'playing' }),
};

/** A string that lies so far under the nut is choked by its slot, one that stands so far over it may jump out, m. House figures. */
const BURIED = -0.3e-3;
const PROUD = 0.7e-3;

const gapsRead = (known: Known): number => known.sides.filter(({ budget }) => budget !== null).length;

function reliefRule(known: Known, which: 'high' | 'low'): Found<ReliefArgs>[] {
  const worst = reliefOff(known, which);
  if (!worst) return [];
  const how = reliefAnswer(known, which, worst);
  const press = how === 'press' || how === 'press, then the rod';
  const both = known.sides.filter(({ mends }) => mends.relief).length > 1;
  return [
    {
      side: both ? undefined : worst.side,
      severity: press ? 'structural' : 'playing',
      args: { relief: worst.measured!.relief.value, action: termOf(worst.budget!, 'relief').value, how },
      evidence: known.ofSide(worst.side, 'relief'),
      check: rodKnown(known) ? [] : ['rod'],
      // what nobody moves is carried by the saddle
      ...(how === 'live with it' ? { never: [] } : {}),
    },
  ];
}

interface SlotOff {
  gap: number;
  then: number;
  from: number;
  to: number;
}

const slotsOff = (known: Known, which: 'high' | 'low'): (SlotOff & { side: StringSide })[] =>
  known.sides
    .filter(({ mends }) => mends.nut === which)
    .map(({ side, measured, budget }) => {
      const { from, to } = firstFretGapWanted(known.instrument.stringKind)[side];
      return { side, gap: measured!.firstFretGap.value, then: budget!.gapThen.value, from, to };
    });

/** Inner slots, each by itself: what is wanted lies between the outer strings, and the saddle counts as it does for them. */
function innerOff(
  known: Known,
  which: 'high' | 'low',
): (SlotOff & { read: ReadItem; string: InnerString })[] {
  const wanted = firstFretGapWanted(known.instrument.stringKind);
  const outer = STRING_SIDES.map((side) => known.budget(side));
  return INNER_STRINGS.flatMap((string, i) => {
    const read = known.read('firstFretGapInner', string);
    if (!read) return [];
    // the first of them lies beside the bass
    const share = (i + 1) / (INNER_STRINGS.length + 1);
    const between = (bass: number, treble: number) => bass + share * (treble - bass);
    const [bass, treble] = outer.map((budget, k) =>
      budget ? budget.gapThen.value - known.read('firstFretGap', STRING_SIDES[k]!)!.carried.value : 0,
    ) as [number, number];
    const then = read.value + between(bass, treble);
    const from = between(wanted.bass.from, wanted.treble.from);
    const to = between(wanted.bass.to, wanted.treble.to);
    return nutOff(read, { value: then, sd: read.sd }, { from, to }) === which
      ? [{ read, string, gap: read.value, then, from, to }]
      : [];
  });
}
