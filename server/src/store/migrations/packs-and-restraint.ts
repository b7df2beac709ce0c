import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What the packs in a case hold; how much of its shrinking a top's braces hold back, for which all tops are solved anew. */
export class PacksAndRestraint1764600000000 implements MigrationInterface {
  name = 'PacksAndRestraint1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "room" ADD COLUMN "packs" text NOT NULL DEFAULT ''`);
    await runner.query(`ALTER TABLE "solved_top" ADD COLUMN "restraint" real`);
    await runner.query(`DELETE FROM "solved_top"`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
