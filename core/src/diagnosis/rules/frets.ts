import type { StringSide } from '../../strings/index.js';
import { mm } from '../../units/index.js';
import { BREAK_ANGLE, BREAK_ANGLE_ASKED, LEVELS_FROM } from '../../targets/index.js';
import type { PointItem, ReadItem } from '../evidence.js';
import { neckMayBeDue } from '../stanceVerdict.js';
import { one, pointRule, type RulesOf } from './rule.js';

/** Fret crowns this low are very low, m. Common practice. */
const VERY_LOW = 0.5 * mm;
/** Nobody calls crowns of this height very low, m. House figure. */
const GOOD_HEIGHT = 0.8 * mm;
/** Cents that an ear at a bench hears. House figure. */
const HEARD = 8;
/** The outer strings stand off the board's middle by more than this, m. House figure. */
const OFF_CENTRE = 1 * mm;

/** Lengths m, angles rad. */
export interface FretArgs {
  /** the lowest crown; null where none was read */
  'frets-low': { lowest: number | null; state: 'very low' | 'by eye' | 'levels' | 'spot work' };
  'fret-loose': { frets: number[] };
  'fret-high': { frets: number[] };
  buzz: { frets: number[] };
  /** asked where the trade has no figure for such strings */
  'break-angle-low': { angle: number; asked: boolean; tied: boolean };
  /** whole cents; upset where the action comes first */
  'intonation-off': { cents: number; upset: boolean };
  /** the side that the board aims to at the bridge, and by how much */
  'off-centre': { side: StringSide; by: number; withTheAngle: boolean };
  /** both gaps together make a board that is none, or were read before it was asked which way is plus */
  'centring-asked': { why: 'width'; both: number } | { why: 'sign' };
  'tuners-fail': null;
  'lies-inside': null;
  'guard-curls': null;
  'parts-missing': null;
  'finish-soft': null;
  'finish-thick': null;
  'seller-excuses': null;
  'celluloid-near': null;
}

/**
 * Both edges of the board, carried on to the bridge, lie so much outside the outer pin holes together, m: boards run 62 to
 * 72 mm wide there over holes 56 to 61 mm apart. House figures from common practice.
 */
const EDGES_OUTSIDE = { least: -2 * mm, most: 18 * mm };
const widthIsPossible = (bass: ReadItem, treble: ReadItem): boolean => {
  const both = bass.value + treble.value;
  const near = 2 * Math.hypot(bass.sd, treble.sd);
  return both > EDGES_OUTSIDE.least - near && both < EDGES_OUTSIDE.most + near;
};

const fretsOf = (item: PointItem | null): number[] => item?.frets ?? [];

/** Frets, saddle's angle, intonation, centring: what is heard and felt. */
export const FRET_RULES: RulesOf<FretArgs> = {
  'frets-low': {
    severity: 'playing',
    check: ['fret-heights'],
    find: (known) => {
      const lowest = known.read('fretHeight', 'lowest');
      const pitted = known.has('fretPits', 'deep') || known.has('fretWear', 'pitted');
      const seen = known.has('fretWear', 'very-low') || known.has('fretPits', 'deep');
      const low = lowest !== null && lowest.value - lowest.sd <= VERY_LOW;
      // by eye they are very low, and what was read is a good height: that is asked
      const byEye = !low && !pitted && lowest !== null && lowest.value - 2 * lowest.sd > GOOD_HEIGHT;
      return one(low || seen, () => ({
        ...(byEye ? { severity: 'watch', certainty: 'suspected' } : {}),
        args: {
          lowest: lowest?.value ?? null,
          state: low
            ? 'very low'
            : byEye
              ? 'by eye'
              : lowest !== null && lowest.value > LEVELS_FROM
                ? 'levels'
                : 'spot work',
        },
        evidence: [...known.ofReads(lowest), ...known.ofPoints('fretWear', 'fretPits')],
        check: lowest && !byEye ? [] : ['fret-heights'],
        schools: ['frets'],
      }));
    },
  },
  'fret-loose': {
    severity: 'playing',
    never: ['file'],
    find: (known) =>
      one(known.has('fretLift', 'lift-under-the-finger') || known.has('fretWear', 'lifting'), () => ({
        args: { frets: fretsOf(known.point('fretLift')) },
        evidence: known.ofPoints('fretLift', 'fretWear'),
      })),
  },
  'fret-high': {
    severity: 'playing',
    find: (known) =>
      one(known.has('fretRocking', 'rocks', 'rocks-a-little'), () => ({
        severity: known.has('fretRocking', 'rocks') ? 'playing' : 'watch',
        args: { frets: fretsOf(known.point('fretRocking')) },
        evidence: known.ofPoints('fretRocking'),
        check: known.point('fretLift') ? [] : ['fret-heights'],
      })),
  },
  buzz: {
    severity: 'playing',
    find: (known) =>
      one(known.has('buzz', 'buzzes-bass', 'buzzes-treble'), () => ({
        args: { frets: fretsOf(known.point('buzz')) },
        evidence: known.ofPoints('buzz'),
        check: known.point('fretRocking') ? [] : ['fret-heights'],
      })),
  },
  'break-angle-low': {
    severity: 'playing',
    never: ['trim'],
    find: (known) => {
      const { stringKind, pairedStrings } = known.instrument;
      if (known.archtop) return [];
      // of tied and paired strings the trade has no figure: little is asked about
      const asked = stringKind === 'nylon' || pairedStrings;
      const limit = asked ? BREAK_ANGLE_ASKED : BREAK_ANGLE.wellFrom;
      const low = known.readsOf('breakAngle').filter(({ value }) => value < limit);
      const least = low.sort((a, b) => a.value - b.value)[0];
      return least === undefined
        ? []
        : [
            {
              severity: !asked && least.value < BREAK_ANGLE.stop ? 'structural' : 'playing',
              certainty: asked ? 'probable' : 'certain',
              args: { angle: least.value, asked, tied: known.instrument.build.bridge === 'tied' },
              evidence: known.ofReads(...low),
            },
          ];
    },
  },
  'intonation-off': {
    severity: 'playing',
    find: (known) => {
      const off = known.readsOf('intonation').filter(({ value, sd }) => Math.abs(value) - 2 * sd > HEARD);
      const worst = off.sort((a, b) => Math.abs(b.value) - Math.abs(a.value))[0];
      const upset = known.verdict.answer !== 'nothing is off' || known.verdict.fold === 'folds';
      return worst === undefined
        ? []
        : [
            {
              severity: upset ? 'watch' : 'playing',
              args: { cents: Math.abs(Math.round(worst.value)), upset },
              evidence: known.ofReads(...off),
            },
          ];
    },
  },
  'off-centre': {
    severity: 'structural',
    find: (known) => {
      const [bass, treble] = [known.read('edgeOutside', 'bass'), known.read('edgeOutside', 'treble')];
      if (!bass || !treble || !widthIsPossible(bass, treble)) return [];
      // a board that stands out farther on one side aims to that side
      const by = (bass.value - treble.value) / 2;
      const withTheAngle = known.verdict.cause === 'neck' && neckMayBeDue(known, known.verdict);
      return one(Math.abs(by) - Math.hypot(bass.sd, treble.sd) > OFF_CENTRE, () => ({
        severity: withTheAngle ? 'structural' : 'watch',
        args: { side: by > 0 ? 'bass' : 'treble', by: Math.abs(by), withTheAngle },
        evidence: known.ofReads(bass, treble),
      }));
    },
  },
  'centring-asked': {
    severity: 'watch',
    check: ['centring'],
    find: (known) => {
      const [bass, treble] = [known.read('edgeOutside', 'bass'), known.read('edgeOutside', 'treble')];
      const odd = bass !== null && treble !== null && !widthIsPossible(bass, treble);
      const unsigned = known.readsOf('pinGap').length > 0 && known.readsOf('edgeOutside').length === 0;
      return one(odd || unsigned, () => ({
        certainty: 'suspected',
        args: odd ? { why: 'width', both: bass.value + treble.value } : { why: 'sign' },
        evidence: known.ofReads(...known.readsOf(odd ? 'edgeOutside' : 'pinGap')),
      }));
    },
  },
  'tuners-fail': pointRule('tuners', ['slips', 'one-is-missing'], { severity: 'playing' }),
  'lies-inside': pointRule('debris', ['string-ends', 'loose-wire', 'a-loose-nut'], { severity: 'watch' }),
  'guard-curls': pointRule('hardware', ['pickguard-curls'], { severity: 'looks', check: ['celluloid'] }),
  'parts-missing': pointRule('hardware', ['parts-missing'], { severity: 'looks' }),
  'finish-soft': pointRule('finish', ['soft-or-tacky'], { severity: 'watch', never: ['heat'] }),
  'finish-thick': pointRule('finish', ['thick-film-over-the-joint'], { severity: 'watch' }),
  'seller-excuses': {
    severity: 'watch',
    find: (known) =>
      one(known.has('sellersWords', 'excuses-the-action'), () => ({
        args: null,
        evidence: known.ofPoints('sellersWords'),
        // once the stance was read, it speaks
        check: known.sides.some(({ budget }) => budget !== null) ? [] : ['full-stance'],
      })),
  },
  'celluloid-near': {
    severity: 'watch',
    roles: ['quiet'],
    never: ['heat'],
    find: (known) => {
      const { binding, pickguard } = known.instrument.build;
      return one(
        binding === 'celluloid' || pickguard === 'celluloid' || known.has('celluloid', 'sound', 'rots'),
        () => ({ args: null, evidence: [...known.ofPoints('celluloid'), { of: 'build', date: null }] }),
      );
    },
  },
};
