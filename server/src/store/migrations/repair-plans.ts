import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

const TABLES = ['repair_plan', 'first_call'];

/**
 * Plans of repair are kept with the instrument, and what a person called before the program said its own; the shop's
 * changes of the catalogue stand apart from it; work notes its hours, and what it taught is kept with the instrument.
 */
export class RepairPlans1765400000000 implements MigrationInterface {
  name = 'RepairPlans1765400000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "repair_plan" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "name" text NOT NULL, "kind" text, "treatments" text NOT NULL, "own" text NOT NULL, "settings" text NOT NULL, "promised" text NOT NULL, "basedOn" text, "chosen" boolean NOT NULL, "putAway" boolean NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "repair_plan_by_instrument" ON "repair_plan" ("instrumentId", "updatedAt")`,
      `CREATE TABLE "first_call" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "examinationId" text, "date" text NOT NULL, "cause" text NOT NULL, "plan" text NOT NULL, "programCause" text NOT NULL, "programPlan" text NOT NULL, "shown" text, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "first_call_by_instrument" ON "first_call" ("instrumentId", "date")`,
      `CREATE TABLE "treatment_edit" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "own" boolean NOT NULL, "values" text NOT NULL, "putAway" boolean NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `ALTER TABLE "intervention" ADD COLUMN "hours" text NOT NULL DEFAULT ''`,
      `ALTER TABLE "worked_out" ADD COLUMN "taught" text NOT NULL DEFAULT '{"cases":[],"hours":[]}'`,
      ...TABLES.flatMap((table) =>
        (['INSERT', 'UPDATE', 'DELETE'] as const).map((event) =>
          trigger(table, event, 'repair plans', 'instrumentId'),
        ),
      ),
      ...(['INSERT', 'UPDATE', 'DELETE'] as const).map((event) =>
        trigger('treatment_edit', event, 'shop', null),
      ),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}

/** Notes a row's change in the change record. @param key of the row's instrument; null where there is one of the subject */
function trigger(
  table: string,
  event: 'INSERT' | 'UPDATE' | 'DELETE',
  subject: string,
  key: string | null,
): string {
  const row = event === 'DELETE' ? 'OLD' : 'NEW';
  const id = key === null ? `''` : `${row}."${key}"`;
  return `CREATE TRIGGER "change_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('${subject}', ${id}, (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`;
}
