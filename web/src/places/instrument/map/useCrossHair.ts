import {
  faceSheet,
  lengthened,
  snapLines,
  snapped,
  type Face,
  type NeckSize,
  type BodyPlan,
  type Point,
} from '@upright-elder/core/body-plan';
import { useMemo, useState, type KeyboardEvent } from 'react';

const MM = 0.001;
/** A point is drawn to a line within so far. */
const REACH = 3 * MM;

/** Where the arrow keys go, on the paper, m. */
const ARROWS: Record<string, Point> = {
  ArrowLeft: [-MM, 0],
  ArrowRight: [MM, 0],
  ArrowUp: [0, -MM],
  ArrowDown: [0, MM],
};

/**
 * The points that are being set on a face: by arrow keys and Enter, by typed positions, by pointer.
 *
 * @param onDone Control and Enter were pressed
 */
export function useCrossHair(plan: BodyPlan, face: Face, neck: NeckSize, onDone: () => void) {
  const [points, setPoints] = useState<Point[]>([]);
  const [cursor, setCursor] = useState<Point | null>(null);
  /** an earlier path is drawn on, from either of its ends */
  const [onwards, setOnwards] = useState(false);
  const sheet = useMemo(() => faceSheet(face, plan, neck), [face, plan, neck]);
  const lines = useMemo(() => snapLines(plan, face), [plan, face]);
  const place = (point: Point) => {
    const { point: there } = snapped(point, lines, REACH);
    setPoints((now) => (onwards ? lengthened(now, there) : [...now, there]));
  };
  const end = () => {
    setPoints([]);
    setCursor(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!cursor) return;
    const arrow = ARROWS[event.key];
    if (event.ctrlKey || event.metaKey) {
      if (event.key !== 'Enter') return;
      onDone();
    } else if (arrow) {
      const [x, y] = sheet.toPaper(cursor);
      const by = event.shiftKey ? 10 : 1;
      setCursor(sheet.fromPaper([x + by * arrow[0], y + by * arrow[1]]));
    } else if (event.key === 'Enter') place(cursor);
    else if (event.key === 'Backspace') setPoints((now) => now.slice(0, -1));
    else if (event.key === 'Escape') end();
    else return;
    event.preventDefault();
  };
  return {
    points,
    cursor,
    datum: sheet.datum,
    /** points are being set */
    drawing: cursor !== null,
    begin: () => {
      setOnwards(false);
      setPoints([]);
      const middle = sheet.fromPaper([sheet.paper.width / 2, sheet.paper.height / 2]);
      const onBody = face === 'top' || face === 'top inside';
      setCursor(onBody ? [0, plan.bridge.from - 20 * MM] : middle);
    },
    /** draws an earlier path on; the cross-hair stands at its last end */
    drawOn: (path: readonly Point[]) => {
      setOnwards(true);
      setPoints([...path]);
      setCursor(path.at(-1)!);
    },
    end,
    move: setCursor,
    place,
    /** a pointer's touch: the cross-hair goes there and sets a point */
    touch: (point: Point) => {
      setCursor(point);
      place(point);
    },
    onKeyDown,
  };
}

export type CrossHair = ReturnType<typeof useCrossHair>;
