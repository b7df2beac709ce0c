import { fretPosition } from '@upright-elder/core/stance';
import type { Inks } from './inks.js';
import { draw, picture, type Drawing } from './svg.js';

/** What a card's little stance is drawn from, m. */
export interface CardDrawn {
  scale: number;
  bodyJoin: number;
  /** null where it was not measured */
  stance: { saddleHeight: number; nutHeight: number; saddleShowing: number } | null;
}

const WIDTH = 190;
const HEIGHT = 66;
/** Height of the fret plane. */
const PLANE = 44;
const LEFT = 10;
/** Heights against lengths, at most; tall strings are drawn to the upper edge, not over it. */
const EXAGGERATION = 20;

/** A card's little stance: fret plane, string, saddle and bridge, heights exaggerated to fit. */
export function cardDrawing({ stance, scale, bodyJoin }: CardDrawn, inks: Inks): Drawing {
  const perMetre = (WIDTH - 30) / scale;
  const up = Math.min(perMetre * EXAGGERATION, 36 / Math.max(0.001, stance?.saddleHeight ?? 0));
  const join = LEFT + fretPosition(scale, bodyJoin) * perMetre;
  const saddle = LEFT + scale * perMetre;
  // an archtop's tall bridge stands on the body below the picture's middle
  const bridgeTop = stance
    ? Math.min(PLANE + 4, PLANE - (stance.saddleHeight - stance.saddleShowing) * up)
    : PLANE;
  const line = (part: string, d: string, stroke: string, strokeWidth: number) =>
    draw('path', { 'data-part': part, d, fill: 'none', stroke, strokeWidth });
  return picture([0, 0, WIDTH, HEIGHT], 'Stance', [
    draw('path', {
      'data-part': 'neck',
      d: `M${LEFT},${PLANE + 2}H${join + 34}v5H${LEFT}z`,
      fill: inks.sunk,
      stroke: inks.ink,
      strokeWidth: 0.8,
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
          line(
            'top',
            `M${join},${bridgeTop + 20}Q${saddle - 20},${bridgeTop + 15} ${saddle - 6},${bridgeTop + 14}H${saddle + 10}l10,3`,
            inks.ink,
            1.3,
          ),
          draw('rect', {
            'data-part': 'bridge',
            x: saddle - 6,
            y: bridgeTop,
            width: 15,
            height: 14,
            fill: inks.sunk,
            stroke: inks.ink,
            strokeWidth: 0.9,
          }),
          line('saddle', `M${saddle},${bridgeTop}V${PLANE - stance.saddleHeight * up}`, inks.ink, 3),
          line(
            'string',
            `M${LEFT},${PLANE - stance.nutHeight * up}L${saddle},${PLANE - stance.saddleHeight * up}`,
            inks.verdigris,
            2,
          ),
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
  ]);
}
