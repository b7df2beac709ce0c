import type { FaceSheet, Path, Point } from '@upright-elder/core/body-plan';

/** Where points of a face lie on the drawing, in millimetres. */
export interface Paper {
  at: (point: Point) => [number, number];
  /** the path as SVG draws it */
  d: (path: Path, closed?: boolean) => string;
}

export const mm = (metres: number) => metres * 1000;

export function paperOf({ toPaper }: FaceSheet): Paper {
  const at = (point: Point): [number, number] => {
    const [x, y] = toPaper(point);
    return [mm(x), mm(y)];
  };
  const d = (path: Path, closed = false) =>
    `M${path
      .map((point) =>
        at(point)
          .map((one) => one.toFixed(2))
          .join(' '),
      )
      .join('L')}${closed ? 'Z' : ''}`;
  return { at, d };
}
