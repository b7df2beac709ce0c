import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { FolderTrouble } from './folder.js';

/**
 * Keeps a second server off the data folder. The lock is an exclusive SQLite transaction on a file of its own:
 * the operating system releases it when the process ends, however it ends, so a killed server never leaves the
 * folder locked.
 */
export class FolderLock {
  private constructor(
    private readonly database: BetterSqlite3.Database,
    private readonly notePath: string,
  ) {}

  /** @throws FolderTrouble in plain words where another server works on the folder */
  static take(folder: string): FolderLock {
    const notePath = join(folder, 'lock.json');
    const lockPath = join(folder, 'lock.sqlite');
    let database: BetterSqlite3.Database;
    try {
      database = locked(lockPath);
    } catch (error) {
      const { code } = error as { code?: string };
      if (code === 'SQLITE_BUSY')
        throw new FolderTrouble(
          `Another Upright Elder works on ${folder} already${holder(notePath)}. Close it first, or choose another folder with UPRIGHT_ELDER_DATA.`,
        );
      if (code !== 'SQLITE_NOTADB' && code !== 'SQLITE_CORRUPT') throw error;
      // nothing is kept in it, and nobody can hold a lock on what is no database
      rmSync(lockPath, { force: true });
      database = locked(lockPath);
    }
    try {
      writeFileSync(notePath, JSON.stringify({ process: process.pid }));
    } catch {
      // it only helps to name the process
    }
    return new FolderLock(database, notePath);
  }

  release(): void {
    rmSync(this.notePath, { force: true });
    this.database.close();
  }
}

function locked(path: string): BetterSqlite3.Database {
  const database = new BetterSqlite3(path, { timeout: 0 });
  try {
    database.exec('BEGIN EXCLUSIVE');
    return database;
  } catch (error) {
    database.close();
    throw error;
  }
}

function holder(notePath: string): string {
  try {
    return ` (process ${(JSON.parse(readFileSync(notePath, 'utf8')) as { process: number }).process})`;
  } catch {
    return '';
  }
}
