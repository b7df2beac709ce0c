import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Plans and marks. */
export class TheMap1764200000000 implements MigrationInterface {
  name = 'TheMap1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "plan" ("id" text PRIMARY KEY NOT NULL REFERENCES "instrument" ("id"), "version" integer NOT NULL, "drawn" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE TABLE "mark" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "face" text NOT NULL, "kind" text NOT NULL, "brace" text, "name" text NOT NULL, "sightings" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "mark_by_instrument" ON "mark" ("instrumentId")`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
