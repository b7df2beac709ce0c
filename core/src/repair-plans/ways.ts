import { isIntegral, rodOf, ruleIs, type Finding, type FindingOf, type RuleId } from '../diagnosis/index.js';
import { BOW_TO_PRESS, LEVELS_FROM } from '../targets/index.js';
import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, has, markOf, type Context } from './context.js';
import { mayFlatten } from './never.js';

type Way<Rule extends RuleId> = (finding: FindingOf<Rule>, of: Context) => TreatmentId[];
/** Null leaves it undone. */
type OtherWay<Rule extends RuleId> = (finding: FindingOf<Rule>, of: Context) => TreatmentId[] | null;

/** What may be done about a finding. */
interface WaysOf<Rule extends RuleId> {
  /** the shop's usual way; empty where it only asks a question, or something else answers it */
  usual?: Way<Rule>;
  /** what an ambition does otherwise */
  least?: OtherWay<Rule>;
  lasting?: OtherWay<Rule>;
  preserve?: OtherWay<Rule>;
  /** what answers it besides, any one of them */
  also?: readonly TreatmentId[];
}
/** Null where it asks or tells, and nothing is done about it. */
type Ways = { readonly [Rule in RuleId]: WaysOf<Rule> | null };

/** Over this moisture humidity does not close a crack: it is splinted or filled, %MC. House figure. */
const CLOSES_AT_MOST = 12;

/** What closes a crack, by where it lies and whether damp closes it. */
function crackWork(finding: Pick<Finding, 'mark'>, of: Context): TreatmentId[] {
  const mark = markOf(of, finding);
  if (mark?.load === 'headstock') return ['glue-headstock'];
  if (mark?.load === 'heel') return ['glue-heel'];
  if (mark?.load === 'block') return ['glue-block'];
  if (mark?.face === 'side') return ['rehydrate', 'glue-lining'];
  const open = mark?.closing && mark.closing.from > CLOSES_AT_MOST;
  return ['rehydrate', open ? 'splint-crack' : 'close-crack'];
}

/** How a neck comes off, by its joint; nothing while the joint is not known. */
function neckWork({ evidence }: Context): TreatmentId[] {
  const joint = evidence.instrument.build.neckJoint;
  if (joint === undefined) return [];
  if (isIntegral(evidence.instrument)) return ['taper-board'];
  if (joint === 'mortise-bolted' || joint === 'bolted-flat') return ['reset-bolted', 'extension'];
  return ['neck-off', 'fit-heel', 'reglue-neck', 'extension'];
}

/** By the shop's school a fold is flattened where it may be, or accepted and the saddle trimmed while there is saddle. */
function bellyWork(_: unknown, of: Context): TreatmentId[] {
  if (of.evidence.schools.belly === 'accept')
    return of.diagnosis.sides.some(({ there }) => there === 'high') ? ['saddle'] : [];
  return mayFlatten(of) ? ['rehydrate', 'flatten-belly', 'rest-under-tension'] : [];
}

/** What may be done about each finding. */
export const WAYS: Ways = {
  'grain-crack': {
    usual: (finding, of) => {
      const mark = markOf(of, finding);
      // an archtop has no plate, and its bridge stands loose
      const under =
        of.evidence.instrument.type === 'flat-top' &&
        (!mark || mark.load === 'bridge' || mark.load === 'plate');
      return under
        ? ['remove-bridge', 'graft-top', 'replace-plate', 'reglue-bridge', 'rest-under-tension']
        : ['rehydrate', 'close-crack', 'rest-under-tension'];
    },
    preserve: () => ['keep-slack'],
  },
  'crack-grew': {
    usual: crackWork,
    also: ['close-crack', 'splint-crack', 'centre-seam', 'impact-crack'],
  },
  'crack-in-load': {
    usual: (finding, of) => (finding.certainty === 'certain' ? crackWork(finding, of) : []),
  },
  'crack-moves': {
    usual: (finding, of) =>
      finding.severity === 'watch'
        ? ['watch-crack']
        : of.evidence.schools.cracks === 'watch first' && finding.mark !== null
          ? ['rehydrate', 'watch-crack']
          : finding.certainty === 'certain'
            ? crackWork(finding, of)
            : [],
    least: () => ['watch-crack'],
    also: ['close-crack', 'splint-crack', 'centre-seam', 'guard-crack', 'board-crack', 'impact-crack'],
  },
  'crack-breathes': {
    usual: (finding, of) =>
      finding.severity === 'watch'
        ? ['watch-crack', 'home-humidity']
        : [...crackWork(finding, of), 'home-humidity'],
    least: () => ['watch-crack', 'home-humidity'],
    preserve: (_, of) => (of.diagnosis.unsound ? null : ['watch-crack', 'home-humidity']),
    also: ['close-crack', 'splint-crack', 'centre-seam', 'guard-crack', 'board-crack'],
  },
  'crack-quiet': {
    usual: () => ['watch-crack'],
  },
  'tail-cracked': {
    usual: (_, of) =>
      has(of, 'tail', 'side-crack') && !has(of, 'linings', 'block-split') ? ['rehydrate', 'glue-lining'] : [],
    also: ['glue-block'],
  },
  'bridge-lifts': {
    usual: (_, of) => {
      const depths = of.evidence.reads.filter(({ quantity }) => quantity === 'bridgeGapDepth');
      const { oldGlue } = of.evidence.instrument.build;
      const edge = depths.length > 0 && depths.every(({ value }) => value < 3e-3) && oldGlue === 'hot-hide';
      if (edge) return ['wick-bridge', 'rest-under-tension'];
      // screws that a repairer put in come out before any heat; what the maker built in is left, or reused
      const screwed = has(of, 'bridge', 'screws-or-bolts') && !of.evidence.instrument.build.bridgeFixing;
      return [
        ...(screwed ? (['screws-out'] as const) : []),
        'remove-bridge',
        'reglue-bridge',
        'rest-under-tension',
      ];
    },
    lasting: () => ['remove-bridge', 'footprint', 'reglue-bridge', 'rest-under-tension'],
    also: ['reglue-bridge'],
  },
  'x-loose-at-bridge': {
    usual: () => ['rehydrate', 'reglue-brace', 'rest-under-tension'],
  },
  'brace-loose': {
    usual: (_, of) =>
      has(of, 'topBraces', 'cracked-brace')
        ? ['rehydrate', 'reglue-brace', 'sister-brace', 'rest-under-tension']
        : [
            'rehydrate',
            of.evidence.instrument.type === 'archtop' ? 'reglue-bar' : 'reglue-brace',
            'rest-under-tension',
          ],
    also: ['replace-brace'],
  },
  'plate-cracked': {
    usual: () => ['replace-plate', 'rest-under-tension'],
  },
  'plate-worn': {
    usual: () => ['patch-plate'],
    least: () => null,
    lasting: () => ['replace-plate', 'rest-under-tension'],
    preserve: () => null,
    also: ['patch-plate', 'replace-plate'],
  },
  'block-split': {
    usual: () => ['rehydrate', 'glue-block', 'rest-under-tension'],
  },
  'heel-opens': {
    usual: (_, of) =>
      isIntegral(of.evidence.instrument) && of.evidence.instrument.build.neckJoint !== undefined
        ? ['glue-heel', 'rest-under-tension']
        : neckWork(of),
  },
  'headstock-cracked': {
    usual: () => ['glue-headstock'],
    also: ['glue-headstock', 'spline-headstock'],
  },
  'anchor-fails': {
    usual: () => ['mend-anchor'],
  },
  'bar-fallen': {
    usual: () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  },
  'bar-loose': {
    usual: () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  },
  'steel-on-nylon': {
    usual: () => ['nylon-back-on'],
  },
  'finish-flakes': {
    usual: () => ['lay-finish'],
  },
  'splinter-loose': {
    usual: () => ['glue-splinter'],
  },
  'celluloid-rots': {
    usual: () => ['isolate-celluloid'],
  },
  'pests-live': {
    usual: () => ['treat-pests'],
  },
  mould: {
    usual: () => ['dry-mould', 'bring-down-damp'],
  },
  'battery-leaks': {
    usual: () => ['battery-out'],
  },
  'back-brace-loose': {
    usual: () => ['rehydrate', 'reglue-back-brace'],
  },
  'lining-loose': {
    usual: () => ['rehydrate', 'glue-lining'],
    also: ['close-rim'],
  },
  'post-fallen': {
    usual: () => ['sound-post'],
  },
  'bridge-split': {
    usual: () => ['glue-bridge'],
  },
  'hole-sunk': {
    usual: () => ['rehydrate', 'lift-hole', 'rest-under-tension'],
  },
  'saddle-answers': {
    usual: () => ['saddle'],
  },
  'saddle-taller': {
    usual: () => ['taller-saddle'],
  },
  'target-low': {
    usual: () => ['saddle'],
    preserve: () => null,
  },
  'thickness-lifts': {
    // a bridge thicker than it was made is a later one: made anew at its thickness, never an original planed
    usual: () => ['remove-bridge', 'make-bridge', 'reglue-bridge', 'rest-under-tension', 'saddle'],
  },
  'neck-due': {
    usual: (_, of) => [
      ...neckWork(of),
      ...(neckWork(of).length > 0 ? (['saddle'] as const) : []),
      ...(found(of, 'bridge-thinned') ? (['make-bridge', 'remove-bridge', 'reglue-bridge'] as const) : []),
    ],
    // an opened joint is no angle that is off: it is damage, and answered
    least: () => null,
    preserve: () => null,
    also: ['fit-heel', 'reset-bolted', 'taper-board', 'slip-back', 'saw-heel'],
  },
  'belly-lifts': {
    usual: bellyWork,
    least: () => null,
    preserve: () => null,
  },
  'belly-folds': {
    usual: bellyWork,
    least: () => null,
    preserve: () => null,
  },
  'neck-overset': {
    usual: (finding) => (finding.certainty === 'certain' ? ['overset'] : []),
    least: () => null,
    preserve: () => null,
  },
  'still-settling': {
    usual: () => ['rest-under-tension'],
  },
  'season-high': {
    usual: () => ['home-humidity'],
    least: () => ['home-humidity'],
    lasting: () => ['home-humidity'],
    preserve: () => ['home-humidity'],
  },
  'season-low': {
    usual: () => ['rehydrate', 'home-humidity'],
  },
  'dry-wood': {
    usual: () => ['rehydrate'],
  },
  'damp-room': {
    usual: (finding) => (finding.severity === 'structural' ? ['bring-down-damp', 'home-humidity'] : []),
  },
  'wheels-answer': {
    usual: () => ['thumb-wheels'],
  },
  'arch-sinks': {
    usual: () => ['raise-arch', 'rest-under-tension'],
  },
  twist: {
    usual: () => ['twisted-neck'],
    least: () => null,
    preserve: () => null,
  },
  'relief-high': {
    usual: (_, of) => reliefWork(of, true),
    least: (_, of) => (rodOf(of.evidence) === 'works' ? ['adjust-rod'] : null),
    also: ['adjust-rod', 'press-neck', 'compression-refret', 'stiffen-neck', 'replace-rod'],
  },
  'relief-low': {
    usual: (_, of) => reliefWork(of, false),
    also: ['adjust-rod', 'replace-rod'],
  },
  'back-bow': {
    usual: (_, of) => (rodOf(of.evidence) === 'none' ? ['other-strings'] : reliefWork(of, false)),
    also: ['adjust-rod', 'press-neck'],
  },
  'rod-spins': {
    usual: () => ['free-rod'],
    also: ['replace-rod'],
  },
  'rod-at-end': {
    usual: () => ['free-rod'],
  },
  'rod-stiff': {
    usual: () => ['free-rod'],
    also: ['replace-rod'],
  },
  'nut-high': {
    usual: () => ['nut'],
    also: ['nut', 'shim-nut'],
  },
  'nut-low': {
    usual: () => ['shim-nut'],
    also: ['nut', 'shim-nut'],
  },
  'nut-cracked': {
    usual: () => ['shim-nut'],
    also: ['nut', 'shim-nut'],
  },
  'frets-low': {
    usual: (_, of) => {
      const lowest = of.evidence.reads.find(
        ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
      );
      if (!lowest) return [];
      return lowest.value >= LEVELS_FROM ? ['level-frets'] : ['refret'];
    },
    least: () => null,
    lasting: () => ['refret', 'pull-frets'],
    preserve: () => null,
    also: ['level-frets', 'refret', 'part-refret', 'compression-refret'],
  },
  'fret-loose': {
    usual: () => ['seat-fret'],
    also: ['refret'],
  },
  'fret-high': {
    // the fret that catches may be innocent
    usual: (finding, of) =>
      finding.severity === 'playing' && !found(of, 'fret-loose', 'frets-low') ? ['spot-level'] : [],
    also: ['seat-fret', 'spot-level', 'level-frets', 'refret', 'part-refret'],
  },
  'break-angle-low': {
    usual: (_, of) => (of.evidence.instrument.build.bridge === 'tied' ? ['tie-holes'] : ['ramp-holes']),
    also: ['ramp-holes', 'tie-holes', 'pin-holes-tied'],
  },
  'intonation-off': {
    usual: (finding) => (finding.severity === 'playing' ? ['intonation'] : []),
  },
  'tuners-fail': {
    usual: () => ['tuners'],
  },
  'parts-missing': {
    usual: () => ['hardware'],
  },
  'bridge-thinned': {
    least: () => null,
    lasting: (_, of) =>
      found(of, 'bridge-lifts')
        ? ['build-up-bridge']
        : ['build-up-bridge', 'remove-bridge', 'reglue-bridge', 'rest-under-tension'],
    preserve: () => null,
    also: ['make-bridge', 'build-up-bridge'],
  },
  // they ask or tell
  'brace-rattles': null,
  'plate-replaced': null,
  'not-seen': null,
  'bridge-screwed': null,
  'tailpiece-added': null,
  'heel-hairline': null,
  'headstock-hairline': null,
  'joint-fixed': null,
  'action-off': null,
  'season-untold': null,
  'season-hides': null,
  'neck-asked': null,
  'plane-by-eye': null,
  'saddle-spent': null,
  'leans-much': null,
  'belly-odd': null,
  'dome-sound': null,
  'plane-fell': null,
  creeps: null,
  'wheels-spent': null,
  'wheels-unread': null,
  'arch-by-eye': null,
  'block-risen': null,
  buzz: null,
  'off-centre': null,
  'lies-inside': null,
  'guard-curls': null,
  'finish-soft': null,
  'finish-thick': null,
  'seller-excuses': null,
  'celluloid-near': null,
  'nothing-at-pitch': null,
  'readings-disagree': null,
  'slack-for-pitch': null,
  'side-missing': null,
  'stance-missing': null,
  'not-looked-inside': null,
  'held-unsound': null,
  'usual-taken': null,
};

function reliefWork(of: Context, high: boolean): TreatmentId[] {
  const rod = rodOf(of.evidence);
  if (rod === 'none') {
    const bow = Math.max(...of.diagnosis.sides.map(({ measured }) => measured?.relief.value ?? 0));
    return high && bow > BOW_TO_PRESS ? ['press-neck'] : [];
  }
  return rod === 'works' ? ['adjust-rod'] : [];
}

/** What a plan aims at besides leaving it. */
export const AMBITIONS = ['least', 'sound', 'lasting', 'preserve'] as const;
export type Ambition = (typeof AMBITIONS)[number];

/** What an ambition does about a finding; null leaves it undone. */
export function answerOf<Rule extends RuleId>(
  ambition: Ambition,
  finding: FindingOf<Rule>,
  of: Context,
): TreatmentId[] | null {
  const ways = waysOf(finding);
  const other = ambition === 'sound' ? undefined : ways[ambition];
  if (other) return other(finding, of);
  const ids = ways.usual?.(finding, of) ?? [];
  if (ids.length === 0) return null;
  if (ambition === 'sound' || ambition === 'lasting') return ids;
  if (ambition === 'preserve') return ids.some((id) => loses(id)) ? null : ids;
  // the least answers what is live, and beyond that what is soon undone and soon done
  if (finding.severity === 'live' || finding.unsound) return ids;
  if (ids.some((id) => TREATMENTS[id].undo[0] > 2 || loses(id))) return null;
  return finding.severity === 'structural' && ids.some((id) => TREATMENTS[id].glues) ? null : ids;
}

const waysOf = <Rule extends RuleId>({ rule }: Pick<FindingOf<Rule>, 'rule'>): WaysOf<Rule> =>
  (WAYS as Record<RuleId, WaysOf<Rule> | null>)[rule] ?? {};

/** What alters or loses an original part. */
const loses = (id: TreatmentId): boolean =>
  TREATMENTS[id].originals === 'altered' ||
  TREATMENTS[id].originals === 'lost' ||
  TREATMENTS[id].undo[0] >= 4;
/** Whether a plan answers a finding by any of the ways that there are. */
export function isAnswered<Rule extends RuleId>(
  finding: FindingOf<Rule>,
  ids: ReadonlySet<TreatmentId>,
  of: Context,
): boolean {
  // what is not loaded is answered while it stays slack; rot, pests and mould go on
  if (ids.has('keep-slack') && finding.severity === 'live' && !ruleIs(finding.rule, 'goes on slack'))
    return true;
  const { usual, lasting, also } = waysOf(finding);
  if (also?.some((id) => ids.has(id))) return true;
  // what only makes the least of it answers nothing
  const ways = [usual?.(finding, of) ?? [], lasting?.(finding, of) ?? []].filter((way) => way.length > 0);
  return ways.some((way) => {
    const own = way.filter((id) => !hasRole(id, 'company'));
    return (own.length > 0 ? own : way).every((id) => ids.has(id));
  });
}

/** Whether it may be strung to pitch once these were done: nothing that makes it unsound is left. */
export const mayBeStrung = (ids: ReadonlySet<TreatmentId>, of: Context): boolean =>
  !ids.has('keep-slack') &&
  of.diagnosis.findings.every((finding) => !finding.unsound || isAnswered(finding, ids, of));
