import { createHash } from 'node:crypto';
import type { EntityManager, EntityTarget, ObjectLiteral, QueryDeepPartialEntity } from 'typeorm';
import { isRecord } from '@upright-elder/contract';
import { StaleSave } from '../http/problem.js';

/** A row that counts its edits and remembers what was saved last. */
export interface Versioned extends ObjectLiteral {
  id: string;
  version: number;
  fingerprint: string;
}

/** Fingerprint of a body as sent, version left out; the order of its parts means nothing. */
export function fingerprintOf(body: object): string {
  return createHash('sha256')
    .update(JSON.stringify({ ...body, version: undefined }, inOrder))
    .digest('hex');
}

const inOrder = (_key: string, value: unknown): unknown =>
  isRecord(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
    : value;

/**
 * Saves a row under the edit version its writer saw. Version 0 creates. A request that repeats the last
 * acknowledged one (its answer was lost on the way) is answered as the first time; any other version than the
 * stored one is refused. Whether it is struck is touched only by a save that says so.
 *
 * @returns `saved` with the new version, or `repeated` where nothing had to be written
 * @throws StaleSave where somebody else saved in between
 */
export async function saveVersioned<E extends Versioned>(
  manager: EntityManager,
  target: EntityTarget<E>,
  id: string,
  seen: number,
  body: object,
  values: Omit<E, 'id' | 'version' | 'fingerprint' | 'struck'> & { struck?: boolean },
): Promise<'saved' | 'repeated'> {
  const fingerprint = fingerprintOf(body);
  const where = { id, version: seen } as never;
  const row = { ...values, id, version: seen + 1, fingerprint } as unknown as QueryDeepPartialEntity<E>;
  if (seen === 0) {
    if ((await manager.countBy(target, { id } as never)) === 0) {
      await manager.insert(target, row);
      return 'saved';
    }
  } else if ((await manager.update(target, where, row)).affected === 1) {
    return 'saved';
  }
  const current = await manager.findOneBy(target, { id } as never);
  if (current && current.version === seen + 1 && current.fingerprint === fingerprint) return 'repeated';
  throw new StaleSave();
}
