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
  /** live damage is drawn in sealing wax, anything quiet in ink */
  live: boolean;
  chosen: boolean;
  name: string;
}

/** What gapes is drawn broad and broken. */
const GAPES: readonly MarkKind[] = ['separation', 'bridge gap'];
/** A finger is broader than a crack. */
const FINGER = 16;

/** A mark on its face: a line for what runs, an outline for what covers a place, a ring for a single point. */
export function markPart(
  { id, kind, path, round, live, chosen, name }: DrawnOnPlan,
  paper: Paper,
  inks: Inks,
): Drawing {
  const { at, d } = paper;
  const [x, y] = at(path[0]!);
  const ink = live ? inks.wax : inks.ink;
  const gapes = GAPES.includes(kind);
  return draw(
    'g',
    { 'data-mark': id },
    named(name),
    path.length === 1
      ? draw('circle', { cx: x, cy: y, r: 6, fill: 'none', stroke: ink, strokeWidth: 2 })
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
      strokeWidth: gapes ? 5 : chosen ? 3 : 2,
      strokeDasharray: gapes ? '3 3' : undefined,
      strokeLinecap: 'round',
    }),
    live ? draw('path', { 'data-part': 'live', d: `M${x} ${y - 6}l5 6-5 6-5-6z`, fill: inks.wax }) : null,
    chosen ? draw('circle', { cx: x, cy: y, r: 4, fill: inks.verdigris }) : null,
  );
}
