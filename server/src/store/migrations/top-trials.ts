import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

const TABLES = ['weighing', 'trial'];

/** Weights that were set on a top, and what was tried on its model, are kept with the instrument. */
export class TopTrials1765200000000 implements MigrationInterface {
  name = 'TopTrials1765200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "weighing" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "date" text NOT NULL, "kind" text NOT NULL, "moment" text NOT NULL, "weight" text NOT NULL, "planChecked" boolean NOT NULL, "spots" text NOT NULL, "note" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "struck" boolean NOT NULL DEFAULT 0, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "weighing_by_date" ON "weighing" ("instrumentId", "date")`,
      `CREATE TABLE "trial" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "name" text NOT NULL, "tried" text NOT NULL, "forWork" boolean NOT NULL, "putAway" boolean NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "trial_by_instrument" ON "trial" ("instrumentId", "updatedAt")`,
      // a brace of the X is called by its leg; what refers to it goes by its id, which stays
      ...['bass', 'treble'].map(
        (side) =>
          `UPDATE "plan" SET "drawn" = replace("drawn", '"name":"X brace, lower leg ${side}"', '"name":"X brace, ${side} leg"')`,
      ),
      ...TABLES.flatMap((table) =>
        (['INSERT', 'UPDATE', 'DELETE'] as const).map((event) => {
          const row = event === 'DELETE' ? 'OLD' : 'NEW';
          return `CREATE TRIGGER "change_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('top trials', ${row}."instrumentId", (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`;
        }),
      ),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
