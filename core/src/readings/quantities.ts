import { STRING_SIDES } from '../strings/index.js';
import { mm, degree } from '../units/index.js';
import type { LengthUnit } from '../units/length.js';
import { CENTRE, INNER_STRINGS, STRINGS_BY_NUMBER, WINGS, type Place } from './places.js';
import type { Dimension, ToolId } from './tools.js';
import type { InterventionKind } from './interventionKinds.js';

/** What is measured, in the order in which the trade names it. Ranges are common practice. */
export const QUANTITY_IDS = [
  'action12',
  'relief',
  'firstFretGap',
  'straightedge',
  'saddleShowing',
  'bridgeTilt',
  'bellyBehindBridge',
  'fretPlane',
  'firstFretGapInner',
  'bow',
  'neckTwist',
  'radius',
  'nutSlot',
  'nutWidth',
  'fretHeight',
  'intonation',
  'pinGap',
  'edgeOutside',
  'breakAngle',
  'saddleSlot',
  'bridgeThickness',
  'bridgeGap',
  'bridgeGapDepth',
  'bridgeGapLength',
  'plateThickness',
  'plateSize',
  'bellyAlong',
  'bellyAcross',
  'soundHole',
  'jointGap',
  'archHeight',
  'backArch',
  'wheelHeight',
] as const;
export type QuantityId = (typeof QUANTITY_IDS)[number];

/** What is still measured: those that were asked otherwise once stand in old records only. */
export const measuredToday = (): QuantityId[] => QUANTITY_IDS.filter((id) => !QUANTITIES[id].retired);

/** The unit that a reading's bare decimal takes. */
export type ReadingUnit = LengthUnit | '°' | 'cents';
export const READING_UNITS = [
  'mm',
  'in',
  'thou',
  '64ths',
  '°',
  'cents',
] as const satisfies readonly ReadingUnit[];

/** What moves a quantity with the wood's moisture; see forecast/expected.ts. */
export type Breathing = 'action' | 'top' | 'into the bridge' | 'neck' | 'tilt' | 'none';

export type ConstructionKind = 'flat-top' | 'archtop';

export interface Quantity {
  id: QuantityId;
  name: string;
  /** how it is taken, in one sentence */
  how: string;
  dimension: Dimension;
  places: readonly Place[];
  /** the unit that a bare decimal takes until the shop chooses another */
  unit: ReadingUnit;
  tool: ToolId;
  /** m, rad or cents; beyond it the value is a slip, not a reading */
  from: number;
  to: number;
  range: string;
  breathing: Breathing;
  /**
   * what it usually is on a guitar that is still a guitar, damaged ones included, mm, degrees or cents: outside of it a
   * first reading is met with a question, never refused; common practice, without a published source
   */
  usual: readonly [number, number];
  /** an archtop's bridge stands far over the top by design */
  usualOnArchtop?: readonly [number, number];
  /** whether it says what it should only with the strings at pitch */
  tension: 'pitch' | 'any';
  /** a height over frets, bridge or rim is said in the page's unit; any other length in that it is read in */
  said: 'height' | 'length' | 'angle' | 'cents';
  /** the work that ends what was read of it before: these kinds alone, or whatever sets the strings or their ends anew */
  endedBy: 'settings' | readonly InterventionKind[];
  /** read on this construction only */
  only?: ConstructionKind;
  /** stands in old records and is read no more */
  retired?: true;
}

interface About extends Pick<
  Quantity,
  'usual' | 'usualOnArchtop' | 'tension' | 'said' | 'endedBy' | 'retired'
> {
  how: string;
  places: readonly Place[];
  tool: ToolId;
  unit?: LengthUnit;
  breathing?: Breathing;
  only?: ConstructionKind;
}

function length(id: QuantityId, name: string, from: number, to: number, about: About): Quantity {
  const range = `${from < 0 ? `−${-from}` : from} to ${to} mm`;
  return {
    id,
    name,
    dimension: 'length',
    unit: 'mm',
    breathing: 'none',
    ...about,
    from: from * mm,
    to: to * mm,
    range,
  };
}
function angle(id: QuantityId, name: string, from: number, to: number, about: About): Quantity {
  const range = `${from < 0 ? `−${-from}` : from}° to ${to}°`;
  const inside = { from: from * degree, to: to * degree, range };
  return { id, name, breathing: 'none', ...about, dimension: 'angle', unit: '°', ...inside };
}

export const QUANTITIES: Record<QuantityId, Quantity> = {
  action12: length('action12', 'Action at fret 12', 0, 15, {
    how: 'String bottom to fret crown, open string, at pitch.',
    places: STRING_SIDES,
    tool: 'rule',
    breathing: 'action',
    usual: [1.3, 6],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  relief: length('relief', 'Relief', -2, 15, {
    how: 'String held at the two frets, gap in the middle, usually fret 6; a back-bow is negative.',
    places: STRING_SIDES,
    tool: 'feelers',
    breathing: 'neck',
    usual: [-0.6, 1],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  firstFretGap: length('firstFretGap', 'First-fret gap', 0, 4, {
    how: 'String bottom to the crown of fret 1, open string, at pitch.',
    places: STRING_SIDES,
    tool: 'feelers',
    usual: [0.2, 1],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  straightedge: length('straightedge', 'Straightedge at the bridge', -15, 40, {
    how: 'Straightedge on the fret crowns: above the bridge top is plus, into it is minus.',
    places: STRING_SIDES,
    tool: 'rule',
    breathing: 'into the bridge',
    usual: [-6, 6],
    usualOnArchtop: [5, 35],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  saddleShowing: length('saddleShowing', 'Saddle showing', 0, 40, {
    how: 'Saddle crown above the bridge top under the outer string; on an archtop the crown above the bridge base.',
    places: STRING_SIDES,
    tool: 'caliper',
    usual: [0.5, 9],
    usualOnArchtop: [5, 30],
    tension: 'any',
    said: 'height',
    endedBy: 'settings',
  }),
  bridgeTilt: angle('bridgeTilt', 'Bridge tilt', -15, 15, {
    how: 'Level on the bridge against the level on the upper top; leaning towards the neck is plus.',
    places: CENTRE,
    tool: 'level',
    breathing: 'tilt',
    usual: [-2, 6],
    tension: 'pitch',
    said: 'angle',
    endedBy: 'settings',
  }),
  bellyBehindBridge: length('bellyBehindBridge', 'Belly behind the bridge', -15, 40, {
    how: 'Straightedge across the rim 40 mm behind the saddle: top above the rim plane on the centre line is plus.',
    places: CENTRE,
    tool: 'dial',
    breathing: 'top',
    usual: [-4, 10],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  fretPlane: length('fretPlane', 'Fret plane over the rim plane', 0, 60, {
    how: 'Long straightedge on the crowns, rule down to the plane of the rim beside the bridge, at the saddle line: it tells the neck from belly and bridge.',
    places: STRING_SIDES,
    tool: 'rule',
    usual: [6, 20],
    usualOnArchtop: [25, 60],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  firstFretGapInner: length('firstFretGapInner', 'First-fret gap, inner strings', 0, 4, {
    how: 'As for the outer strings: string bottom to the crown of fret 1.',
    places: INNER_STRINGS,
    tool: 'feelers',
    usual: [0.2, 1],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  bow: length('bow', 'Bow profile', -3, 15, {
    how: 'Straightedge from fret 1 to the body joint: gap over each crown, where the bend is local. Back-bow is negative.',
    places: ['fret3', 'fret5', 'fret7', 'fret9', 'fret11'],
    tool: 'feelers',
    breathing: 'neck',
    usual: [-0.6, 1],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  neckTwist: angle('neckTwist', 'Neck twist', -10, 10, {
    how: 'Level across fret 1 against the level across the body-join fret; bass side up at the nut is plus.',
    places: CENTRE,
    tool: 'level',
    usual: [-2, 2],
    tension: 'pitch',
    said: 'angle',
    endedBy: 'settings',
  }),
  radius: length('radius', 'Fingerboard radius', 150, 2500, {
    how: 'Gauge across the board; it may taper. Leave a flat board empty.',
    places: ['fret1', 'fret7', 'fret12', 'boardEnd'],
    tool: 'radius-gauges',
    unit: 'in',
    usual: [180, 520],
    tension: 'any',
    said: 'length',
    endedBy: ['frets', 'structure'],
  }),
  nutSlot: length('nutSlot', 'String above the nut', -3, 3, {
    how: 'Top of the string above the nut beside it: proud is plus, buried minus. Half the string proud is the usual aim.',
    places: STRINGS_BY_NUMBER,
    tool: 'feelers',
    usual: [-1, 1],
    tension: 'any',
    said: 'height',
    endedBy: 'settings',
  }),
  nutWidth: length('nutWidth', 'Nut width', 25, 80, {
    how: 'Board width at the nut; it tells one pattern from another.',
    places: CENTRE,
    tool: 'caliper',
    usual: [38, 56],
    tension: 'any',
    said: 'length',
    endedBy: ['nut'],
  }),
  fretHeight: length('fretHeight', 'Fret height', 0, 2.5, {
    how: 'Crown above the board beside it, at the worst and at the best fret.',
    places: ['lowest', 'highest'],
    tool: 'depth-gauge',
    usual: [0.3, 1.5],
    tension: 'any',
    said: 'height',
    endedBy: ['frets', 'levelling'],
  }),
  intonation: {
    id: 'intonation',
    name: 'Intonation at fret 12',
    how: 'Fretted note at 12 against the octave harmonic, in cents; sharp is plus.',
    dimension: 'cents',
    places: STRINGS_BY_NUMBER,
    unit: 'cents',
    tool: 'tuner',
    from: -80,
    to: 80,
    range: '−80 to 80 cents',
    breathing: 'none',
    usual: [-30, 30],
    tension: 'pitch',
    said: 'cents',
    endedBy: 'settings',
  },
  pinGap: length('pinGap', 'Board edge to outer pin, no sign asked', -15, 20, {
    how: 'Measured before the sign was defined: shown, not judged by.',
    places: STRING_SIDES,
    tool: 'rule',
    usual: [-6, 10],
    tension: 'any',
    said: 'length',
    endedBy: 'settings',
    retired: true,
  }),
  edgeOutside: length('edgeOutside', 'Board edge outside the outer pin hole (centring)', -15, 20, {
    how: 'Carry the board’s edge on to the bridge with a straightedge: gap to the outer pin hole, each side. Edge outside the hole is plus, inside it minus.',
    places: STRING_SIDES,
    tool: 'rule',
    usual: [-1, 9],
    tension: 'any',
    said: 'length',
    endedBy: 'settings',
  }),
  breakAngle: angle('breakAngle', 'Break angle behind the saddle', 0, 80, {
    how: 'Angle by which the string bends down behind the saddle.',
    places: STRING_SIDES,
    tool: 'protractor',
    usual: [8, 45],
    tension: 'pitch',
    said: 'angle',
    endedBy: 'settings',
  }),
  saddleSlot: length('saddleSlot', 'Saddle slot width', 0.5, 12, {
    how: 'Across the slot, at both ends and in the middle.',
    places: ['bass', 'middle', 'treble'],
    tool: 'caliper',
    only: 'flat-top',
    usual: [2, 4.5],
    tension: 'any',
    said: 'length',
    endedBy: ['structure'],
  }),
  bridgeThickness: length('bridgeThickness', 'Bridge thickness', 1, 30, {
    how: 'At both wings and in the middle: a planed bridge hides a neck that needed resetting.',
    places: WINGS,
    tool: 'caliper',
    only: 'flat-top',
    usual: [4, 13],
    tension: 'any',
    said: 'length',
    endedBy: ['structure'],
  }),
  bridgeGap: length('bridgeGap', 'Gap under the bridge', 0, 8, {
    how: 'Thickest feeler that goes under the wings and the back edge; 0 where none does.',
    places: WINGS,
    tool: 'feelers',
    only: 'flat-top',
    usual: [0, 2],
    tension: 'any',
    said: 'height',
    endedBy: 'settings',
  }),
  bridgeGapDepth: length('bridgeGapDepth', 'Depth of the gap', 0, 45, {
    how: 'How far a slip of paper goes in.',
    places: WINGS,
    tool: 'rule',
    only: 'flat-top',
    usual: [0, 30],
    tension: 'any',
    said: 'length',
    endedBy: 'settings',
  }),
  bridgeGapLength: length('bridgeGapLength', 'Length of the gap', 0, 220, {
    how: 'Over which length of the back edge it goes in.',
    places: CENTRE,
    tool: 'rule',
    only: 'flat-top',
    usual: [0, 180],
    tension: 'any',
    said: 'length',
    endedBy: 'settings',
  }),
  plateThickness: length('plateThickness', 'Bridge plate thickness', 0.5, 15, {
    how: 'Hook through a pin hole, less the top and the bridge.',
    places: CENTRE,
    tool: 'hook-gauge',
    only: 'flat-top',
    usual: [1.5, 5],
    tension: 'any',
    said: 'length',
    endedBy: ['structure'],
  }),
  plateSize: length('plateSize', 'Bridge plate size', 10, 260, {
    how: 'By mirror and rule, along and across the body.',
    places: ['along', 'across'],
    tool: 'rule',
    only: 'flat-top',
    usual: [25, 200],
    tension: 'any',
    said: 'length',
    endedBy: ['structure'],
  }),
  bellyAlong: length('bellyAlong', 'Belly along the centre line', -15, 40, {
    how: 'Straightedge or dial bridge on the rim, along the centre line: top above the rim plane at each distance from the saddle.',
    places: ['behind120', 'behind80', 'behind40', 'before25', 'before60', 'holeEdge'],
    tool: 'dial',
    breathing: 'top',
    usual: [-4, 10],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  bellyAcross: length('bellyAcross', 'Belly across, behind the bridge', -15, 40, {
    how: 'The same 40 mm behind the saddle, at each distance from the centre line.',
    places: ['bass120', 'bass60', 'treble60', 'treble120'],
    tool: 'dial',
    breathing: 'top',
    usual: [-4, 10],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  soundHole: length('soundHole', 'Sound-hole plane', -5, 12, {
    how: 'Straightedge over the hole: gap at its edge. Sunken is plus, level 0.',
    places: ['along', 'across'],
    tool: 'straightedge',
    only: 'flat-top',
    usual: [-1, 4],
    tension: 'any',
    said: 'height',
    endedBy: 'settings',
  }),
  jointGap: length('jointGap', 'Gap at the neck joint', 0, 6, {
    how: 'Thickest feeler at each cheek and under the heel cap, strings at pitch.',
    places: ['bassCheek', 'trebleCheek', 'heelCap'],
    tool: 'feelers',
    usual: [0, 1.5],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  archHeight: length('archHeight', 'Arch at the bridge feet', -5, 60, {
    how: 'Top above the rim plane at both feet of the bridge.',
    places: STRING_SIDES,
    tool: 'dial',
    breathing: 'top',
    only: 'archtop',
    usual: [8, 30],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  backArch: length('backArch', 'Arch of the back', -5, 60, {
    how: 'Back above its rim plane at the middle.',
    places: CENTRE,
    tool: 'dial',
    only: 'archtop',
    usual: [5, 30],
    tension: 'pitch',
    said: 'height',
    endedBy: 'settings',
  }),
  wheelHeight: length('wheelHeight', 'Thumb wheels', 0, 30, {
    how: 'Gap between base and saddle at the wheels: what is left to turn.',
    places: STRING_SIDES,
    tool: 'caliper',
    only: 'archtop',
    usual: [0, 12],
    tension: 'any',
    said: 'height',
    endedBy: 'settings',
  }),
};

/** Read under both outer strings, so that one value can stand for both. */
export const isSided = (quantity: QuantityId): boolean => QUANTITIES[quantity].places === STRING_SIDES;

/** Whether a quantity says what it should only with the strings at pitch. */
export const needsPitch = (quantity: QuantityId): boolean => QUANTITIES[quantity].tension === 'pitch';

/** Whether it is a height over frets, bridge or rim, which pages say in one unit. */
export const isHeight = (quantity: QuantityId): boolean => QUANTITIES[quantity].said === 'height';

/** The usual range of a quantity, in mm, degrees or cents; whichever construction where none is given. */
export function usualRange(quantity: QuantityId, construction?: ConstructionKind): readonly [number, number] {
  const { usual: flat, usualOnArchtop: arched = flat } = QUANTITIES[quantity];
  if (construction === 'archtop') return arched;
  if (construction === 'flat-top') return flat;
  return [Math.min(flat[0], arched[0]), Math.max(flat[1], arched[1])];
}
