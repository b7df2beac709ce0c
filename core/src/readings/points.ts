import type { ConstructionKind } from './quantities.js';

/**
 * What is looked at, tapped and felt rather than measured: the points of the quick look, and of the full
 * examination inside and out. Each ends in a verdict. States and what they weigh are common practice.
 */
export const POINT_IDS = [
  'boardEdges',
  'straightedgeLook',
  'saddleLook',
  'bridge',
  'bridgePlate',
  'grainCrack',
  'topShape',
  'braceRap',
  'cracks',
  'tail',
  'fretWear',
  'buzz',
  'sellersWords',
  'trussRod',
  'fretPits',
  'fretLift',
  'fretRocking',
  'nutState',
  'tuners',
  'hardware',
  'neckJoint',
  'topBraces',
  'backBraces',
  'linings',
  'debris',
  'finish',
  'serial',
  'label',
  'archBars',
  'soundPost',
] as const;
export type PointId = (typeof POINT_IDS)[number];

/** What a point ends in. What cannot be seen is said so: it raises the uncertainty, not only the severity. */
export const VERDICTS = ['sound', 'watch', 'repair', 'unseen'] as const;
export type Verdict = (typeof VERDICTS)[number];

export interface PointState {
  name: string;
  verdict: Verdict;
}

export interface LookPoint {
  id: PointId;
  name: string;
  /** how it is looked at, and what it tells */
  how: string;
  states: readonly PointState[];
  /** asks at which frets */
  frets?: true;
  only?: ConstructionKind;
}

const sound = (name: string): PointState => ({ name, verdict: 'sound' });
const watch = (name: string): PointState => ({ name, verdict: 'watch' });
const repair = (name: string): PointState => ({ name, verdict: 'repair' });
const UNSEEN: PointState = { name: 'cannot be seen', verdict: 'unseen' };

type About = Omit<LookPoint, 'id' | 'name'>;
const point = (id: PointId, name: string, about: About): LookPoint => ({ id, name, ...about });

export const POINTS: Record<PointId, LookPoint> = {
  boardEdges: point('boardEdges', 'Edges of the fingerboard', {
    how: 'Look along both edges from the body end: straight or slightly relieved, and equally so; unequal means twist.',
    states: [
      sound('straight'),
      sound('slight relief'),
      watch('much relief'),
      repair('back-bow'),
      repair('twisted'),
    ],
  }),
  straightedgeLook: point('straightedgeLook', 'Straightedge to the bridge', {
    how: 'On the crowns it should meet the bridge at about its upper face.',
    states: [
      sound('at the upper face'),
      watch('a little lower'),
      repair('runs into the front'),
      watch('far above'),
    ],
  }),
  saddleLook: point('saddleLook', 'Saddle showing', {
    how: 'Between 1/8 and 1/4 in shows on a healthy one; hardly any means a neck set is coming.',
    states: [sound('enough'), watch('little'), repair('hardly any')],
  }),
  bridge: point('bridge', 'Bridge', {
    how: 'A thinned bridge hides a neck that needed resetting, and then both must be paid for.',
    states: [
      sound('full thickness'),
      repair('planed thin'),
      repair('cracked through the pins'),
      repair('lifting'),
      watch('screws or bolts'),
      watch('tailpiece added'),
    ],
  }),
  bridgePlate: point('bridgePlate', 'Bridge plate', {
    how: 'Mirror and lamp. A replaced plate may hide one that was filled for good.',
    states: [sound('original'), watch('replaced'), watch('worn holes'), repair('cracked'), UNSEEN],
    only: 'flat-top',
  }),
  grainCrack: point('grainCrack', 'Crack across the grain under the bridge', {
    how: 'A top’s strength is along the grain: a crack across it beneath the plate is serious.',
    states: [sound('none'), repair('cracked across'), UNSEEN],
    only: 'flat-top',
  }),
  topShape: point('topShape', 'Shape of the top', {
    how: 'An even dome is how it is meant to stand; a hollow before the bridge with a hump behind is not.',
    states: [sound('even dome'), sound('flat'), repair('hollow and hump'), watch('sunken at the hole')],
  }),
  braceRap: point('braceRap', 'Knuckle over each brace', {
    how: 'A buzz or rattle points to a loose one; write down which.',
    states: [sound('quiet'), repair('buzzes'), watch('rattles')],
  }),
  cracks: point('cracks', 'Cracks', {
    how: 'Press alternately either side to see if they move; look inside for cleats.',
    states: [
      sound('none'),
      watch('quiet hairline'),
      sound('cleated and tight'),
      repair('moves'),
      repair('open'),
    ],
  }),
  tail: point('tail', 'Sides and tail', {
    how: 'A side crack that runs round the tail: the end block may be split.',
    states: [sound('sound'), watch('side crack'), repair('crack round the tail'), UNSEEN],
  }),
  fretWear: point('fretWear', 'Frets', {
    how: 'Pits under the plain strings at the first frets.',
    states: [sound('good'), watch('pitted'), repair('very low'), watch('lifting')],
  }),
  sellersWords: point('sellersWords', 'The seller’s words', {
    how: 'Words such as “set up high on purpose” usually mean a neck reset is due.',
    states: [sound('plain'), watch('excuses the action'), watch('says nothing of repairs')],
  }),
  trussRod: point('trussRod', 'Truss rod', {
    how: 'With the wrench that fits, a quarter turn and back.',
    states: [
      sound('turns freely'),
      sound('none fitted'),
      watch('stiff'),
      watch('at its end'),
      repair('spins'),
      UNSEEN,
    ],
  }),
  fretPits: point('fretPits', 'Pitted frets', {
    how: 'Write the numbers, such as 1-3 5.',
    states: [sound('none'), watch('shallow'), repair('deep')],
    frets: true,
  }),
  buzz: point('buzz', 'Buzz', {
    how: 'Play every fret of the outer strings as the owner does; say at which frets it buzzes. Forecasts learn from it how hard is played.',
    states: [
      sound('clean'),
      watch('buzzes when struck hard'),
      repair('buzzes on the bass string'),
      repair('buzzes on the treble string'),
    ],
    frets: true,
  }),
  fretLift: point('fretLift', 'Lifting frets', {
    how: 'Press each end with a finger: the fret that catches may be innocent and the one before it loose.',
    states: [sound('none'), repair('lift under the finger')],
    frets: true,
  }),
  fretRocking: point('fretRocking', 'High frets', {
    how: 'Short straightedge over three frets at a time: where it rocks, the middle one is high.',
    states: [sound('none'), watch('rocks a little'), repair('rocks')],
    frets: true,
  }),
  nutState: point('nutState', 'Nut', {
    how: 'Curve against the board, width of the slots, cracks.',
    states: [
      sound('fits'),
      watch('slots too wide'),
      watch('slots bind'),
      repair('cracked'),
      repair('too low'),
    ],
  }),
  tuners: point('tuners', 'Tuners', {
    how: 'Turn each; feel for play, look at posts, bushings and nuts.',
    states: [
      sound('turn well'),
      watch('stiff'),
      watch('loose nuts'),
      repair('slips'),
      repair('one is missing'),
    ],
  }),
  hardware: point('hardware', 'Pins, pickguard, strap buttons', {
    how: 'Complete and fast; a pickguard of celluloid near a seam forbids heat.',
    states: [sound('complete'), watch('pickguard curls'), watch('parts replaced'), repair('parts missing')],
  }),
  neckJoint: point('neckJoint', 'Neck joint', {
    how: 'Gap at the heel under tension; press the neck and watch it.',
    states: [
      sound('tight'),
      watch('hairline at the heel'),
      repair('gap'),
      repair('moves'),
      watch('screw, bolt or dowel'),
    ],
  }),
  topBraces: point('topBraces', 'Top braces', {
    how: 'Mirror, lamp and a thin feeler at every end: which brace, from where to where.',
    states: [sound('tight'), watch('old repair'), repair('loose end'), repair('cracked brace'), UNSEEN],
  }),
  backBraces: point('backBraces', 'Back braces', {
    how: 'Their ends let go most often.',
    states: [sound('tight'), repair('loose end'), repair('loose'), UNSEEN],
  }),
  linings: point('linings', 'Linings and blocks', {
    how: 'Lamp along the linings; end block and neck block for splits.',
    states: [sound('tight'), repair('loose lining'), repair('block split'), UNSEEN],
  }),
  debris: point('debris', 'What lies inside', {
    how: 'String ends, loose wires, nuts: many rattles are one of these.',
    states: [sound('nothing'), watch('string ends'), watch('loose wire'), watch('a loose nut')],
  }),
  finish: point('finish', 'Finish', {
    how: 'A drop of spirit in a hidden place; what heat and tape it bears.',
    states: [
      sound('hard and whole'),
      watch('soft or tacky'),
      watch('refinished'),
      watch('thick film over the joint'),
    ],
  }),
  serial: point('serial', 'Serial number', {
    how: 'As it stands, and where; say if it looks altered.',
    states: [sound('clear'), watch('doubtful'), watch('none')],
  }),
  label: point('label', 'Label, stamp or brand', {
    how: 'Words as they stand; say if it looks put in later.',
    states: [sound('original'), watch('doubtful'), watch('none')],
  }),
  archBars: point('archBars', 'Bars', {
    how: 'Through the f-holes with mirror and lamp, ends and glue line.',
    states: [sound('tight'), repair('loose'), repair('cracked'), UNSEEN],
    only: 'archtop',
  }),
  soundPost: point('soundPost', 'Sound post', {
    how: 'Many have none; a fallen one lies inside.',
    states: [sound('none'), sound('stands'), watch('leans'), repair('fallen')],
    only: 'archtop',
  }),
};

const WEIGHT: Record<Verdict, number> = { sound: 0, unseen: 1, watch: 2, repair: 3 };

/** The verdict that the chosen states ask for: the gravest of them; null where nothing was chosen. */
export function verdictOf(point: PointId, states: readonly string[]): Verdict | null {
  const found = POINTS[point].states.filter(({ name }) => states.includes(name));
  return found.reduce<Verdict | null>(
    (worst, { verdict }) => (worst === null || WEIGHT[verdict] > WEIGHT[worst] ? verdict : worst),
    null,
  );
}
