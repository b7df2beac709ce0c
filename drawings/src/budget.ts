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
  /** the length and its error, in words */
  said: string;
  /** it is the largest one, and more than twice its own error */
  leads: boolean;
}

export interface BudgetDrawn {
  neck: NeckGeometry;
  parts: readonly BudgetDrawnPart[];
  /** said where the drawing is not seen */
  label: string;
}

const WIDTH = 1180;
const LEFT = 40;
/** Height of the strip with the instrument, and of the columns under it. */
const STRIP = 74;
const COLUMNS = { from: 118, to: 292 };
const HEIGHT = 372;
/** The saddle stands so far along; room behind it for the columns of the bridge. */
const SADDLE = 640;
const COLUMN = 30;

/**
 * The action budget where it arises: over the side of the instrument each cause is a column, its length the length at
 * the saddle line, up where it lifts the strings, down where it lowers them, with its error as a whisker.
 */
export function budgetDrawing({ neck, parts, label }: BudgetDrawn, inks: Inks): Drawing {
  const reach = Math.max(0.001, ...parts.map(({ value, sd }) => Math.abs(value) + sd));
  const y = scaleLinear([reach, -reach], [COLUMNS.from, COLUMNS.to]);
  const along = (metres: number) => LEFT + (metres / (neck.scale + neck.compensation)) * (SADDLE - LEFT);
  const place: Record<ArisesAt, number> = {
    nut: along(0),
    neck: along(fretPosition(neck.scale, 6)),
    join: along(fretPosition(neck.scale, neck.bodyJoin)),
    bridge: SADDLE,
  };
  const bridge = parts.filter(({ at }) => at === 'bridge');
  const step = (WIDTH - 60 - SADDLE) / Math.max(1, bridge.length - 1);
  const columnOf = (part: BudgetDrawnPart) =>
    part.at === 'bridge'
      ? SADDLE + 10 + step * bridge.indexOf(part)
      : place[part.at] + (part.at === 'nut' ? 50 : 0);
  return picture([0, 0, WIDTH, HEIGHT], label, [
    ...elevation(place, inks),
    draw('path', {
      d: `M${LEFT},${y(0)}H${WIDTH - 10}`,
      stroke: inks.ink,
      strokeWidth: 1.4,
    }),
    ...parts.map((part) => column(part, columnOf(part), place[part.at], y, inks)),
  ]);
}

/** Neck, body, bridge and string, so that each column has its place. */
function elevation(place: Record<ArisesAt, number>, inks: Inks): Drawing[] {
  const board = STRIP - 26;
  return [
    draw('path', {
      'data-part': 'neck',
      d: `M${place.nut},${board}H${place.join + 70}v7H${place.join}l-4,22h-8l-3,-15H${place.nut}z`,
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
  { name, value, sd, said, leads }: BudgetDrawnPart,
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
    named(`${name}: ${said}`),
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
    words(name, HEIGHT - 40, { fontSize: 17, fontWeight: leads ? 700 : 400 }),
    words(said, HEIGHT - 16, { fontSize: 17, fontWeight: leads ? 700 : 400 }),
  );
}
