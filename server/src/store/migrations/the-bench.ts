import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Jobs: what happened in each, event by event, and what it comes to. */
export class TheBench1766200000000 implements MigrationInterface {
  name = 'TheBench1766200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "bench_event" ("arrived" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "id" text NOT NULL UNIQUE, "job" text NOT NULL, "kind" text NOT NULL, "step" text, "by" text NOT NULL REFERENCES "person" ("id"), "with" text NOT NULL, "device" text NOT NULL, "clockRun" integer NOT NULL, "seq" integer NOT NULL, "at" integer NOT NULL, "stamp" integer NOT NULL, "v" integer NOT NULL, "uses" text NOT NULL, "body" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "bench_event_of_job" ON "bench_event" ("job", "stamp")`,
      `CREATE TABLE "job" ("id" text PRIMARY KEY NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "openedAt" integer NOT NULL, "handedOver" integer, "summary" text NOT NULL)`,
      `CREATE INDEX "job_by_instrument" ON "job" ("instrumentId")`,
      `CREATE INDEX "job_open" ON "job" ("handedOver")`,
      `CREATE TRIGGER "change_bench_event_insert" AFTER INSERT ON "bench_event" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('job', NEW."job", (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
