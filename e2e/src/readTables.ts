import BetterSqlite3 from 'better-sqlite3';

/** A data file that is only looked at, while the program works on it. */
export class DatabaseSync {
  private readonly file: BetterSqlite3.Database;

  constructor(path: string) {
    this.file = new BetterSqlite3(path, { readonly: true });
  }

  /** The first column of every row, as text. */
  all(sql: string): string[] {
    return this.file.prepare(sql).pluck().all().map(String);
  }

  close(): void {
    this.file.close();
  }
}
