import { useSyncExternalStore } from 'react';

/** Who works at this screen: picked, remembered by this browser. */
const KEY = 'upright-elder.person';
const listeners = new Set<() => void>();

export function pickPerson(id: string): void {
  localStorage.setItem(KEY, id);
  listeners.forEach((listener) => listener());
}

export function usePersonId(): string | null {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => localStorage.getItem(KEY),
  );
}
