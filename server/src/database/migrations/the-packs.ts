import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What the packs in a case hold. */
export class ThePacks1764600000000 implements MigrationInterface {
  name = 'ThePacks1764600000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "room" ADD COLUMN "packs" text NOT NULL DEFAULT ''`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
