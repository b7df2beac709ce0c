import { createRequire } from 'node:module';

export type Row = Record<string, unknown>;
export interface Sqlite {
  prepare: (sql: string) => { all: (...values: unknown[]) => Row[]; run: (...values: unknown[]) => void };
  exec: (sql: string) => void;
  close: () => void;
}
const require = createRequire(new URL('../../server/package.json', import.meta.url));

/** A data file while the program rests, for shops that are larger than anybody would enter. */
export const openFile = (path: string): Sqlite =>
  new (require('better-sqlite3') as new (path: string) => Sqlite)(path);

export function insertRow(file: Sqlite, table: string, row: Row): void {
  const columns = Object.keys(row);
  file
    .prepare(
      `INSERT INTO "${table}" (${columns.map((one) => `"${one}"`).join(', ')}) VALUES (${columns.map(() => '?').join(', ')})`,
    )
    .run(...Object.values(row));
}
