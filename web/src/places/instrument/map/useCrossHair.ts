import { snapped, type Plan, type Point } from '@upright-elder/core';
import { useState, type KeyboardEvent } from 'react';

export const MM = 0.001;
/** A point is drawn to a line within so far. */
const REACH = 3 * MM;

/** The points that are being set on the drawing: by arrow keys and Enter, by typed positions, by pointer. */
export function useCrossHair(plan: Plan, inside: boolean) {
  const [points, setPoints] = useState<Point[]>([]);
  const [cursor, setCursor] = useState<Point | null>(null);
  // from outside no brace is seen, and nothing is drawn to what is not seen
  const within = inside ? plan : { ...plan, braces: [] };
  const place = (point: Point) => setPoints((now) => [...now, snapped(point, within, REACH).point]);
  const end = () => {
    setPoints([]);
    setCursor(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (!cursor || event.ctrlKey) return;
    const step = (event.shiftKey ? 10 : 1) * MM;
    // seen mirrored from inside, right on the paper is the bass side
    const right = inside ? -step : step;
    const moves: Record<string, Point> = {
      ArrowLeft: [-right, 0],
      ArrowRight: [right, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const move = moves[event.key];
    if (move) setCursor([cursor[0] + move[0], cursor[1] + move[1]]);
    else if (event.key === 'Enter') place(cursor);
    else if (event.key === 'Backspace') setPoints((now) => now.slice(0, -1));
    else if (event.key === 'Escape') end();
    else return;
    event.preventDefault();
  };
  return {
    points,
    cursor,
    /** points are being set */
    drawing: cursor !== null,
    begin: () => {
      setPoints([]);
      setCursor([0, plan.bridge.from - 20 * MM]);
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
