import { useEffect, useRef, useState, type DependencyList } from 'react';

export interface Answered<T> {
  /** undefined before the first answer */
  value: T | undefined;
  /** why the last question has no answer; null where it has one, or is being worked out */
  trouble: string | null;
}

/**
 * The latest answer to a question that is asked of a thread beside; the former one stands until the next is there, and
 * of several asked in a hurry only the last is kept. What cannot be answered is said.
 */
export function useAnswer<T>(ask: () => Promise<T> | T, on: DependencyList): Answered<T> {
  const [answer, setAnswer] = useState<Answered<T>>({ value: undefined, trouble: null });
  const asked = useRef(0);
  useEffect(() => {
    const number = ++asked.current;
    const settle = (next: (before: Answered<T>) => Answered<T>) => {
      if (number === asked.current) setAnswer(next);
    };
    void Promise.resolve()
      .then(ask)
      .then(
        (value) => settle(() => ({ value, trouble: null })),
        (error: unknown) =>
          settle(({ value }) => ({ value, trouble: error instanceof Error ? error.message : String(error) })),
      );
    // asked anew when what it depends on changes
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, on);
  return answer;
}
