import { THINNED_BRIDGE } from '../../targets/index.js';
import { ofMark, type Known } from '../known.js';
import type { Found } from '../finding.js';
import { named } from './live.js';
import { one, pointRule, type Rule } from './rule.js';

const mm = 1e-3;
/** A crack beside the fingerboard is short up to here, m. House figure. */
const SHORT = 60 * mm;
/** A sound hole that stands so far out of its plane is sunk, m. House figure. */
const SUNK = 0.8 * mm;

/** What the instrument needs before it is set up. */
export const STRUCTURE_RULES: Rule[] = [
  {
    id: 'brace-loose',
    severity: 'structural',
    check: ['feel-braces'],
    never: ['flatten', 'reset'],
    find: (known) => {
      const marks = known.marksOf('separation').filter(({ brace }) => !brace?.atBridge);
      const top = marks.filter(({ brace }) => brace?.kind !== 'back brace');
      const told = known.marksOf('separation').length > 0;
      const points = !told && known.has('topBraces', 'loose-end', 'cracked-brace');
      return [
        ...top.map((mark): Found => ({
          say: ({ length }) =>
            `${named(mark)} is loose${mark.length === null ? '' : ` over ${length(mark.length)}`}.`,
          evidence: [ofMark(mark)],
          mark: mark.id,
          check: [],
        })),
        ...one(points, () => ({
          say: () =>
            known.has('topBraces', 'cracked-brace')
              ? 'A brace of the top is cracked; which one, and where, is not marked yet.'
              : 'A brace of the top is loose at its end; which one, from where to where, is not marked yet.',
          evidence: known.ofPoints('topBraces'),
        })),
      ];
    },
  },
  {
    id: 'brace-rattles',
    severity: 'watch',
    find: (known) =>
      one(
        known.has('braceRap', 'buzzes', 'rattles') &&
          known.looked('topBraces') !== 'found sound' &&
          known.marksOf('separation').length === 0 &&
          !known.has('topBraces', 'loose-end', 'cracked-brace'),
        () => ({
          certainty: 'suspected',
          say: () =>
            'A rap over the braces buzzes: many rattles are a string end or a nut, some are a loose brace.',
          evidence: known.ofPoints('braceRap'),
          check: ['rattle', ...(known.instrument.planDrawn ? (['walk-weight'] as const) : []), 'feel-braces'],
        }),
      ),
  },
  {
    id: 'bar-loose',
    severity: 'structural',
    check: ['arch'],
    find: (known) =>
      one(
        known.archtop &&
          known.has('archBars', 'loose', 'cracked') &&
          known.marksOf('separation').length === 0,
        () => ({
          say: () =>
            known.has('archBars', 'cracked')
              ? 'A bar under the arch is cracked.'
              : 'A bar under the arch is loose; the arch sinks where it lets go.',
          evidence: known.ofPoints('archBars'),
        }),
      ),
  },
  {
    id: 'back-brace-loose',
    severity: 'structural',
    find: (known) => {
      const marks = known.marksOf('separation').filter(({ brace }) => brace?.kind === 'back brace');
      return one(known.has('backBraces', 'loose-end', 'loose') || marks.length > 0, () => ({
        say: () => 'A back brace is loose; their ends let go most often.',
        evidence: [...known.ofPoints('backBraces'), ...marks.map(ofMark)],
        mark: marks[0]?.id,
      }));
    },
  },
  pointRule('lining-loose', 'linings', ['loose-lining'], {
    text: 'A lining is loose: the rim does not hold the plates there.',
    severity: 'structural',
  }),
  pointRule('post-fallen', 'soundPost', ['fallen'], {
    text: 'The sound post has fallen: ease the strings until it stands again or is taken out.',
    severity: 'structural',
    check: ['arch'],
  }),
  {
    id: 'crack-moves',
    severity: 'structural',
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
      const school =
        'Close and glue it as soon as it closes; or watch it through the damp season first, as some do.';
      return [
        ...marks.map((mark): Found => {
          const small = mark.besideBoard && (mark.length ?? Infinity) <= SHORT;
          return {
            severity: small ? 'watch' : 'structural',
            certainty: mark.state === 'moving' ? 'certain' : 'suspected',
            say: () =>
              small
                ? `${named(mark)} is short and lies beside the fingerboard: common and minor, watch it.`
                : mark.state === 'moving'
                  ? `${named(mark)} moves along the grain: humidity first, then close, glue and cleat it${closes(mark.closing)}.`
                  : `${named(mark)} runs along the grain, and nobody has pressed on it yet.`,
            evidence: [ofMark(mark)],
            mark: mark.id,
            check: mark.state === 'moving' ? ['crack-width'] : ['press-crack'],
            schools: small ? [] : [school],
          };
        }),
        ...one(points, () => ({
          say: () =>
            'A crack moves or stands open; where it lies is not marked yet. Along the grain humidity comes first; across it the strings come down.',
          evidence: known.ofPoints('cracks'),
          schools: [school],
        })),
      ];
    },
  },
  {
    id: 'crack-breathes',
    severity: 'structural',
    check: ['crack-width'],
    never: ['glueDry'],
    find: (known) =>
      known.evidence.marks
        .filter(
          ({ kind, opens, across, grew, state }) =>
            kind === 'crack' && opens && !across && !grew && state !== 'repaired' && state !== 'moving',
        )
        .map((mark): Found => ({
          severity: mark.besideBoard ? 'watch' : 'structural',
          say: () =>
            `${named(mark)} opens in the dry season and closes in the damp one: humidify, and glue it while it stands closed${closes(mark.closing)}.`,
          evidence: [ofMark(mark)],
          mark: mark.id,
          schools: ['Close and glue it now; or watch it through the damp season first, as some do.'],
        })),
  },
  {
    id: 'crack-quiet',
    severity: 'watch',
    find: (known) => {
      const quiet = known
        .marksOf('crack')

        .filter(({ across, grew, state, opens }) => !across && !grew && !opens && state === 'quiet');
      const point = !cracksMarked(known) && known.has('cracks', 'quiet-hairline');
      return [
        ...quiet.map((mark): Found => ({
          say: () =>
            `${named(mark)} is quiet${mark.load ? `, though it lies at the ${mark.load}` : ''}: measure it again when the season has turned.`,
          evidence: [ofMark(mark)],
          mark: mark.id,
        })),
        ...one(point, () => ({
          say: () => 'A quiet hairline is noted: mark it, and measure it again when the season has turned.',
          evidence: known.ofPoints('cracks'),
          check: ['mark-crack'] as const,
        })),
      ].map((found) => ({ ...found, check: [...(found.check ?? [])] }));
    },
  },
  {
    id: 'tail-cracked',
    severity: 'structural',
    check: ['block-look'],
    find: (known) =>
      one(known.has('tail', 'side-crack', 'crack-round-the-tail'), () => {
        const round = known.has('tail', 'crack-round-the-tail');
        const blockSound = known.looked('linings') === 'found sound';
        return {
          certainty: round && !blockSound ? 'suspected' : 'certain',
          say: () =>
            round
              ? blockSound
                ? 'A crack runs round the tail; the end block is sound.'
                : 'A crack runs round the tail: the end block may be split. Do not tune it up before that was looked at.'
              : 'A side is cracked.',
          evidence: known.ofPoints('tail'),
          check: round && !blockSound ? ['block-look'] : [],
          unsound: round && known.looked('linings') === 'not looked at',
        };
      }),
  },
  pointRule('plate-worn', 'bridgePlate', ['worn-holes'], {
    text: 'The holes of the bridge plate are worn: the ball ends pull into the top.',
    severity: 'structural',
  }),
  pointRule('plate-replaced', 'bridgePlate', ['replaced'], {
    text: 'The bridge plate was replaced: it may hide a top that was filled for good.',
    severity: 'watch',
    check: ['plate-look'],
  }),
  {
    id: 'not-seen',
    severity: 'watch',
    find: (known) => {
      const hidden = (['grainCrack', 'bridgePlate', 'topBraces', 'linings'] as const).filter(
        (point) => known.looked(point) === 'cannot be seen',
      );
      return one(hidden.length > 0, () => ({
        certainty: 'suspected',
        say: () =>
          `Not to be seen: ${hidden.map((point) => NOT_SEEN[point]).join(', ')}. What cannot be seen is not sound for that.`,
        evidence: known.ofPoints(...hidden),
      }));
    },
  },
  {
    id: 'bridge-thinned',
    severity: 'structural',
    check: ['bridge-thickness'],
    never: ['thin'],
    find: (known) => {
      const middle = known.read('bridgeThickness', 'middle') ?? known.readsOf('bridgeThickness')[0] ?? null;
      const thin = middle !== null && middle.value + 2 * middle.sd < THINNED_BRIDGE;
      const seen = known.has('bridge', 'planed-thin');
      return one(seen || thin, () => ({
        say: ({ fine }) =>
          `The bridge was planed thin${middle ? `, ${fine(middle.value)}` : ''}: it hides a neck that needed setting, and the lost break angle is put back with its thickness.`,
        evidence: [...known.ofPoints(...(seen ? (['bridge'] as const) : [])), ...known.ofReads(middle)],
        check: middle ? [] : ['bridge-thickness'],
      }));
    },
  },
  pointRule('bridge-split', 'bridge', ['cracked-through-the-pins'], {
    text: 'The bridge is cracked through its pin holes.',
    severity: 'structural',
  }),
  pointRule('bridge-screwed', 'bridge', ['screws-or-bolts'], {
    text: 'Screws or bolts hold the bridge: find out whether the maker or a repairer put them in; those that were built in stay.',
    severity: 'watch',
  }),
  pointRule('tailpiece-added', 'bridge', ['tailpiece-added'], {
    text: 'A tailpiece was added, often to spare a lifting bridge: look at bridge and plate.',
    severity: 'watch',
    check: ['paper-bridge'],
  }),
  {
    id: 'hole-sunk',
    severity: 'structural',
    check: ['feel-braces', 'block-look'],
    never: ['reset'],
    find: (known) => {
      const deep = known.readsOf('soundHole').filter(({ value, sd }) => value - 2 * sd > SUNK);
      const seen = known.has('topShape', 'sunken-at-the-hole');
      return one(seen || deep.length > 0, () => ({
        say: () =>
          'The top is sunk at the sound hole: transverse brace and neck block are probed before the neck angle is judged.',
        evidence: [...known.ofPoints(...(seen ? (['topShape'] as const) : [])), ...known.ofReads(...deep)],
      }));
    },
  },
  {
    id: 'heel-hairline',
    severity: 'watch',
    check: ['heel-flex'],
    find: (known) =>
      one(known.has('neckJoint', 'hairline-at-the-heel') && !known.has('neckJoint', 'gap', 'moves'), () => ({
        say: () => 'A hairline stands at the heel: try paper there, slack and at pitch.',
        evidence: known.ofPoints('neckJoint'),
      })),
  },
  pointRule('headstock-hairline', 'headstock', ['hairline'], {
    text: 'A hairline shows behind the nut, in the finish only as far as it was seen: flex the headstock by hand before it is tuned up.',
    severity: 'watch',
  }),
  pointRule('joint-fixed', 'neckJoint', ['screw-bolt-or-dowel'], {
    text: 'Somebody put a screw, bolt or dowel through the neck joint: it is found and marked before any heat or force.',
    severity: 'watch',
  }),
];

const NOT_SEEN = {
  grainCrack: 'the spruce under the plate',
  bridgePlate: 'the bridge plate',
  topBraces: 'the braces',
  linings: 'the blocks',
} as const;

/** A crack is on the map, whatever its state: where it lies is not asked again. */
const cracksMarked = (known: Known): boolean => known.evidence.marks.some(({ kind }) => kind === 'crack');

/** At which moisture a crack closes, at the end of a sentence. */
function closes(at: { from: number; to: number } | null): string {
  if (!at) return '';
  const number = (x: number) => x.toFixed(0);
  if (at.to <= 10) return `; it closes at about ${number(at.from)} to ${number(at.to)} %MC`;
  if (at.from > 12) return '; humidity will not close it: splint or fill';
  return '; at which moisture it closes is not sure yet';
}
