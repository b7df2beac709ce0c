import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Said where an older program meets a newer folder. */
export const NEWER =
  'The tables of this folder are newer than the program. Open it with the program that wrote it.';

/** Places, tools, findings and reasons of corrections; protocols, photographs, loggers' files, air by day. */
export class TheExamination1764100000000 implements MigrationInterface {
  name = 'TheExamination1764100000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      // a new column that must name a person cannot be added to a table, so the table is written anew
      `CREATE TABLE "reading_now" ("examinationId" text NOT NULL REFERENCES "examination" ("id"), "quantity" text NOT NULL, "place" text NOT NULL, "text" text NOT NULL, "unit" text NOT NULL, "readings" text NOT NULL, "tool" text, "by" text NOT NULL REFERENCES "person" ("id"), PRIMARY KEY ("examinationId", "quantity", "place"))`,
      `INSERT INTO "reading_now" SELECT r."examinationId", r."quantity", r."side", r."text", r."unit", r."readings", NULL, e."by" FROM "reading" r JOIN "examination" e ON e."id" = r."examinationId"`,
      `DROP TABLE "reading"`,
      `ALTER TABLE "reading_now" RENAME TO "reading"`,
      // only readings with repeats teach a tool's repeatability, and few have them
      `CREATE INDEX "reading_with_repeats" ON "reading" ("tool") WHERE "readings" LIKE '%,%'`,
      `ALTER TABLE "reading_correction" RENAME TO "correction"`,
      `ALTER TABLE "correction" RENAME COLUMN "quantity" TO "line"`,
      `ALTER TABLE "correction" RENAME COLUMN "side" TO "place"`,
      `ALTER TABLE "correction" ADD COLUMN "why" text NOT NULL DEFAULT ''`,
      `ALTER TABLE "examination" ADD COLUMN "protocol" text NOT NULL DEFAULT 'full'`,
      `ALTER TABLE "examination" ADD COLUMN "askingPrice" text`,
      `CREATE TABLE "finding" ("examinationId" text NOT NULL REFERENCES "examination" ("id"), "point" text NOT NULL, "states" text NOT NULL, "verdict" text NOT NULL, "frets" text, "words" text NOT NULL, "allowance" text, "by" text NOT NULL REFERENCES "person" ("id"), PRIMARY KEY ("examinationId", "point"))`,
      `CREATE TABLE "tool" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "dimension" text NOT NULL, "resolution" text NOT NULL, "repeatability" text NOT NULL, "unit" text NOT NULL, "resolutionValue" real NOT NULL, "believedValue" real NOT NULL, "retired" boolean NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE TABLE "protocol" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "about" text NOT NULL, "priced" boolean NOT NULL, "again" boolean NOT NULL, "retired" boolean NOT NULL, "stages" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE TABLE "photograph" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "examinationId" text REFERENCES "examination" ("id"), "picture" text NOT NULL, "width" integer NOT NULL, "height" integer NOT NULL, "takenOn" text NOT NULL, "spot" text NOT NULL, "note" text NOT NULL, "putAway" boolean NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "addedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "photograph_by_instrument" ON "photograph" ("instrumentId", "takenOn")`,
      `CREATE INDEX "photograph_by_picture" ON "photograph" ("picture")`,
      `ALTER TABLE "room" ADD COLUMN "logger" text NOT NULL DEFAULT ''`,
      `CREATE TABLE "log_file" ("name" text PRIMARY KEY NOT NULL, "hash" text NOT NULL, "roomId" text REFERENCES "room" ("id"), "state" text NOT NULL, "takenAt" text NOT NULL, "readings" integer NOT NULL, "added" integer NOT NULL, "skipped" integer NOT NULL, "lines" text NOT NULL, "remarks" text NOT NULL)`,
      // by room and instant alone: half the size, and half to write
      `CREATE TABLE "air_now" ("roomId" text NOT NULL REFERENCES "room" ("id"), "at" text NOT NULL, "day" integer NOT NULL, "humidity" real NOT NULL, "temperature" real NOT NULL, PRIMARY KEY ("roomId", "at")) WITHOUT ROWID`,
      `INSERT INTO "air_now" SELECT "roomId", "at", "day", "humidity", "temperature" FROM "air_reading"`,
      `DROP TABLE "air_reading"`,
      `ALTER TABLE "air_now" RENAME TO "air_reading"`,
      // sums by day, so that a room's year is read from a thousand rows however densely it was logged
      `CREATE TABLE "air_day" ("roomId" text NOT NULL REFERENCES "room" ("id"), "day" integer NOT NULL, "readings" integer NOT NULL, "humidity" real NOT NULL, "temperature" real NOT NULL, PRIMARY KEY ("roomId", "day")) WITHOUT ROWID`,
      `INSERT INTO "air_day" SELECT "roomId", "day", COUNT(*), SUM("humidity"), SUM("temperature") FROM "air_reading" GROUP BY "roomId", "day"`,
      `CREATE TRIGGER "air_day_sums" AFTER INSERT ON "air_reading" BEGIN INSERT INTO "air_day" VALUES (new."roomId", new."day", 1, new."humidity", new."temperature") ON CONFLICT ("roomId", "day") DO UPDATE SET "readings" = "readings" + 1, "humidity" = "humidity" + new."humidity", "temperature" = "temperature" + new."temperature"; END`,
      `ALTER TABLE "instrument" ADD COLUMN "doubtful" text NOT NULL DEFAULT '[]'`,
      `ALTER TABLE "instrument" ADD COLUMN "designStringSet" text`,
      `ALTER TABLE "instrument" ADD COLUMN "marketValue" text`,
      `ALTER TABLE "instrument" ADD COLUMN "worthToOwner" text`,
      `ALTER TABLE "instrument" ADD COLUMN "budget" text`,
    ])
      await runner.query(statement);
  }

  /** Evidence is never taken back: an older program refuses a newer folder instead. */
  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
