import type { LengthUnit } from '../units/length.js';

/**
 * What is measured. Each quantity knows its dimension, whether it has a bass and a treble side, the tool it
 * is usually read with, and what a value can be at all. Ranges and tool figures are common practice.
 */
export const QUANTITY_IDS = [
  'action12',
  'relief',
  'firstFretGap',
  'straightedge',
  'saddleShowing',
  'bridgeTilt',
  'bellyBehindBridge',
] as const;
export type QuantityId = (typeof QUANTITY_IDS)[number];

/** Where on the instrument: both outer strings, or one place on the centre line. */
export const SIDES = ['bass', 'treble', 'both', 'centre'] as const;
export type Side = (typeof SIDES)[number];

export type Dimension = 'length' | 'angle';

export interface Quantity {
  id: QuantityId;
  name: string;
  /** how it is taken, in one sentence */
  how: string;
  dimension: Dimension;
  sided: boolean;
  /** the unit that a bare decimal takes until the shop chooses another */
  unit: LengthUnit | '°';
  tool: ToolError & { name: string };
  /** m or rad; beyond it the value is a slip, not a reading */
  from: number;
  to: number;
  range: string;
}

/** Resolution of the scale and repeatability of the hand, in the quantity's SI unit. */
export interface ToolError {
  resolution: number;
  repeatability: number;
}

const mm = 1e-3;
const RULE = { name: '1/64 in rule', resolution: 0.25 * mm, repeatability: 0.08 * mm };
const FEELER = { name: 'feelers', resolution: 0.02 * mm, repeatability: 0.015 * mm };
const CALIPER = { name: 'caliper', resolution: 0.05 * mm, repeatability: 0.04 * mm };
const LEVEL = {
  name: 'small digital level',
  resolution: (0.1 * Math.PI) / 180,
  repeatability: (0.08 * Math.PI) / 180,
};
const DIAL = { name: 'straightedge and dial', resolution: 0.02 * mm, repeatability: 0.06 * mm };

export const QUANTITIES: Record<QuantityId, Quantity> = {
  action12: {
    id: 'action12',
    name: 'Action at fret 12',
    how: 'String bottom to fret crown, open string, at pitch.',
    dimension: 'length',
    sided: true,
    unit: 'mm',
    tool: RULE,
    from: 0,
    to: 15 * mm,
    range: '0 to 15 mm',
  },
  relief: {
    id: 'relief',
    name: 'Relief',
    how: 'String held at the two frets, gap in the middle, usually fret 6; a back-bow is negative.',
    dimension: 'length',
    sided: true,
    unit: 'mm',
    tool: FEELER,
    from: -2 * mm,
    to: 4 * mm,
    range: '−2 to 4 mm',
  },
  firstFretGap: {
    id: 'firstFretGap',
    name: 'First-fret gap',
    how: 'String bottom to the crown of fret 1, open string, at pitch.',
    dimension: 'length',
    sided: true,
    unit: 'mm',
    tool: FEELER,
    from: 0,
    to: 4 * mm,
    range: '0 to 4 mm',
  },
  straightedge: {
    id: 'straightedge',
    name: 'Straightedge at the bridge',
    how: 'Straightedge on the fret crowns: above the bridge top is plus, into it is minus.',
    dimension: 'length',
    sided: true,
    unit: 'mm',
    tool: RULE,
    from: -15 * mm,
    to: 40 * mm,
    range: '−15 to 40 mm',
  },
  saddleShowing: {
    id: 'saddleShowing',
    name: 'Saddle showing',
    how: 'Saddle crown above the bridge top under the outer string; on an archtop the crown above the bridge base.',
    dimension: 'length',
    sided: true,
    unit: 'mm',
    tool: CALIPER,
    from: 0,
    to: 40 * mm,
    range: '0 to 40 mm',
  },
  bridgeTilt: {
    id: 'bridgeTilt',
    name: 'Bridge tilt',
    how: 'Level on the bridge against the level on the upper top; leaning towards the neck is plus.',
    dimension: 'angle',
    sided: false,
    unit: '°',
    tool: LEVEL,
    from: (-15 * Math.PI) / 180,
    to: (15 * Math.PI) / 180,
    range: '−15° to 15°',
  },
  bellyBehindBridge: {
    id: 'bellyBehindBridge',
    name: 'Belly behind the bridge',
    how: 'Straightedge across the rim behind the bridge: top above the rim plane is plus.',
    dimension: 'length',
    sided: false,
    unit: 'mm',
    tool: DIAL,
    from: -15 * mm,
    to: 40 * mm,
    range: '−15 to 40 mm',
  },
};
