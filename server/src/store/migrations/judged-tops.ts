import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What the plate model says of a top for its judgement is kept with what it found; all tops are solved anew for it. */
export class JudgedTops1765300000000 implements MigrationInterface {
  name = 'JudgedTops1765300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "solved_top" ADD COLUMN "strung" text`);
    await runner.query(`ALTER TABLE "solved_top" ADD COLUMN "strungFor" text NOT NULL DEFAULT ''`);
    await runner.query(`DELETE FROM "solved_top"`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
