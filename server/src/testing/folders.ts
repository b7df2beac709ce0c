import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import BetterSqlite3 from 'better-sqlite3';
import { DATA_FILE, PICTURES } from '../store/folder.js';

export const freshFolder = (): string => mkdtempSync(join(tmpdir(), 'upright-elder-'));

const HERE = dirname(fileURLToPath(import.meta.url));

/** The data file of the scenario as an earlier program wrote it, in a folder of its own. */
function folderWith(stored: string): string {
  const folder = freshFolder();
  writeFileSync(join(folder, DATA_FILE), gunzipSync(readFileSync(join(HERE, stored))));
  return folder;
}

/** As it was before examinations were kept as they are now. */
export const oldDemoFolder = (): string => folderWith('old-demo.sqlite.gz');

/** As 06c8523 wrote it, before every save was noted; what is worked out was left out. */
export const folderOf06c8523 = (): string => folderWith('demo-06c8523.sqlite.gz');

/** As cc72d0d wrote it, with an instrument that was moved to another room; what is worked out was left out. */
export const folderOfCc72d0d = (): string => folderWith('demo-cc72d0d.sqlite.gz');

/** As 5557356 wrote it, with four jobs under way and owners as texts; what is worked out was left out. */
export const folderOf5557356 = (): string => folderWith('demo-5557356.sqlite.gz');

/** As a63910e wrote it, with a plan of the calendar that people go by, a pin, and a paper that was given. */
export const folderOfA63910e = (): string => folderWith('demo-a63910e.sqlite.gz');

/** That of 06c8523 with one instrument and one examination of it, so that little is worked out of it. */
export function smallFolderOf06c8523(): string {
  const folder = folderOf06c8523();
  const database = new BetterSqlite3(join(folder, DATA_FILE));
  try {
    database.pragma('foreign_keys = OFF');
    const kept = ['migrations', 'person', 'room', 'shop', 'air_zone', 'change'];
    for (const name of tablesOf(database).filter((one) => !kept.includes(one)))
      database.exec(
        ['instrument', 'examination'].includes(name)
          ? `DELETE FROM "${name}" WHERE "${name === 'instrument' ? 'id' : 'instrumentId'}" <> (SELECT min("instrumentId") FROM "examination")`
          : `DELETE FROM "${name}"`,
      );
    database.exec('DELETE FROM "examination" WHERE "id" <> (SELECT min("id") FROM "examination")');
  } finally {
    database.close();
  }
  return folder;
}

const tablesOf = (database: BetterSqlite3.Database): string[] =>
  database
    .prepare(
      `SELECT "name" FROM sqlite_master WHERE "type" = 'table' AND "name" NOT LIKE 'sqlite_%' ORDER BY "name"`,
    )
    .pluck()
    .all() as string[];

/** Puts pictures (with their small copies) into a folder, three days old; their names. */
export function fillPictures(folder: string, count: number): string[] {
  mkdirSync(join(folder, PICTURES), { recursive: true });
  const before = new Date(Date.now() - 3 * 86400000);
  return Array.from({ length: count }, (_, i) => {
    const bytes = Buffer.from(`picture ${i}`);
    const name = createHash('sha256').update(bytes).digest('hex');
    for (const path of [join(folder, PICTURES, name), join(folder, PICTURES, `${name}.small`)]) {
      writeFileSync(path, bytes);
      utimesSync(path, before, before);
    }
    return name;
  });
}

export const picturesIn = (folder: string): string[] => readdirSync(join(folder, PICTURES)).sort();

/** Every row of every table, by table; what SQLite and TypeORM keep for themselves left out. */
export function dump(path: string, leftOut: string[] = []): Record<string, string[]> {
  const database = new BetterSqlite3(path, { readonly: true });
  try {
    return Object.fromEntries(
      tablesOf(database)
        .filter((name) => !leftOut.includes(name))
        .map((name) => [
          name,
          database
            .prepare(`SELECT * FROM "${name}"`)
            .all()
            .map((row) => JSON.stringify(row))
            .sort(),
        ]),
    );
  } finally {
    database.close();
  }
}
