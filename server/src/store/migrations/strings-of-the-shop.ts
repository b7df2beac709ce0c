import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

const NEXT = `(SELECT ifnull(max("revision"), 0) + 1 FROM "change")`;
const RISES = `ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision";`;

/** A set or tuning that is saved is noted, and with it every instrument that it is on. */
function triggersOf(table: string, isOn: string): string[] {
  return (['INSERT', 'UPDATE', 'DELETE'] as const).map((event) => {
    const row = event === 'DELETE' ? 'OLD' : 'NEW';
    return `CREATE TRIGGER "change_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('strings', '', ${NEXT}) ${RISES}
      INSERT INTO "change" ("subject", "id", "revision") SELECT 'instrument', "id", ${NEXT} FROM "instrument" WHERE ${isOn.replaceAll('?', `${row}."id"`)} ${RISES} END`;
  });
}

/** The shop keeps string sets and tunings of its own. */
export class StringsOfTheShop1764900000000 implements MigrationInterface {
  name = 'StringsOfTheShop1764900000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "string_set" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "unit" text NOT NULL, "typed" text NOT NULL, "strings" text NOT NULL, "paired" boolean NOT NULL, "retired" boolean NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE TABLE "tuning" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "typed" text NOT NULL, "notes" text NOT NULL, "retired" boolean NOT NULL, "fingerprint" text NOT NULL)`,
      ...triggersOf('string_set', '"stringSet" = ? OR "designStringSet" = ?'),
      ...triggersOf('tuning', '"tuning" = ?'),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
