import type { StringSide } from '@upright-elder/core/strings';
import type { Inks } from './inks.js';
import { draw, named, picture, type Drawing } from './svg.js';

/** What is drawn of a neck that aims to one side. */
export interface AimedNeck {
  /** the side that the board aims to at the bridge, and how far, in words */
  side: StringSide;
  off: string;
  /** what comes off that cheek, in words; null where the heel's width was not measured, or nothing is marked yet */
  cut: string | null;
}

const BRIDGE = 46;
const JOIN = 196;
const MIDDLE = 60;
/** How far the line is off at the bridge as it is drawn; a picture, not to scale. */
const AIMS = 22;
const HEEL = { half: 15, deep: 16 };

/** The neck from above, the bass below: where the board aims, where it has to, and which cheek gives way. */
export function aimedNeck({ side, off, cut }: AimedNeck, inks: Inks): Drawing {
  const down = side === 'bass' ? 1 : -1;
  const at = (x: number) => MIDDLE + (down * AIMS * (JOIN - x)) / (JOIN - BRIDGE);
  const cheek = MIDDLE + down * HEEL.half;
  const text = (x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end', fill = inks.ink) =>
    draw('text', { x, y, 'font-size': 11, 'font-family': inks.font, 'text-anchor': anchor, fill }, words);
  const label = `The board aims ${off} to the ${side} at the bridge: ${cut ?? 'what comes'} off the ${side} cheek, which moves the line to the middle.`;
  return picture([0, 0, 340, 124], label, [
    named(label),
    // body and bridge
    draw('path', { d: `M${JOIN} 6V114`, stroke: inks.faint, 'stroke-width': 1.4 }),
    draw('rect', { x: BRIDGE - 8, y: 22, width: 16, height: 76, fill: inks.sunk, stroke: inks.faint }),
    text(2, 34, 'treble', 'start', inks.faint),
    text(2, 94, 'bass', 'start', inks.faint),
    text(BRIDGE, 116, 'bridge', 'middle', inks.faint),
    text(JOIN - 4, 16, 'body', 'end', inks.faint),
    // where it aims, and where it has to
    draw('path', {
      d: `M330 ${at(330)}L${BRIDGE - 14} ${at(BRIDGE - 14)}`,
      stroke: inks.wax,
      'stroke-width': 1.6,
      'stroke-dasharray': '6 4',
    }),
    draw('path', { d: `M330 ${MIDDLE}H${BRIDGE - 14}`, stroke: inks.verdigris, 'stroke-width': 1.6 }),
    text(BRIDGE + 14, MIDDLE + down * (AIMS + 12) + 4, `aims here, ${off} off`, 'start', inks.wax),
    text(BRIDGE + 14, MIDDLE - down * 8 + (down > 0 ? 0 : 8), 'has to aim here', 'start', inks.verdigris),
    // the heel, and the cheek that gives way
    draw('path', {
      d: `M${JOIN} ${MIDDLE - HEEL.half}h${HEEL.deep}v${2 * HEEL.half}h${-HEEL.deep}z`,
      fill: inks.sheet,
      stroke: inks.ink,
      'stroke-width': 1.4,
    }),
    draw('path', {
      d: `M${JOIN} ${cheek}L${JOIN} ${MIDDLE - down * HEEL.half}L${JOIN + 7} ${cheek}z`,
      fill: inks.ochre,
      stroke: inks.ochre,
    }),
    draw('path', {
      d: `M${JOIN + 6} ${cheek + down * 2}l18 ${down * 14}`,
      stroke: inks.ochre,
      'stroke-width': 1.2,
    }),
    ...(cut
      ? [text(JOIN + 28, cheek + down * 18 + (down > 0 ? 4 : -9), `${cut} off`, 'start', inks.ochre)]
      : []),
    text(JOIN + 28, cheek + down * 18 + (cut && down > 0 ? 17 : 4), `the ${side} cheek`, 'start', inks.ochre),
    text(330, MIDDLE - down * (HEEL.half + 18) + 4, 'neck', 'end', inks.faint),
  ]);
}
