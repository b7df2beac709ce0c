import { createHash, randomBytes } from 'node:crypto';
import { existsSync, readFileSync, realpathSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { hostname } from 'node:os';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import type { Connection } from './data-source.js';
import { DATA_FILE } from './folder.js';

/** Which shop a data file is of, and which copy of it: the bench's and the laptop's are two copies of one shop. */
export interface Identity {
  shopId: string;
  copyId: string;
  /** it came by a restore, or its folder woke at another place: what was backed up before is another copy's */
  renewed: boolean;
}

/** Left in a folder that was brought back from a backup, until the program has opened it. */
const RESTORED = 'restored.txt';
const MACHINE_ID = '/etc/machine-id';

/** Notes that a folder was brought back from a backup: it is another copy from now on. */
export function noteRestored(folder: string, backup: string): void {
  writeFileSync(join(folder, RESTORED), `${backup}\n`);
}

/**
 * Who the data file of a folder is; made where it is not known yet. A copy that woke on another machine, at another
 * place of the same one, or from a backup is another copy. One that was only moved is the same.
 *
 * @param connection the one that writes, after its tables are today's
 */
export function ensureIdentity(connection: Connection, folder: string): Identity {
  const here = placeOf(folder);
  const known = connection.prepare('SELECT * FROM "identity"').get() as StoredIdentity | undefined;
  const restored = existsSync(join(folder, RESTORED));
  const same = known && !restored && isSamePlace(known, here);
  if (!same || known.path !== here.path || known.file !== here.file)
    connection
      .prepare(
        `INSERT INTO "identity" ("id", "shopId", "copyId", "renewed", "machine", "path", "file") VALUES ('shop', ?, ?, ?, ?, ?, ?)
         ON CONFLICT ("id") DO UPDATE SET "copyId" = excluded."copyId", "renewed" = excluded."renewed",
          "machine" = excluded."machine", "path" = excluded."path", "file" = excluded."file"`,
      )
      .run(
        known?.shopId ?? shopIdOf(connection),
        same ? known.copyId : drawn(),
        same ? known.renewed : known || restored ? 1 : 0,
        here.machine,
        here.path,
        here.file,
      );
  rmSync(join(folder, RESTORED), { force: true });
  return identityIn(connection)!;
}

/** Who a data file is; null where it is of before that was known. */
export function identityIn(database: Connection): Identity | null {
  try {
    const row = database.prepare('SELECT "shopId", "copyId", "renewed" FROM "identity"').get() as
      { shopId: string; copyId: string; renewed: number } | undefined;
    return row ? { ...row, renewed: row.renewed === 1 } : null;
  } catch {
    return null;
  }
}

/** Folders that backups of a data file were written into; none of before that was noted. */
export function backupFoldersIn(database: Connection): string[] {
  try {
    const folders = database.prepare('SELECT "backupFolders" FROM "identity"').pluck().get();
    return JSON.parse((folders as string | undefined) ?? '[]') as string[];
  } catch {
    return [];
  }
}

/** The same of a data file that nobody has open in this process. */
export function identityOfFile(path: string): Identity | null {
  const database = new BetterSqlite3(path, { readonly: true });
  try {
    return identityIn(database);
  } finally {
    database.close();
  }
}

/** A row that every backup since holds: rows are never erased. */
export interface FirstRecord {
  table: (typeof FIRST)[number];
  id: string;
}

/** What tells one shop from another, the surest first. */
const FIRST = ['examination', 'instrument', 'person'] as const;

/** The examination that was entered first, or the instrument, or the person; null of an empty shop. */
export function firstRecordIn(database: Connection): FirstRecord | null {
  for (const table of FIRST) {
    const id = database.prepare(`SELECT "id" FROM "${table}" ORDER BY rowid LIMIT 1`).pluck().get();
    if (typeof id === 'string') return { table, id };
  }
  return null;
}

export const holdsRecord = (database: Connection, { table, id }: FirstRecord): boolean =>
  database.prepare(`SELECT 1 FROM "${table}" WHERE "id" = ?`).get(id) !== undefined;

interface StoredIdentity extends Place {
  shopId: string;
  copyId: string;
  renewed: number;
}

interface Place {
  machine: string;
  path: string;
  /** number of the data file on its disk, which a move keeps and a copy does not */
  file: string;
}

function placeOf(folder: string): Place {
  const path = join(folder, DATA_FILE);
  return {
    machine: existsSync(MACHINE_ID) ? readFileSync(MACHINE_ID, 'utf8').trim() : hostname(),
    path: realpathSync(folder),
    file: String(statSync(path, { bigint: true }).ino),
  };
}

const isSamePlace = (known: Place, here: Place): boolean =>
  known.machine === here.machine && (known.path === here.path || known.file === here.file);

const drawn = (): string => randomBytes(4).toString('hex');

/** A shop of before ids has the one that follows from its first record, in each of its copies. */
function shopIdOf(connection: Connection): string {
  const first = firstRecordIn(connection);
  return first === null ? drawn() : createHash('sha256').update(`shop ${first.id}`).digest('hex').slice(0, 8);
}
