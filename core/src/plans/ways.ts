import { isIntegral, rodOf, type Finding, type FindingOf, type RuleId } from '../diagnosis/index.js';
import { BOW_TO_PRESS, LEVELS_FROM } from '../targets/index.js';
import { hasRole, TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { found, has, markOf, type Context } from './context.js';
import { mayFlatten } from './never.js';

/** What a finding asks for; empty where it only asks a question, or something else answers it. */
type Answers = { readonly [Rule in RuleId]?: (finding: FindingOf<Rule>, of: Context) => TreatmentId[] };

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

/** Which treatments each finding asks for. What is not named asks for none. */
export const ANSWERS: Answers = {
  'grain-crack': (finding, of) => {
    const mark = markOf(of, finding);
    // an archtop has no plate, and its bridge stands loose
    const under =
      of.evidence.instrument.type === 'flat-top' &&
      (!mark || mark.load === 'bridge' || mark.load === 'plate');
    return under
      ? ['remove-bridge', 'graft-top', 'replace-plate', 'reglue-bridge', 'rest-under-tension']
      : ['rehydrate', 'close-crack', 'rest-under-tension'];
  },
  'crack-grew': crackWork,
  'crack-in-load': (finding, of) => (finding.certainty === 'certain' ? crackWork(finding, of) : []),
  'crack-moves': (finding, of) =>
    finding.severity === 'watch'
      ? ['watch-crack']
      : of.evidence.schools.cracks === 'watch first' && finding.mark !== null
        ? ['rehydrate', 'watch-crack']
        : finding.certainty === 'certain'
          ? crackWork(finding, of)
          : [],
  'crack-breathes': (finding, of) =>
    finding.severity === 'watch'
      ? ['watch-crack', 'home-humidity']
      : [...crackWork(finding, of), 'home-humidity'],
  'crack-quiet': () => ['watch-crack'],
  'tail-cracked': (_, of) =>
    has(of, 'tail', 'side-crack') && !has(of, 'linings', 'block-split') ? ['rehydrate', 'glue-lining'] : [],
  'bridge-lifts': (_, of) => {
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
  'x-loose-at-bridge': () => ['rehydrate', 'reglue-brace', 'rest-under-tension'],
  'brace-loose': (_, of) =>
    has(of, 'topBraces', 'cracked-brace')
      ? ['rehydrate', 'reglue-brace', 'sister-brace', 'rest-under-tension']
      : [
          'rehydrate',
          of.evidence.instrument.type === 'archtop' ? 'reglue-bar' : 'reglue-brace',
          'rest-under-tension',
        ],
  'plate-cracked': () => ['replace-plate', 'rest-under-tension'],
  'plate-worn': () => ['patch-plate'],
  'block-split': () => ['rehydrate', 'glue-block', 'rest-under-tension'],
  'heel-opens': (_, of) =>
    isIntegral(of.evidence.instrument) && of.evidence.instrument.build.neckJoint !== undefined
      ? ['glue-heel', 'rest-under-tension']
      : neckWork(of),
  'headstock-cracked': () => ['glue-headstock'],
  'anchor-fails': () => ['mend-anchor'],
  'bar-fallen': () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  'bar-loose': () => ['rehydrate', 'reglue-bar', 'rest-under-tension'],
  'steel-on-nylon': () => ['nylon-back-on'],
  'finish-flakes': () => ['lay-finish'],
  'splinter-loose': () => ['glue-splinter'],
  'celluloid-rots': () => ['isolate-celluloid'],
  'pests-live': () => ['treat-pests'],
  mould: () => ['dry-mould', 'bring-down-damp'],
  'battery-leaks': () => ['battery-out'],
  'back-brace-loose': () => ['rehydrate', 'reglue-back-brace'],
  'lining-loose': () => ['rehydrate', 'glue-lining'],
  'post-fallen': () => ['sound-post'],
  'bridge-split': () => ['glue-bridge'],
  'hole-sunk': () => ['rehydrate', 'lift-hole', 'rest-under-tension'],
  'saddle-answers': () => ['saddle'],
  'saddle-taller': () => ['taller-saddle'],
  'target-low': () => ['saddle'],
  // a bridge thicker than it was made is a later one: made anew at its thickness, never an original planed
  'thickness-lifts': () => ['remove-bridge', 'make-bridge', 'reglue-bridge', 'rest-under-tension', 'saddle'],
  'neck-due': (_, of) => [
    ...neckWork(of),
    ...(neckWork(of).length > 0 ? (['saddle'] as const) : []),
    ...(found(of, 'bridge-thinned') ? (['make-bridge', 'remove-bridge', 'reglue-bridge'] as const) : []),
  ],
  'belly-lifts': bellyWork,
  'belly-folds': bellyWork,
  'neck-overset': (finding) => (finding.certainty === 'certain' ? ['overset'] : []),
  'still-settling': () => ['rest-under-tension'],
  'season-high': () => ['home-humidity'],
  'season-low': () => ['rehydrate', 'home-humidity'],
  'dry-wood': () => ['rehydrate'],
  'damp-room': (finding) => (finding.severity === 'structural' ? ['bring-down-damp', 'home-humidity'] : []),
  'wheels-answer': () => ['thumb-wheels'],
  'arch-sinks': () => ['raise-arch', 'rest-under-tension'],
  twist: () => ['twisted-neck'],
  'relief-high': (_, of) => reliefWork(of, true),
  'relief-low': (_, of) => reliefWork(of, false),
  'back-bow': (_, of) => (rodOf(of.evidence) === 'none' ? ['other-strings'] : reliefWork(of, false)),
  'rod-spins': () => ['free-rod'],
  'rod-at-end': () => ['free-rod'],
  'rod-stiff': () => ['free-rod'],
  'nut-high': () => ['nut'],
  'nut-low': () => ['shim-nut'],
  'nut-cracked': () => ['shim-nut'],
  'frets-low': (_, of) => {
    const lowest = of.evidence.reads.find(
      ({ quantity, place }) => quantity === 'fretHeight' && place === 'lowest',
    );
    if (!lowest) return [];
    return lowest.value >= LEVELS_FROM ? ['level-frets'] : ['refret'];
  },
  'fret-loose': () => ['seat-fret'],
  // the fret that catches may be innocent
  'fret-high': (finding, of) =>
    finding.severity === 'playing' && !found(of, 'fret-loose', 'frets-low') ? ['spot-level'] : [],
  'break-angle-low': (_, of) =>
    of.evidence.instrument.build.bridge === 'tied' ? ['tie-holes'] : ['ramp-holes'],
  'intonation-off': (finding) => (finding.severity === 'playing' ? ['intonation'] : []),
  'tuners-fail': () => ['tuners'],
  'parts-missing': () => ['hardware'],
};

/** What the shop's usual way does about a finding. */
function usualAnswer<Rule extends RuleId>(finding: FindingOf<Rule>, of: Context): TreatmentId[] {
  const answer = ANSWERS[finding.rule] as Answers[Rule];
  return answer?.(finding, of) ?? [];
}

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

/** Where an ambition answers a finding otherwise than the shop's usual way; null leaves it undone. */
const OTHERWISE: Partial<
  Record<Ambition, { readonly [Rule in RuleId]?: (finding: Finding, of: Context) => TreatmentId[] | null }>
> = {
  least: {
    'plate-worn': () => null,
    'bridge-thinned': () => null,
    'frets-low': () => null,
    'relief-high': (_, of) => (rodOf(of.evidence) === 'works' ? ['adjust-rod'] : null),
    // an opened joint is no angle that is off: it is damage, and answered
    'neck-due': () => null,
    'neck-overset': () => null,
    'belly-folds': () => null,
    'belly-lifts': () => null,
    twist: () => null,
    'season-high': () => ['home-humidity'],
    'crack-breathes': () => ['watch-crack', 'home-humidity'],
    'crack-moves': () => ['watch-crack'],
  },
  lasting: {
    'frets-low': () => ['refret', 'pull-frets'],
    'plate-worn': () => ['replace-plate', 'rest-under-tension'],
    'bridge-thinned': (_, of) =>
      found(of, 'bridge-lifts')
        ? ['build-up-bridge']
        : ['build-up-bridge', 'remove-bridge', 'reglue-bridge', 'rest-under-tension'],
    'bridge-lifts': () => ['remove-bridge', 'footprint', 'reglue-bridge', 'rest-under-tension'],
    'season-high': () => ['home-humidity'],
  },
  preserve: {
    'plate-worn': () => null,
    'frets-low': () => null,
    'neck-due': () => null,
    'neck-overset': () => null,
    'bridge-thinned': () => null,
    'grain-crack': () => ['keep-slack'],
    twist: () => null,
    'belly-folds': () => null,
    'belly-lifts': () => null,
    'target-low': () => null,
    'season-high': () => ['home-humidity'],
    'crack-breathes': (_, of) => (of.diagnosis.unsound ? null : ['watch-crack', 'home-humidity']),
  },
};

/** What an ambition does about a finding; null leaves it undone. */
export function answerOf(ambition: Ambition, finding: Finding, of: Context): TreatmentId[] | null {
  const other = OTHERWISE[ambition]?.[finding.rule];
  const usual = () => {
    const ids = usualAnswer(finding, of);
    return ids.length > 0 ? ids : null;
  };
  if (other) return other(finding, of);
  const ids = usual();
  if (!ids || ambition === 'sound' || ambition === 'lasting') return ids;
  if (ambition === 'preserve') return ids.some((id) => loses(id)) ? null : ids;
  // the least answers what is live, and beyond that what is soon undone and soon done
  if (finding.severity === 'live' || finding.unsound) return ids;
  if (ids.some((id) => TREATMENTS[id].undo[0] > 2 || loses(id))) return null;
  return finding.severity === 'structural' && ids.some((id) => TREATMENTS[id].glues) ? null : ids;
}

/** What alters or loses an original part. */
const loses = (id: TreatmentId): boolean =>
  TREATMENTS[id].originals === 'altered' ||
  TREATMENTS[id].originals === 'lost' ||
  TREATMENTS[id].undo[0] >= 4;

/** What answers a finding besides its own ways, any one of them. */
const ALSO: Partial<Record<RuleId, readonly TreatmentId[]>> = {
  'nut-high': ['nut', 'shim-nut'],
  'nut-low': ['nut', 'shim-nut'],
  'nut-cracked': ['nut', 'shim-nut'],
  'fret-high': ['seat-fret', 'spot-level', 'level-frets', 'refret', 'part-refret'],
  'fret-loose': ['refret'],
  'frets-low': ['level-frets', 'refret', 'part-refret', 'compression-refret'],
  'relief-high': ['adjust-rod', 'press-neck', 'compression-refret', 'stiffen-neck', 'replace-rod'],
  'relief-low': ['adjust-rod', 'replace-rod'],
  'back-bow': ['adjust-rod', 'press-neck'],
  'rod-spins': ['replace-rod'],
  'rod-stiff': ['replace-rod'],
  'tail-cracked': ['glue-block'],
  'crack-moves': ['close-crack', 'splint-crack', 'centre-seam', 'guard-crack', 'board-crack', 'impact-crack'],
  'crack-breathes': ['close-crack', 'splint-crack', 'centre-seam', 'guard-crack', 'board-crack'],
  'crack-grew': ['close-crack', 'splint-crack', 'centre-seam', 'impact-crack'],
  'bridge-lifts': ['reglue-bridge'],
  'bridge-thinned': ['make-bridge', 'build-up-bridge'],
  'plate-worn': ['patch-plate', 'replace-plate'],
  'break-angle-low': ['ramp-holes', 'tie-holes', 'pin-holes-tied'],
  'headstock-cracked': ['glue-headstock', 'spline-headstock'],
  'brace-loose': ['replace-brace'],
  'neck-due': ['fit-heel', 'reset-bolted', 'taper-board', 'slip-back', 'saw-heel'],
  'lining-loose': ['close-rim'],
};
/** What is answered while it stays slack: it is not loaded. Rot, pests and mould go on. */
const NOT_BY_SLACK: readonly RuleId[] = [
  'pests-live',
  'mould',
  'celluloid-rots',
  'battery-leaks',
  'finish-flakes',
];

/** Whether a plan answers a finding by any of the ways that there are. */
export function isAnswered(finding: Finding, ids: ReadonlySet<TreatmentId>, of: Context): boolean {
  if (ids.has('keep-slack') && finding.severity === 'live' && !NOT_BY_SLACK.includes(finding.rule))
    return true;
  if (ALSO[finding.rule]?.some((id) => ids.has(id))) return true;
  const ways = [
    usualAnswer(finding, of),
    // what only makes the least of it answers nothing
    OTHERWISE.lasting?.[finding.rule]?.(finding, of) ?? [],
  ].filter((way) => way.length > 0);
  return ways.some((way) => {
    const own = way.filter((id) => !hasRole(id, 'company'));
    return (own.length > 0 ? own : way).every((id) => ids.has(id));
  });
}

/** Whether it may be strung to pitch once these were done: nothing that makes it unsound is left. */
export const mayBeStrung = (ids: ReadonlySet<TreatmentId>, of: Context): boolean =>
  !ids.has('keep-slack') &&
  of.diagnosis.findings.every((finding) => !finding.unsound || isAnswered(finding, ids, of));
