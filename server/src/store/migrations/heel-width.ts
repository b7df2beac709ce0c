import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** How wide the heel is where its cheeks meet the body: what comes off one of them to centre a neck follows from it. */
export class HeelWidth1766000000000 implements MigrationInterface {
  name = 'HeelWidth1766000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE "instrument" ADD COLUMN "heelWidth" text`);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
