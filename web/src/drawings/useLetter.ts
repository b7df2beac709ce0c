import { useCallback, useRef, useState } from 'react';
import { LETTER } from '@upright-elder/drawings';

/** Letters on a drawing are at least so tall on the screen, px. */
const SEEN = 12.5;

/**
 * How tall letters are drawn so that they are read at arm's length, whatever room the drawing has.
 *
 * @param box x, y, width and height of what is drawn, in its own unit
 */
export function useLetter([, , width, height]: readonly [number, number, number, number]) {
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  const observer = useRef<ResizeObserver | null>(null);
  const ref = useCallback((element: Element | null) => {
    observer.current?.disconnect();
    if (!element) return;
    observer.current = new ResizeObserver(([entry]) => {
      const { width: wide, height: tall } = entry!.contentRect;
      setRoom((was) => (was?.width === wide && was.height === tall ? was : { width: wide, height: tall }));
    });
    observer.current.observe(element);
  }, []);
  if (!room || room.width === 0 || room.height === 0) return { ref, letter: LETTER };
  const perPixel = Math.max(width / room.width, height / room.height);
  return { ref, letter: Math.round(SEEN * perPixel * 10) / 10 };
}
