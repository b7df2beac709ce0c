import type { EntityManager } from 'typeorm';
import { badFields } from '../http/problem.js';

/** @throws ProblemError where another shop wrote the row: it stays as that shop wrote it */
export async function refuseAnotherShops(manager: EntityManager, table: string, id: string): Promise<void> {
  const [row] = await manager.query<{ shopName: string }[]>(
    'SELECT "shopName" FROM "from_shop" WHERE "tableName" = ? AND "rowId" = ?',
    [table, id],
  );
  if (row) throw badFields([anotherShops(row.shopName)]);
}

/** @throws ProblemError where another shop wrote events of one of these jobs */
export async function refuseAnotherShopsJobs(manager: EntityManager, jobs: readonly string[]): Promise<void> {
  const [row] = await manager.query<{ shopName: string }[]>(
    `SELECT "shopName" FROM "from_shop" JOIN "bench_event" ON "bench_event"."id" = "from_shop"."rowId"
      WHERE "from_shop"."tableName" = 'bench_event' AND "bench_event"."job" IN (SELECT value FROM json_each(?)) LIMIT 1`,
    [JSON.stringify(jobs)],
  );
  if (row) throw badFields([anotherShops(row.shopName)]);
}

const anotherShops = (shop: string) => ({
  field: 'id',
  typed: '',
  reason: `${shop} wrote it, and it stays as they wrote it`,
  accepted: 'an entry of your own beside it',
});
