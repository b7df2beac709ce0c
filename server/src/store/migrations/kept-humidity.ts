import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Where an instrument will be kept is a fact of it: a room that is followed, or a band of humidity. */
export class KeptHumidity1765000000000 implements MigrationInterface {
  name = 'KeptHumidity1765000000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `ALTER TABLE "instrument" ADD COLUMN "keptRoomId" text REFERENCES "room" ("id")`,
      `ALTER TABLE "instrument" ADD COLUMN "keptFrom" text NOT NULL DEFAULT ''`,
      `ALTER TABLE "instrument" ADD COLUMN "keptTo" text NOT NULL DEFAULT ''`,
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
