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
  'headstock',
  'stringAnchor',
  'celluloid',
  'pests',
  'electrics',
] as const;
export type PointId = (typeof POINT_IDS)[number];

/** What a point ends in. What cannot be seen is said so: it raises the uncertainty, not only the severity. */
export const VERDICTS = ['sound', 'watch', 'repair', 'unseen'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** What can be found at a point; stored by these ids, shown by their names. */
export const STATE_IDS = [
  'straight',
  'slight-relief',
  'much-relief',
  'back-bow',
  'twisted',
  'at-the-upper-face',
  'a-little-lower',
  'runs-into-the-front',
  'far-above',
  'enough',
  'little',
  'hardly-any',
  'full-thickness',
  'planed-thin',
  'cracked-through-the-pins',
  'lifting',
  'screws-or-bolts',
  'tailpiece-added',
  'original',
  'replaced',
  'worn-holes',
  'cracked',
  'none',
  'cracked-across',
  'even-dome',
  'flat',
  'hollow-and-hump',
  'sunken-at-the-hole',
  'quiet',
  'buzzes',
  'rattles',
  'quiet-hairline',
  'cleated-and-tight',
  'moves',
  'open',
  'sound',
  'side-crack',
  'crack-round-the-tail',
  'good',
  'pitted',
  'very-low',
  'plain',
  'excuses-the-action',
  'says-nothing-of-repairs',
  'turns-freely',
  'none-fitted',
  'stiff',
  'at-its-end',
  'spins',
  'shallow',
  'deep',
  'clean',
  'buzzes-when-struck-hard',
  'buzzes-bass',
  'buzzes-treble',
  'lift-under-the-finger',
  'rocks-a-little',
  'rocks',
  'fits',
  'slots-too-wide',
  'slots-bind',
  'too-low',
  'turn-well',
  'loose-nuts',
  'slips',
  'one-is-missing',
  'complete',
  'pickguard-curls',
  'parts-replaced',
  'parts-missing',
  'tight',
  'hairline-at-the-heel',
  'gap',
  'screw-bolt-or-dowel',
  'old-repair',
  'loose-end',
  'cracked-brace',
  'loose',
  'loose-lining',
  'block-split',
  'nothing',
  'string-ends',
  'loose-wire',
  'a-loose-nut',
  'hard-and-whole',
  'soft-or-tacky',
  'refinished',
  'thick-film-over-the-joint',
  'clear',
  'doubtful',
  'stands',
  'leans',
  'fallen',
  'hairline',
  'crack-behind-the-nut',
  'broken',
  'hinge-cracked',
  'pin-loose',
  'flakes',
  'loose-splinter',
  'rots',
  'old-holes',
  'live-pests',
  'mould',
  'battery-leaks',
  'worn',
  'unseen',
] as const;
export type StateId = (typeof STATE_IDS)[number];

export interface PointState {
  id: StateId;
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

const sound = (id: StateId, name: string): PointState => ({ id, name, verdict: 'sound' });
const watch = (id: StateId, name: string): PointState => ({ id, name, verdict: 'watch' });
const repair = (id: StateId, name: string): PointState => ({ id, name, verdict: 'repair' });
const UNSEEN: PointState = { id: 'unseen', name: 'cannot be seen', verdict: 'unseen' };

type About = Omit<LookPoint, 'id' | 'name'>;
const point = (id: PointId, name: string, about: About): LookPoint => ({ id, name, ...about });

export const POINTS: Record<PointId, LookPoint> = {
  boardEdges: point('boardEdges', 'Edges of the fingerboard', {
    how: 'Look along both edges from the body end: straight or slightly relieved, and equally so; unequal means twist.',
    states: [
      sound('straight', 'straight'),
      sound('slight-relief', 'slight relief'),
      watch('much-relief', 'much relief'),
      repair('back-bow', 'back-bow'),
      repair('twisted', 'twisted'),
    ],
  }),
  straightedgeLook: point('straightedgeLook', 'Straightedge into the bridge', {
    how: 'On the crowns it should meet the bridge at about its top.',
    states: [
      sound('at-the-upper-face', 'at the bridge top'),
      watch('a-little-lower', 'a little lower'),
      repair('runs-into-the-front', 'runs into the bridge front'),
      watch('far-above', 'far above'),
    ],
  }),
  saddleLook: point('saddleLook', 'Saddle showing', {
    how: 'Between 1/8 and 1/4 in shows on a healthy one; hardly any means a neck reset is coming.',
    states: [sound('enough', 'enough'), watch('little', 'little'), repair('hardly-any', 'hardly any')],
  }),
  bridge: point('bridge', 'Bridge', {
    how: 'A thinned bridge hides a neck that needed a reset: then both must be paid for.',
    states: [
      sound('full-thickness', 'full thickness'),
      repair('planed-thin', 'planed thin'),
      repair('cracked-through-the-pins', 'cracked through the pins'),
      repair('lifting', 'lifting'),
      watch('screws-or-bolts', 'screws or bolts'),
      watch('tailpiece-added', 'tailpiece added'),
    ],
  }),
  bridgePlate: point('bridgePlate', 'Bridge plate', {
    how: 'Mirror and lamp. A replaced plate may hide a top that was filled with putty or epoxy.',
    states: [
      sound('original', 'original'),
      watch('replaced', 'replaced'),
      watch('worn-holes', 'worn holes'),
      repair('cracked', 'cracked'),
      UNSEEN,
    ],
    only: 'flat-top',
  }),
  grainCrack: point('grainCrack', 'Crack across the grain under the bridge', {
    how: 'A top’s strength is along the grain: a crack across it beneath the plate is serious.',
    states: [sound('none', 'none'), repair('cracked-across', 'cracked across'), UNSEEN],
    only: 'flat-top',
  }),
  topShape: point('topShape', 'Shape of the top', {
    how: 'An even dome is how it is meant to look; a hollow in front of the bridge with a hump behind is not.',
    states: [
      sound('even-dome', 'even dome'),
      sound('flat', 'flat'),
      repair('hollow-and-hump', 'hollow and hump'),
      watch('sunken-at-the-hole', 'sunken at the hole'),
    ],
  }),
  braceRap: point('braceRap', 'Knuckle rap over the braces', {
    how: 'A buzz or rattle points to a loose one; write down which.',
    states: [sound('quiet', 'quiet'), repair('buzzes', 'buzzes'), watch('rattles', 'rattles')],
  }),
  cracks: point('cracks', 'Cracks', {
    how: 'Press alternately either side to see if they move; look inside for cleats.',
    states: [
      sound('none', 'none'),
      watch('quiet-hairline', 'quiet hairline'),
      sound('cleated-and-tight', 'cleated and tight'),
      repair('moves', 'moves'),
      repair('open', 'open'),
    ],
  }),
  tail: point('tail', 'Sides and tail', {
    how: 'A side crack that runs round the tail: the end block may be split.',
    states: [
      sound('sound', 'sound'),
      watch('side-crack', 'side crack'),
      repair('crack-round-the-tail', 'crack round the tail'),
      UNSEEN,
    ],
  }),
  fretWear: point('fretWear', 'Frets', {
    how: 'Pits under the plain strings at the first frets.',
    states: [
      sound('good', 'good'),
      watch('pitted', 'pitted'),
      repair('very-low', 'very low'),
      watch('lifting', 'lifting'),
    ],
  }),
  sellersWords: point('sellersWords', 'The seller’s words', {
    how: 'Words such as “set up high on purpose” usually mean a neck reset is due.',
    states: [
      sound('plain', 'plain'),
      watch('excuses-the-action', 'says “high on purpose”'),
      watch('says-nothing-of-repairs', 'says nothing of repairs'),
    ],
  }),
  trussRod: point('trussRod', 'Truss rod', {
    how: 'With the wrench that fits, a quarter turn and back.',
    states: [
      sound('turns-freely', 'turns freely'),
      sound('none-fitted', 'none fitted'),
      watch('stiff', 'stiff'),
      watch('at-its-end', 'at its end'),
      repair('spins', 'spins'),
      UNSEEN,
    ],
  }),
  fretPits: point('fretPits', 'Pitted frets', {
    how: 'Write the numbers, such as 1-3 5.',
    states: [sound('none', 'none'), watch('shallow', 'shallow'), repair('deep', 'deep')],
    frets: true,
  }),
  buzz: point('buzz', 'Buzz', {
    how: 'Play every fret of the outer strings as the owner does; say at which frets it buzzes. Forecasts learn from it how hard is played.',
    states: [
      sound('clean', 'clean'),
      watch('buzzes-when-struck-hard', 'buzzes when played hard'),
      repair('buzzes-bass', 'buzzes on the bass string'),
      repair('buzzes-treble', 'buzzes on the treble string'),
    ],
    frets: true,
  }),
  fretLift: point('fretLift', 'Lifting frets', {
    how: 'Press each end with a finger: the fret that catches may be innocent and the one before it loose.',
    states: [sound('none', 'none'), repair('lift-under-the-finger', 'lift under the finger')],
    frets: true,
  }),
  fretRocking: point('fretRocking', 'High frets', {
    how: 'Short straightedge over three frets at a time: where it rocks, the middle one is high.',
    states: [sound('none', 'none'), watch('rocks-a-little', 'rocks a little'), repair('rocks', 'rocks')],
    frets: true,
  }),
  nutState: point('nutState', 'Nut', {
    how: 'Curve against the board, width of the slots, cracks.',
    states: [
      sound('fits', 'fits'),
      watch('slots-too-wide', 'slots too wide'),
      watch('slots-bind', 'slots bind'),
      repair('cracked', 'cracked'),
      repair('too-low', 'too low'),
    ],
  }),
  tuners: point('tuners', 'Tuners', {
    how: 'Turn each; feel for play, look at posts, bushings and nuts.',
    states: [
      sound('turn-well', 'work'),
      watch('stiff', 'stiff'),
      watch('loose-nuts', 'loose nuts'),
      repair('slips', 'slips'),
      repair('one-is-missing', 'one is missing'),
    ],
  }),
  hardware: point('hardware', 'Pins, pickguard, strap buttons', {
    how: 'Complete and secure; a pickguard of celluloid near a seam forbids heat.',
    states: [
      sound('complete', 'complete'),
      watch('pickguard-curls', 'pickguard curls'),
      watch('parts-replaced', 'parts replaced'),
      repair('parts-missing', 'parts missing'),
    ],
  }),
  neckJoint: point('neckJoint', 'Neck joint', {
    how: 'Gap at the heel under tension; press the neck and watch it.',
    states: [
      sound('tight', 'tight'),
      watch('hairline-at-the-heel', 'hairline at the heel'),
      repair('gap', 'gap'),
      repair('moves', 'moves'),
      watch('screw-bolt-or-dowel', 'screw, bolt or dowel'),
    ],
  }),
  topBraces: point('topBraces', 'Top braces', {
    how: 'Mirror, lamp and a thin feeler at every end: which brace, from where to where.',
    states: [
      sound('tight', 'tight'),
      watch('old-repair', 'old repair'),
      repair('loose-end', 'loose end'),
      repair('cracked-brace', 'cracked brace'),
      UNSEEN,
    ],
  }),
  backBraces: point('backBraces', 'Back braces', {
    how: 'Their ends let go most often.',
    states: [sound('tight', 'tight'), repair('loose-end', 'loose end'), repair('loose', 'loose'), UNSEEN],
  }),
  linings: point('linings', 'Linings and blocks', {
    how: 'Lamp along the linings; end block and neck block for splits.',
    states: [
      sound('tight', 'tight'),
      repair('loose-lining', 'loose lining'),
      repair('block-split', 'block split'),
      UNSEEN,
    ],
  }),
  debris: point('debris', 'What is inside', {
    how: 'String ends, loose wires, nuts: many rattles are one of these.',
    states: [
      sound('nothing', 'nothing'),
      watch('string-ends', 'string ends'),
      watch('loose-wire', 'loose wire'),
      watch('a-loose-nut', 'a loose nut'),
    ],
  }),
  finish: point('finish', 'Finish', {
    how: 'A drop of spirit in a hidden place; what heat and tape it bears.',
    states: [
      sound('hard-and-whole', 'sound'),
      watch('soft-or-tacky', 'soft or tacky'),
      watch('refinished', 'refinished'),
      watch('thick-film-over-the-joint', 'thick finish over the joint'),
      repair('flakes', 'flakes off'),
      repair('loose-splinter', 'a loose splinter'),
    ],
  }),
  serial: point('serial', 'Serial number', {
    how: 'Copy it as it is, and where; say if it looks altered.',
    states: [sound('clear', 'clear'), watch('doubtful', 'doubtful'), watch('none', 'none')],
  }),
  label: point('label', 'Label, stamp or brand', {
    how: 'Copy the words as they are; say if it looks put in later.',
    states: [sound('original', 'original'), watch('doubtful', 'doubtful'), watch('none', 'none')],
  }),
  archBars: point('archBars', 'Bars', {
    how: 'Through the f-holes with mirror and lamp, ends and glue line.',
    states: [
      sound('tight', 'tight'),
      repair('loose', 'loose'),
      repair('cracked', 'cracked'),
      repair('fallen', 'fallen'),
      UNSEEN,
    ],
    only: 'archtop',
  }),
  soundPost: point('soundPost', 'Sound post', {
    how: 'Many have none; a fallen one is loose inside.',
    states: [
      sound('none', 'none'),
      sound('stands', 'stands'),
      watch('leans', 'leans'),
      repair('fallen', 'fallen'),
    ],
    only: 'archtop',
  }),
  headstock: point('headstock', 'Headstock', {
    how: 'Slack: flex it by hand, look behind the nut and at the volute for a line that opens.',
    states: [
      sound('sound', 'sound'),
      sound('old-repair', 'old repair, holds'),
      watch('hairline', 'hairline in the finish only'),
      repair('crack-behind-the-nut', 'crack behind the nut'),
      repair('broken', 'broken'),
    ],
  }),
  stringAnchor: point('stringAnchor', 'End pin, tailpiece and hinge', {
    how: 'What the strings hang on: turn the end pin, look at the hinge and at the tailpiece.',
    states: [
      sound('sound', 'sound'),
      watch('worn', 'worn'),
      repair('cracked', 'tailpiece cracked'),
      repair('hinge-cracked', 'hinge cracked'),
      repair('pin-loose', 'end pin loose'),
    ],
  }),
  celluloid: point('celluloid', 'Celluloid', {
    how: 'Pickguard, binding, dots, heel cap, tuner buttons: a sour smell, weeping or crazing means that it rots.',
    states: [
      sound('none', 'there is none'),
      watch('sound', 'there is some, sound'),
      repair('rots', 'rots: sour, weeps or is crazed through'),
      UNSEEN,
    ],
  }),
  pests: point('pests', 'Pests and mould', {
    how: 'Before it goes near another instrument: fresh dust, clean holes, bloom, smell; the case too.',
    states: [
      sound('none', 'none'),
      watch('old-holes', 'old holes, no dust'),
      repair('live-pests', 'fresh dust or live beetle'),
      repair('mould', 'mould'),
    ],
  }),
  electrics: point('electrics', 'Pick-up and battery', {
    how: 'A battery left inside leaks; the wire of a pick-up lifts the saddle.',
    states: [
      sound('none', 'there are none'),
      sound('sound', 'sound'),
      watch('loose-wire', 'loose wire'),
      repair('battery-leaks', 'battery leaks'),
    ],
  }),
};

const WEIGHT: Record<Verdict, number> = { sound: 0, unseen: 1, watch: 2, repair: 3 };

/** The verdict that the chosen states ask for: the gravest of them; null where nothing was chosen. */
export function verdictOf(point: PointId, states: readonly string[]): Verdict | null {
  const found = POINTS[point].states.filter(({ id }) => states.includes(id));
  return found.reduce<Verdict | null>(
    (worst, { verdict }) => (worst === null || WEIGHT[verdict] > WEIGHT[worst] ? verdict : worst),
    null,
  );
}

/** What was found at a point in words; one that a point no longer knows stands as it was stored. */
export const stateName = (point: PointId, state: string): string =>
  POINTS[point].states.find(({ id }) => id === state)?.name ?? state;
