import type { LoadPart, MarkItem } from '../evidence.js';
import { ofMark, type Known } from '../known.js';
import { asksJoint } from '../neckFacts.js';
import { one, pointRule, type Found, type RulesOf } from './rule.js';

/** Lengths m, days by their date. */
export interface LiveArgs {
  'grain-crack': null;
  'crack-grew': { by: number; since: string; closed: boolean };
  'crack-in-load': { at: LoadPart; moves: boolean };
  /** how far paper goes in; null where it was not read */
  'bridge-lifts': { depth: number | null; goesIn: boolean };
  'x-loose-at-bridge': { length: number | null };
  'plate-cracked': null;
  'block-split': null;
  'heel-opens': null;
  'headstock-cracked': null;
  'anchor-fails': null;
  'bar-fallen': null;
  'steel-on-nylon': null;
  'finish-flakes': null;
  'splinter-loose': null;
  'celluloid-rots': null;
  'pests-live': null;
  mould: null;
  'battery-leaks': null;
}

const crackMarks = (known: Known): MarkItem[] => known.marksOf('crack');
/** Cracks of the top across the grain. */
const acrossGrain = (known: Known): MarkItem[] => crackMarks(known).filter(({ across }) => across);

/** Paper that goes so far under a bridge says that it lifts, m. Common practice. */
const PAPER_GOES_IN = 3e-3;

/** What acts now, whatever the action: nothing of it waits for a set-up. */
export const LIVE_RULES: RulesOf<LiveArgs> = {
  'grain-crack': {
    severity: 'live',
    never: ['pitch', 'flatten', 'trim'],
    unsound: true,
    find: (known) => {
      const marks = acrossGrain(known);
      const seen = known.has('grainCrack', 'cracked-across');
      return one(seen || marks.length > 0, () => ({
        args: null,
        evidence: [...known.ofPoints(...(seen ? (['grainCrack'] as const) : [])), ...marks.map(ofMark)],
        mark: marks[0]?.id,
      }));
    },
  },
  'crack-grew': {
    severity: 'live',
    roles: ['damage'],
    check: ['crack-width', 'press-crack'],
    never: ['flatten'],
    find: (known) =>
      // one that closed in the damp season has grown all the same
      known.evidence.marks.flatMap((mark): Found<LiveArgs['crack-grew']>[] => {
        const { kind, across, grew, state } = mark;
        if (kind !== 'crack' || across || grew === null || state === 'repaired') return [];
        return [
          {
            args: { by: grew.by, since: grew.since, closed: state === 'closed' },
            evidence: [ofMark(mark)],
            mark: mark.id,
            unsound: mark.load !== null,
          },
        ];
      }),
  },
  'crack-in-load': {
    severity: 'live',
    roles: ['damage'],
    check: ['press-crack'],
    never: ['flatten'],
    find: (known) =>
      crackMarks(known).flatMap((mark): Found<LiveArgs['crack-in-load']>[] => {
        const { across, grew, load, state } = mark;
        if (across || grew || load === null || state === 'quiet') return [];
        const moves = state === 'moving';
        return [
          {
            certainty: moves ? 'certain' : 'suspected',
            args: { at: load, moves },
            evidence: [ofMark(mark)],
            mark: mark.id,
            unsound: moves,
          },
        ];
      }),
  },
  'bridge-lifts': {
    severity: 'live',
    roles: ['structure first'],
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
        args: { depth: deepest?.value ?? null, goesIn },
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
  'x-loose-at-bridge': {
    severity: 'live',
    roles: ['structure first'],
    never: ['pitch', 'flatten', 'trim', 'reset'],
    unsound: true,
    find: (known) =>
      known
        .marksOf('separation')
        .filter(({ brace }) => brace?.atBridge)
        .map((mark) => ({ args: { length: mark.length }, evidence: [ofMark(mark)], mark: mark.id })),
  },
  'plate-cracked': pointRule('bridgePlate', ['cracked'], {
    check: ['plate-look'],
    never: ['pitch', 'flatten', 'trim'],
    unsound: true,
  }),
  'block-split': pointRule('linings', ['block-split'], {
    never: ['pitch', 'reset', 'trim'],
    unsound: true,
  }),
  'heel-opens': {
    severity: 'live',
    never: ['pitch', 'trim', 'wick'],
    unsound: true,
    find: (known) => {
      const gaps = known
        .readsOf('jointGap')
        .filter(({ value, sd, strings }) => strings === 'pitch' && value > Math.max(2 * sd, 0.08e-3));
      const seen = known.has('neckJoint', 'gap', 'moves');
      return one(seen || gaps.length > 0, () => ({
        args: null,
        evidence: [...known.ofPoints(...(seen ? (['neckJoint'] as const) : [])), ...known.ofReads(...gaps)],
        check: [...asksJoint(known), 'heel-flex'],
      }));
    },
  },
  'headstock-cracked': pointRule('headstock', ['crack-behind-the-nut', 'broken'], {
    never: ['pitch', 'wick'],
    unsound: true,
  }),
  'anchor-fails': pointRule('stringAnchor', ['cracked', 'hinge-cracked', 'pin-loose'], {
    check: ['block-look'],
    never: ['pitch'],
    unsound: true,
  }),
  'bar-fallen': pointRule('archBars', ['fallen'], { check: ['arch'], never: ['pitch'], unsound: true }),
  'steel-on-nylon': {
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
          args: null,
          evidence: [{ of: 'build', date: null }],
        }),
      );
    },
  },
  'finish-flakes': pointRule('finish', ['flakes'], { roles: ['goes on slack'] }),
  'splinter-loose': pointRule('finish', ['loose-splinter']),
  'celluloid-rots': pointRule('celluloid', ['rots'], { never: ['heat', 'nextTo'], roles: ['goes on slack'] }),
  'pests-live': pointRule('pests', ['live-pests'], { never: ['nextTo'], roles: ['goes on slack'] }),
  mould: pointRule('pests', ['mould'], { never: ['nextTo'], roles: ['goes on slack'] }),
  'battery-leaks': pointRule('electrics', ['battery-leaks'], { roles: ['goes on slack'] }),
};
