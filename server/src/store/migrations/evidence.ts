import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/**
 * Every save leaves what stood before; work of long ago has a day that is only roughly known; a prediction can be
 * struck; a data file says which shop it is of, and which copy of it.
 */
export class Evidence1765500000000 implements MigrationInterface {
  name = 'Evidence1765500000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "edit" ("tableName" text NOT NULL, "rowId" text NOT NULL, "version" integer NOT NULL, "at" text NOT NULL, "by" text REFERENCES "person" ("id"), "why" text NOT NULL, "was" text, PRIMARY KEY ("tableName", "rowId", "version")) WITHOUT ROWID`,
      `CREATE TRIGGER "edit_stays" BEFORE UPDATE ON "edit" BEGIN SELECT RAISE(ABORT, 'what stood before is not changed'); END`,
      `CREATE TRIGGER "edit_is_kept" BEFORE DELETE ON "edit" BEGIN SELECT RAISE(ABORT, 'what stood before is not erased'); END`,
      `CREATE TABLE "identity" ("id" text PRIMARY KEY NOT NULL, "shopId" text NOT NULL, "copyId" text NOT NULL, "renewed" boolean NOT NULL, "machine" text NOT NULL, "path" text NOT NULL, "file" text NOT NULL, "backupFolders" text NOT NULL DEFAULT '[]')`,
      `ALTER TABLE "intervention" ADD COLUMN "roughly" text NOT NULL DEFAULT ''`,
      `ALTER TABLE "first_call" ADD COLUMN "revision" integer NOT NULL DEFAULT 0`,
      `ALTER TABLE "first_call" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
