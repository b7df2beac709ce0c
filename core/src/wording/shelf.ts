import type { ShelfState } from '../jobs/index.js';

/** What the shelf says of an instrument in work. */
export const SHELF_STATE_WORDS: Record<ShelfState, string> = {
  apart: 'kept apart: look it over',
  'in line': 'in line for the bench',
  'on the bench': 'on the bench',
  setting: 'setting',
  drying: 'drying',
  resting: 'resting at pitch',
  waiting: 'waiting',
  'waiting for the owner': 'waiting for the owner',
  'put aside': 'put aside',
  'given out': 'out of the shop',
  ready: 'ready to be handed over',
};

/** The same with when it ends. */
export function sayShelfState(state: ShelfState, until: string | null): string {
  return until === null ? SHELF_STATE_WORDS[state] : `${SHELF_STATE_WORDS[state]} until ${until}`;
}
