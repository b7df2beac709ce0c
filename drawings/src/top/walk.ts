import {
  faceSheet,
  outlinePolygon,
  pathLength,
  type NeckSize,
  type Path,
  type BodyPlan,
  type Point,
} from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { paperOf } from '../plan/paper.js';
import { bodyParts } from '../plan/parts.js';
import { boxOf } from '../plan/plan.js';
import { draw, named, picture, type Drawing } from '../svg.js';

/** A spot that a weight is set on. */
export interface DrawnSpot {
  name: string;
  point: Point;
  state: 'now' | 'read' | 'waits';
}

const RADIUS = 11;

/** A top from outside with its braces faint under it, the spots in their order, and the stretches to look at first. */
export function walkDrawing(
  { plan, spots, look }: { plan: BodyPlan; spots: readonly DrawnSpot[]; look: readonly Path[] },
  label: string,
  inks: Inks,
): Drawing {
  const neck: NeckSize = { scale: 0.645, bodyJoin: 14 };
  const sheet = faceSheet('top', plan, neck);
  const paper = paperOf(sheet);
  return picture(boxOf(sheet.paper), label, [
    draw('path', {
      'data-part': 'outline',
      d: paper.d(outlinePolygon(plan.outline), true),
      fill: inks.sheet,
      stroke: inks.ink,
      strokeWidth: 1.6,
    }),
    ...bodyParts({ plan, face: 'top', chosen: null, tailpiece: false }, paper, inks),
    ...plan.braces
      .filter(({ path }) => pathLength(path) > 0)
      .map(({ path }) =>
        draw('path', {
          d: paper.d(path),
          fill: 'none',
          stroke: inks.faint,
          strokeWidth: 1.2,
          strokeDasharray: '5 4',
        }),
      ),
    ...look.map((path) =>
      draw('path', {
        'data-part': 'look',
        d: paper.d(path),
        fill: 'none',
        stroke: inks.wax,
        strokeWidth: 7,
        strokeOpacity: 0.75,
      }),
    ),
    ...spots.map(({ name, point, state }, i) => {
      const [x, y] = paper.at(point);
      const filled = state === 'now';
      return draw(
        'g',
        { 'data-spot': i },
        named(`${i + 1}: ${name}${state === 'read' ? ', read' : ''}`),
        draw('circle', {
          cx: x,
          cy: y,
          r: RADIUS,
          fill: filled ? inks.verdigris : inks.sheet,
          stroke: state === 'waits' ? inks.ink : inks.verdigris,
          strokeWidth: state === 'waits' ? 1.2 : 2.4,
        }),
        draw(
          'text',
          {
            x,
            y: y + 5,
            textAnchor: 'middle',
            fontFamily: inks.font,
            fontSize: 14,
            fontWeight: 700,
            fill: filled ? inks.sheet : inks.ink,
          },
          String(i + 1),
        ),
      );
    }),
  ]);
}
