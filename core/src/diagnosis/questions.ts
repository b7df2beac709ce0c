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
    ask: 'Look inside with mirror and lamp before you tune up: braces, plate, blocks, anything loose.',
    decides: 'whether it may be strung at all',
    minutes: 10,
    reads: ['topBraces', 'bridgePlate', 'grainCrack', 'linings'],
  },
  'paper-bridge': {
    ask: 'Slide paper under the bridge’s back edge and wings: how far in? If it may be strung, does the gap change at pitch?',
    decides: 'whether the bridge lifts',
    minutes: 3,
    reads: ['bridgeGap', 'bridgeGapDepth', 'bridge'],
  },
  'press-crack': {
    ask: 'Press each side of the crack in turn, a lamp inside. Does it move? Does light show?',
    decides: 'whether the crack is live',
    minutes: 3,
    reads: ['cracks'],
  },
  'mark-crack': {
    ask: 'Mark both ends of the crack on the map, with its width and the wood’s moisture.',
    decides: 'whether it is in the load path, and whether it grows',
    minutes: 4,
    reads: ['cracks'],
  },
  'crack-width': {
    ask: 'Measure the crack’s width again in the other season.',
    decides: 'at which moisture it closes: glue, splint or fill',
    minutes: 3,
    reads: ['cracks'],
  },
  'feel-braces': {
    ask: 'Strings off: which braces does the feeler find loose, from where to where? Mark them on the map.',
    decides: 'whether the structure under the bridge has let go',
    minutes: 12,
    reads: ['topBraces'],
  },
  'walk-weight': {
    ask: 'Strings off: set the weight on each marked spot and read the dip.',
    decides: 'where to look for a loose brace first',
    minutes: 4,
    reads: [],
  },
  'plate-look': {
    ask: 'Check the bridge plate, and the spruce under it, along the grain and across.',
    decides: 'whether the plate and the top under it are sound',
    minutes: 4,
    reads: ['bridgePlate', 'grainCrack'],
  },
  'block-look': {
    ask: 'Check end block and neck block for splits; press the tail.',
    decides: 'whether a block is split',
    minutes: 3,
    reads: ['linings', 'tail'],
  },
  'heel-flex': {
    ask: 'Slack: flex the neck by hand, and try paper between heel and side.',
    decides: 'whether the joint opens',
    minutes: 2,
    reads: ['neckJoint', 'jointGap'],
  },
  'belly-and-lean': {
    pitch: true,
    ask: 'Measure the belly in front of and behind the bridge, and the bridge tilt.',
    decides: 'belly or neck',
    minutes: 5,
    reads: ['bellyBehindBridge', 'bridgeTilt'],
  },
  'fret-plane': {
    pitch: true,
    ask: 'Lay a long straightedge on the frets; measure down to the rim plane beside the bridge.',
    decides: 'belly or neck, without knowing how the dome was built',
    minutes: 4,
    reads: ['fretPlane'],
  },
  'bridge-thickness': {
    ask: 'Measure the bridge’s thickness at both wings and in the middle.',
    decides: 'whether the bridge was planed',
    minutes: 2,
    reads: ['bridgeThickness'],
  },
  'other-season': {
    pitch: true,
    ask: 'Measure the same things in the other season.',
    decides: 'season or age: never plan a neck reset on one season’s readings',
    minutes: 20,
    reads: ['action12', 'straightedge'],
  },
  again: {
    pitch: true,
    ask: 'Action, relief, first-fret gap, straightedge and saddle disagree: measure them again.',
    decides: 'whether anything is cut',
    minutes: 10,
    reads: ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'at-pitch': {
    pitch: true,
    ask: 'Was it at pitch? If it may be strung, tune it up and measure the action again.',
    decides: 'whether the strings are low at all',
    minutes: 6,
    reads: ['action12'],
  },
  'other-side': {
    pitch: true,
    ask: 'Measure the other side in full.',
    decides: 'whether both sides are right',
    minutes: 6,
    reads: ['action12', 'relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'full-stance': {
    pitch: true,
    ask: 'Measure relief, first-fret gap, straightedge and saddle at pitch.',
    decides: 'why the action is what it is',
    minutes: 10,
    reads: ['relief', 'firstFretGap', 'straightedge', 'saddleShowing'],
  },
  'whole-stance': {
    pitch: true,
    ask: 'Measure action, relief, first-fret gap, straightedge and saddle at pitch.',
    decides: 'where the strings are, and why',
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
    decides: 'to which side the neck points, and which cheek would be cut',
    minutes: 3,
    reads: ['edgeOutside'],
  },
  'pitch-after': {
    ask: 'It has been at pitch for so many days: after new strings, after lying slack, or after work?',
    decides: 'how long it may still move',
    minutes: 1,
    reads: [],
  },
  'where-it-lay': {
    ask: 'Where was it that day? Say so on Seasons: another room, or is the log or the reading wrong?',
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
    ask: 'What is the old glue? Warm water and its look will tell; note it in Details.',
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
    ask: 'Measure relief and twist again slack, at both edges.',
    decides: 'whether the twist is in the wood or only under load',
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
    decides: 'whether the wheels can fix it, or arch or neck has moved',
    minutes: 2,
    reads: ['wheelHeight'],
  },
  arch: {
    ask: 'Measure the arch at both feet of the bridge, and look at both bars.',
    decides: 'a sinking arch, a loose bar or a risen neck block',
    minutes: 6,
    reads: ['archHeight', 'archBars'],
  },
  rest: {
    pitch: true,
    ask: 'Measure action, belly and tilt at pitch every few days.',
    decides: 'whether it has settled, so the saddle is cut only once',
    minutes: 5,
    reads: ['action12', 'bellyBehindBridge', 'bridgeTilt'],
  },
  hygrometer: {
    ask: 'Log the room with a checked hygrometer, away from door and window.',
    decides: 'how much is season',
    minutes: 5,
    reads: [],
  },
  celluloid: {
    ask: 'Any celluloid in binding, pickguard or inlay? Go by place, look and smell, never by flame.',
    decides: 'whether heat may come near',
    minutes: 3,
    reads: ['celluloid'],
  },
  rattle: {
    ask: 'Hunt the rattle: string ends, tuner nuts, rod, wires, label, then braces.',
    decides: 'whether a brace is loose at all',
    minutes: 8,
    reads: ['debris', 'braceRap'],
  },
} satisfies Record<string, Asking>;
export type QuestionId = keyof typeof ASKED;
/** Every question, by id. */
export const QUESTIONS: Record<QuestionId, Asking> = ASKED;
export const QUESTION_IDS = Object.keys(QUESTIONS) as QuestionId[];
