import { sayDate } from '@upright-elder/core/days';
import type { Identity } from '../store/identity.js';
import type { Named } from './backup-name.js';

/** Backups by whose they are, each the newest first. */
export interface ByOwner<B> {
  /** this copy's own, and those of before names said whose they are that hold its first record */
  own: B[];
  older: B[];
  otherCopies: B[];
  otherShops: B[];
}

/**
 * @param all the newest first
 * @param identity null of a shop of before ids: then all of before are its own
 * @param ours names of those of before ids that hold the shop's first record
 */
export function byOwner<B extends Named>(
  all: readonly B[],
  identity: Identity | null,
  ours: ReadonlySet<string>,
): ByOwner<B> {
  const of = (passes: (one: B) => boolean) => all.filter(passes);
  return {
    own: of(
      ({ copyId, shopId }) => identity !== null && copyId === identity.copyId && shopId === identity.shopId,
    ),
    older: of(({ shopId, name }) => shopId === null && (identity === null || ours.has(name))),
    otherCopies: of(
      ({ shopId, copyId }) => identity !== null && shopId === identity.shopId && copyId !== identity.copyId,
    ),
    otherShops: of(({ shopId, name }) =>
      shopId === null ? identity !== null && !ours.has(name) : shopId !== identity?.shopId,
    ),
  };
}

/** What else lies in a folder of backups, in sentences. */
export function sayOthers({ otherCopies, otherShops }: ByOwner<Named>): string[] {
  const say = (count: number, of: string, last: string) =>
    `${count === 1 ? 'A backup' : `${count} backups`} of ${of} ${count === 1 ? 'lies' : 'lie'} there too, the last of ${sayDate(last.slice(0, 10))}. ${count === 1 ? 'It is' : 'They are'} left alone.`;
  return [
    ...(otherCopies.length > 0
      ? [say(otherCopies.length, 'another copy of this shop', otherCopies[0]!.made)]
      : []),
    ...(otherShops.length > 0 ? [say(otherShops.length, 'another shop', otherShops[0]!.made)] : []),
  ];
}
