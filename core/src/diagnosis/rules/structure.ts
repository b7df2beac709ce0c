import { mm } from '../../units/index.js';
import type { PointId } from '../../readings/index.js';
import { THINNED_BRIDGE } from '../../targets/index.js';
import type { LoadPart } from '../evidence.js';
import { ofMark, type Known } from '../known.js';
import { holeSunk } from '../neckFacts.js';
import { one, pointRule, type Found, type RulesOf } from './rule.js';

/** A crack beside the fingerboard is short up to here, m. House figure. */
const SHORT = 60 * mm;

/** At which moisture a crack closes, %MC; null where that is not told. */
export type CrackCloses = { from: number; to: number } | null;

/** Lengths m. */
export interface StructureArgs {
  'brace-loose': { marked: true; length: number | null } | { marked: false; cracked: boolean };
  'brace-rattles': null;
  'bar-loose': { cracked: boolean };
  'back-brace-loose': null;
  'lining-loose': null;
  'post-fallen': null;
  'crack-moves':
    | { state: 'small' | 'not tried' | 'not marked' }
    /** moving along the grain */
    | { state: 'moving'; closing: CrackCloses };
  'crack-breathes': { closing: CrackCloses };
  /** where of the load it lies; null where at none */
  'crack-quiet': { marked: boolean; at: LoadPart | null };
  'tail-cracked': { state: 'side' | 'block sound' | 'block not seen' };
  'plate-worn': null;
  'plate-replaced': null;
  'not-seen': { points: HiddenPoint[] };
  /** in its middle; null where it was not read; by eye alone, against what was read */
  'bridge-thinned': { thickness: number | null; byEye: boolean };
  'bridge-split': null;
  'bridge-screwed': null;
  'tailpiece-added': null;
  'hole-sunk': null;
  'heel-hairline': null;
  'headstock-hairline': null;
  'joint-fixed': null;
}

/** What often cannot be seen, and carries. */
const HIDDEN_POINTS = ['grainCrack', 'bridgePlate', 'topBraces', 'linings'] as const satisfies PointId[];
export type HiddenPoint = (typeof HIDDEN_POINTS)[number];

/** What the instrument needs before it is set up. */
export const STRUCTURE_RULES: RulesOf<StructureArgs> = {
  'brace-loose': {
    severity: 'structural',
    roles: ['structure first'],
    check: ['feel-braces'],
    never: ['flatten', 'reset'],
    find: (known) => {
      const marks = known.marksOf('separation').filter(({ brace }) => !brace?.atBridge);
      const top = marks.filter(({ brace }) => brace?.kind !== 'back brace');
      const told = known.marksOf('separation').length > 0;
      const points = !told && known.has('topBraces', 'loose-end', 'cracked-brace');
      return [
        ...top.map((mark): Found<StructureArgs['brace-loose']> => ({
          args: { marked: true, length: mark.length },
          evidence: [ofMark(mark)],
          mark: mark.id,
          check: [],
        })),
        ...one<StructureArgs['brace-loose']>(points, () => ({
          args: { marked: false, cracked: known.has('topBraces', 'cracked-brace') },
          evidence: known.ofPoints('topBraces'),
        })),
      ];
    },
  },
  'brace-rattles': {
    severity: 'watch',
    find: (known) =>
      one(
        known.has('braceRap', 'buzzes', 'rattles') &&
          known.looked('topBraces') !== 'found sound' &&
          known.marksOf('separation').length === 0 &&
          !known.has('topBraces', 'loose-end', 'cracked-brace'),
        () => ({
          certainty: 'suspected',
          args: null,
          evidence: known.ofPoints('braceRap'),
          check: ['rattle', ...(known.instrument.planDrawn ? (['walk-weight'] as const) : []), 'feel-braces'],
        }),
      ),
  },
  'bar-loose': {
    severity: 'structural',
    roles: ['structure first'],
    check: ['arch'],
    find: (known) =>
      one(
        known.archtop &&
          known.has('archBars', 'loose', 'cracked') &&
          known.marksOf('separation').length === 0,
        () => ({
          args: { cracked: known.has('archBars', 'cracked') },
          evidence: known.ofPoints('archBars'),
        }),
      ),
  },
  'back-brace-loose': {
    severity: 'structural',
    roles: ['damage'],
    find: (known) => {
      const marks = known.marksOf('separation').filter(({ brace }) => brace?.kind === 'back brace');
      return one(known.has('backBraces', 'loose-end', 'loose') || marks.length > 0, () => ({
        args: null,
        evidence: [...known.ofPoints('backBraces'), ...marks.map(ofMark)],
        mark: marks[0]?.id,
      }));
    },
  },
  'lining-loose': pointRule('linings', ['loose-lining'], { severity: 'structural', roles: ['damage'] }),
  'post-fallen': pointRule('soundPost', ['fallen'], {
    severity: 'structural',
    roles: ['damage'],
    check: ['arch'],
  }),
  'crack-moves': {
    severity: 'structural',
    roles: ['damage'],
    check: ['mark-crack', 'press-crack'],
    never: ['glueDry', 'flatten'],
    find: (known) => {
      const marks = known
        .marksOf('crack')
        .filter(
          ({ across, grew, load, state }) =>
            !across && !grew && load === null && (state === 'moving' || state === 'not tried'),
        );
      const points = !cracksMarked(known) && known.has('cracks', 'moves', 'open');
      return [
        ...marks.map((mark): Found<StructureArgs['crack-moves']> => {
          const small = mark.besideBoard && (mark.length ?? Infinity) <= SHORT;
          const moves = mark.state === 'moving';
          return {
            severity: small ? 'watch' : 'structural',
            certainty: moves ? 'certain' : 'suspected',
            args: small
              ? { state: 'small' }
              : moves
                ? { state: 'moving', closing: mark.closing }
                : { state: 'not tried' },
            evidence: [ofMark(mark)],
            mark: mark.id,
            check: moves ? ['crack-width'] : ['press-crack'],
            schools: small ? [] : ['crack'],
          };
        }),
        ...one<StructureArgs['crack-moves']>(points, () => ({
          args: { state: 'not marked' },
          evidence: known.ofPoints('cracks'),
          schools: ['crack'],
        })),
      ];
    },
  },
  'crack-breathes': {
    severity: 'structural',
    roles: ['damage'],
    check: ['crack-width'],
    never: ['glueDry'],
    find: (known) =>
      known.evidence.marks
        .filter(
          ({ kind, opens, across, grew, state }) =>
            kind === 'crack' && opens && !across && !grew && state !== 'repaired' && state !== 'moving',
        )
        .map((mark) => ({
          severity: mark.besideBoard ? 'watch' : 'structural',
          args: { closing: mark.closing },
          evidence: [ofMark(mark)],
          mark: mark.id,
          schools: ['breathing crack'],
        })),
  },
  'crack-quiet': {
    severity: 'watch',
    roles: ['quiet', 'on the card'],
    find: (known) => {
      const quiet = known
        .marksOf('crack')
        .filter(({ across, grew, state, opens }) => !across && !grew && !opens && state === 'quiet');
      const point = !cracksMarked(known) && known.has('cracks', 'quiet-hairline');
      return [
        ...quiet.map((mark) => ({
          args: { marked: true, at: mark.load },
          evidence: [ofMark(mark)],
          mark: mark.id,
        })),
        ...one<StructureArgs['crack-quiet']>(point, () => ({
          args: { marked: false, at: null },
          evidence: known.ofPoints('cracks'),
          check: ['mark-crack'],
        })),
      ];
    },
  },
  'tail-cracked': {
    severity: 'structural',
    roles: ['damage'],
    check: ['block-look'],
    find: (known) =>
      one(known.has('tail', 'side-crack', 'crack-round-the-tail'), () => {
        const round = known.has('tail', 'crack-round-the-tail');
        const blockSound = known.looked('linings') === 'found sound';
        return {
          certainty: round && !blockSound ? 'suspected' : 'certain',
          args: { state: round ? (blockSound ? 'block sound' : 'block not seen') : 'side' },
          evidence: known.ofPoints('tail'),
          check: round && !blockSound ? ['block-look'] : [],
          unsound: round && known.looked('linings') === 'not looked at',
        };
      }),
  },
  'plate-worn': pointRule('bridgePlate', ['worn-holes'], { severity: 'structural', roles: ['damage'] }),
  'plate-replaced': pointRule('bridgePlate', ['replaced'], { severity: 'watch', check: ['plate-look'] }),
  'not-seen': {
    severity: 'watch',
    find: (known) => {
      const hidden = HIDDEN_POINTS.filter((point) => known.looked(point) === 'cannot be seen');
      return one(hidden.length > 0, () => ({
        certainty: 'suspected',
        args: { points: hidden },
        evidence: known.ofPoints(...hidden),
      }));
    },
  },
  'bridge-thinned': {
    severity: 'structural',
    check: ['bridge-thickness'],
    never: ['thin'],
    find: (known) => {
      const middle = known.read('bridgeThickness', 'middle') ?? known.readsOf('bridgeThickness')[0] ?? null;
      const thin = middle !== null && middle.value + 2 * middle.sd < THINNED_BRIDGE;
      const seen = known.has('bridge', 'planed-thin');
      // by eye it is thin, and the caliper says that it is not: that is asked
      const byEye = seen && middle !== null && !thin;
      return one(seen || thin, () => ({
        ...(byEye ? { severity: 'watch', certainty: 'suspected' } : {}),
        args: { thickness: middle?.value ?? null, byEye },
        evidence: [...known.ofPoints(...(seen ? (['bridge'] as const) : [])), ...known.ofReads(middle)],
        check: middle && !byEye ? [] : ['bridge-thickness'],
      }));
    },
  },
  'bridge-split': pointRule('bridge', ['cracked-through-the-pins'], {
    severity: 'structural',
    roles: ['damage'],
  }),
  'bridge-screwed': pointRule('bridge', ['screws-or-bolts'], { severity: 'watch' }),
  'tailpiece-added': pointRule('bridge', ['tailpiece-added'], { severity: 'watch', check: ['paper-bridge'] }),
  'hole-sunk': {
    severity: 'structural',
    roles: ['structure first'],
    check: ['feel-braces', 'block-look'],
    never: ['reset'],
    find: (known) =>
      one(holeSunk(known), () => ({
        args: null,
        evidence: [
          ...known.ofPoints(...(known.has('topShape', 'sunken-at-the-hole') ? (['topShape'] as const) : [])),
          ...known.ofReads(...known.readsOf('soundHole')),
        ],
      })),
  },
  'heel-hairline': {
    severity: 'watch',
    check: ['heel-flex'],
    find: (known) =>
      one(known.has('neckJoint', 'hairline-at-the-heel') && !known.has('neckJoint', 'gap', 'moves'), () => ({
        args: null,
        evidence: known.ofPoints('neckJoint'),
      })),
  },
  'headstock-hairline': pointRule('headstock', ['hairline'], { severity: 'watch' }),
  'joint-fixed': pointRule('neckJoint', ['screw-bolt-or-dowel'], { severity: 'watch' }),
};

/** A crack is on the map, whatever its state: where it lies is not asked again. */
const cracksMarked = (known: Known): boolean => known.evidence.marks.some(({ kind }) => kind === 'crack');
