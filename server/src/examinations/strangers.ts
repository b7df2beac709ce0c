import type { EntityManager } from 'typeorm';
import { badFields } from '../http/problem.js';

/**
 * Refuses what is said to be of an examination of another instrument. One that is still being written is not saved
 * yet, and is taken.
 *
 * @throws ProblemError naming the field
 */
export async function refuseStrangers(
  manager: EntityManager,
  field: string,
  instrumentId: string,
  examinationIds: readonly (string | null | undefined)[],
): Promise<void> {
  const named = [...new Set(examinationIds.filter((one) => one !== null && one !== undefined))];
  if (named.length === 0) return;
  const [stranger] = await manager.query<{ id: string }[]>(
    'SELECT "id" FROM "examination" WHERE "instrumentId" <> ? AND "id" IN (SELECT value FROM json_each(?))',
    [instrumentId, JSON.stringify(named)],
  );
  if (stranger)
    throw badFields([
      {
        field,
        typed: stranger.id,
        reason: 'that examination is of another instrument',
        accepted: 'an examination of this one, or none',
      },
    ]);
}
