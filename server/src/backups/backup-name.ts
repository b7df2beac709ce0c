import type { Identity } from '../store/identity.js';

/** What the name of a backup says. */
export interface Named {
  name: string;
  /** UTC ISO text */
  made: string;
  /** of which shop, and of which copy of it; null of before names said it */
  shopId: string | null;
  copyId: string | null;
}

const NAME =
  /^upright-elder-(?:([0-9a-f]{8})-([0-9a-f]{8})-)?(\d{4}-\d{2}-\d{2})T(\d{2})(\d{2})(\d{2})(\d{3})Z\.zip$/u;

/** `upright-elder-<shop>-<copy>-<instant>.zip`; without the ids of a data file of before there were any. */
export function nameOf(made: Date, identity: Identity | null): string {
  const ids = identity ? `${identity.shopId}-${identity.copyId}-` : '';
  return `upright-elder-${ids}${made.toISOString().replace(/[:.]/gu, '')}.zip`;
}

/** What a name says; null where it is no backup's. */
export function named(name: string): Named | null {
  const match = NAME.exec(name);
  if (!match) return null;
  const [, shopId = null, copyId = null, day, hour, minute, second, milli] = match;
  return { name, made: `${day}T${hour}:${minute}:${second}.${milli}Z`, shopId, copyId };
}
