import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';

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

  /** @throws Error in plain words where another server works on the folder */
  static take(folder: string): FolderLock {
    mkdirSync(folder, { recursive: true });
    const notePath = join(folder, 'lock.json');
    const database = new BetterSqlite3(join(folder, 'lock.sqlite'), { timeout: 0 });
    try {
      database.exec('BEGIN EXCLUSIVE');
    } catch (error) {
      database.close();
      if ((error as { code?: string }).code !== 'SQLITE_BUSY') throw error;
      throw new Error(
        `Another Upright Elder works on ${folder} already${holder(notePath)}. Close it first, or choose another folder with UPRIGHT_ELDER_DATA.`,
      );
    }
    writeFileSync(notePath, JSON.stringify({ process: process.pid }));
    return new FolderLock(database, notePath);
  }

  release(): void {
    rmSync(this.notePath, { force: true });
    this.database.close();
  }
}

function holder(notePath: string): string {
  try {
    return ` (process ${(JSON.parse(readFileSync(notePath, 'utf8')) as { process: number }).process})`;
  } catch {
    return '';
  }
}
