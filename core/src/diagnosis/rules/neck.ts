import { BOW_TO_PRESS, firstFretGapWanted } from '../../targets/index.js';
import { termOf } from '../budget.js';
import type { Found } from '../finding.js';
import type { Known } from '../known.js';
import { rodOf } from '../neckFacts.js';
import type { SideStance } from '../sideStance.js';
import { one, pointRule, type Rule } from './rule.js';

const mm = 1e-3;
const degree = Math.PI / 180;
/** Reliefs of the two edges that differ by more than this are twist, m. House figure. */
const TWIST = 0.2 * mm;
const TWIST_ANGLE = 0.6 * degree;
/** Less relief than this is a back-bow, m. House figure. */
const BACK_BOW = -0.05 * mm;

const reliefOff = ({ sides }: Known): SideStance[] => sides.filter(({ mends }) => mends.relief);
const rodWorks = ({ evidence }: Known): boolean => rodOf(evidence) === 'works';
const rodFails = ({ evidence }: Known): boolean => rodOf(evidence) === 'fails';
const noRod = ({ evidence }: Known): boolean => rodOf(evidence) === 'none';

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
export const NECK_RULES: Rule[] = [
  {
    id: 'twist',
    severity: 'structural',
    check: ['relief-unloaded'],
    never: ['rod'],
    find: (known) =>
      one(twisted(known), () => ({
        say: () =>
          'The neck is twisted: the two edges have unequal relief, and no rod answers both. Read it slack too before anything is done.',
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
  {
    id: 'relief-high',
    severity: 'playing',
    find: (known) => reliefRule(known, 'high'),
  },
  {
    id: 'back-bow',
    severity: 'playing',
    find: (known) => {
      const bowed = (['bass', 'treble'] as const).filter((side) => {
        const read = known.read('relief', side);
        return read !== null && read.value + 2 * read.sd < BACK_BOW;
      });
      const seen = known.has('boardEdges', 'back-bow');
      return one((bowed.length > 0 || seen) && !twisted(known), () => ({
        severity: noRod(known) ? 'structural' : 'playing',
        say: () =>
          noRod(known)
            ? 'The neck is back-bowed and has no rod: heavier strings or a few weeks of damp are tried before frets or board are touched.'
            : rodWorks(known)
              ? 'The neck is back-bowed: ease the rod, then read straightedge and action again before anything else is judged.'
              : 'The neck is back-bowed: find out whether there is a rod and whether its nut turns.',
        evidence: [
          ...known.ofReads(...bowed.map((side) => known.read('relief', side))),
          ...known.ofPoints('boardEdges'),
        ],
        check: noRod(known) || rodFails(known) || rodWorks(known) ? [] : ['rod'],
      }));
    },
  },
  {
    id: 'relief-low',
    severity: 'playing',
    find: (known) => reliefRule(known, 'low'),
  },
  pointRule('rod-spins', 'trussRod', ['spins'], {
    text: 'The rod spins in its slot: it pulls nothing, and its nut is not turned further.',
    severity: 'structural',
    never: ['rod'],
  }),
  pointRule('rod-at-end', 'trussRod', ['at-its-end'], {
    text: 'The rod is at its end: a washer or pressing wins its range back, force breaks it.',
    severity: 'structural',
    never: ['rod'],
  }),
  pointRule('rod-stiff', 'trussRod', ['stiff'], {
    text: 'The rod is stiff: clean and grease it before it is turned.',
    severity: 'watch',
    never: ['rod'],
  }),
  {
    id: 'nut-high',
    severity: 'playing',
    find: (known) => nutRule(known, 'high'),
  },
  {
    id: 'nut-low',
    severity: 'playing',
    never: ['file'],
    find: (known) => [
      ...nutRule(known, 'low'),
      ...one(
        known.has('nutState', 'too-low') && !known.sides.some(({ mends }) => mends.nut === 'low'),
        () => ({
          say: () => 'The nut was found too low: build the slot up, or make a new nut.',
          evidence: known.ofPoints('nutState'),
        }),
      ),
    ],
  },
  pointRule('nut-cracked', 'nutState', ['cracked'], {
    text: 'The nut is cracked.',
    severity: 'playing',
  }),
];

function reliefRule(known: Known, which: 'high' | 'low'): Found[] {
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
  const term = termOf(worst.budget!, 'relief');
  const bow = worst.measured!.relief.value;
  const press = which === 'high' && noRod(known) && bow > BOW_TO_PRESS;
  const how = press
    ? 'there is no rod, and a bow of that size is pressed'
    : noRod(known)
      ? 'there is no rod: live with it, or let the saddle carry it'
      : rodFails(known)
        ? 'the rod does not pull, and is seen to first'
        : !rodWorks(known)
          ? 'find out first whether the rod turns'
          : which === 'high'
            ? 'tighten the rod by an eighth of a turn at a time, strings eased, and read again'
            : 'ease the rod by an eighth of a turn at a time and read again';
  return [
    {
      side: off.length === 1 ? worst.side : undefined,
      severity: press ? 'structural' : 'playing',
      say: ({ fine, gap }) =>
        `Relief is ${gap(bow)}, too ${which === 'high' ? 'much' : 'little'}: it ${term.value > 0 ? 'raises' : 'lowers'} the action at fret 12 by ${fine(Math.abs(term.value))}; ${how}.`,
      evidence: known.ofSide(worst.side, 'relief'),
      check: noRod(known) || rodFails(known) || rodWorks(known) ? [] : ['rod'],
    },
  ];
}

function nutRule(known: Known, which: 'high' | 'low'): Found[] {
  const wanted = firstFretGapWanted(known.instrument.stringKind);
  return known.sides
    .filter(({ mends }) => mends.nut === which)
    .map(({ side, measured }): Found => ({
      side,
      say: ({ gap }) =>
        which === 'high'
          ? `The nut stands high on the ${side} side: ${gap(measured!.firstFretGap.value)} over fret 1, ${gap(wanted[side].from)} to ${gap(wanted[side].to)} are wanted, and below that it is not cut.`
          : `The ${side} slot of the nut is too low: only ${gap(measured!.firstFretGap.value)} over fret 1. Build it up, or make a new nut.`,
      evidence: known.ofSide(side, 'firstFretGap'),
    }));
}
