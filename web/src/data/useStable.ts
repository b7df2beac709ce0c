import { useLayoutEffect, useMemo, useRef } from 'react';

/**
 * Handlers that stay the same functions from drawing to drawing, and always do what the last drawing would: what is drawn
 * with them need not be drawn again because of them.
 */
export function useStable<T extends Record<string, (...given: never[]) => unknown>>(handlers: T): T {
  const latest = useRef(handlers);
  useLayoutEffect(() => {
    latest.current = handlers;
  });
  return useMemo(
    () =>
      Object.fromEntries(
        Object.keys(latest.current).map((name) => [
          name,
          (...given: never[]) => latest.current[name]!(...given),
        ]),
      ) as T,
    [],
  );
}
