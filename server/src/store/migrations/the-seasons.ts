import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What kind a room is and how its hygrometer stands over salts; how work changed a top's breathing; forecasts that were shown. */
export class TheSeasons1764500000000 implements MigrationInterface {
  name = 'TheSeasons1764500000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "room" ADD COLUMN "kind" text NOT NULL DEFAULT 'home'`);
    await runner.query(`ALTER TABLE "room" ADD COLUMN "saltLow" text NOT NULL DEFAULT ''`);
    await runner.query(`ALTER TABLE "room" ADD COLUMN "saltHigh" text NOT NULL DEFAULT ''`);
    await runner.query(`ALTER TABLE "solved_top" ADD COLUMN "breathes" text NOT NULL DEFAULT '{}'`);
    await runner.query(
      `CREATE TABLE "kept_forecast" ("instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "key" text NOT NULL, "basis" text NOT NULL, "shownOn" text NOT NULL, "points" text NOT NULL, PRIMARY KEY ("instrumentId", "key", "basis", "shownOn")) WITHOUT ROWID`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
