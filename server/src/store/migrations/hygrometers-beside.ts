import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Hygrometers are also corrected against one another. */
export class HygrometersBeside1765100000000 implements MigrationInterface {
  name = 'HygrometersBeside1765100000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `ALTER TABLE "room" ADD COLUMN "besideRoomId" text REFERENCES "room" ("id")`,
      `ALTER TABLE "room" ADD COLUMN "besideShown" text NOT NULL DEFAULT ''`,
      `ALTER TABLE "room" ADD COLUMN "besideOther" text NOT NULL DEFAULT ''`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
