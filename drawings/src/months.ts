import { scaleLinear } from 'd3-scale';
import type { Inks } from './inks.js';
import { draw, picture, type Drawing } from './svg.js';

/** One month of the coming year, m. */
export interface DrawnMonth {
  /** its middle, days since 1970 */
  day: number;
  median: number;
  band80: readonly [number, number];
}

export interface MonthsDrawn {
  sides: readonly { side: string; window: readonly [number, number]; months: readonly DrawnMonth[] }[];
  /** lowest and highest action that is drawn, m: the same for every plan, so that they can be held side by side */
  reach: readonly [number, number];
  label: string;
}

const WIDTH = 216;
const STRIP = 46;
const LEFT = 12;
const LETTERS = ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'];

/**
 * Twelve months of the action against its window, a strip a side: the window as a pale band, each month as a bar over
 * four of five ways it may go, its middle a tick; what stands outside is ochre and hollow.
 */
export function monthsDrawing({ sides, reach, label }: MonthsDrawn, inks: Inks): Drawing {
  const height = sides.length * STRIP + 12;
  const step = (WIDTH - LEFT - 2) / 12;
  return picture([0, 0, WIDTH, height], label, [
    ...sides.flatMap(({ side, window, months }, row) => {
      const y = scaleLinear([reach[0], reach[1]], [row * STRIP + STRIP - 4, row * STRIP + 3]).clamp(true);
      return [
        draw('rect', {
          'data-part': `window ${side}`,
          x: LEFT,
          y: y(window[1]),
          width: WIDTH - LEFT - 2,
          height: Math.max(1, y(window[0]) - y(window[1])),
          fill: inks.verdigris,
          fillOpacity: 0.16,
        }),
        draw(
          'text',
          { x: 0, y: y((window[0] + window[1]) / 2) + 4, fontSize: 13, fill: inks.faint },
          side[0]!.toUpperCase(),
        ),
        ...months.flatMap(({ median, band80: [low, high] }, i) => {
          const inside = median >= window[0] && median <= window[1];
          const x = LEFT + step * i + 2.5;
          return [
            draw('rect', {
              'data-part': inside ? 'month' : 'month outside',
              x,
              y: y(high),
              width: step - 5,
              height: Math.max(2, y(low) - y(high)),
              fill: inside ? inks.verdigris : inks.sheet,
              fillOpacity: inside ? 0.55 : 1,
              stroke: inside ? inks.verdigris : inks.ochre,
              strokeWidth: inside ? 0.8 : 1.5,
            }),
            draw('path', {
              d: `M${x - 1},${y(median)}h${step - 3}`,
              stroke: inside ? inks.ink : inks.ochre,
              strokeWidth: 2,
            }),
          ];
        }),
      ];
    }),
    ...(sides[0]?.months ?? []).map(({ day }, i) =>
      draw(
        'text',
        {
          x: LEFT + step * (i + 0.5),
          y: height - 1,
          fontSize: 12,
          textAnchor: 'middle',
          fill: inks.faint,
        },
        LETTERS[new Date(day * 86400000).getUTCMonth()]!,
      ),
    ),
  ]);
}
