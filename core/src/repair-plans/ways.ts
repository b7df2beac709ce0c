import {
  airVerdict,
  isIntegral,
  rodOf,
  ruleIs,
  type Finding,
  type FindingOf,
  type ReliefAnswer,
  type Rod,
  type RuleId,
} from '../diagnosis/index.js';
import { LEVELS_FROM } from '../targets/index.js';
import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, has, markOf, type Context } from './context.js';
import { mayFlatten } from './flatten.js';

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
  /** any of these lifts what it forbids; what answers it where left out */
  lifts?: readonly TreatmentId[];
  /** without any of these the rest of its way goes too; what does not only go along where left out */
  carries?: readonly TreatmentId[];
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

/** How a neck comes off and goes on, by its joint; how it is held is found out first. */
function neckWork({ evidence }: Context): TreatmentId[] {
  const joint = evidence.instrument.build.neckJoint;
  switch (joint) {
    case undefined:
      return [];
    case 'spanish-heel':
    case 'through':
      return ['taper-board'];
    case 'mortise-bolted':
    case 'bolted-flat':
      return ['reset-bolted', 'extension'];
    case 'screwed':
      return ['undo-screws', 'reset-bolted', 'extension'];
    case 'dowelled':
      return ['open-dowelled', 'fit-heel', 'bolt-neck', 'extension'];
    case 'dovetail':
    case 'mortise-glued':
      return ['neck-off', 'fit-heel', 'reglue-neck', 'extension'];
  }
}

/** What brings the fret plane to the bridge anew by the neck. */
const SETS_NECK = ['fit-heel', 'reset-bolted', 'taper-board', 'slip-back', 'saw-heel'] as const;

/** A neck set with what follows it: strung and read again, and only then the last saddle. */
function neckSet(of: Context): TreatmentId[] {
  const work = neckWork(of);
  if (work.length === 0) return ['find-joint'];
  const archtop = of.evidence.instrument.type === 'archtop';
  return [...work, 'settle', archtop ? 'thumb-wheels' : 'saddle'];
}

/** By the shop's school a fold is flattened where it may be, or accepted and the saddle trimmed while there is saddle. */
function bellyWork(_: unknown, of: Context): TreatmentId[] {
  const { sides, verdict } = of.diagnosis;
  const high = sides.some(({ there }) => there === 'high');
  // where the action is right nothing is flattened for its looks
  if (!high && verdict.spent.length === 0) return [];
  switch (of.evidence.schools.belly) {
    case 'accept':
      return high ? ['saddle'] : [];
    case 'set the neck to it':
      return neckSet(of);
    case 'flatten':
      return mayFlatten(of) ? ['rehydrate', 'flatten-belly', 'rest-under-tension'] : [];
  }
}

/**
 * A laminated top that folds takes no heat: the way through the back, on a modest instrument, the owner asked. Heavy plate
 * out, solid wood let in, a new plate, and a new bridge.
 */
function throughTheBack(_: unknown, of: Context): TreatmentId[] | null {
  return of.evidence.instrument.laminatedTop && of.diagnosis.verdict.fold === 'folds'
    ? [
        'rehydrate',
        'back-off',
        'solid-plate',
        'remove-bridge',
        'make-bridge',
        'reglue-bridge',
        'rest-under-tension',
      ]
    : null;
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
        : neckSet(of),
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
    // a bridge cracked through its pins splits again: a new one is usual
    usual: () => ['remove-bridge', 'make-bridge', 'reglue-bridge', 'rest-under-tension'],
    least: () => ['glue-bridge'],
    preserve: () => ['glue-bridge'],
    also: ['glue-bridge', 'make-bridge'],
  },
  'hole-sunk': {
    usual: () => ['rehydrate', 'lift-hole', 'rest-under-tension'],
  },
  'saddle-answers': {
    // where so low a saddle would bend the strings too little its holes are ramped with it
    usual: (finding, of) =>
      finding.args.limit === 'break angle' && of.evidence.instrument.build.bridge !== 'tied'
        ? ['saddle', 'ramp-holes']
        : ['saddle'],
    least: () => ['saddle'],
    preserve: () => ['saddle'],
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
      ...neckSet(of),
      ...(found(of, 'bridge-thinned') && neckWork(of).length > 0
        ? (['make-bridge', 'remove-bridge', 'reglue-bridge', 'rest-under-tension'] as const)
        : []),
    ],
    // an opened joint is no angle that is off: it is damage, and answered
    least: () => null,
    preserve: () => null,
    also: SETS_NECK,
    lifts: SETS_NECK,
    carries: [...SETS_NECK, 'find-joint'],
  },
  'block-risen': {
    usual: (_, of) => neckSet(of),
    least: () => null,
    preserve: () => null,
    also: SETS_NECK,
    carries: [...SETS_NECK, 'find-joint'],
  },
  'wheels-spent': {
    // a lower base and saddle give way back, where the neck is left as it is
    least: () => ['archtop-bridge', 'thumb-wheels'],
    preserve: () => ['archtop-bridge', 'thumb-wheels'],
    also: ['archtop-bridge', 'fit-heel', 'reset-bolted', 'raise-arch'],
  },
  'belly-lifts': {
    usual: bellyWork,
    least: () => null,
    lasting: (finding, of) => throughTheBack(finding, of) ?? bellyWork(finding, of),
    preserve: () => null,
  },
  'belly-folds': {
    usual: bellyWork,
    least: () => null,
    lasting: (finding, of) => throughTheBack(finding, of) ?? bellyWork(finding, of),
    preserve: () => null,
  },
  'belly-settled': {
    // nothing is loose: it is accepted while there is saddle, or the neck is set to it as it stands
    usual: (_, of) => (of.evidence.schools.belly === 'accept' ? ['saddle'] : neckSet(of)),
    least: () => ['saddle'],
    preserve: () => null,
  },
  'neck-overset': {
    usual: (finding, of) =>
      finding.certainty !== 'certain'
        ? []
        : of.evidence.instrument.build.neckJoint === undefined
          ? ['find-joint']
          : ['overset', 'settle', 'saddle'],
    least: () => null,
    preserve: () => null,
    // a bridge that is made as thick as it was is what was missing
    lifts: ['overset', 'make-bridge', 'build-up-bridge', ...SETS_NECK],
    also: ['overset', 'make-bridge', 'build-up-bridge'],
    carries: ['overset', 'find-joint'],
  },
  'saddle-spent': {
    lifts: [...SETS_NECK, 'flatten-belly', 'make-bridge'],
  },
  'still-settling': {
    usual: () => ['rest-under-tension'],
  },
  'season-high': {
    usual: () => ['home-humidity'],
    least: () => ['home-humidity'],
    lasting: () => ['home-humidity'],
    preserve: () => ['home-humidity'],
    lifts: [],
  },
  'season-low': {
    usual: () => ['rehydrate', 'home-humidity'],
    lifts: ['rehydrate'],
  },
  'dry-wood': {
    usual: () => ['rehydrate', 'home-humidity'],
    lifts: ['rehydrate'],
  },
  'damp-room': {
    usual: (finding, of) => [
      // one damp day is no damp instrument: what is worked on is dried first, the rest is kept drier
      ...(finding.severity === 'structural' && airVerdict(of.evidence.air).wood === 'damp'
        ? (['bring-down-damp'] as const)
        : []),
      // and one that nothing else is the matter with is left as it is
      ...(of.diagnosis.first === null ? [] : (['home-humidity'] as const)),
    ],
    lifts: ['bring-down-damp'],
  },
  'wheels-answer': {
    usual: () => ['thumb-wheels'],
  },
  'arch-sinks': {
    usual: () => ['raise-arch', 'rest-under-tension'],
  },
  twist: {
    usual: (finding) => (finding.certainty === 'certain' ? ['twisted-neck'] : []),
    least: () => null,
    preserve: () => null,
  },
  'relief-high': {
    usual: (finding) => reliefWork(finding.args.how),
    also: ['adjust-rod', 'press-neck', 'compression-refret', 'stiffen-neck', 'replace-rod'],
  },
  'relief-low': {
    usual: (finding) => reliefWork(finding.args.how),
    also: ['adjust-rod', 'replace-rod'],
  },
  'back-bow': {
    usual: (_, of) => BACK_BOW[rodOf(of.evidence)],
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
    preserve: () => ['nut'],
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
    // a neck that is set carries a saddle of its full height again
    usual: (_, of) =>
      found(of, 'neck-due') && neckWork(of).length > 0
        ? []
        : of.evidence.instrument.build.bridge === 'tied'
          ? ['tie-holes']
          : ['ramp-holes'],
    lifts: ['ramp-holes', 'tie-holes', 'pin-holes-tied', ...SETS_NECK, 'overset'],
    also: ['ramp-holes', 'tie-holes', 'pin-holes-tied', ...SETS_NECK],
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
    lasting: (finding, of) =>
      finding.certainty !== 'certain' || finding.args.thickness === null
        ? null
        : found(of, 'bridge-lifts')
          ? ['build-up-bridge']
          : ['build-up-bridge', 'remove-bridge', 'reglue-bridge', 'rest-under-tension'],
    preserve: () => null,
    also: ['make-bridge', 'build-up-bridge'],
    carries: ['make-bridge', 'build-up-bridge'],
  },
  // no step takes a soft finish off: nothing is heated beside it
  'finish-soft': { lifts: [] },
  'celluloid-near': { lifts: ['celluloid-off'] },
  // they ask or tell
  'shape-disagrees': null,
  'centring-asked': null,
  'sides-swapped': null,
  'nut-asked': null,
  'nut-slots': null,
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
  'leans-much': null,
  'belly-odd': null,
  'dome-sound': null,
  'plane-fell': null,
  creeps: null,
  'wheels-unread': null,
  'arch-by-eye': null,
  buzz: null,
  'off-centre': null,
  'lies-inside': null,
  'guard-curls': null,
  'finish-thick': null,
  'seller-excuses': null,
  'nothing-at-pitch': null,
  'readings-disagree': null,
  'slack-for-pitch': null,
  'side-missing': null,
  'stance-missing': null,
  'not-looked-inside': null,
  'held-unsound': null,
  'usual-taken': null,
  'air-doubtful': null,
};

/** How a relief that is off is brought right. */
function reliefWork(how: ReliefAnswer): TreatmentId[] {
  switch (how) {
    case 'press':
      return ['press-neck'];
    case 'press, then the rod':
      return ['press-neck', 'adjust-rod'];
    case 'turn the rod':
      return ['adjust-rod'];
    // a rod that does not pull is seen to, and then set
    case 'rod fails':
      return ['free-rod', 'adjust-rod'];
    case 'live with it':
    case 'find the rod':
      return [];
  }
}

/** A back-bow by what its rod does; without one heavier strings are tried. */
const BACK_BOW: Record<Rod, TreatmentId[]> = {
  none: ['heavier-strings'],
  works: ['adjust-rod'],
  fails: ['free-rod', 'adjust-rod'],
  'not known': [],
};

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
    if (way.some((id) => hasRole(id, 'finds out'))) return false;
    const own = way.filter((id) => !hasRole(id, 'company'));
    return (own.length > 0 ? own : way).every((id) => ids.has(id));
  });
}

/** Of a finding's way what the rest of it goes along with; null where that is whatever does more than go along. */
export const carriersOf = ({ rule }: Pick<Finding, 'rule'>): readonly TreatmentId[] | null =>
  waysOf({ rule }).carries ?? null;

/** Whether what a finding forbids may be done in a plan of these: something in it takes away why. */
export function isLifted<Rule extends RuleId>(
  finding: FindingOf<Rule>,
  ids: ReadonlySet<TreatmentId>,
  of: Context,
): boolean {
  const { lifts } = waysOf(finding);
  return lifts ? lifts.some((id) => ids.has(id)) : isAnswered(finding, ids, of);
}

/** Whether it may be strung to pitch once these were done: nothing that makes it unsound is left. */
export const mayBeStrung = (ids: ReadonlySet<TreatmentId>, of: Context): boolean =>
  !ids.has('keep-slack') &&
  of.diagnosis.findings.every((finding) => !finding.unsound || isAnswered(finding, ids, of));
