import { mm, degree } from '../../units/index.js';
import { LEVELS_FROM } from '../../targets/index.js';
import type { PointItem } from '../evidence.js';
import { one, pointRule, type RulesOf } from './rule.js';

/** Fret crowns this low are very low, m. Common practice. */
const VERY_LOW = 0.5 * mm;
/** Strings that bend less behind the saddle lose their tone, and less than that is a hard stop, rad. House caution. */
const BREAKS_WELL = 12 * degree;
const BREAK_STOP = 10 * degree;
/** Cents that an ear at a bench hears. House figure. */
const HEARD = 8;
/** The outer strings stand off the board's middle by more than this, m. House figure. */
const OFF_CENTRE = 1 * mm;

/** Lengths m, angles rad. */
export interface FretArgs {
  /** the lowest crown; null where none was read */
  'frets-low': { lowest: number | null; state: 'very low' | 'levels' | 'spot work' };
  'fret-loose': { frets: number[] };
  'fret-high': { frets: number[] };
  buzz: { frets: number[] };
  'break-angle-low': { angle: number };
  /** whole cents; upset where the action comes first */
  'intonation-off': { cents: number; upset: boolean };
  /** towards the treble side where positive */
  'off-centre': { by: number; withTheAngle: boolean };
  'tuners-fail': null;
  'lies-inside': null;
  'guard-curls': null;
  'parts-missing': null;
  'finish-soft': null;
  'finish-thick': null;
  'seller-excuses': null;
  'celluloid-near': null;
}

const fretsOf = (item: PointItem | null): number[] => item?.frets ?? [];

/** Frets, saddle's angle, intonation, centring: what is heard and felt. */
export const FRET_RULES: RulesOf<FretArgs> = {
  'frets-low': {
    severity: 'playing',
    check: ['fret-heights'],
    find: (known) => {
      const lowest = known.read('fretHeight', 'lowest');
      const seen = known.has('fretWear', 'very-low') || known.has('fretPits', 'deep');
      const low = lowest !== null && lowest.value - lowest.sd <= VERY_LOW;
      return one(low || seen, () => ({
        args: {
          lowest: lowest?.value ?? null,
          state: low ? 'very low' : lowest !== null && lowest.value > LEVELS_FROM ? 'levels' : 'spot work',
        },
        evidence: [...known.ofReads(lowest), ...known.ofPoints('fretWear', 'fretPits')],
        check: lowest ? [] : ['fret-heights'],
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
      if (known.archtop || stringKind === 'nylon' || pairedStrings) return [];
      const low = known.readsOf('breakAngle').filter(({ value }) => value < BREAKS_WELL);
      const least = low.sort((a, b) => a.value - b.value)[0];
      return least === undefined
        ? []
        : [
            {
              severity: least.value < BREAK_STOP ? 'structural' : 'playing',
              args: { angle: least.value },
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
      const [bass, treble] = [known.read('pinGap', 'bass'), known.read('pinGap', 'treble')];
      if (!bass || !treble) return [];
      const by = (bass.value - treble.value) / 2;
      const withTheAngle = known.verdict.cause === 'neck';
      return one(Math.abs(by) - (2 * Math.hypot(bass.sd, treble.sd)) / 2 > OFF_CENTRE, () => ({
        severity: withTheAngle ? 'structural' : 'watch',
        args: { by, withTheAngle },
        evidence: known.ofReads(bass, treble),
      }));
    },
  },
  'tuners-fail': pointRule('tuners', ['slips', 'one-is-missing'], { severity: 'playing' }),
  'lies-inside': pointRule('debris', ['string-ends', 'loose-wire', 'a-loose-nut'], { severity: 'watch' }),
  'guard-curls': pointRule('hardware', ['pickguard-curls'], { severity: 'looks', check: ['celluloid'] }),
  'parts-missing': pointRule('hardware', ['parts-missing'], { severity: 'looks' }),
  'finish-soft': pointRule('finish', ['soft-or-tacky'], { severity: 'watch', never: ['heat'] }),
  'finish-thick': pointRule('finish', ['thick-film-over-the-joint'], { severity: 'watch' }),
  'seller-excuses': pointRule('sellersWords', ['excuses-the-action'], {
    severity: 'watch',
    check: ['full-stance'],
  }),
  'celluloid-near': {
    severity: 'watch',
    roles: ['quiet'],
    never: ['heat'],
    find: (known) => {
      const { binding, pickguard } = known.instrument.build;
      return one(
        (binding === 'celluloid' || pickguard === 'celluloid' || known.has('celluloid', 'sound')) &&
          !known.has('celluloid', 'rots'),
        () => ({ args: null, evidence: [...known.ofPoints('celluloid'), { of: 'build', date: null }] }),
      );
    },
  },
};
