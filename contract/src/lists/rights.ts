import type { Role } from './people.js';

/** What not everybody may do. */
export const RIGHTS = {
  /** initials to what cannot be undone, for oneself or for another */
  'give a second look': ['master', 'luthier'],
  /** go on although a gate is shut, or something stands in the way */
  'overrule a gate': ['master'],
  /** correct what was looked at, agreed to or overruled */
  'correct what others are based on': ['master', 'luthier'],
  'hand over': ['master', 'luthier'],
} as const satisfies Record<string, readonly Role[]>;
export type Right = keyof typeof RIGHTS;

export const may = (role: Role, right: Right): boolean => (RIGHTS[right] as readonly Role[]).includes(role);

/** The right that an event of a job asks for; null where everybody may write it. */
export const rightOf = (kind: string): Right | null => NEEDS.get(kind) ?? null;

const NEEDS: ReadonlyMap<string, Right> = new Map([
  ['look given', 'give a second look'],
  ['look refused', 'give a second look'],
  ['gate overruled', 'overrule a gate'],
  ['handed over', 'hand over'],
]);

/** Events whose correction asks for a right of its own. */
export const STOOD_ON: readonly string[] = [
  'look given',
  'look refused',
  'agreed',
  'consent given',
  'declined',
  'gate overruled',
];
