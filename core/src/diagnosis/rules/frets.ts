import { LEVELS_FROM } from '../../targets/index.js';
import type { Found } from '../finding.js';
import type { PointItem } from '../evidence.js';
import { one, pointRule, type Rule } from './rule.js';

const mm = 1e-3;
const degree = Math.PI / 180;
/** Fret crowns this low are very low, m. Common practice. */
const VERY_LOW = 0.5 * mm;
/** Strings that bend less behind the saddle lose their tone, and less than that is a hard stop, rad. House caution. */
const BREAKS_WELL = 12 * degree;
const BREAK_STOP = 10 * degree;
/** Cents that an ear at a bench hears. House figure. */
const HEARD = 8;
/** The outer strings stand off the board's middle by more than this, m. House figure. */
const OFF_CENTRE = 1 * mm;

const atFrets = (item: PointItem | null): string =>
  item && item.frets.length > 0 ? ` at fret${item.frets.length > 1 ? 's' : ''} ${item.frets.join(', ')}` : '';

/** Frets, saddle's angle, intonation, centring: what is heard and felt. */
export const FRET_RULES: Rule[] = [
  {
    id: 'frets-low',
    severity: 'playing',
    check: ['fret-heights'],
    find: (known) => {
      const lowest = known.read('fretHeight', 'lowest');
      const seen = known.has('fretWear', 'very-low') || known.has('fretPits', 'deep');
      const low = lowest !== null && lowest.value - lowest.sd <= VERY_LOW;
      return one(low || seen, () => ({
        say: ({ gap }) =>
          lowest === null
            ? 'Frets are worn low: their height decides between spot work, levelling and new ones.'
            : low
              ? `The lowest fret is ${gap(lowest.value)} high, very low: new frets, or spot work that saves the originals.`
              : `Frets are pitted, and ${gap(lowest.value)} is left: ${lowest.value > LEVELS_FROM ? 'they can be levelled' : 'spot work rather than levelling'}.`,
        evidence: [...known.ofReads(lowest), ...known.ofPoints('fretWear', 'fretPits')],
        check: lowest ? [] : ['fret-heights'],
        schools: ['Put back the originals; new ones; level all; or spot work that saves low originals.'],
      }));
    },
  },
  {
    id: 'fret-loose',
    severity: 'playing',
    never: ['file'],
    find: (known) =>
      one(known.has('fretLift', 'lift-under-the-finger') || known.has('fretWear', 'lifting'), () => ({
        say: () =>
          `A fret is loose in its slot${atFrets(known.point('fretLift'))}: seat and hold it before any levelling; filing it again and again cures nothing.`,
        evidence: known.ofPoints('fretLift', 'fretWear'),
      })),
  },
  {
    id: 'fret-high',
    severity: 'playing',
    find: (known) =>
      one(known.has('fretRocking', 'rocks', 'rocks-a-little'), () => ({
        severity: known.has('fretRocking', 'rocks') ? 'playing' : 'watch',
        say: () =>
          `A fret stands high${atFrets(known.point('fretRocking'))}: it may be innocent and the one before it low, or loose in its slot.`,
        evidence: known.ofPoints('fretRocking'),
        check: known.point('fretLift') ? [] : ['fret-heights'],
      })),
  },
  {
    id: 'buzz',
    severity: 'playing',
    find: (known) =>
      one(known.has('buzz', 'buzzes-bass', 'buzzes-treble'), () => ({
        say: () => `It buzzes${atFrets(known.point('buzz'))} as its owner plays.`,
        evidence: known.ofPoints('buzz'),
        check: known.point('fretRocking') ? [] : ['fret-heights'],
      })),
  },
  {
    id: 'break-angle-low',
    severity: 'playing',
    never: ['trim'],
    find: (known) => {
      const { stringKind, pairedStrings } = known.instrument;
      if (known.archtop || stringKind === 'nylon' || pairedStrings) return [];
      const low = known.readsOf('breakAngle').filter(({ value }) => value < BREAKS_WELL);
      const least = low.sort((a, b) => a.value - b.value)[0];
      return one(least !== undefined, () => ({
        severity: least!.value < BREAK_STOP ? 'structural' : 'playing',
        say: ({ degrees }) =>
          `The strings bend only ${degrees(least!.value)} behind the saddle: it loses tone and the saddle itself buzzes. Ramp the holes where the neck is still good; do not trim further.`,
        evidence: known.ofReads(...low),
      }));
    },
  },
  {
    id: 'intonation-off',
    severity: 'playing',
    find: (known) => {
      const off = known.readsOf('intonation').filter(({ value, sd }) => Math.abs(value) - 2 * sd > HEARD);
      const worst = off.sort((a, b) => Math.abs(b.value) - Math.abs(a.value))[0];
      const upset = known.verdict.answer !== 'nothing is off' || known.verdict.fold === 'folds';
      return one(worst !== undefined, () => ({
        severity: upset ? 'watch' : 'playing',
        say: () =>
          `Intonation is off by up to ${Math.abs(Math.round(worst!.value))} cents${upset ? '; it is judged again once the action is right' : ': the saddle is set dry and checked before it is glued'}.`,
        evidence: known.ofReads(...off),
      }));
    },
  },
  {
    id: 'off-centre',
    severity: 'structural',
    find: (known) => {
      const [bass, treble] = [known.read('pinGap', 'bass'), known.read('pinGap', 'treble')];
      if (!bass || !treble) return [];
      const by = (bass.value - treble.value) / 2;
      return one(Math.abs(by) - (2 * Math.hypot(bass.sd, treble.sd)) / 2 > OFF_CENTRE, () => ({
        severity: known.verdict.cause === 'neck' ? 'structural' : 'watch',
        say: ({ fine }) =>
          `The neck points ${fine(Math.abs(by))} to the ${by > 0 ? 'treble' : 'bass'} side at the bridge${known.verdict.cause === 'neck' ? ': it is put right with the angle' : ''}.`,
        evidence: known.ofReads(bass, treble),
      }));
    },
  },
  pointRule('tuners-fail', 'tuners', ['slips', 'one-is-missing'], {
    text: 'A tuner slips or is missing.',
    severity: 'playing',
  }),
  pointRule('lies-inside', 'debris', ['string-ends', 'loose-wire', 'a-loose-nut'], {
    text: 'Something loose lies inside: many rattles are a string end or a nut, not a brace.',
    severity: 'watch',
  }),
  pointRule('guard-curls', 'hardware', ['pickguard-curls'], {
    text: 'The pickguard curls and may crack the top along its edge.',
    severity: 'looks',
    check: ['celluloid'],
  }),
  pointRule('parts-missing', 'hardware', ['parts-missing'], {
    text: 'Parts are missing; odd and adjustable parts that are left stay with the instrument.',
    severity: 'looks',
  }),
  pointRule('finish-soft', 'finish', ['soft-or-tacky'], {
    text: 'The finish is soft: no heat, no tape, and a cushion under every clamp.',
    severity: 'watch',
    never: ['heat'],
  }),
  pointRule('finish-thick', 'finish', ['thick-film-over-the-joint'], {
    text: 'A thick film runs over the joint and can hold it by itself: it is cut first.',
    severity: 'watch',
  }),
  pointRule('seller-excuses', 'sellersWords', ['excuses-the-action'], {
    text: 'The seller says that it is set up high on purpose: that usually means that a neck set is due.',
    severity: 'watch',
    check: ['full-stance'],
  }),
  {
    id: 'celluloid-near',
    severity: 'watch',
    never: ['heat'],
    find: (known) => {
      const { binding, pickguard } = known.instrument.build;
      return one(
        (binding === 'celluloid' || pickguard === 'celluloid' || known.has('celluloid', 'sound')) &&
          !known.has('celluloid', 'rots'),
        (): Found => ({
          say: () =>
            'There is celluloid on it: no heat within a hand’s width; it comes off first where it can.',
          evidence: [...known.ofPoints('celluloid'), { of: 'build', date: null }],
        }),
      );
    },
  },
];
