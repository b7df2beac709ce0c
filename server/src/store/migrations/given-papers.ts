import type { MigrationInterface, QueryRunner } from 'typeorm';
import { NEWER } from './the-examination.js';

/** Papers that were given out, and what they said that a plan may come to. */
export class GivenPapers1766400000000 implements MigrationInterface {
  name = 'GivenPapers1766400000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "paper_given" ("id" text PRIMARY KEY NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "ownerId" text REFERENCES "owner" ("id"), "at" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "papers" text NOT NULL, "audience" text NOT NULL, "size" text NOT NULL, "heights" text, "ownerName" boolean NOT NULL, "prices" boolean NOT NULL, "shopNotes" boolean NOT NULL, "to" text NOT NULL, "way" text NOT NULL, "file" text NOT NULL, "bytes" integer NOT NULL, "versions" text NOT NULL, "ways" text NOT NULL, "stoodOn" text NOT NULL)`,
      `CREATE INDEX "paper_given_of" ON "paper_given" ("instrumentId", "at")`,
      `CREATE INDEX "paper_given_owner" ON "paper_given" ("ownerId")`,
      `CREATE TABLE "tree_said" ("id" text PRIMARY KEY NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "paper" text NOT NULL REFERENCES "paper_given" ("id"), "day" text NOT NULL, "plan" text NOT NULL, "program" text NOT NULL, "evidence" text NOT NULL, "assumed" text NOT NULL, "tree" text NOT NULL, "said" text NOT NULL)`,
      `CREATE INDEX "tree_said_of" ON "tree_said" ("instrumentId", "day")`,
      `CREATE TABLE "tree_fell" ("said" text PRIMARY KEY NOT NULL REFERENCES "tree_said" ("id"), "state" text NOT NULL, "why" text NOT NULL, "examination" text, "day" text, "key" text, "chosen" text, "chosenBy" text, "hours" real, "days" integer)`,
      `CREATE TRIGGER "change_paper_given_insert" AFTER INSERT ON "paper_given" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('papers', NEW."instrumentId", (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
      // one that fell by now is an insert or an update of its row
      ...['INSERT', 'UPDATE'].map(
        (event) =>
          `CREATE TRIGGER "change_tree_fell_${event.toLowerCase()}" AFTER ${event} ON "tree_fell" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('papers', (SELECT "instrumentId" FROM "tree_said" WHERE "id" = NEW."said"), (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
      ),
    ])
      await runner.query(statement);
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
