import type { MarkKind, Path } from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { draw, named, type Drawing } from '../svg.js';
import type { Paper } from './paper.js';

export interface DrawnOnPlan {
  id: string;
  kind: MarkKind;
  path: Path;
  /** its points go round a place */
  round: boolean;
  grade: MarkGrade;
  chosen: boolean;
  name: string;
  /** how far it goes, as it is said; empty where it goes nowhere */
  extent: string;
}

/** Live damage, something to look at, or at rest: drawn in sealing wax, in ochre and in ink. */
export type MarkGrade = 'live' | 'watch' | 'quiet';
const INK_OF: Record<MarkGrade, 'wax' | 'ochre' | 'ink'> = { live: 'wax', watch: 'ochre', quiet: 'ink' };

/** What gapes is drawn broad and broken. */
const GAPES: readonly MarkKind[] = ['separation', 'bridge gap'];
/** A finger is broader than a crack. */
const FINGER = 16;
/** A mark is found by the eye at arm's length. */
const LINE = 3.2;
/** How far from its mark a name is written, and how much of a line lies between two names, letters. */
const AWAY = 0.9;
const APART = 1.25;

/** A mark on its face: a line for what runs, an outline for what covers a place, a ring for a single point. */
export function markPart(
  { id, kind, path, round, grade, chosen, name }: DrawnOnPlan,
  paper: Paper,
  inks: Inks,
): Drawing {
  const { at, d } = paper;
  const [x, y] = at(path[0]!);
  const ink = inks[INK_OF[grade]];
  const gapes = GAPES.includes(kind);
  return draw(
    'g',
    { 'data-mark': id },
    named(name),
    path.length === 1
      ? draw('circle', { cx: x, cy: y, r: 7, fill: 'none', stroke: ink, strokeWidth: LINE })
      : null,
    draw('path', {
      d: d(path, round),
      fill: 'none',
      stroke: 'transparent',
      strokeWidth: FINGER,
      strokeLinecap: 'round',
    }),
    draw('path', {
      d: d(path, round),
      fill: round ? ink : 'none',
      fillOpacity: 0.12,
      stroke: ink,
      strokeWidth: gapes ? 6 : chosen ? LINE + 1 : LINE,
      strokeDasharray: gapes ? '3 3' : undefined,
      strokeLinecap: 'round',
    }),
    grade === 'live'
      ? draw('path', { 'data-part': 'live', d: `M${x} ${y - 8}l7 8-7 8-7-8z`, fill: inks.wax })
      : null,
    chosen ? draw('circle', { cx: x, cy: y, r: 4, fill: inks.verdigris }) : null,
  );
}

/**
 * What each mark is, and how far it goes, written beside it: two lines, towards the side where there is more room, one
 * under another where marks lie close. @param letter height of the letters, mm
 */
export function markWords(
  marks: readonly DrawnOnPlan[],
  { at, width }: Paper & { width: number },
  letter: number,
  inks: Inks,
): Drawing[] {
  const places = marks
    .map((mark) => {
      const [x, y] = at(mark.path[Math.floor((mark.path.length - 1) / 2)]!);
      return { mark, x, y, left: x > 0.62 * width };
    })
    .sort((a, b) => a.y - b.y);
  const lowest = { left: -Infinity, right: -Infinity };
  return places.map(({ mark: { id, grade, name, extent }, x, y, left }) => {
    const side = left ? 'left' : 'right';
    const top = Math.max(y - letter / 2, lowest[side] + APART * letter);
    lowest[side] = top + (extent ? APART * letter : 0);
    const from = x + (left ? -AWAY : AWAY) * letter;
    const ink = inks[INK_OF[grade]];
    const line = (text: string, row: number) =>
      draw(
        'text',
        {
          x: from,
          y: top + letter * (0.35 + row * APART),
          textAnchor: left ? 'end' : 'start',
          fontSize: letter,
          fontFamily: inks.font,
          fontWeight: grade === 'quiet' ? 400 : 700,
          fill: ink,
          stroke: inks.sheet,
          strokeWidth: letter / 3.5,
          paintOrder: 'stroke',
          strokeLinejoin: 'round',
        },
        text,
      );
    return draw(
      'g',
      { 'data-mark': id, 'data-part': 'words' },
      line(name, 0),
      extent ? line(extent, 1) : null,
    );
  });
}
