import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What is put into the calendar by hand, and the plan that people go by. */
export class TheCalendar1766500000000 implements MigrationInterface {
  name = 'TheCalendar1766500000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "calendar_pin" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "job" text NOT NULL, "start" integer, "person" text REFERENCES "person" ("id"), "why" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "calendar_pin_of_job" ON "calendar_pin" ("job")`,
      `CREATE TABLE "calendar_plan" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "way" text NOT NULL, "steps" text NOT NULL, "late" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      ...['calendar_pin', 'calendar_plan'].flatMap((table) =>
        ['INSERT', 'UPDATE', 'DELETE'].map(
          (
            event,
          ) => `CREATE TRIGGER "change_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('calendar', '', (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
        ),
      ),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
