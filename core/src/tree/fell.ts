import { plannedBy, type Ambition, type Ground } from '../repair-plans/index.js';
import { TREATMENTS, type TreatmentId } from '../treatments/index.js';
import { wayOf, type WayKey } from './ways.js';

/** What was told of an instrument, as far as it says where a tree fell. */
export interface ToldSince {
  /** steps that were finished, in order: ISO day */
  done: readonly { day: string; treatment: string }[];
  /** examinations that read the stance of both sides at pitch, in order */
  read: readonly { id: string; day: string }[];
  /** day from which another action was wanted; null where the same was wanted all along */
  retargeted: string | null;
}

/** Where a tree stands: nothing to hold it against yet, no longer to be held against anything, or read. */
export type Fell =
  | { state: 'open' }
  | { state: 'void'; why: 'other work' | 'another target' }
  | { state: 'read'; examination: string; day: string };

/** What moves the structure, or what a reading is taken for. */
const moves = (treatment: string): boolean =>
  Object.hasOwn(TREATMENTS, treatment) &&
  TREATMENTS[treatment as TreatmentId].effects.some(
    ({ on }) => on === 'structure' || on === 'belly' || on === 'thickness' || on === 'neck angle',
  );

/**
 * Which examination a tree falls by: the first that reads both sides once all of its first part that moves anything is done.
 * Other work that moves something in between, or another action that is wanted, makes it void.
 *
 * @param said its day and what is done first
 */
export function fellBy(
  { day, first }: { day: string; first: readonly TreatmentId[] },
  { done, read, retargeted }: ToldSince,
): Fell {
  const since = done.filter((one) => one.day >= day);
  const needed = first.filter(moves);
  const finished = needed.map((id) => since.find(({ treatment }) => treatment === id)?.day ?? null);
  // what only waits for a reading falls by the next one
  const from = finished.includes(null)
    ? null
    : finished.reduce<string>((last, one) => (one! > last ? one! : last), day);
  const by = from === null ? null : (read.find((one) => one.day > day && one.day >= from) ?? null);
  const until = by?.day ?? '9999-12-31';
  if (retargeted !== null && retargeted > day && retargeted <= until)
    return { state: 'void', why: 'another target' };
  const other = since.some(
    (one) => one.day < until && moves(one.treatment) && !(first as readonly string[]).includes(one.treatment),
  );
  if (other) return { state: 'void', why: 'other work' };
  return by ? { state: 'read', examination: by.id, day: by.day } : { state: 'open' };
}

/** The way on by the same rules, from the record as it stands. */
export const wayNow = (ground: Ground, ambition: Ambition): WayKey =>
  wayOf(plannedBy(ambition, ground), ground);
