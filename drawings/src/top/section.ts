import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { Inks } from '../inks.js';
import { draw, named, picture, type Drawing } from '../svg.js';

/** A line through the section, m. */
export interface SectionLine {
  name: string;
  points: readonly { at: number; height: number }[];
  kind: 'now' | 'built';
}

/** A measured height with its error, m. */
export interface SectionStation {
  at: number;
  height: number;
  sd: number;
  name: string;
}

export interface SectionDrawn {
  lines: readonly SectionLine[];
  stations: readonly SectionStation[];
  /** words at its two ends */
  ends: [string, string];
  /** m along it that are marked, with a word */
  marks?: readonly { at: number; name: string }[];
}

const WIDTH = 420;
const HEIGHT = 130;
const SIDE = 8;
/** Height of the letters where the drawing is seen at its own size. */
const LETTER = 12;
/** Of the drawing, in its own unit. */
export const SECTION_BOX = [0, 0, WIDTH, HEIGHT] as const;
/** A gap in a line longer than this is a hole, m. */
const HOLE = 0.012;

/**
 * A section through the belly, its heights drawn larger; measured stations with their error.
 *
 * @param say a height in the person's unit
 * @param letter height of the letters, in the drawing's own unit
 * @returns the drawing, and by how much heights are larger than lengths
 */
export function sectionDrawing(
  { lines, stations, ends, marks = [] }: SectionDrawn,
  label: string,
  say: (metres: number) => string,
  inks: Inks,
  letter = LETTER,
): { drawing: Drawing; exaggeration: number } {
  const PAD = { left: SIDE, right: SIDE, top: letter + 4, bottom: 1.8 * letter };
  const all = lines.flatMap(({ points }) => points);
  const [from, to] = [Math.min(...all.map(({ at }) => at)), Math.max(...all.map(({ at }) => at))];
  const heights = [
    ...all.map(({ height }) => height),
    ...stations.flatMap(({ height, sd }) => [height - 2 * sd, height + 2 * sd]),
    0,
  ];
  const [low, high] = [Math.min(...heights), Math.max(...heights)];
  const x = scaleLinear([from, to], [PAD.left, WIDTH - PAD.right]);
  const y = scaleLinear([low, Math.max(high, low + 0.0005)], [HEIGHT - PAD.bottom, PAD.top]);
  const drawn = line<{ at: number; height: number }>(
    ({ at }) => x(at),
    ({ height }) => y(height),
  ).defined(({ height }) => Number.isFinite(height));
  const word = (text: string, at: number, top: number, textAnchor: string) =>
    draw(
      'text',
      { x: at, y: top, fontSize: letter, textAnchor, fill: inks.faint, fontFamily: inks.font },
      text,
    );
  const drawing = picture(SECTION_BOX, label, [
    draw('line', {
      'data-part': 'rim',
      x1: PAD.left,
      x2: WIDTH - PAD.right,
      y1: y(0),
      y2: y(0),
      stroke: inks.rule,
    }),
    ...marks.flatMap(({ at, name }) => [
      draw('line', {
        x1: x(at),
        x2: x(at),
        y1: PAD.top,
        y2: HEIGHT - PAD.bottom,
        stroke: inks.rule,
        strokeDasharray: '2 3',
      }),
      word(name, x(at), letter, 'middle'),
    ]),
    ...lines.map(({ name, points, kind }) =>
      draw(
        'path',
        {
          'data-part': kind,
          d: drawn(gaps(points)) ?? undefined,
          fill: 'none',
          stroke: kind === 'now' ? inks.verdigris : inks.faint,
          strokeWidth: kind === 'now' ? 2.4 : 1.4,
          strokeDasharray: kind === 'now' ? undefined : '5 4',
        },
        named(name),
      ),
    ),
    ...stations.map(({ at, height, sd, name }) =>
      draw(
        'g',
        { 'data-part': 'station', stroke: inks.ink, strokeWidth: 1.4 },
        named(`${name}: ${say(height)} ± ${say(2 * sd)}`),
        draw('line', { x1: x(at), x2: x(at), y1: y(height - 2 * sd), y2: y(height + 2 * sd) }),
        draw('circle', { cx: x(at), cy: y(height), r: 3.4, fill: inks.sheet }),
      ),
    ),
    ...ends.map((text, i) =>
      word(text, i === 0 ? PAD.left : WIDTH - PAD.right, HEIGHT - 5, i === 0 ? 'start' : 'end'),
    ),
  ]);
  return { drawing, exaggeration: Math.round((y(low) - y(low + 0.001)) / (x(from + 0.001) - x(from))) };
}

/** Where the line leaves the wood, over the hole, it is not drawn. */
function gaps(points: SectionLine['points']): { at: number; height: number }[] {
  return points.flatMap((point, i) =>
    i > 0 && point.at - points[i - 1]!.at > HOLE ? [{ at: point.at, height: NaN }, point] : [point],
  );
}
