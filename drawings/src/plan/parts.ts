import {
  cornersOf,
  type Brace,
  type Face,
  type FaceSheet,
  type Path,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { draw, named, type Drawing } from '../svg.js';
import { mm, type Paper } from './paper.js';

/** A face's own outline, lines and words. @param outline as it is shown now */
export function sheetParts(sheet: FaceSheet, face: Face, outline: Path, paper: Paper, inks: Inks): Drawing[] {
  const { at, d } = paper;
  return [
    draw('path', {
      'data-part': 'outline',
      d: d(outline, true),
      fill: inks.sheet,
      stroke: inks.ink,
      strokeWidth: 1.6,
    }),
    ...sheet.lines.map((line) =>
      draw('path', {
        d: d(line),
        stroke: inks.rule,
        strokeWidth: 0.6,
        strokeDasharray: face === 'neck' ? undefined : '6 3',
      }),
    ),
    ...sheet.words.map(({ text, place }) => {
      const [x, y] = at(place);
      return draw(
        'text',
        { x, y, fill: inks.faint, fontFamily: inks.font, fontSize: 11, textAnchor: 'middle' },
        text,
      );
    }),
  ];
}

/** What belongs to the top or the back: hole, plate, braces by their own width, bridge and saddle line. */
export function bodyParts(
  { plan, face, chosen }: { plan: BodyPlan; face: Face; chosen: string | null },
  paper: Paper,
  inks: Inks,
): Drawing[] {
  const { d } = paper;
  if (face === 'back')
    return plan.backBraces.map((brace) =>
      bracePart(brace, { chosen: brace.id === chosen, behind: true }, paper, inks),
    );
  if (face !== 'top' && face !== 'top inside') return [];
  const inside = face === 'top inside';
  const { bridge } = plan;
  return [
    ...plan.holes.map((hole) => holePart(hole, paper, inks)),
    ...(inside && plan.plate
      ? [
          draw('path', {
            'data-part': 'plate',
            d: d(cornersOf(plan.plate), true),
            fill: inks.sunk,
            stroke: inks.ink,
            strokeWidth: 0.8,
          }),
        ]
      : []),
    ...(inside
      ? plan.braces.map((brace) =>
          bracePart(brace, { chosen: brace.id === chosen, behind: false }, paper, inks),
        )
      : []),
    draw('path', {
      'data-part': 'bridge',
      d: d(cornersOf(bridge), true),
      fill: inside ? 'none' : inks.faint,
      fillOpacity: 0.55,
      stroke: inks.ink,
      strokeWidth: 0.8,
      strokeDasharray: inside ? '4 3' : undefined,
    }),
    draw('path', {
      'data-part': 'saddle line',
      d: d([
        [-bridge.halfWidth * 0.5, bridge.saddleAt],
        [bridge.halfWidth * 0.5, bridge.saddleAt],
      ]),
      stroke: inks.ink,
      strokeWidth: 1.4,
    }),
  ];
}

function holePart(hole: BodyPlan['holes'][number], { at, d }: Paper, inks: Inks): Drawing {
  if (hole.kind === 'round') {
    const [cx, cy] = at(hole.centre);
    return draw('circle', {
      'data-part': 'hole',
      cx,
      cy,
      r: mm(hole.radius),
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1.2,
    });
  }
  return draw('path', {
    'data-part': 'hole',
    d: d(hole.path),
    fill: 'none',
    stroke: inks.faint,
    strokeWidth: mm(hole.width),
    strokeLinecap: 'round',
    opacity: 0.5,
  });
}

function bracePart(
  brace: Brace,
  { chosen, behind }: { chosen: boolean; /** glued to the other side of what is seen */ behind: boolean },
  paper: Paper,
  inks: Inks,
): Drawing {
  return draw(
    'g',
    { 'data-brace': brace.id },
    named(brace.name),
    draw('path', {
      d: paper.d(brace.path),
      fill: 'none',
      stroke: chosen ? inks.verdigris : inks.faint,
      strokeWidth: mm(brace.width),
      strokeDasharray: behind ? '5 3' : undefined,
      opacity: chosen ? 0.8 : behind ? 0.3 : 0.45,
      strokeLinejoin: 'round',
    }),
  );
}
