import type { MigrationInterface, QueryRunner } from 'typeorm';

/** People, rooms and their air, instruments, examinations with readings, the shop. */
export class FirstLight1764000000000 implements MigrationInterface {
  name = 'FirstLight1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "person" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "role" text NOT NULL, "fingerprint" text NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE "room" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "name" text NOT NULL, "notes" text NOT NULL, "airRevision" integer NOT NULL DEFAULT (0), "fingerprint" text NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE "air_reading" ("roomId" text NOT NULL REFERENCES "room" ("id"), "at" text NOT NULL, "day" integer NOT NULL, "humidity" real NOT NULL, "temperature" real NOT NULL, PRIMARY KEY ("roomId", "at"))`,
    );
    await runner.query(`CREATE INDEX "air_reading_by_day" ON "air_reading" ("roomId", "day")`);
    await runner.query(
      `CREATE TABLE "instrument" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "nickname" text NOT NULL, "maker" text NOT NULL, "identity" text NOT NULL, "owner" text NOT NULL, "complaint" text NOT NULL, "playingStyle" text NOT NULL, "reliefSchool" text NOT NULL, "homeRoomId" text REFERENCES "room" ("id"), "type" text NOT NULL, "bodyJoin" integer NOT NULL, "stringSet" text NOT NULL, "tuning" text NOT NULL, "topSpecies" text NOT NULL, "laminatedTop" boolean NOT NULL, "construction" text NOT NULL, "rod" text NOT NULL, "scale" text NOT NULL, "targetBass" text, "targetTreble" text, "heelDepth" text, "extension" text, "bodyLength" text, "bodyWidth" text, "archHeight" text, "updatedBy" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "revision" integer NOT NULL DEFAULT (0), "fingerprint" text NOT NULL)`,
    );
    await runner.query(`CREATE INDEX "instrument_by_name" ON "instrument" ("nickname")`);
    await runner.query(
      `CREATE TABLE "examination" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "by" text NOT NULL REFERENCES "person" ("id"), "date" text NOT NULL, "conditions" text NOT NULL, "notes" text NOT NULL, "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
    );
    await runner.query(`CREATE INDEX "examination_by_date" ON "examination" ("instrumentId", "date")`);
    await runner.query(
      `CREATE TABLE "reading" ("examinationId" text NOT NULL REFERENCES "examination" ("id"), "quantity" text NOT NULL, "side" text NOT NULL, "text" text NOT NULL, "unit" text NOT NULL, "readings" text NOT NULL, PRIMARY KEY ("examinationId", "quantity", "side"))`,
    );
    await runner.query(
      `CREATE TABLE "reading_correction" ("id" integer PRIMARY KEY AUTOINCREMENT NOT NULL, "examinationId" text NOT NULL REFERENCES "examination" ("id"), "quantity" text NOT NULL, "side" text NOT NULL, "text" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "at" text NOT NULL)`,
    );
    await runner.query(
      `CREATE INDEX "reading_correction_by_examination" ON "reading_correction" ("examinationId")`,
    );
    await runner.query(
      `CREATE TABLE "shop" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "settings" text NOT NULL, "fingerprint" text NOT NULL)`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of [
      'shop',
      'reading_correction',
      'reading',
      'examination',
      'instrument',
      'air_reading',
      'room',
      'person',
    ]) {
      await runner.query(`DROP TABLE "${table}"`);
    }
  }
}
