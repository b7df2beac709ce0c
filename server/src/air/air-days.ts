import { clocksBetween } from '@upright-elder/core/days';
import type { EntityManager } from 'typeorm';

/** Whose calendar the days of air are counted by; empty: by UTC, not chosen by anybody. */
export async function countedZone(manager: EntityManager): Promise<string> {
  const [row] = await manager.query<{ zone: string }[]>(`SELECT "zone" FROM "air_zone" WHERE "id" = 'air'`);
  return row?.zone ?? '';
}

/**
 * Counts the days of all air anew by a zone's calendar. The readings themselves stay as they are: an instant is an
 * instant, and only the day it falls on changes.
 */
export async function recountDays(manager: EntityManager, zone: string): Promise<void> {
  const [range] = await manager.query<{ first: number | null; last: number | null }[]>(
    'SELECT MIN("day") AS "first", MAX("day") AS "last" FROM "air_reading"',
  );
  if (range && range.first !== null && range.last !== null) {
    for (const { from, to, offset } of clocksBetween(zone, range.first - 2, range.last + 3))
      await manager.query(
        'UPDATE "air_reading" SET "day" = CAST((unixepoch("at") + ?) / 86400 AS INTEGER) WHERE "at" >= ? AND "at" < ?',
        [offset / 1000, new Date(from).toISOString(), new Date(to).toISOString()],
      );
    await manager.query('DELETE FROM "air_day"');
    await manager.query(
      'INSERT INTO "air_day" SELECT "roomId", "day", COUNT(*), SUM("humidity"), SUM("temperature") FROM "air_reading" GROUP BY "roomId", "day"',
    );
    await manager.query('UPDATE "room" SET "airRevision" = "airRevision" + 1');
  }
  await manager.query(`UPDATE "air_zone" SET "zone" = ? WHERE "id" = 'air'`, [zone]);
}
