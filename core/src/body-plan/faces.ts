import { fretPosition } from '../stance/index.js';
import { pathLength, type Path, type Point } from './geometry.js';
import type { Face } from './marks.js';
import { halfWidthOf, outlinePolygon, outlineSide, WIDTH_STATIONS, type Outline } from './outline.js';
import type { BodyPlan } from './plan.js';

/** What of the neck the map draws. */
export interface NeckSize {
  /** scale length, m */
  scale: number;
  /** fret at which the body begins */
  bodyJoin: number;
}

/**
 * A face of the instrument laid flat. Each has its own datum: positions *across* and *along* in metres, as its marks
 * keep them, and the place of every such position on a sheet of paper, m from its upper left corner.
 */
export interface FaceSheet {
  face: Face;
  outline: Path;
  /** lines that help the eye: frets, the waist */
  lines: Path[];
  /** words at its ends, where the shape alone does not say which is which */
  words: { text: string; place: Point }[];
  paper: { width: number; height: number };
  toPaper: (point: Point) => Point;
  fromPaper: (onPaper: Point) => Point;
  /** where its two positions are measured from */
  datum: { across: string; along: string };
}

const NUT_WIDTH = 0.044;
const HEAD = { length: 0.19, width: 0.074 };

/** The sheet of a face. Neck and head are drawn by common proportions; nothing is computed from their widths. */
export function faceSheet(face: Face, plan: BodyPlan, neck: NeckSize): FaceSheet {
  if (face === 'neck') return neckSheet(neck);
  if (face === 'bass side' || face === 'treble side') return sideSheet(face, plan);
  return bodySheet(face, plan.outline);
}

/** Top and back: x from the centre line, treble plus; y from the tail. Neck up; whatever is seen from behind is mirrored. */
function bodySheet(face: 'top' | 'top inside' | 'back', outline: Outline): FaceSheet {
  const polygon = outlinePolygon(outline);
  const half = Math.max(...polygon.map(([x]) => x));
  const side = face === 'top' ? 1 : -1;
  return {
    face,
    outline: polygon,
    lines: [
      [
        [0, 0],
        [0, outline.length],
      ],
    ],
    words: [],
    paper: { width: 2 * half, height: outline.length },
    toPaper: ([x, y]) => [half + side * x, outline.length - y],
    fromPaper: ([x, y]) => [side * (x - half), outline.length - y],
    datum: { across: 'from the centre line, treble plus', along: 'from the tail' },
  };
}

/** One side of the outline, from the middle of the tail to where the neck stands on it. */
const rim = (outline: Outline): Path => {
  const neck = NECK_SHARE * outline.length;
  const side = outlineSide(outline);
  const end = side.findIndex(([x, y]) => y > outline.length / 2 && (y >= neck || x < NECK_HALF));
  return side.slice(0, end < 0 ? undefined : end + 1);
};
/** The neck covers the middle of the upper end, m to either side. */
const NECK_HALF = 0.028;
const NECK_SHARE = 0.9999;

/** A side rolled out: x down from the top's edge, y along the rim from the middle of the tail. Lies with the top up. */
function sideSheet(face: 'bass side' | 'treble side', { outline, sides }: BodyPlan): FaceSheet {
  const path = rim(outline);
  const length = pathLength(path);
  const half = halfWidthOf(outline);
  const depth = (along: number) => sides.tail + ((sides.neck - sides.tail) * along) / length;
  // from outside, the bass side is seen with the neck to the left
  const left = face === 'bass side';
  const along = (y: number) => pathLength([...path.filter((point) => point[1] < y), [half(y), y]]);
  return {
    face,
    outline: [
      [0, 0],
      [0, length],
      [depth(length), length],
      [depth(0), 0],
    ],
    lines: WIDTH_STATIONS.map(({ at }) => {
      const s = along(at * outline.length);
      return [
        [0, s],
        [depth(s), s],
      ];
    }),
    words: [
      { text: 'tail', place: [depth(0) / 2, 0.03] },
      { text: 'neck', place: [depth(length) / 2, length - 0.03] },
    ],
    paper: { width: length, height: Math.max(sides.tail, sides.neck) },
    toPaper: ([x, y]) => [left ? length - y : y, x],
    fromPaper: ([x, y]) => [y, left ? length - x : x],
    datum: { across: 'down from the edge of the top', along: 'along the rim from the middle of the tail' },
  };
}

/** The neck from behind: x from its middle, treble plus; y from the body towards the head. Lies with the head to the left. */
function neckSheet({ scale, bodyJoin }: NeckSize): FaceSheet {
  const length = fretPosition(scale, bodyJoin);
  const end = length + HEAD.length;
  const atJoin = NUT_WIDTH + (0.013 * length) / 0.36;
  const width = Math.max(HEAD.width, atJoin);
  const half = (y: number) => (atJoin + ((NUT_WIDTH - atJoin) * y) / length) / 2;
  return {
    face: 'neck',
    outline: [
      [-half(0), 0],
      [half(0), 0],
      [half(length), length],
      [HEAD.width / 2, length + 0.03],
      [HEAD.width / 2 - 0.004, end],
      [-HEAD.width / 2 + 0.004, end],
      [-HEAD.width / 2, length + 0.03],
      [-half(length), length],
    ],
    lines: Array.from({ length: bodyJoin }, (_, fret): Path => {
      const y = length - fretPosition(scale, fret);
      return [
        [-half(y), y],
        [half(y), y],
      ];
    }),
    words: [
      { text: 'heel', place: [0, 0.03] },
      { text: 'head', place: [0, length + HEAD.length / 2] },
    ],
    paper: { width: end, height: width },
    // from behind, with the head to the left, treble is up
    toPaper: ([x, y]) => [end - y, width / 2 - x],
    fromPaper: ([x, y]) => [width / 2 - y, end - x],
    datum: { across: 'from its middle, treble plus', along: 'from the body towards the head' },
  };
}
