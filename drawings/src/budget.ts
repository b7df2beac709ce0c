import { fretPosition, type NeckGeometry } from '@upright-elder/core/stance';
import { scaleLinear } from 'd3-scale';
import type { Inks } from './inks.js';
import { draw, named, picture, type Drawing } from './svg.js';

/** Where on the instrument a part of the budget arises. */
export type ArisesAt = 'nut' | 'neck' | 'join' | 'bridge';

export interface BudgetDrawnPart {
  /** what it is called */
  name: string;
  at: ArisesAt;
  /** as a length at the saddle line, m: positive lifts the strings over the frets */
  value: number;
  sd: number;
  /** the length and its error, as they are said: `+1.2`, `± 0.3` */
  amount: string;
  error: string;
  /** it is the largest one, and more than twice its own error */
  leads: boolean;
}

export interface BudgetDrawn {
  neck: NeckGeometry;
  parts: readonly BudgetDrawnPart[];
  /** said where the drawing is not seen */
  label: string;
}

const WIDTH = 620;
const LEFT = 46;
/** Height of the strip with the instrument, and of the columns under it. */
const STRIP = 74;
const COLUMNS = { from: 112, to: 268 };
const HEIGHT = 372;
/** The saddle stands so far along. */
const SADDLE = 396;
const COLUMN = 30;

/**
 * The action budget where it arises: under the side of the instrument each cause is a column, tied to its place, its length
 * the length at the saddle line, up where it lifts the strings, down where it lowers them, with its error as a whisker.
 */
export function budgetDrawing({ neck, parts, label }: BudgetDrawn, inks: Inks): Drawing {
  const reach = Math.max(0.001, ...parts.map(({ value, sd }) => Math.abs(value) + sd));
  const y = scaleLinear([reach, -reach], [COLUMNS.from, COLUMNS.to]);
  const along = (metres: number) => LEFT + (metres / (neck.scale + neck.compensation)) * (SADDLE - LEFT);
  const place: Record<ArisesAt, number> = {
    nut: along(0),
    neck: along(fretPosition(neck.scale, 6)),
    join: along(fretPosition(neck.scale, neck.bodyJoin)),
    bridge: SADDLE + 4,
  };
  const order: ArisesAt[] = ['nut', 'neck', 'join', 'bridge'];
  const sorted = [...parts].sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
  const step = (WIDTH - 2 * LEFT) / Math.max(1, sorted.length - 1);
  return picture([0, 0, WIDTH, HEIGHT], label, [
    ...elevation(place, inks),
    draw('path', { d: `M10,${y(0)}H${WIDTH - 10}`, stroke: inks.ink, strokeWidth: 1.4 }),
    ...sorted.map((part, i) => column(part, LEFT + step * i, place[part.at], y, inks)),
  ]);
}

/** Neck, body, bridge and string, so that each column has its place. */
function elevation(place: Record<ArisesAt, number>, inks: Inks): Drawing[] {
  const board = STRIP - 26;
  return [
    draw('path', {
      'data-part': 'neck',
      d: `M${place.nut},${board}H${place.join + 46}v7H${place.join}l-4,22h-8l-3,-15H${place.nut}z`,
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1.2,
    }),
    draw('path', {
      'data-part': 'body',
      d: `M${place.join},${STRIP - 6}V${board + 8}Q${place.bridge},${board + 2} ${WIDTH - 40},${board + 12}V${STRIP - 6}`,
      fill: 'none',
      stroke: inks.ink,
      strokeWidth: 1.6,
    }),
    draw('rect', {
      'data-part': 'bridge',
      x: place.bridge - 8,
      y: board - 6,
      width: 30,
      height: 11,
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1.2,
    }),
    draw('path', {
      'data-part': 'string',
      d: `M${place.nut},${board - 4}L${place.bridge},${board - 18}L${place.bridge + 14},${board - 6}`,
      fill: 'none',
      stroke: inks.verdigris,
      strokeWidth: 2,
    }),
  ];
}

function column(
  { name, value, sd, amount, error, leads }: BudgetDrawnPart,
  x: number,
  from: number,
  y: (metres: number) => number,
  inks: Inks,
): Drawing {
  const [zero, end] = [y(0), y(value)];
  const words = (text: string, at: number, over: Record<string, string | number>) =>
    draw('text', { x, y: at, textAnchor: 'middle', fontFamily: inks.font, fill: inks.ink, ...over }, text);
  return draw(
    'g',
    { 'data-part': name },
    named(`${name}: ${amount} ${error}`),
    draw('path', {
      d: `M${from},${STRIP - 12}L${x},${COLUMNS.from - 6}V${Math.min(zero, end)}`,
      fill: 'none',
      stroke: inks.rule,
      strokeWidth: 1.2,
    }),
    draw('rect', {
      x: x - COLUMN / 2,
      y: Math.min(zero, end),
      width: COLUMN,
      height: Math.max(1.5, Math.abs(end - zero)),
      fill: value > 0 ? inks.ochre : inks.verdigris,
      stroke: leads ? inks.ink : 'none',
      strokeWidth: 2.4,
    }),
    draw('path', {
      d: `M${x},${y(value - sd)}V${y(value + sd)}M${x - 7},${y(value - sd)}h14M${x - 7},${y(value + sd)}h14`,
      stroke: inks.ink,
      strokeWidth: 1.6,
      fill: 'none',
    }),
    ...name
      .split(' ')
      .map((word, i) =>
        words(word, COLUMNS.to + 26 + 16 * i, { fontSize: 16, fontWeight: leads ? 700 : 400 }),
      ),
    words(amount, HEIGHT - 38, { fontSize: 21, fontWeight: 700 }),
    words(error, HEIGHT - 15, { fontSize: 16 }),
  );
}
