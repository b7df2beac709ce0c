import { Injectable } from '@nestjs/common';
import type { FromShop } from '@upright-elder/contract';
import { Database } from '../store/database.js';
import { READ_ONLY } from './applying.js';

/** What other shops wrote of an instrument. */
@Injectable()
export class FromShopsService {
  constructor(private readonly database: Database) {}

  async ofInstrument(id: string): Promise<FromShop[]> {
    const rows = await this.database.read.query<{ shop: string; table: string; count: number }[]>(
      READ_ONLY.map(
        (table) =>
          `SELECT f."shopName" AS "shop", '${table}' AS "table", count(*) AS "count" FROM "from_shop" f JOIN "${table}" one ON one."id" = f."rowId"
            WHERE f."tableName" = '${table}' AND ${
              table === 'bench_event'
                ? 'one."job" IN (SELECT "id" FROM "job" WHERE "instrumentId" = ?)'
                : 'one."instrumentId" = ?'
            } GROUP BY f."shopName"`,
      ).join(' UNION ALL '),
      READ_ONLY.map(() => id),
    );
    const shops = [...new Set(rows.map(({ shop }) => shop))].sort();
    return shops.map((shop) => ({
      shop,
      records: rows.filter((row) => row.shop === shop).map(({ table, count }) => ({ table, count })),
    }));
  }
}
