import {
  cornersOf,
  type Brace,
  type Face,
  type FaceSheet,
  type Path,
  type Point,
  type BodyPlan,
} from '@upright-elder/core/body-plan';
import type { Inks } from '../inks.js';
import { draw, named, type Drawing } from '../svg.js';
import { mm, type Paper } from './paper.js';

/** Height of the letters on a sheet that is seen at its usual size, mm. */
export const LETTER = 14;

/** A face's own outline, lines and words. @param outline as it is shown now @param letter height of the letters, mm */
export function sheetParts(
  sheet: FaceSheet,
  face: Face,
  outline: Path,
  paper: Paper,
  inks: Inks,
  letter = LETTER,
): Drawing[] {
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
        { x, y, fill: inks.faint, fontFamily: inks.font, fontSize: letter, textAnchor: 'middle' },
        text,
      );
    }),
  ];
}

/** A carved top, by its holes: its bars are what a luthier looks for from outside too. */
const isCarved = ({ holes }: BodyPlan) => holes.some(({ kind }) => kind === 'f');

/** What belongs to the top or the back: hole, plate, braces by their own width, bridge, tailpiece and saddle line. */
export function bodyParts(
  {
    plan,
    face,
    chosen,
    tailpiece,
  }: {
    plan: BodyPlan;
    face: Face;
    chosen: string | null;
    /** the strings end at one */
    tailpiece: boolean;
  },
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
    ...plan.holes.flatMap((hole) => holePart(hole, paper, inks)),
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
    ...(inside || isCarved(plan)
      ? plan.braces.map((brace) =>
          bracePart(brace, { chosen: brace.id === chosen, behind: !inside }, paper, inks),
        )
      : []),
    ...(tailpiece && !inside ? [tailpiecePart(plan, paper, inks)] : []),
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

function holePart(hole: BodyPlan['holes'][number], { at, d }: Paper, inks: Inks): Drawing[] {
  const round = (centre: Point, radius: number) => {
    const [cx, cy] = at(centre);
    return draw('circle', {
      'data-part': 'hole',
      cx,
      cy,
      r: mm(radius),
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 1.2,
    });
  };
  if (hole.kind === 'round') return [round(hole.centre, hole.radius)];
  const { path, width } = hole;
  const slot = (stroke: string, broad: number) =>
    draw('path', {
      'data-part': 'hole',
      d: d(path),
      fill: 'none',
      stroke,
      strokeWidth: broad,
      strokeLinecap: 'round',
      strokeLinejoin: 'round',
    });
  // its eyes at both ends, the upper one towards the middle, and the nicks across it where the bridge belongs
  const [lower, upper] = [path[0]!, path.at(-1)!];
  const inwards = lower[0] > 0 ? -1 : 1;
  const eye = 0.85 * width;
  const [middle, y] = path[Math.floor(path.length / 2)]!;
  return [
    slot(inks.ink, mm(width) + 2.4),
    round([upper[0] + inwards * 0.5 * eye, upper[1] - 0.2 * eye], eye),
    round([lower[0] - inwards * 0.5 * eye, lower[1] + 0.2 * eye], eye),
    slot(inks.sunk, mm(width)),
    draw('path', {
      'data-part': 'nicks',
      d: d([
        [middle - 1.1 * width, y],
        [middle + 1.1 * width, y],
      ]),
      stroke: inks.ink,
      strokeWidth: 1.4,
    }),
  ];
}

/** A trapeze from the tail to halfway of the bridge, as most of them are; nothing is measured from it. */
function tailpiecePart({ bridge }: BodyPlan, { d }: Paper, inks: Inks): Drawing {
  const bar = 0.55 * bridge.from;
  const [foot, half] = [0.008, 0.036];
  return draw('path', {
    'data-part': 'tailpiece',
    d: `${d([
      [-foot, 0],
      [-half, bar],
      [half, bar],
      [foot, 0],
    ])}${d([
      [-foot, 0.006],
      [foot, 0.006],
    ])}`,
    fill: 'none',
    stroke: inks.faint,
    strokeWidth: 3,
    strokeLinejoin: 'round',
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
