import type { Person } from '@upright-elder/contract';
import { useSyncExternalStore } from 'react';

/** Whether a person is asked for their own call first: apprentices are, until they say otherwise in this browser. */
const KEY = 'upright-elder.call-first';
const listeners = new Set<() => void>();
const read = (): string => localStorage.getItem(KEY) ?? '{}';

function chosen(text: string, personId: string): boolean | undefined {
  try {
    return (JSON.parse(text) as Record<string, boolean>)[personId];
  } catch {
    return undefined;
  }
}

export function useAskFirst(person: Person | undefined): [boolean, (ask: boolean) => void] {
  const text = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, read);
  if (!person) return [false, () => undefined];
  return [
    chosen(text, person.id) ?? person.role === 'apprentice',
    (ask) => {
      const all = JSON.parse(read()) as Record<string, boolean>;
      localStorage.setItem(KEY, JSON.stringify({ ...all, [person.id]: ask }));
      listeners.forEach((listener) => listener());
    },
  ];
}
