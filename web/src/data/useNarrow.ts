import { useSyncExternalStore } from 'react';

const NARROW = '(max-width: 639px)';

/** A screen as wide as a phone held upright. */
export const useNarrow = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      const query = matchMedia(NARROW);
      query.addEventListener('change', listener);
      return () => query.removeEventListener('change', listener);
    },
    () => matchMedia(NARROW).matches,
  );
