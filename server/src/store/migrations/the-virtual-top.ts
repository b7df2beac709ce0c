import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What the plate model found for each plan. */
export class TheVirtualTop1764400000000 implements MigrationInterface {
  name = 'TheVirtualTop1764400000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "solved_top" ("id" text PRIMARY KEY NOT NULL REFERENCES "instrument" ("id"), "rise" real, "refusal" text NOT NULL, "from" text NOT NULL)`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
