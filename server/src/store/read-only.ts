import { copyFileSync, existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { because, DATA_FILE, FolderTrouble } from './folder.js';

/** Where the header of a data file says that it has a log beside it; 1 for none. */
const JOURNAL_BYTES = [18, 19];

/**
 * The whole data file as bytes that can be opened in memory, so that a full disk or a medium that cannot be written
 * can still be read. Nothing beside it is written.
 *
 * @throws FolderTrouble where it cannot be read
 */
export function dataInMemory(folder: string): Buffer {
  const path = join(folder, DATA_FILE);
  try {
    const bytes = hasLog(path) ? withLog(path) : readFileSync(path);
    for (const at of JOURNAL_BYTES) bytes[at] = 1;
    return bytes;
  } catch (error) {
    throw new FolderTrouble(
      `The data file ${path} can neither be written nor read (${because(error)}). Copy the folder to a disk with room, and name the copy with UPRIGHT_ELDER_DATA.`,
    );
  }
}

const hasLog = (path: string): boolean => existsSync(`${path}-wal`) && statSync(`${path}-wal`).size > 0;

/**
 * A program that was killed leaves its last saves in the log: they are read along, from a copy elsewhere, since SQLite
 * sorts the log into the tables when it closes a file. Only where there is no room for a copy is the file itself opened.
 */
function withLog(path: string): Buffer {
  try {
    const beside = mkdtempSync(join(tmpdir(), 'upright-elder-read-'));
    try {
      const copy = join(beside, DATA_FILE);
      copyFileSync(path, copy);
      copyFileSync(`${path}-wal`, `${copy}-wal`);
      return serialized(copy);
    } finally {
      rmSync(beside, { recursive: true, force: true });
    }
  } catch {
    return serialized(path);
  }
}

/** With its lock held alone SQLite keeps the log's index in memory (https://sqlite.org/wal.html, section 8). */
function serialized(path: string): Buffer {
  const database = new BetterSqlite3(path, { fileMustExist: true, timeout: 0 });
  try {
    database.pragma('locking_mode = EXCLUSIVE');
    // never sorted into the tables: there may be no room, and nothing here is to be changed
    database.pragma('wal_autocheckpoint = 0');
    return database.serialize();
  } finally {
    database.close();
  }
}
