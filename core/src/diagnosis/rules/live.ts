import { sayDate } from '../../days/index.js';
import type { MarkItem } from '../evidence.js';
import { ofMark, type Known } from '../known.js';
import type { Found } from '../finding.js';
import { one, pointRule, type Rule } from './rule.js';

const crackMarks = (known: Known): MarkItem[] => known.marksOf('crack');
/** Cracks of the top across the grain. */
const acrossGrain = (known: Known): MarkItem[] => crackMarks(known).filter(({ across }) => across);

/** Paper that goes so far under a bridge says that it lifts, m. Common practice. */
const PAPER_GOES_IN = 3e-3;

/** What acts now, whatever the action: nothing of it waits for a set-up. */
export const LIVE_RULES: Rule[] = [
  {
    id: 'grain-crack',
    severity: 'live',
    never: ['pitch', 'flatten', 'trim'],
    unsound: true,
    find: (known) => {
      const marks = acrossGrain(known);
      const seen = known.has('grainCrack', 'cracked-across');
      return one(seen || marks.length > 0, () => ({
        say: () =>
          'The top is cracked across the grain: its strength runs along the grain, so the strings come down today.',
        evidence: [...known.ofPoints(...(seen ? (['grainCrack'] as const) : [])), ...marks.map(ofMark)],
        mark: marks[0]?.id,
      }));
    },
  },
  {
    id: 'crack-grew',
    severity: 'live',
    check: ['crack-width', 'press-crack'],
    never: ['flatten'],
    find: (known) =>
      // one that closed in the damp season has grown all the same
      known.evidence.marks
        .filter(
          ({ kind, across, grew, state }) =>
            kind === 'crack' && !across && grew !== null && state !== 'repaired',
        )
        .map((mark): Found => {
          const { by, since } = mark.grew!;
          return {
            say: ({ length }) =>
              `${named(mark)} grew by ${length(by)} since ${sayDate(since, 'long')}${mark.state === 'closed' ? ', though it stands closed today' : ''}: slacken it, then humidify, close, glue and cleat.`,
            evidence: [ofMark(mark)],
            mark: mark.id,
            unsound: mark.load !== null,
          };
        }),
  },
  {
    id: 'crack-in-load',
    severity: 'live',
    check: ['press-crack'],
    never: ['flatten'],
    find: (known) =>
      crackMarks(known)
        .filter(({ across, grew, load, state }) => !across && !grew && load !== null && state !== 'quiet')
        .map((mark): Found => ({
          certainty: mark.state === 'moving' ? 'certain' : 'suspected',
          say: () =>
            mark.state === 'moving'
              ? `${named(mark)} lies in the way of the load, at the ${mark.load!}, and moves.`
              : `${named(mark)} lies in the way of the load, at the ${mark.load!}, and nobody has pressed on it yet.`,
          evidence: [ofMark(mark)],
          mark: mark.id,
          unsound: mark.state === 'moving',
        })),
  },
  {
    id: 'bridge-lifts',
    severity: 'live',
    check: ['paper-bridge'],
    never: ['flatten', 'trim'],
    find: (known) => {
      const deepest = known.readsOf('bridgeGapDepth').sort((a, b) => b.value - a.value)[0];
      const thick = known.readsOf('bridgeGap').filter(({ value, sd }) => value > 2 * sd);
      const marks = known.marksOf('bridge gap');
      const goesIn = deepest !== undefined && deepest.value >= PAPER_GOES_IN;
      const seen = known.has('bridge', 'lifting');
      const moving = marks.some(({ state, depth }) => state === 'moving' || (depth ?? 0) >= PAPER_GOES_IN);
      return one(seen || goesIn || marks.length > 0 || thick.length > 0, () => ({
        certainty: seen || goesIn || moving ? 'certain' : 'probable',
        say: ({ length }) =>
          goesIn
            ? `The bridge lifts: paper goes ${length(deepest.value)} under it.`
            : deepest
              ? `The bridge begins to lift at its edge; paper goes only ${length(deepest.value)} in.`
              : 'The bridge lifts; how far paper goes in was not read.',
        evidence: [
          ...known.ofPoints(...(seen ? (['bridge'] as const) : [])),
          ...known.ofReads(deepest ?? null, ...thick),
          ...marks.map(ofMark),
        ],
        mark: marks[0]?.id,
        check: goesIn ? [] : ['paper-bridge'],
        // how far it goes in decides; not read, it is taken for the worse
        unsound: goesIn || moving || deepest === undefined,
      }));
    },
  },
  {
    id: 'x-loose-at-bridge',
    severity: 'live',
    never: ['pitch', 'flatten', 'trim', 'reset'],
    unsound: true,
    find: (known) =>
      known
        .marksOf('separation')
        .filter(({ brace }) => brace?.atBridge)
        .map((mark): Found => ({
          say: ({ length }) =>
            `${named(mark)} is loose at the bridge${mark.length === null ? '' : `, over ${length(mark.length)}`}.`,
          evidence: [ofMark(mark)],
          mark: mark.id,
        })),
  },
  pointRule('plate-cracked', 'bridgePlate', ['cracked'], {
    text: 'The bridge plate is cracked: the ball ends pull on the top itself.',
    check: ['plate-look'],
    never: ['pitch', 'flatten', 'trim'],
    unsound: true,
  }),
  pointRule('block-split', 'linings', ['block-split'], {
    text: 'A block is split: what holds neck or tail gives way.',
    never: ['pitch', 'reset', 'trim'],
    unsound: true,
  }),
  {
    id: 'heel-opens',
    severity: 'live',
    check: ['joint-kind', 'heel-flex'],
    never: ['pitch', 'trim', 'wick'],
    unsound: true,
    find: (known) => {
      const gaps = known
        .readsOf('jointGap')
        .filter(({ value, sd, strings }) => strings === 'pitch' && value > Math.max(2 * sd, 0.08e-3));
      const seen = known.has('neckJoint', 'gap', 'moves');
      return one(seen || gaps.length > 0, () => ({
        say: () =>
          'The heel opens under tension: the joint has let go, and its angle is read only once it is closed.',
        evidence: [...known.ofPoints(...(seen ? (['neckJoint'] as const) : [])), ...known.ofReads(...gaps)],
      }));
    },
  },
  pointRule('headstock-cracked', 'headstock', ['crack-behind-the-nut', 'broken'], {
    text: 'The headstock is cracked behind the nut: never tune it up to draw glue in, it can break off.',
    never: ['pitch', 'wick'],
    unsound: true,
  }),
  pointRule('anchor-fails', 'stringAnchor', ['cracked', 'hinge-cracked', 'pin-loose'], {
    text: 'What the strings hang on gives way: tailpiece, hinge or end pin.',
    check: ['block-look'],
    never: ['pitch'],
    unsound: true,
  }),
  pointRule('bar-fallen', 'archBars', ['fallen'], {
    text: 'A bar has fallen: the arch stands without it.',
    check: ['arch'],
    never: ['pitch'],
    unsound: true,
  }),
  {
    id: 'steel-on-nylon',
    severity: 'live',
    never: ['steel', 'pitch'],
    unsound: true,
    find: (known) => {
      const { build, stringKind, assumed } = known.instrument;
      const tied = build.bridge === 'tied';
      return one(
        stringKind === 'steel' && !assumed.includes('stringSet') && (tied || build.bracing === 'fan'),
        () => ({
          certainty: tied ? 'certain' : 'probable',
          say: () =>
            'Steel strings are on an instrument built for nylon or gut: take them off and look at bridge and top.',
          evidence: [{ of: 'build', date: null }],
        }),
      );
    },
  },
  pointRule('finish-flakes', 'finish', ['flakes'], {
    text: 'The finish flakes: it is laid down before anything is cleaned, taped or clamped.',
  }),
  pointRule('splinter-loose', 'finish', ['loose-splinter'], {
    text: 'A splinter is loose: it is glued back before it is lost.',
  }),
  pointRule('celluloid-rots', 'celluloid', ['rots'], {
    text: 'Celluloid rots: it comes off without heat, and is kept apart; its fumes eat metal and finish.',
    never: ['heat', 'nextTo'],
  }),
  pointRule('pests-live', 'pests', ['live-pests'], {
    text: 'Beetles are at work: bag it and its case before it stands beside another instrument.',
    never: ['nextTo'],
  }),
  pointRule('mould', 'pests', ['mould'], {
    text: 'Mould grows on it: quarantine, dry it slowly, brush and air it.',
    never: ['nextTo'],
  }),
  pointRule('battery-leaks', 'electrics', ['battery-leaks'], {
    text: 'The battery leaks: take it out today, with gloves.',
  }),
];

/** A mark at the beginning of a sentence. */
export const named = ({ name }: MarkItem): string => `${name[0]!.toUpperCase()}${name.slice(1)}`;
