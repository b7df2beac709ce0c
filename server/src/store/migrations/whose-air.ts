import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** What is said of the air that instruments lived in, and of logs that went over to other ways. */
export class WhoseAir1766100000000 implements MigrationInterface {
  name = 'WhoseAir1766100000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "air_answer" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text REFERENCES "instrument" ("id"), "roomId" text REFERENCES "room" ("id"), "answer" text NOT NULL, "from" text NOT NULL, "to" text, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "struck" boolean NOT NULL DEFAULT 0, "fingerprint" text NOT NULL)`,
      `CREATE INDEX "air_answer_by_instrument" ON "air_answer" ("instrumentId")`,
      `CREATE INDEX "air_answer_by_room" ON "air_answer" ("roomId")`,
      ...(['INSERT', 'UPDATE', 'DELETE'] as const).flatMap((event) => {
        const row = event === 'DELETE' ? 'OLD' : 'NEW';
        return [
          `CREATE TRIGGER "change_air_answer_${event.toLowerCase()}" AFTER ${event} ON "air_answer" WHEN ${row}."instrumentId" IS NOT NULL BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('instrument', ${row}."instrumentId", (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
          // a room whose log is read otherwise is a changed room
          `CREATE TRIGGER "air_answer_room_${event.toLowerCase()}" AFTER ${event} ON "air_answer" WHEN ${row}."roomId" IS NOT NULL BEGIN
      UPDATE "room" SET "airRevision" = "airRevision" + 1 WHERE "id" = ${row}."roomId"; END`,
        ];
      }),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
