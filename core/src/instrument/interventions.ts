import { type InterventionKind } from '../readings/interventionKinds.js';
import type { QuantityId } from '../readings/quantities.js';

export { INTERVENTION_KINDS, type InterventionKind } from '../readings/interventionKinds.js';

/** How a kind of intervention is said, and what it does to a series of readings. */
export interface Intervention {
  name: string;
  /**
   * `epoch`: what was read before says nothing of the level after; `lever`: it moves what is read by a known lever, and
   * is taken out where it was measured on both days; `none`: the readings do not feel it.
   */
  effect: 'epoch' | 'lever' | 'none';
}

/** Which of them begin an epoch is common practice: whatever moves what the strings stand on. */
export const INTERVENTIONS: Record<InterventionKind, Intervention> = {
  structure: { name: 'glued, opened, replaced or taken off', effect: 'epoch' },
  pressing: { name: 'pressed or flattened', effect: 'epoch' },
  rod: { name: 'truss rod turned', effect: 'epoch' },
  frets: { name: 'new frets', effect: 'epoch' },
  levelling: { name: 'frets levelled', effect: 'none' },
  strings: { name: 'other strings', effect: 'epoch' },
  tuning: { name: 'other tuning', effect: 'epoch' },
  anchor: { name: 'strings held elsewhere', effect: 'epoch' },
  slack: { name: 'slack for more than two days', effect: 'epoch' },
  post: { name: 'sound post set or taken out', effect: 'epoch' },
  saddle: { name: 'saddle trimmed or replaced', effect: 'lever' },
  nut: { name: 'nut cut, filled or replaced', effect: 'lever' },
  wheels: { name: 'thumb wheels turned', effect: 'lever' },
  room: { name: 'another room', effect: 'none' },
  other: { name: 'something else', effect: 'epoch' },
  // of before what was done was written down; nobody chooses it
  unsaid: { name: 'worked on, it is not said what', effect: 'epoch' },
};

/** Readings whose change says how far a lever was moved: any of them, read on both days. */
export const LEVER_READINGS: Partial<Record<InterventionKind, readonly QuantityId[]>> = {
  saddle: ['saddleShowing'],
  nut: ['firstFretGap'],
  wheels: ['saddleShowing', 'wheelHeight'],
};

/** Readings that are set anew by a lever: what was read of them before says nothing of them after. */
const SET_ANEW: Partial<Record<InterventionKind, readonly QuantityId[]>> = {
  nut: ['firstFretGap', 'firstFretGapInner'],
};

/** Whether something that was done ends what was read of a quantity before. */
export const endsLevel = (kinds: readonly InterventionKind[], quantity: QuantityId): boolean =>
  beginsEpoch(kinds) || kinds.some((kind) => SET_ANEW[kind]?.includes(quantity));

/** Whether what was read before still speaks of the level after. */
export const beginsEpoch = (kinds: readonly InterventionKind[]): boolean =>
  kinds.some((kind) => INTERVENTIONS[kind].effect === 'epoch');

/** Whether any of it moves the action by a lever that is known where it was measured. */
export const movesLever = (kinds: readonly InterventionKind[]): boolean =>
  kinds.some((kind) => INTERVENTIONS[kind].effect === 'lever');
