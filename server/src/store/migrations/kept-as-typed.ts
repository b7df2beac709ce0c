import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/**
 * What was typed stays: things are struck instead of gone, with who, when and why; imports of air can be taken back;
 * days of air are counted by the shop's own calendar.
 */
export class KeptAsTyped1764700000000 implements MigrationInterface {
  name = 'KeptAsTyped1764700000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      // every strike and every bringing back, oldest first
      `CREATE TABLE "strike" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "kind" text NOT NULL, "subjectId" text NOT NULL, "struck" boolean NOT NULL, "why" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "at" text NOT NULL)`,
      `CREATE INDEX "strike_by_subject" ON "strike" ("kind", "subjectId")`,
      `ALTER TABLE "examination" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`,
      `ALTER TABLE "person" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`,
      `ALTER TABLE "room" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`,
      `ALTER TABLE "instrument" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`,
      `CREATE TABLE "air_import" ("id" text PRIMARY KEY NOT NULL, "roomId" text NOT NULL REFERENCES "room" ("id"), "name" text NOT NULL, "at" text NOT NULL, "struck" boolean NOT NULL DEFAULT 0)`,
      `CREATE INDEX "air_import_by_room" ON "air_import" ("roomId", "at")`,
      `ALTER TABLE "air_reading" ADD COLUMN "importId" text REFERENCES "air_import" ("id")`,
      `CREATE INDEX "air_reading_by_import" ON "air_reading" ("importId") WHERE "importId" IS NOT NULL`,
      // what a struck import brought, so that it can be brought back
      `CREATE TABLE "air_set_aside" ("importId" text NOT NULL REFERENCES "air_import" ("id"), "at" text NOT NULL, "humidity" real NOT NULL, "temperature" real NOT NULL, PRIMARY KEY ("importId", "at")) WITHOUT ROWID`,
      `CREATE TRIGGER "air_day_without" AFTER DELETE ON "air_reading" BEGIN UPDATE "air_day" SET "readings" = "readings" - 1, "humidity" = "humidity" - old."humidity", "temperature" = "temperature" - old."temperature" WHERE "roomId" = old."roomId" AND "day" = old."day"; DELETE FROM "air_day" WHERE "roomId" = old."roomId" AND "day" = old."day" AND "readings" = 0; END`,
      `CREATE TRIGGER "air_reading_stays" BEFORE UPDATE OF "roomId", "at", "humidity", "temperature" ON "air_reading" BEGIN SELECT RAISE(ABORT, 'readings of the air are not changed'); END`,
      // whose calendar the days of air are counted by; empty: by UTC, as they were before a shop had a time zone
      `CREATE TABLE "air_zone" ("id" text PRIMARY KEY NOT NULL, "zone" text NOT NULL)`,
      `INSERT INTO "air_zone" VALUES ('air', '')`,
      // what the photographs' and map's pages ask by
      `CREATE INDEX "photograph_by_mark" ON "photograph" ("markId") WHERE "markId" IS NOT NULL`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
