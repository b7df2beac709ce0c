import { dip, fretPosition, stringHeight, type NeckGeometry, type Stance } from '@upright-elder/core/stance';
import { curveMonotoneX, line } from 'd3-shape';
import type { Inks } from './inks.js';
import { draw, picture, type Drawing } from './svg.js';

/** One side of the strings. Lengths m. */
export interface DrawnSide {
  stance: Stance;
  saddleShowing: number;
}

export interface StanceDrawn {
  neck: NeckGeometry;
  bass: DrawnSide | null;
  treble: DrawnSide | null;
  /** rad, towards the nut positive */
  tilt: number | null;
  /** belly behind the bridge over the rim, m */
  belly: number | null;
  /** by which heights are multiplied against lengths */
  exaggeration: number;
}

const WIDTH = 1180;
/** Of the drawing, in its own unit; its height follows what was measured. */
export const STANCE_BOX = [0, 0, WIDTH, 1] as const;
/** Height of the letters where the drawing is seen at its own size. */
const LETTER = 15;
const LEFT = 46;
const RIGHT = 12;
/** The drawing reaches from the nut to a good way behind the saddle, m. */
const BEHIND = 0.15;
const BRIDGE = { thickness: 0.009, length: 0.028, before: 0.009 };
const FRET_HEIGHT = 0.0011;
const FRETS = Array.from({ length: 20 }, (_, i) => i + 1);
const NUMBERED = [1, 6, 12];

/** Where each reading is taken, m from the nut; for numbers that stand above the drawing. */
export function placesAlong(
  neck: NeckGeometry,
): Record<'first' | 'middle' | 'twelve' | 'bridge' | 'behind', number> {
  const saddle = neck.scale + neck.compensation;
  return {
    first: fretPosition(neck.scale, 1),
    middle: fretPosition(neck.scale, 6),
    twelve: fretPosition(neck.scale, 12),
    bridge: saddle,
    behind: saddle + 0.07,
  };
}

/** How far along the drawing a place of the neck lies, 0 to 1. @param metres from the nut */
export const partAlong = (neck: NeckGeometry, metres: number): number =>
  (LEFT + metres * perMetre(neck.scale + neck.compensation)) / WIDTH;

const perMetre = (saddle: number) => (WIDTH - LEFT - RIGHT) / (saddle + BEHIND);

/**
 * The side elevation: to scale along the strings, heights multiplied by the stated exaggeration. Fret plane, frets with
 * their dip, strings, nut, saddle, bridge, straightedge and top. The fret plane is the zero of heights.
 *
 * @param letter height of the letters, in the drawing's own unit
 * @returns null where neither side was measured
 */
export function stanceDrawing(drawn: StanceDrawn, inks: Inks, letter = LETTER): Drawing | null {
  const { neck, bass, treble, belly, exaggeration } = drawn;
  const lead = bass ?? treble;
  if (!lead) return null;
  const { stance } = lead;
  const saddle = stance.stringLength;
  const scale = perMetre(saddle);
  const top = -stance.straightedgeAtPitch - BRIDGE.thickness;
  const highest = Math.max(
    stringHeight(stance, saddle),
    treble ? stringHeight(treble.stance, saddle) : 0,
    0.003,
  );
  const lowest = Math.min(top, -0.004) - 0.0035;
  const zero = 14 + highest * scale * exaggeration;
  const axes: Axes = {
    x: (metres) => LEFT + metres * scale,
    y: (metres) => zero - metres * scale * exaggeration,
    scale,
    exaggeration,
  };
  const height = axes.y(lowest) + Math.max(34, 2 * letter);
  return picture(
    [0, 0, WIDTH, height],
    'Stance: side elevation with fret plane, strings, nut, saddle, straightedge and top',
    [
      ...neckParts(neck, stance, axes, inks, letter),
      ...straightedgeParts(neck, saddle, axes, inks, letter),
      draw('path', {
        'data-part': 'top',
        d: topLine(stance, top, belly, lowest, axes),
        fill: 'none',
        stroke: inks.ink,
        strokeWidth: 2.4,
      }),
      bridgeParts(lead, drawn.tilt, axes, inks),
      nutPart(stance, axes, inks),
      bass && stringPart('bass', bass, 3, axes, inks),
      treble && stringPart('treble', treble, 1.6, axes, inks),
      draw('path', {
        'data-part': 'string behind the saddle',
        d: `M${axes.x(saddle)},${axes.y(stringHeight(stance, saddle))}L${axes.x(saddle + 0.012)},${axes.y(-stance.straightedgeAtPitch)}`,
        stroke: inks.verdigris,
        strokeWidth: 2,
        fill: 'none',
      }),
    ],
  );
}

interface Axes {
  /** along the strings from the nut, and over the fret plane, m to the drawing's units */
  x: (metres: number) => number;
  y: (metres: number) => number;
  /** units per metre along */
  scale: number;
  exaggeration: number;
}

/** Neck and board, whose surface lies a fret's height under the crowns, and the frets. */
function neckParts(
  neck: NeckGeometry,
  stance: Stance,
  { x, y }: Axes,
  inks: Inks,
  letter: number,
): Drawing[] {
  const at = (fret: number) => fretPosition(neck.scale, fret);
  const crown = (fret: number) => -dip(stance, at(fret));
  const end = at(FRETS.length) + 0.008;
  const surface: [number, number][] = [
    [0, -FRET_HEIGHT],
    ...FRETS.map((fret): [number, number] => [at(fret), crown(fret) - FRET_HEIGHT]),
    [end, -FRET_HEIGHT],
  ];
  const board = line<[number, number]>(
    ([along]) => x(along),
    ([, over]) => y(over),
  );
  const under = Math.max(...surface.map(([, over]) => y(over))) + 12;
  return [
    draw('path', {
      'data-part': 'board',
      d: `${board(surface)!}V${under}H${x(0)}Z`,
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1,
    }),
    draw('path', {
      'data-part': 'neck',
      d: `M${x(-0.02)},${under}H${x(stance.bodyJoin - 0.012)}L${x(stance.bodyJoin)},${under + 34}`,
      fill: 'none',
      stroke: inks.ink,
      strokeWidth: 1.8,
    }),
    ...FRETS.map((fret) =>
      draw('path', {
        'data-part': `fret ${fret}`,
        d: `M${x(at(fret))},${y(crown(fret))}V${y(crown(fret) - FRET_HEIGHT)}`,
        stroke: inks.ink,
        strokeWidth: fret === 12 || fret === neck.bodyJoin ? 4 : 2,
      }),
    ),
    ...NUMBERED.map((fret) =>
      draw(
        'text',
        {
          x: x(at(fret)),
          y: under + letter + 3,
          textAnchor: 'middle',
          fontSize: letter,
          fontFamily: inks.font,
          fill: inks.faint,
        },
        String(fret),
      ),
    ),
    draw(
      'text',
      {
        x: x(stance.bodyJoin) + 8,
        y: under + Math.max(34, 2.1 * letter),
        fontSize: letter,
        fontFamily: inks.font,
        fill: inks.faint,
      },
      `body joint, ${neck.bodyJoin}`,
    ),
  ];
}

/** The fret plane, carried on as the straightedge lies on it. */
function straightedgeParts(
  neck: NeckGeometry,
  saddle: number,
  { x, y }: Axes,
  inks: Inks,
  letter: number,
): Drawing[] {
  const end = fretPosition(neck.scale, FRETS.length) + 0.008;
  return [
    draw('path', {
      'data-part': 'straightedge',
      d: `M${x(0)},${y(0)}H${x(saddle + 0.03)}`,
      stroke: inks.damp,
      strokeWidth: 2,
      strokeDasharray: '9 6',
    }),
    draw(
      'text',
      {
        x: x((end + saddle) / 2) - 10,
        y: y(0) + letter + 3,
        fontSize: letter,
        fontFamily: inks.font,
        fill: inks.faint,
        textAnchor: 'middle',
      },
      // on a narrow screen there is no room to say where
      letter > 1.6 * LETTER ? 'straightedge' : 'straightedge on the fret plane',
    ),
  ];
}

/** Bridge and saddle, turned as they lean. */
function bridgeParts(
  { stance, saddleShowing }: DrawnSide,
  tilt: number | null,
  { x, y, scale, exaggeration }: Axes,
  inks: Inks,
): Drawing {
  const saddle = stance.stringLength;
  const over = -stance.straightedgeAtPitch;
  const degrees = ((tilt ?? 0) * 180) / Math.PI;
  return draw(
    'g',
    { 'data-part': 'bridge', transform: `rotate(${-degrees} ${x(saddle)} ${y(over - BRIDGE.thickness)})` },
    draw('rect', {
      x: x(saddle - BRIDGE.before),
      y: y(over),
      width: BRIDGE.length * scale,
      height: BRIDGE.thickness * scale * exaggeration,
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1.4,
      rx: 2,
    }),
    draw('rect', {
      'data-part': 'saddle',
      x: x(saddle) - 3,
      y: y(Math.max(stringHeight(stance, saddle), over)),
      width: 6,
      height: Math.max(0, saddleShowing * scale * exaggeration),
      fill: inks.sheet,
      stroke: inks.ink,
      strokeWidth: 1.4,
    }),
  );
}

const nutPart = ({ nutHeight }: Stance, { x, y }: Axes, inks: Inks): Drawing =>
  draw('rect', {
    'data-part': 'nut',
    x: x(0) - 7,
    y: y(nutHeight),
    width: 7,
    height: y(-FRET_HEIGHT) - y(nutHeight) + 4,
    fill: inks.sheet,
    stroke: inks.ink,
  });

function stringPart(
  side: 'bass' | 'treble',
  { stance }: DrawnSide,
  width: number,
  { x, y }: Axes,
  inks: Inks,
): Drawing {
  const saddle = stance.stringLength;
  return draw('path', {
    'data-part': `${side} string`,
    d: `M${x(-0.02)},${y(stance.nutHeight) + 4}L${x(0)},${y(stance.nutHeight)}L${x(saddle)},${y(stringHeight(stance, saddle))}`,
    stroke: inks.verdigris,
    strokeWidth: width,
    fill: 'none',
  });
}

/** The top from the join to behind the bridge; the belly is drawn where it was measured, else a common one. */
function topLine(stance: Stance, top: number, belly: number | null, lowest: number, { x, y }: Axes): string {
  const hump = belly ?? 0.002;
  const saddle = stance.stringLength;
  const points: [number, number][] = [
    [stance.bodyJoin, top - 0.6 * hump],
    [saddle - 0.16, top - 0.45 * hump],
    [saddle - 0.06, top - 0.1 * hump],
    [saddle, top],
    [saddle + 0.05, top],
    [saddle + 0.1, top - 0.35 * hump],
    [saddle + BEHIND - 0.004, top - hump],
  ];
  return line<[number, number]>(
    ([along]) => x(along),
    ([, over]) => y(Math.max(over, lowest)),
  ).curve(curveMonotoneX)(points)!;
}
