// runs in a thread beside, see checkpointer.ts
import BetterSqlite3 from 'better-sqlite3';

let open: BetterSqlite3.Database | null = null;

function database(path: string): BetterSqlite3.Database {
  if (!open) {
    open = new BetterSqlite3(path);
    open.pragma('synchronous = FULL');
    open.pragma('busy_timeout = 0');
  }
  return open;
}

/** What SQLite's quick check finds; null where the file is whole. */
export function check({ path }: { path: string }): string | null {
  try {
    const said = database(path).pragma('quick_check', { simple: true });
    return said === 'ok' ? null : String(said).slice(0, 200);
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** Copies what it can from SQLite's log into the tables without keeping anybody waiting (a passive checkpoint). */
export function checkpoint({ path }: { path: string }): void {
  try {
    database(path).pragma('wal_checkpoint(PASSIVE)');
  } catch {
    // somebody else holds it: next time
  }
}

export function close(_: object): void {
  open?.close();
  open = null;
}
