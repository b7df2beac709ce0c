import { clocksBetween } from '@upright-elder/core/days';
import type { EntityManager } from 'typeorm';

/** Where readings of the air came from: a file, or somebody's hand. */
export interface ImportNamed {
  id: string;
  name: string;
}

/**
 * Sets the readings of an import aside, or brings them back. An instant that came from elsewhere meanwhile stays as it
 * came, and the one set aside waits.
 */
export async function takeImport(
  manager: EntityManager,
  id: string,
  away: boolean,
  zone: string,
): Promise<void> {
  if (away) {
    await manager.query(
      'INSERT OR REPLACE INTO "air_set_aside" SELECT "importId", "at", "humidity", "temperature" FROM "air_reading" WHERE "importId" = ?',
      [id],
    );
    await manager.query('DELETE FROM "air_reading" WHERE "importId" = ?', [id]);
  } else {
    const [range] = await manager.query<{ first: number | null; last: number | null }[]>(
      'SELECT MIN(unixepoch("at")) AS "first", MAX(unixepoch("at")) AS "last" FROM "air_set_aside" WHERE "importId" = ?',
      [id],
    );
    if (range && range.first !== null && range.last !== null)
      for (const { from, to, offset } of clocksBetween(
        zone,
        Math.floor(range.first / 86400) - 1,
        Math.ceil(range.last / 86400) + 1,
      ))
        await manager.query(
          `INSERT OR IGNORE INTO "air_reading" ("roomId", "at", "day", "humidity", "temperature", "importId")
           SELECT i."roomId", a."at", CAST((unixepoch(a."at") + ?) / 86400 AS INTEGER), a."humidity", a."temperature", i."id"
           FROM "air_set_aside" a JOIN "air_import" i ON i."id" = a."importId"
           WHERE a."importId" = ? AND a."at" >= ? AND a."at" < ?`,
          [offset / 1000, id, new Date(from).toISOString(), new Date(to).toISOString()],
        );
    await manager.query(
      `DELETE FROM "air_set_aside" WHERE "importId" = ? AND "at" IN (SELECT "at" FROM "air_reading" WHERE "importId" = ?)`,
      [id, id],
    );
  }
  await manager.query(
    'UPDATE "room" SET "airRevision" = "airRevision" + 1 WHERE "id" = (SELECT "roomId" FROM "air_import" WHERE "id" = ?)',
    [id],
  );
}
