/** A document with everything it was before: undo brings back every state, redo goes forward again. */
export interface History<T> {
  past: readonly T[];
  present: T;
  future: readonly T[];
}

/** More steps back than anybody goes. */
const DEEPEST = 200;

export const begun = <T>(present: T): History<T> => ({ past: [], present, future: [] });

/** A new state; what had been undone is given up. */
export const changed = <T>({ past, present }: History<T>, next: T): History<T> => ({
  past: [...past, present].slice(-DEEPEST),
  present: next,
  future: [],
});

export function undone<T>(history: History<T>): History<T> {
  const last = history.past.at(-1);
  if (last === undefined) return history;
  return { past: history.past.slice(0, -1), present: last, future: [history.present, ...history.future] };
}

export function redone<T>(history: History<T>): History<T> {
  const [next, ...future] = history.future;
  if (next === undefined) return history;
  return { past: [...history.past, history.present], present: next, future };
}

/** The same history with every state seen otherwise. */
export const mapped = <T>({ past, present, future }: History<T>, see: (state: T) => T): History<T> => ({
  past: past.map(see),
  present: see(present),
  future: future.map(see),
});
