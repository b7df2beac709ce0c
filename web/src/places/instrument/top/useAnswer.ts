import { useEffect, useRef, useState, type DependencyList } from 'react';

/**
 * The latest answer to a question that is asked of a thread beside; the former one stands until the next is there, and
 * of several asked in a hurry only the last is kept.
 *
 * @returns undefined before the first answer
 */
export function useAnswer<T>(ask: () => Promise<T> | T, on: DependencyList): T | undefined {
  const [answer, setAnswer] = useState<T>();
  const asked = useRef(0);
  useEffect(() => {
    const number = ++asked.current;
    void Promise.resolve(ask()).then(
      (value) => {
        if (number === asked.current) setAnswer(() => value);
      },
      // a worker that was ended answers no more
      () => undefined,
    );
    // asked anew when what it depends on changes
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, on);
  return answer;
}
