import type { PointId, QuantityId } from '../readings/index.js';

/** What can be asked: the words, what it decides, and the minutes that it takes. Minutes are house figures. */
export interface Asking {
  ask: string;
  decides: string;
  minutes: number;
  /** only at pitch: not asked of what may not be strung */
  pitch?: true;
  /** what an examination has to read or look at to answer it; empty where a walk to the map or the papers does */
  reads: (QuantityId | PointId)[];
}

const ASKED = {
  'look-inside': {
    ask: 'Look inside with mirror and lamp before a string is tuned up: braces, plate, blocks and what lies there.',
    decides: 'whether it may be strung at all',
    minutes: 10,
    reads: ['topBraces', 'bridgePlate', 'grainCrack', 'linings'],
  },
  'paper-bridge': {
    ask: 'Push a slip of paper under the back edge and the wings of the bridge: how far does it go in? Where it may be strung, try at pitch too: does the gap breathe?',
    decides: 'whether the bridge lifts',
    minutes: 3,
    reads: ['bridgeGap', 'bridgeGapDepth', 'bridge'],
  },
  'press-crack': {
    ask: 'Press either side of the crack in turn, and hold a lamp inside: does it move, does light show?',
    decides: 'whether the crack is live',
    minutes: 3,
    reads: ['cracks'],
  },
  'mark-crack': {
    ask: 'Mark both ends of the crack on the map, with its width and the wood’s moisture.',
    decides: 'whether it lies in the way of the load, and whether it grows',
    minutes: 4,
    reads: ['cracks'],
  },
  'crack-width': {
    ask: 'Read the crack’s width again in the other season.',
    decides: 'at which moisture it closes: glue, splint or fill',
    minutes: 3,
    reads: ['cracks'],
  },
  'feel-braces': {
    ask: 'Which braces does the feeler find loose, from where to where? Probe with the strings off, and mark them on the map.',
    decides: 'whether the structure under the bridge has let go',
    minutes: 12,
    reads: ['topBraces'],
  },
  'walk-weight': {
    ask: 'Strings off, set the weight on the marked spots and read the dips.',
    decides: 'where to look for a loose brace first',
    minutes: 4,
    reads: [],
  },
  'plate-look': {
    ask: 'Look at the bridge plate and the spruce beneath it, along and across the grain.',
    decides: 'whether the plate and the top under it are sound',
    minutes: 4,
    reads: ['bridgePlate', 'grainCrack'],
  },
  'block-look': {
    ask: 'Look at the end block and the neck block for splits, and press the tail.',
    decides: 'whether a block is split',
    minutes: 3,
    reads: ['linings', 'tail'],
  },
  'heel-flex': {
    ask: 'Flex the neck by hand, slack, and try paper between heel and side.',
    decides: 'whether the joint opens',
    minutes: 2,
    reads: ['neckJoint', 'jointGap'],
  },
  'belly-and-lean': {
    pitch: true,
    ask: 'Read the belly before and behind the bridge, and the lean of the bridge.',
    decides: 'belly or neck',
    minutes: 5,
    reads: ['bellyBehindBridge', 'bridgeTilt'],
  },
  'fret-plane': {
    pitch: true,
    ask: 'Lay a long straightedge on the frets and a rule down to the rim plane beside the bridge.',
    decides: 'belly or neck, without knowing how the dome was built',
    minutes: 4,
    reads: ['fretPlane'],
  },
  'bridge-thickness': {
    ask: 'Measure the bridge at both wings and in the middle.',
    decides: 'whether the bridge was planed',
    minutes: 2,
    reads: ['bridgeThickness'],
  },
  'other-season': {
    pitch: true,
    ask: 'Measure the same things in the other season.',
    decides: 'season or age: never plan a neck reset on one season’s reading',
    minutes: 20,
    reads: ['action12', 'straightedge'],
  },
  again: {
    pitch: true,
    ask: 'Measure action, relief, first-fret gap, straightedge and saddle again: they do not agree.',
    decides: 'whether anything is cut',
    minutes: 10,
    reads: ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'at-pitch': {
    pitch: true,
    ask: 'Was it at pitch? Tune it up, where it may be strung, and read the action again.',
    decides: 'whether the strings stand low at all',
    minutes: 6,
    reads: ['action12'],
  },
  'other-side': {
    pitch: true,
    ask: 'Measure the other side in full.',
    decides: 'whether both strings stand right',
    minutes: 6,
    reads: ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'full-stance': {
    pitch: true,
    ask: 'Measure relief, first-fret gap, straightedge and saddle at pitch.',
    decides: 'what makes the action stand as it does',
    minutes: 10,
    reads: ['relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'whole-stance': {
    pitch: true,
    ask: 'Measure action, relief, first-fret gap, straightedge and saddle at pitch.',
    decides: 'how the strings stand, and why',
    minutes: 12,
    reads: ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'nut-gaps': {
    pitch: true,
    ask: 'Measure the gap at fret 1 again under every string: the nut looked too low.',
    decides: 'whether a slot of the nut is too low',
    minutes: 3,
    reads: ['firstFretGap', 'firstFretGapInner'],
  },
  centring: {
    ask: 'Carry both edges of the board on to the bridge and measure again: an edge outside its pin hole is plus.',
    decides: 'to which side the board aims, and which cheek would be cut',
    minutes: 3,
    reads: ['edgeOutside'],
  },
  'pitch-after': {
    ask: 'It has been at pitch for so many days: after new strings, after standing slack, or after work?',
    decides: 'how long it may still move',
    minutes: 1,
    reads: [],
  },
  'where-it-lay': {
    ask: 'Where did it lie on that day? Say so on Seasons: in another room, or is the log or the reading wrong?',
    decides: 'season or age',
    minutes: 1,
    reads: [],
  },
  'joint-kind': {
    ask: 'What kind of neck joint is it? Look for bolts, screws and dowels.',
    decides: 'whether and how the neck can come off',
    minutes: 5,
    reads: ['neckJoint'],
  },
  'old-glue': {
    ask: 'What is the old glue? Warm water and its look tell; write it down in the details.',
    decides: 'whether heat repairs can work',
    minutes: 4,
    reads: [],
  },
  rod: {
    ask: 'Is there a rod, and does its nut turn freely?',
    decides: 'how the relief is set',
    minutes: 2,
    reads: ['trussRod'],
  },
  'relief-unloaded': {
    ask: 'Read relief and twist again slack, at both edges.',
    decides: 'whether the twist is in the wood or in the load',
    minutes: 5,
    reads: ['relief', 'neckTwist'],
  },
  'fret-heights': {
    ask: 'Measure the lowest and the highest fret, and press each end with a finger.',
    decides: 'levelling, spot work or new frets',
    minutes: 5,
    reads: ['fretHeight', 'fretLift', 'fretRocking'],
  },
  'break-angle': {
    pitch: true,
    ask: 'Measure the angle of the strings behind the saddle.',
    decides: 'whether a lower saddle keeps its tone',
    minutes: 2,
    reads: ['breakAngle'],
  },
  wheels: {
    ask: 'How far down and up can the thumb wheels still go?',
    decides: 'whether wheels answer it, or the arch or the neck has moved',
    minutes: 2,
    reads: ['wheelHeight'],
  },
  arch: {
    ask: 'Read the arch at both feet of the bridge, and look at both bars.',
    decides: 'a sinking arch, a loose bar or a risen neck block',
    minutes: 6,
    reads: ['archHeight', 'archBars'],
  },
  rest: {
    pitch: true,
    ask: 'Read action, belly and tilt every few days at pitch.',
    decides: 'whether it has come to rest, so that the saddle is cut once',
    minutes: 5,
    reads: ['action12', 'bellyBehindBridge', 'bridgeTilt'],
  },
  hygrometer: {
    ask: 'Log the room, far from door and window, with a hygrometer that was checked.',
    decides: 'what is season',
    minutes: 5,
    reads: [],
  },
  celluloid: {
    ask: 'Is binding, pickguard or inlay celluloid? By place, look and smell, never by flame.',
    decides: 'whether heat may come near',
    minutes: 3,
    reads: ['celluloid'],
  },
  rattle: {
    ask: 'Look for the rattle: string ends, tuner nuts, rod, wires, label, then braces.',
    decides: 'whether a brace is loose at all',
    minutes: 8,
    reads: ['debris', 'braceRap'],
  },
} satisfies Record<string, Asking>;
export type QuestionId = keyof typeof ASKED;
/** Every question, by id. */
export const QUESTIONS: Record<QuestionId, Asking> = ASKED;
export const QUESTION_IDS = Object.keys(QUESTIONS) as QuestionId[];
