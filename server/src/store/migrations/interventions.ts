import type { MigrationInterface, QueryRunner } from 'typeorm';
import { v5 as named } from 'uuid';
import { NEWER } from './the-examination.js';

/** How what was found was stored, and by which id it is now; where both are the same word it is left out. */
const STATES: Record<string, string> = {
  'slight relief': 'slight-relief',
  'much relief': 'much-relief',
  'at the upper face': 'at-the-upper-face',
  'a little lower': 'a-little-lower',
  'runs into the front': 'runs-into-the-front',
  'far above': 'far-above',
  'hardly any': 'hardly-any',
  'full thickness': 'full-thickness',
  'planed thin': 'planed-thin',
  'cracked through the pins': 'cracked-through-the-pins',
  'screws or bolts': 'screws-or-bolts',
  'tailpiece added': 'tailpiece-added',
  'worn holes': 'worn-holes',
  'cracked across': 'cracked-across',
  'even dome': 'even-dome',
  'hollow and hump': 'hollow-and-hump',
  'sunken at the hole': 'sunken-at-the-hole',
  'quiet hairline': 'quiet-hairline',
  'cleated and tight': 'cleated-and-tight',
  'side crack': 'side-crack',
  'crack round the tail': 'crack-round-the-tail',
  'very low': 'very-low',
  'excuses the action': 'excuses-the-action',
  'says nothing of repairs': 'says-nothing-of-repairs',
  'turns freely': 'turns-freely',
  'none fitted': 'none-fitted',
  'at its end': 'at-its-end',
  'buzzes when played hard': 'buzzes-when-struck-hard',
  'buzzes on the bass string': 'buzzes-bass',
  'buzzes on the treble string': 'buzzes-treble',
  'lift under the finger': 'lift-under-the-finger',
  'rocks a little': 'rocks-a-little',
  'slots too wide': 'slots-too-wide',
  'slots bind': 'slots-bind',
  'too low': 'too-low',
  'turn well': 'turn-well',
  'loose nuts': 'loose-nuts',
  'one is missing': 'one-is-missing',
  'pickguard curls': 'pickguard-curls',
  'parts replaced': 'parts-replaced',
  'parts missing': 'parts-missing',
  'hairline at the heel': 'hairline-at-the-heel',
  'screw, bolt or dowel': 'screw-bolt-or-dowel',
  'old repair': 'old-repair',
  'loose end': 'loose-end',
  'cracked brace': 'cracked-brace',
  'loose lining': 'loose-lining',
  'block split': 'block-split',
  'string ends': 'string-ends',
  'loose wire': 'loose-wire',
  'a loose nut': 'a-loose-nut',
  'hard and whole': 'hard-and-whole',
  'soft or tacky': 'soft-or-tacky',
  'thick finish over the joint': 'thick-film-over-the-joint',
  'cannot be seen': 'unseen',
};

/** Which tables speak of which subject of the change record; `''` where there is one of the subject. */
const SUBJECTS: { table: string; subject: string; id: string | null }[] = [
  { table: 'instrument', subject: 'instrument', id: 'id' },
  { table: 'examination', subject: 'instrument', id: 'instrumentId' },
  { table: 'intervention', subject: 'instrument', id: 'instrumentId' },
  { table: 'mark', subject: 'instrument', id: 'instrumentId' },
  { table: 'plan', subject: 'instrument', id: 'id' },
  { table: 'photograph', subject: 'photographs', id: 'instrumentId' },
  { table: 'room', subject: 'room', id: 'id' },
  { table: 'tool', subject: 'tools', id: null },
  { table: 'shop', subject: 'shop', id: null },
  { table: 'person', subject: 'people', id: null },
  { table: 'protocol', subject: 'protocols', id: null },
];

/** Every row that is written notes its subject, so that no writer can forget it. */
function triggersOf({ table, subject, id }: (typeof SUBJECTS)[number]): string[] {
  return (['INSERT', 'UPDATE', 'DELETE'] as const).map((event) => {
    const row = event === 'DELETE' ? 'OLD' : 'NEW';
    const key = id === null ? `''` : `${row}."${id}"`;
    return `CREATE TRIGGER "change_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN
      INSERT INTO "change" ("subject", "id", "revision") VALUES ('${subject}', ${key}, (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision"; END`;
  });
}

const BUILT_LENGTHS = [
  'topThickness',
  'domeRadius',
  'stringHeight',
  'stringHeightBefore',
  'builtBridge',
  'nutWidth',
  'stringSpread',
];

const NOTE_TOOLS = `INSERT INTO "change" ("subject", "id", "revision") VALUES ('tools', '', (SELECT ifnull(max("revision"), 0) + 1 FROM "change"))
      ON CONFLICT ("subject", "id") DO UPDATE SET "revision" = excluded."revision";`;

/** A tool's error is learned from the repeats of examinations that stand. */
const REPEATS = [
  `CREATE TRIGGER "change_repeats_insert" AFTER INSERT ON "reading" WHEN NEW."readings" LIKE '%,%' BEGIN ${NOTE_TOOLS} END`,
  `CREATE TRIGGER "change_repeats_delete" AFTER DELETE ON "reading" WHEN OLD."readings" LIKE '%,%' BEGIN ${NOTE_TOOLS} END`,
  `CREATE TRIGGER "change_repeats_struck" AFTER UPDATE OF "struck" ON "examination" WHEN NEW."struck" <> OLD."struck" BEGIN ${NOTE_TOOLS} END`,
];

/**
 * What was done to an instrument is a record instead of a tick on the examination after it; what was found is stored by
 * ids instead of words; every change is noted; what is worked out is kept with what it was worked out from.
 */
export class Interventions1764800000000 implements MigrationInterface {
  name = 'Interventions1764800000000';

  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [
      `CREATE TABLE "intervention" ("id" text PRIMARY KEY NOT NULL, "version" integer NOT NULL, "instrumentId" text NOT NULL REFERENCES "instrument" ("id"), "date" text NOT NULL, "time" text, "follows" text, "kinds" text NOT NULL, "treatments" text NOT NULL, "changes" text NOT NULL, "note" text NOT NULL, "by" text NOT NULL REFERENCES "person" ("id"), "updatedAt" text NOT NULL, "struck" boolean NOT NULL DEFAULT 0, "corrections" text NOT NULL DEFAULT '[]', "fingerprint" text NOT NULL)`,
      `CREATE INDEX "intervention_by_date" ON "intervention" ("instrumentId", "date")`,
      `CREATE TABLE "change" ("subject" text NOT NULL, "id" text NOT NULL, "revision" integer NOT NULL, PRIMARY KEY ("subject", "id")) WITHOUT ROWID`,
      `CREATE INDEX "change_by_revision" ON "change" ("revision")`,
      // worked out again from the records, so nothing of it is carried over
      `DROP TABLE "solved_top"`,
      `CREATE TABLE "solved_top" ("id" text PRIMARY KEY NOT NULL, "fingerprint" text NOT NULL, "rise" real, "restraint" real, "breathes" text NOT NULL, "refusal" text NOT NULL)`,
      `CREATE TABLE "worked_out" ("instrumentId" text PRIMARY KEY NOT NULL, "stamp" text NOT NULL, "fingerprint" text NOT NULL, "day" integer NOT NULL, "fit" blob NOT NULL, "card" text NOT NULL, "checks" text NOT NULL)`,
    ])
      await runner.query(statement);
    await workAsInterventions(runner);
    await statesById(runner);
    await runner.query(
      `UPDATE "instrument" SET "reliefSchool" = 'nearly-straight' WHERE "reliefSchool" = 'nearly straight'`,
    );
    await runner.query(`ALTER TABLE "instrument" DROP COLUMN "revision"`);
    // how it is built, part by part: nothing of it is known of older instruments but what stands in words
    await runner.query(`ALTER TABLE "instrument" ADD COLUMN "build" text NOT NULL DEFAULT '{}'`);
    for (const length of BUILT_LENGTHS)
      await runner.query(`ALTER TABLE "instrument" ADD COLUMN "${length}" text`);
    for (const trigger of [...SUBJECTS.flatMap(triggersOf), ...REPEATS]) await runner.query(trigger);
    // everything that is there counts as changed once
    await runner.query(
      `INSERT INTO "change" SELECT "subject", "id", row_number() OVER () FROM (SELECT 'instrument' AS "subject", "id" FROM "instrument" UNION ALL SELECT 'room', "id" FROM "room")`,
    );
  }

  down(): Promise<void> {
    return Promise.reject(new Error(NEWER));
  }
}

/** The tick “worked on since last time” becomes something that was done before its examination. */
async function workAsInterventions(runner: QueryRunner): Promise<void> {
  const ticked = (await runner.query(
    `SELECT "id", "instrumentId", "date", "by", "updatedAt", "struck" FROM "examination" WHERE json_extract("conditions", '$.afterWork')`,
  )) as { id: string; instrumentId: string; date: string; by: string; updatedAt: string; struck: number }[];
  for (const { id, instrumentId, date, by, updatedAt, struck } of ticked) {
    const own = named('worked on since last time', id);
    await runner.query(
      `INSERT INTO "intervention" VALUES (?, 1, ?, ?, NULL, NULL, '["unsaid"]', '[]', '{}', '', ?, ?, ?, '[]', '')`,
      [own, instrumentId, date, by, updatedAt, struck],
    );
    if (struck)
      await runner.query(
        `INSERT INTO "strike" ("kind", "subjectId", "struck", "why", "by", "at") VALUES ('intervention', ?, 1, 'its examination was taken back', ?, ?)`,
        [own, by, updatedAt],
      );
  }
  await runner.query(`UPDATE "examination" SET "conditions" = json_remove("conditions", '$.afterWork')`);
}

async function statesById(runner: QueryRunner): Promise<void> {
  const findings = (await runner.query(
    `SELECT "examinationId", "point", "states" FROM "finding" WHERE "states" <> '[]'`,
  )) as { examinationId: string; point: string; states: string }[];
  for (const { examinationId, point, states } of findings) {
    const words = JSON.parse(states) as string[];
    const ids = words.map((word) => STATES[word] ?? word);
    if (ids.join() === words.join()) continue;
    await runner.query(`UPDATE "finding" SET "states" = ? WHERE "examinationId" = ? AND "point" = ?`, [
      JSON.stringify(ids),
      examinationId,
      point,
    ]);
  }
}
