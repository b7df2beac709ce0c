import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Which rows another shop wrote. */
export class FromShops1766600000000 implements MigrationInterface {
  name = 'FromShops1766600000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "from_shop" ("tableName" text NOT NULL, "rowId" text NOT NULL, "shopId" text NOT NULL, "shopName" text NOT NULL, "at" text NOT NULL, PRIMARY KEY ("tableName", "rowId")) WITHOUT ROWID`,
      ...['INSERT', 'UPDATE', 'DELETE'].map(
        (
          event,
        ) => `CREATE TRIGGER "change_from_shop_${event.toLowerCase()}" AFTER ${event} ON "from_shop" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('shop', '', (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
      ),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
