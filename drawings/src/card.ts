import type { SidePlace } from '@upright-elder/core/diagnosis';
import { fretPosition } from '@upright-elder/core/stance';
import type { Weight } from '@upright-elder/core/wording';
import type { Inks } from './inks.js';
import { draw, picture, type Drawing } from './svg.js';

/** What a card's little stance is drawn from, m. */
export interface CardDrawn {
  scale: number;
  bodyJoin: number;
  /** null where it was not measured */
  stance: { saddleHeight: number; nutHeight: number; saddleShowing: number } | null;
  /** where it is what its sentence says; null where nothing is */
  hurts: { place: SidePlace; weight: Weight } | null;
}

const WIDTH = 190;
const HEIGHT = 80;
/** Height of the fret plane. */
const PLANE = 44;
/** Of the nut; the headstock leans back from it. */
const LEFT = 24;
/** From the lowest saddle line to the edge of the picture. */
const BEHIND = 20;
const BACK = HEIGHT - 3;
/** What hurts is shown by its own shape in its own colour: live damage, work to do, something to watch. */
const SHAPES: Partial<Record<Weight, { ink: keyof Inks; d: string }>> = {
  live: { ink: 'wax', d: 'M0-7 7 0 0 7-7 0z' },
  act: { ink: 'verdigris', d: 'M-6-5H2L6 0 2 5H-6l3-5z' },
  watch: { ink: 'ochre', d: 'M0-6 7 6H-7z' },
};
/** Heights against lengths, at most; tall strings are drawn to the upper edge, not over it. */
const EXAGGERATION = 20;

/**
 * A card's little stance: headstock, neck, body, fret plane, string, saddle and bridge, heights exaggerated to fit, and
 * what hurts where it does.
 */
export function cardDrawing({ stance, scale, bodyJoin, hurts }: CardDrawn, inks: Inks): Drawing {
  const perMetre = (WIDTH - LEFT - BEHIND) / scale;
  const up = Math.min(perMetre * EXAGGERATION, 36 / Math.max(0.001, stance?.saddleHeight ?? 0));
  const join = LEFT + fretPosition(scale, bodyJoin) * perMetre;
  const saddle = LEFT + scale * perMetre;
  // an archtop's tall bridge stands on the body below the picture's middle
  const bridgeTop = stance
    ? Math.min(PLANE + 4, PLANE - (stance.saddleHeight - stance.saddleShowing) * up)
    : PLANE;
  const rim = bridgeTop + 20;
  const stringEnd = PLANE - (stance?.saddleHeight ?? 0) * up;
  const shape = hurts && SHAPES[hurts.weight];
  /** What hurts is drawn in its colour, and broader. */
  const part = (place: SidePlace, { name, stroke, strokeWidth, ...shown }: Part) => {
    const mine = shape && hurts.place === place;
    return draw(shown.d === undefined ? 'rect' : 'path', {
      'data-part': name,
      ...shown,
      stroke: mine ? inks[shape.ink] : stroke,
      strokeWidth: mine ? strokeWidth + 1.5 : strokeWidth,
    });
  };
  const solid = { fill: inks.sunk, stroke: inks.ink, strokeWidth: 0.9 };
  const line = { fill: 'none', stroke: inks.ink };
  const AT: Record<SidePlace, [number, number]> = {
    headstock: [LEFT - 11, PLANE + 11],
    nut: [LEFT, PLANE - 3],
    neck: [(LEFT + join) / 2, PLANE + 5],
    heel: [join - 2, PLANE + 15],
    top: [join + (saddle - join) * 0.55, bridgeTop + 17],
    bridge: [saddle + 1, bridgeTop + 7],
    saddle: [saddle, Math.max(8, (bridgeTop + stringEnd) / 2)],
    tail: [WIDTH - 8, (rim + BACK) / 2],
    body: [(join + WIDTH) / 2, (rim + BACK) / 2 + 3],
  };
  return picture([0, 0, WIDTH, HEIGHT], 'Stance', [
    part('body', {
      name: 'body',
      d: `M${join},${rim}V${BACK}H${WIDTH - 5}V${bridgeTop + 17}`,
      ...line,
      stroke: inks.faint,
      strokeWidth: 1,
    }),
    part('headstock', {
      name: 'headstock',
      d: `M${LEFT},${PLANE}L4,${PLANE + 11}l2,5L${LEFT},${PLANE + 7}z`,
      ...solid,
    }),
    part('neck', { name: 'neck', d: `M${LEFT},${PLANE + 2}H${join + 34}v5H${LEFT}z`, ...solid }),
    part('heel', {
      name: 'heel',
      d: `M${join - 12},${PLANE + 7}q8,4 8,${BACK - PLANE - 12}H${join}V${PLANE + 7}z`,
      ...solid,
    }),
    draw('path', {
      'data-part': 'fret plane',
      d: `M${LEFT},${PLANE}H${saddle + 8}`,
      stroke: inks.damp,
      strokeWidth: 1.2,
      strokeDasharray: '4 3',
    }),
    ...(stance
      ? [
          part('top', {
            name: 'top',
            d: `M${join},${rim}Q${saddle - 20},${bridgeTop + 15} ${saddle - 6},${bridgeTop + 14}H${saddle + 10}L${WIDTH - 5},${bridgeTop + 17}`,
            ...line,
            strokeWidth: 1.3,
          }),
          part('bridge', { name: 'bridge', x: saddle - 6, y: bridgeTop, width: 15, height: 14, ...solid }),
          part('saddle', {
            name: 'saddle',
            d: `M${saddle},${bridgeTop}V${stringEnd}`,
            ...line,
            strokeWidth: 3,
          }),
          draw('path', {
            'data-part': 'string',
            d: `M${LEFT},${PLANE - stance.nutHeight * up}L${saddle},${stringEnd}`,
            fill: 'none',
            stroke: inks.faint,
            strokeWidth: 1.5,
          }),
          part('nut', {
            name: 'nut',
            d: `M${LEFT},${PLANE + 2}V${PLANE - stance.nutHeight * up}`,
            ...line,
            strokeWidth: 2,
          }),
        ]
      : [
          draw(
            'text',
            {
              x: saddle - 4,
              y: PLANE - 12,
              textAnchor: 'end',
              fontSize: 13,
              fontFamily: inks.font,
              fill: inks.faint,
            },
            'not measured',
          ),
        ]),
    shape
      ? draw('path', {
          'data-part': 'hurts',
          d: shape.d,
          transform: `translate(${AT[hurts.place].join(' ')})`,
          fill: inks[shape.ink],
          stroke: inks.sheet,
          strokeWidth: 1.5,
        })
      : null,
  ]);
}

/** A part as it is drawn where nothing hurts there: a path, or an upright rectangle. */
interface Part {
  name: string;
  fill: string;
  stroke: string;
  strokeWidth: number;
  d?: string;
  x?: number;
  y?: number;
  width?: number;
  height?: number;
}
