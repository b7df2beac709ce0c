import { TREATMENTS, type TreatmentId } from './catalogue/index.js';
import type { WorkStage } from './treatment.js';

/** What an edge begins or ends at: stages, treatments by name, or a kind of work. */
export interface Of {
  stages?: readonly WorkStage[];
  ids?: readonly TreatmentId[];
  glues?: true;
  heats?: true;
}

/** What must be done before what, with the reason that the planner prints. */
export interface Edge {
  first: Of;
  then: Of;
  because: string;
}

const stages = (...all: WorkStage[]): Of => ({ stages: all });
const ids = (...all: TreatmentId[]): Of => ({ ids: all });
const edge = (first: Of, then: Of, because: string): Edge => ({ first, then, because });

/** Everything after the first look that opens, wets, dries, heats or glues. */
const OPENED: readonly WorkStage[] = [
  'moisture',
  'taken off',
  'cracks',
  'inside',
  'belly',
  'bridge',
  'neck angle',
];
const COVERED = ids(
  'reglue-brace',
  'replace-plate',
  'patch-plate',
  'sister-brace',
  'reglue-bridge',
  'reglue-bar',
);
/** What is glued in to carry the load, or to hold the heel. */
const CARRIES: Of = { stages: ['inside'], ids: ['back-off'] };
const ANGLE = ids(
  'neck-off',
  'fit-heel',
  'heel-opened',
  'reset-bolted',
  'taper-board',
  'slip-back',
  'saw-heel',
  'overset',
  'open-dowelled',
  'undo-screws',
);
const CUT_LATER = stages('neck straight', 'neck angle', 'board', 'frets', 'nut', 'saddle');

/**
 * The order of the bench, as reasons. The narrowest that fits a pair is the one that is printed, the first of several; a
 * pair without a reason keeps the order of the stages.
 */
export const EDGES: readonly Edge[] = [
  // quarantine, and what is live
  edge(
    ids('treat-pests', 'isolate-celluloid', 'dry-mould'),
    { stages: ['look', ...OPENED, 'rest', 'keeping'] },
    'quarantine and rotting celluloid before it goes near another instrument',
  ),
  edge(
    ids('lay-finish', 'glue-splinter'),
    stages('look', 'taken off', 'cracks', 'inside', 'bridge'),
    'loose finish and splinters are laid down before cleaning, tape or clamps',
  ),
  edge(
    ids('slacken'),
    stages('look'),
    'strings down before it is cleaned and looked at: nothing is worked on under load, and nothing loose waits under it',
  ),
  edge(ids('slacken'), { stages: OPENED }, 'slack before wetting, drying, heating or opening anything'),
  edge(
    ids('slacken'),
    ids('press-neck', 'twisted-neck', 'board-off', 'stiffen-neck', 'replace-rod', 'loose-board'),
    'slack before wetting, drying, heating or opening anything',
  ),
  edge(ids('slacken'), ids('journey', 'nylon-back-on', 'sound-post'), 'slack before anything of it is moved'),
  edge(stages('today'), stages('look'), 'live damage comes before dirt'),
  edge(stages('look'), stages('rest', 'set-up'), 'look inside before you tune it up'),
  edge(stages('look'), stages('moisture'), 'dirt hides cracks, and they are measured before they close'),
  edge(stages('look'), { heats: true }, 'glue identified and fixings found before heat; heat before knives'),
  edge(stages('look'), { stages: OPENED }, 'what is loose is found first'),
  // moisture
  edge(
    ids('rehydrate', 'bring-down-damp'),
    { glues: true },
    'moisture right before structural glue: wood glued dry or damp is glued at the wrong size',
  ),
  edge(stages('moisture'), ids('fret-ends'), 'fret ends often go back by themselves'),
  edge(stages('moisture'), stages('rest', 'measure'), 'it is judged at working moisture'),
  edge(
    stages('moisture'),
    stages('neck straight', 'taken off', 'belly', 'neck angle', 'frets', 'inside', 'cracks', 'bridge'),
    'wood is worked at working moisture; a neck bends with it too',
  ),
  // taken off, cracks, inside
  edge(
    ids('screws-out'),
    ids('remove-bridge'),
    'added screws out of a bridge before heat; out of a brace only after its glue',
  ),
  edge(
    ids('remove-bridge', 'make-bridge', 'build-up-bridge'),
    ids('reglue-bridge', 'footprint', 'bridge-place', 'replace-plate', 'graft-top'),
    'off before it is worked under, and put back last',
  ),
  edge(
    ids('footprint'),
    ids('reglue-bridge', 'bridge-place'),
    'bare wood under it first: nothing else sticks over another cured glue',
  ),
  edge(
    ids('glue-bridge', 'bridge-place'),
    ids('reglue-bridge', 'plug-holes'),
    'the bridge’s place is laid out by scale before glue, and it is whole',
  ),
  edge(ids('graft-top'), ids('replace-plate'), 'the top before the plate that covers it'),
  edge(stages('cracks'), COVERED, 'a crack before the brace, plate or bridge that covers it'),
  edge(
    ids('close-crack', 'glue-lining', 'splint-crack', 'impact-crack', 'let-in-patch'),
    { stages: ['taken off'], ids: ['back-off'] },
    'loose wood back before anything is cut or opened',
  ),
  edge(ids('back-off'), stages('inside'), 'open it first where hands do not reach'),
  edge(
    stages('inside'),
    ids('flatten-belly'),
    'loose braces before flattening, well cured; probe again after heat: otherwise the fold comes back',
  ),
  edge(stages('cracks'), ids('flatten-belly'), 'no heat over an open crack'),
  edge(
    ids('sound-post'),
    ids('bridge-feet'),
    'the post last and slack, but fit the feet to the arch as it is',
  ),
  edge(ids('reglue-bar', 'raise-arch'), ids('sound-post'), 'bars and arch before the post'),
  edge(
    ids('raise-arch', 'reglue-bar'),
    ids('bridge-feet', 'archtop-bridge'),
    'bars, arch and settling before the bridge feet',
  ),
  edge(ids('bridge-feet', 'archtop-bridge'), ids('thumb-wheels'), 'the bridge feet before the wheels'),
  edge(ids('reglue-brace'), ids('sister-brace'), 'a broken brace is glued to the plate first'),
  edge(ids('glue-headstock'), ids('spline-headstock'), 'glued first'),
  edge(ids('glue-block'), ids('mend-anchor', 'wiring'), 'end block before jack, end pin or tailpiece'),
  edge(
    stages('inside'),
    stages('bridge'),
    'inside before outside: what carries the bridge before the bridge',
  ),
  edge(stages('belly'), stages('bridge'), 'belly first, then the bridge that sits on it'),
  edge(
    ids('patch-plate', 'replace-plate', 'reglue-bridge'),
    ids('plug-holes', 'ramp-holes'),
    'plate before pin holes are reamed; pin holes before ramps',
  ),
  edge(ids('plug-holes'), ids('ramp-holes'), 'pin holes before ramps'),
  // rest
  edge(
    ids('glue-headstock', 'spline-headstock', 'headstock-face', 'tuners'),
    stages('rest'),
    'headstock, tuners and bushings before the first tension',
  ),
  edge(ids('tailpiece-off'), ids('rest-under-tension'), 'it settles as it will be strung'),
  edge(
    ids('nylon-back-on', 'other-strings', 'heavier-strings', 'twelve-down'),
    ids('rest-under-tension'),
    'it settles as it will be strung',
  ),
  edge(
    stages('inside', 'bridge', 'cracks', 'belly'),
    stages('rest'),
    'the glue has set before it carries; an old box that was opened moves once more under tension',
  ),
  edge(stages('rest'), stages('measure'), 'only a settled box is measured for good'),
  edge(
    stages('rest'),
    { ids: ANGLE.ids! },
    'belly and bridge settle at pitch before the neck angle is set: set it to where the bridge ends up',
  ),
  edge(
    CARRIES,
    { ids: ANGLE.ids! },
    'what holds the heel must be firm first; an opened body has another angle',
  ),
  edge(
    ids('other-strings', 'heavier-strings', 'twelve-down', 'home-humidity', 'nylon-back-on'),
    { ids: [...ANGLE.ids!, 'ramp-holes', 'saddle', 'second-saddle'] },
    'other strings, humidity and saddle are tried before anything that is cut',
  ),
  edge(stages('measure'), CUT_LATER, 'what is cut is cut by what was measured'),
  // neck
  edge(
    ids('free-rod', 'replace-rod'),
    ids('adjust-rod', 'press-neck', 'pull-frets'),
    'the rod is tried under load before the board is glued, and set to neutral before pressing, levelling or fretting',
  ),
  edge(ids('board-off'), ids('stiffen-neck', 'replace-rod'), 'the board is off before what is under it'),
  edge(ids('loose-board'), ids('press-neck'), 'the board’s joint is sound before it is pressed'),
  edge(stages('neck straight'), { ids: ANGLE.ids! }, 'the neck is straight before its angle is judged'),
  edge(
    stages('neck straight'),
    stages('board', 'frets', 'nut', 'saddle'),
    'the neck is straight and settled before board, frets, nut and saddle',
  ),
  edge(ids('neck-off'), ids('fit-heel', 'bolt-neck'), 'the steamed joint dries before it is cut'),
  edge(ids('undo-screws'), ids('reset-bolted'), 'every fixing found and out before any force'),
  edge(ids('open-dowelled'), ids('fit-heel', 'bolt-neck'), 'the joint is open before it is fitted'),
  edge(
    ids('press-neck'),
    ids('adjust-rod'),
    'pressed with the rod at neutral, the rod last, so that it keeps its range',
  ),
  edge(
    ids('press-neck', 'stiffen-neck'),
    ids('level-board', 'pull-frets'),
    'strung for one or two weeks after pressing, and only then levelled',
  ),
  edge(
    stages('neck straight', 'neck angle'),
    stages('settled'),
    'rod, pressing and neck reset first; then string it and measure',
  ),
  edge(stages('board', 'frets'), stages('settled'), 'board and frets before it is strung and read'),
  edge(
    stages('settled'),
    stages('nut', 'saddle'),
    'nut and saddle are cut from the readings after stringing',
  ),
  edge(stages('rest', 'measure'), stages('settled'), 'structure settles first, then the neck'),
  edge(
    ids('find-joint'),
    { stages: ['neck angle', 'nut', 'saddle'] },
    'how the neck is held decides what can be done at all',
  ),
  edge(
    ids('celluloid-off', 'isolate-celluloid'),
    { heats: true },
    'celluloid comes off or is shielded before any heat',
  ),
  edge(ids('fit-heel'), ids('reglue-neck', 'bolt-neck'), 'a dry fit passes before glue is warmed'),
  edge(ids('neck-off', 'reset-bolted'), ids('heel-opened'), 'the joint is opened before it is judged'),
  edge(
    ids('reglue-neck', 'reset-bolted', 'bolt-neck'),
    ids('extension'),
    'glued flat after a reset the board gets a kink at the body joint',
  ),
  edge(stages('neck angle'), stages('board'), 'the angle before the board, in the usual school'),
  edge(stages('neck angle'), stages('frets'), 'the angle before the frets'),
  edge(ids('board-wear', 'mend-board'), { stages: ['frets'] }, 'board repairs and inlay before frets'),
  edge(ids('pull-frets'), ids('level-board'), 'frets out before the board is levelled'),
  edge(stages('board'), stages('frets'), 'the board is level before it is fretted'),
  edge(
    ids('seat-fret'),
    ids('spot-level', 'level-frets', 'refret', 'part-refret', 'compression-refret', 'fret-ends'),
    'seat loose frets before levelling: one that springs gets filed again and again',
  ),
  edge(ids('refret'), ids('taller-frets'), 'with the refret'),
  edge(stages('frets', 'board'), stages('nut'), 'frets before the nut'),
  edge(
    stages('neck angle'),
    stages('nut', 'saddle'),
    'the neck angle is settled before nut and saddle are cut',
  ),
  edge(stages('nut'), stages('saddle'), 'nut before saddle'),
  edge(stages('frets', 'board'), stages('saddle'), 'frets before saddle'),
  edge(stages('rest'), stages('saddle'), 'the saddle is cut to its last height only after resting'),
  edge(
    stages('rest'),
    stages('neck straight', 'board', 'frets', 'nut'),
    'strung and settled before it is set',
  ),
  edge(
    ids('saddle-pickup', 'plug-saddle'),
    ids('saddle', 'taller-saddle', 'second-saddle', 'intonation'),
    'the pick-up under the saddle before the saddle’s last height',
  ),
  edge(
    ids('saddle', 'taller-saddle'),
    ids('ramp-holes', 'tie-holes', 'pin-holes-tied', 'second-saddle'),
    'ramps after the saddle height is known',
  ),
  edge(ids('saddle'), ids('recut-slot', 'intonation'), 'the slot is recut after neck angle and frets'),
  edge(
    { stages: ['rest', 'neck angle', 'bridge', 'inside', 'cracks', 'taken off', 'belly'] },
    stages('colour'),
    'structure before colour; colour after the rest under tension: what moved would show in it',
  ),
  edge(ids('spline-headstock'), stages('colour'), 'headstock colour after a week at pitch'),
  edge(
    { heats: true },
    ids('hardware', 'floating-guard', 'binding'),
    'what is near heat comes off first and goes back last',
  ),
  {
    first: {
      stages: [
        ...new Set<WorkStage>([
          'today',
          'look',
          ...OPENED,
          'rest',
          'measure',
          'neck straight',
          'board',
          'frets',
          'settled',
          'nut',
          'colour',
          'saddle',
          'keeping',
        ]),
      ],
    },
    then: stages('set-up'),
    because: 'the last thing of all',
  },
];

const fits = (id: TreatmentId, of: Of): boolean => {
  const { stage, glues, heats } = TREATMENTS[id];
  return (
    (of.stages?.includes(stage) ?? false) ||
    (of.ids?.includes(id) ?? false) ||
    (of.glues === true && glues === true) ||
    (of.heats === true && heats === true)
  );
};

/** How many of its ends are a whole stage or a kind of work. */
const broad = ({ first, then }: Edge): number =>
  [first, then].filter((of) => of.stages || of.glues || of.heats).length;
/** What is said of two treatments by name goes before what is said of their stages. */
const NARROW_FIRST = [...EDGES].sort((a, b) => broad(a) - broad(b));

const PAIRS = new Map<string, string | null>();

/**
 * Why one stands before another; null where nothing says so.
 *
 * @param openJoint the neck joint has let go: it is closed before anything is strung, and only then rested
 */
export function becauseOf(first: TreatmentId, then: TreatmentId, openJoint = false): string | null {
  const key = `${first} ${then}${openJoint ? ' open' : ''}`;
  const known = PAIRS.get(key);
  if (known !== undefined) return known;
  const found = openJoint ? overAnOpenJoint(first, then) : usual(first, then);
  PAIRS.set(key, found);
  return found;
}

const usual = (first: TreatmentId, then: TreatmentId): string | null =>
  first === then
    ? null
    : (NARROW_FIRST.find((one) => fits(first, one.first) && fits(then, one.then))?.because ?? null);

function overAnOpenJoint(first: TreatmentId, then: TreatmentId): string | null {
  const [one, other] = [TREATMENTS[first].stage, TREATMENTS[then].stage];
  const strung = (stage: WorkStage) => stage === 'rest' || stage === 'measure' || stage === 'settled';
  if (one === 'neck angle' && strung(other)) return 'the open joint is closed before anything is strung';
  if (one !== 'settled' && strung(one) && (other === 'neck angle' || other === 'neck straight')) return null;
  return usual(first, then);
}
