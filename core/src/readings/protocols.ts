import { POINT_IDS, POINTS, type PointId } from './points.js';
import { QUANTITIES, QUANTITY_IDS, type ConstructionKind, type QuantityId } from './quantities.js';

/** A line of a protocol: something measured, or something looked at. */
export type LineId = QuantityId | PointId;
export const LINE_IDS: readonly LineId[] = [...QUANTITY_IDS, ...POINT_IDS];

/** Whether a line is measured; else it is looked at. */
export const isPoint = (line: LineId): line is PointId => line in POINTS;
export const isQuantity = (line: LineId): line is QuantityId => line in QUANTITIES;
/** A line's name, how it is taken, and on which kind of instrument alone. */
export const lineOf = (line: LineId): { name: string; how: string; only?: ConstructionKind } =>
  isQuantity(line) ? QUANTITIES[line] : POINTS[line];

export interface Stage {
  title: string;
  lines: LineId[];
}

/** An order in which an instrument is gone through. */
export interface Protocol {
  name: string;
  about: string;
  /** each point takes a cost allowance, and the sum stands beside an asking price */
  priced: boolean;
  /** what the last examination found is looked at again */
  again: boolean;
  stages: Stage[];
}

/** Readings that a job took at the bench: of no protocol, and an examination of their own. */
export const AT_THE_BENCH = { id: 'bench', name: 'At the bench' } as const;

export const HOUSE_PROTOCOL_IDS = ['quick', 'full', 'recheck', 'resting'] as const;
export type HouseProtocolId = (typeof HOUSE_PROTOCOL_IDS)[number];

/** The protocols a shop begins with; it edits them and adds its own. */
export const HOUSE_PROTOCOLS: Record<HouseProtocolId, Protocol> = {
  quick: {
    name: 'Quick look',
    about: 'Five minutes, also before buying: each point ends in sound, watch or repair, with an allowance.',
    priced: true,
    again: false,
    stages: [
      {
        title: 'In hand',
        lines: [
          'boardEdges',
          'straightedgeLook',
          'saddleLook',
          'bridge',
          'topShape',
          'braceRap',
          'cracks',
          'tail',
          'fretWear',
          'neckJoint',
        ],
      },
      { title: 'Inside, with mirror and lamp', lines: ['bridgePlate', 'grainCrack', 'archBars', 'debris'] },
      { title: 'Seller and papers', lines: ['sellersWords', 'serial', 'action12'] },
    ],
  },
  full: {
    name: 'Full examination',
    about:
      'Before a string is tuned up; at pitch; then strings off and inside. If anything is live, leave it slack.',
    priced: false,
    again: false,
    stages: [
      {
        title: 'Before a string is tuned up',
        lines: [
          'pests',
          'celluloid',
          'headstock',
          'neckJoint',
          'bridge',
          'stringAnchor',
          'grainCrack',
          'bridgePlate',
          'topBraces',
          'archBars',
          'soundPost',
          'linings',
          'cracks',
          'tail',
        ],
      },
      {
        title: 'At pitch: strings and neck',
        lines: [
          'action12',
          'relief',
          'firstFretGap',
          'firstFretGapInner',
          'nutSlot',
          'neckTwist',
          'bow',
          'intonation',
          'buzz',
          'trussRod',
          'jointGap',
        ],
      },
      {
        title: 'At pitch: bridge and top',
        lines: [
          'straightedge',
          'saddleShowing',
          'breakAngle',
          'edgeOutside',
          'bridgeTilt',
          'bridgeThickness',
          'bridgeGap',
          'bridgeGapDepth',
          'bridgeGapLength',
          'bellyBehindBridge',
          'bellyAcross',
          'bellyAlong',
          'soundHole',
          'fretPlane',
          'archHeight',
          'backArch',
          'wheelHeight',
          'topShape',
        ],
      },
      {
        title: 'Board, frets and nut',
        lines: [
          'radius',
          'fretHeight',
          'fretPits',
          'fretLift',
          'fretRocking',
          'nutState',
          'nutWidth',
          'saddleSlot',
        ],
      },
      {
        title: 'Strings off, inside',
        lines: ['plateThickness', 'plateSize', 'backBraces', 'debris'],
      },
      {
        title: 'Identity and fittings',
        lines: ['serial', 'label', 'finish', 'tuners', 'hardware', 'electrics'],
      },
    ],
  },
  recheck: {
    name: 'Re-check after the season',
    about: 'The same things in the same way, and what the last examination found.',
    priced: false,
    again: true,
    stages: [
      {
        title: 'At pitch',
        lines: [
          'action12',
          'relief',
          'firstFretGap',
          'straightedge',
          'saddleShowing',
          'buzz',
          'bridgeTilt',
          'bellyBehindBridge',
          'bellyAlong',
          'archHeight',
          'bridgeGap',
          'cracks',
        ],
      },
    ],
  },
  resting: {
    name: 'Re-check under tension',
    about: 'At pitch after work: cut the saddle to its last height only when these have settled.',
    priced: false,
    again: true,
    stages: [
      {
        title: 'At pitch',
        lines: [
          'action12',
          'relief',
          'straightedge',
          'bridgeTilt',
          'bellyBehindBridge',
          'archHeight',
          'bridgeGap',
        ],
      },
    ],
  },
};

/** The lines of a stage that this construction has. */
export const linesFor = (stage: Stage, construction: ConstructionKind): LineId[] =>
  stage.lines.filter((line) => (lineOf(line).only ?? construction) === construction);
