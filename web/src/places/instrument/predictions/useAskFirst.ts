import type { Person } from '@upright-elder/contract';
import { recall, remember, useRemembered } from '../../../data/remembered.js';

/** Whether a person is asked for their own prediction first: apprentices are, until they say otherwise in this browser. */
const KEY = 'upright-elder.call-first';

function chosen(text: string | null): Record<string, boolean> {
  try {
    return JSON.parse(text ?? '{}') as Record<string, boolean>;
  } catch {
    return {};
  }
}

export function useAskFirst(person: Person | undefined): [boolean, (ask: boolean) => void] {
  const text = useRemembered(KEY);
  if (!person) return [false, () => undefined];
  return [
    chosen(text)[person.id] ?? person.role === 'apprentice',
    (ask) => remember(KEY, JSON.stringify({ ...chosen(recall(KEY)), [person.id]: ask })),
  ];
}
