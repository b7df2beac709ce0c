import { useCallback, useSyncExternalStore } from 'react';

/** Who remembers: this browser for good, or this window until it is closed. */
type Where = 'browser' | 'window';

const listeners = new Set<() => void>();
/** What a browser that may keep nothing, or has no room left, remembers until the page is left. */
const unkept = new Map<string, string>();

const storageOf = (where: Where) => (where === 'browser' ? localStorage : sessionStorage);

export function recall(key: string, where: Where = 'browser'): string | null {
  const here = unkept.get(key);
  if (here !== undefined) return here;
  try {
    return storageOf(where).getItem(key);
  } catch {
    return null;
  }
}

export function remember(key: string, text: string, where: Where = 'browser'): void {
  try {
    storageOf(where).setItem(key, text);
    unkept.delete(key);
  } catch {
    unkept.set(key, text);
  }
  listeners.forEach((listener) => listener());
}

/** A text that is remembered under a key, and follows what is remembered. */
export function useRemembered(key: string, where: Where = 'browser'): string | null {
  return useSyncExternalStore(
    useCallback((listener: () => void) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    }, []),
    () => recall(key, where),
  );
}
