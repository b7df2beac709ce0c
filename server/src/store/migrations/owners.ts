import type { MigrationInterface, QueryRunner } from 'typeorm';
import { v7 as uuid } from 'uuid';
import { NEWER } from './the-examination.js';

interface Named {
  id: string;
  owner: string;
  updatedBy: string;
  updatedAt: string;
}

/** Where in the body of an event words stand. */
const WORDS = [
  'name',
  'say',
  'what',
  'found',
  'label',
  'place',
  'number',
  'glue',
  'assumed',
  'isSo',
  'asked',
  'playing',
  'of',
  'to',
  'from',
  'much',
];
const SAID = WORDS.map((name) => `ifnull(json_extract("body", '$.${name}') || ' ', '')`).join(' || ');
/** Kinds in which somebody says something, as jobs/said.ts asks for them. */
const IS_SAID = `"kind" IN ('opened', 'ordered', 'looked for', 'owner asked', 'owner answered', 'note', 'surprise', 'mishap', 'not as thought', 'part off', 'part wanted', 'number copied', 'material used', 'glue mixed', 'given out', 'came back', 'photograph')`;

/** What two ways of writing one name have in common. */
const same = (text: string): string => text.normalize('NFC').trim().replace(/\s+/gu, ' ').toLowerCase();

/** Owners are records: equal texts are one, and looked over once by somebody where they joined several instruments. */
export class Owners1766300000000 implements MigrationInterface {
  name = 'Owners1766300000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE "owner" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "fingerprint" text NOT NULL, "name" text NOT NULL, "reach" text NOT NULL, "note" text NOT NULL, "checked" boolean NOT NULL, "erased" boolean NOT NULL DEFAULT 0, "updatedBy" text, "updatedAt" text NOT NULL)`,
    );
    await runner.query(
      `ALTER TABLE "instrument" ADD COLUMN "ownerId" text REFERENCES "owner" ("id") DEFAULT NULL`,
    );
    await runner.query(`CREATE INDEX "instrument_by_owner" ON "instrument" ("ownerId")`);
    const rows = (await runner.query(
      `SELECT "id", "owner", "updatedBy", "updatedAt" FROM "instrument" WHERE trim("owner") <> '' ORDER BY "id"`,
    )) as Named[];
    const byName = new Map<string, Named[]>();
    for (const row of rows) byName.set(same(row.owner), [...(byName.get(same(row.owner)) ?? []), row]);
    for (const all of byName.values()) {
      const owner = uuid();
      const { owner: name, updatedBy, updatedAt } = all[0]!;
      await runner.query(`INSERT INTO "owner" VALUES (?, 1, '', ?, '', '', ?, 0, ?, ?)`, [
        owner,
        name.trim(),
        all.length === 1 ? 1 : 0,
        updatedBy,
        updatedAt,
      ]);
      for (const { id } of all)
        await runner.query(`UPDATE "instrument" SET "ownerId" = ? WHERE "id" = ?`, [owner, id]);
    }
    await runner.query(`ALTER TABLE "instrument" DROP COLUMN "owner"`);
    // the log of jobs is looked through by what was said
    await runner.query(
      `ALTER TABLE "bench_event" ADD COLUMN "said" text GENERATED ALWAYS AS (${SAID}) VIRTUAL`,
    );
    // looked through in small letters, which is several times faster
    await runner.query(
      `ALTER TABLE "bench_event" ADD COLUMN "saidSmall" text GENERATED ALWAYS AS (lower(${SAID})) VIRTUAL`,
    );
    await runner.query(
      `CREATE INDEX "bench_event_said" ON "bench_event" ("at", "kind", "saidSmall", "job", "id") WHERE ${IS_SAID}`,
    );
    for (const event of ['INSERT', 'UPDATE'])
      await runner.query(
        `CREATE TRIGGER "change_owner_${event.toLowerCase()}" AFTER ${event} ON "owner" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('owners', '', (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`,
      );
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}
