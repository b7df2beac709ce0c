import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What earlier days saw is kept when it is corrected; photographs can be of a mark. */
export class MarksAsEvidence1764300000000 implements MigrationInterface {
  name = 'MarksAsEvidence1764300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "mark" ADD COLUMN "corrections" text NOT NULL DEFAULT '[]'`);
    await runner.query(`ALTER TABLE "mark" ADD COLUMN "struck" boolean NOT NULL DEFAULT 0`);
    await runner.query(`ALTER TABLE "photograph" ADD COLUMN "markId" text REFERENCES "mark" ("id")`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
