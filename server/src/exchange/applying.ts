import { formatOf, TABLE_IDS, type TableId } from '@upright-elder/exchange';
import type { Connection } from '../store/data-source.js';
import type { RowState } from '@upright-elder/core/exchange';
import { quoted } from './selection.js';
import { staged } from './staging.js';

/** What was decided of what comes in. */
interface Decided {
  /** nothing is in the shop yet */
  isFresh: boolean;
  taken: (state: RowState, table: TableId, key: string) => boolean;
  /** columns that came with everything that they hold */
  whole: (table: TableId) => string[];
}

/** What was written, for what follows from it. */
export interface Applied {
  rows: number;
  jobs: string[];
  rooms: string[];
}

/** Columns of the data file that follow from others, and what they are until they are counted anew. */
const FOLLOWS: Partial<Record<TableId, Record<string, string>>> = {
  air_reading: { day: 'CAST(unixepoch("at") / 86400 AS INTEGER)' },
};

/** Rows that another shop wrote about an instrument stay as they are: what was read, done, and what happened. */
export const READ_ONLY: readonly TableId[] = [
  'examination',
  'intervention',
  'photograph',
  'weighing',
  'trial',
  'repair_plan',
  'first_call',
  'bench_event',
];

/**
 * Writes what came in and was decided on into the shop, within a transaction that is under way; the staging is attached to
 * its connection as `came`.
 *
 * @param at now, UTC ISO text @param by who takes it in
 */
export function apply(
  connection: Connection,
  comparing: Decided,
  { at, by, shop }: { at: string; by: string | null; shop: { id: string; name: string; isOurs: boolean } },
): Applied {
  connection.pragma('defer_foreign_keys = ON');
  let rows = 0;
  const came = (table: TableId) => `"came".${staged(table)}`;
  for (const table of TABLE_IDS) {
    const columns = Object.keys(formatOf(table).columns);
    const follows = FOLLOWS[table] ?? {};
    rows += connection
      .prepare(
        `INSERT INTO ${quoted(table)} (${[...columns, ...Object.keys(follows)].map(quoted).join(', ')})
          SELECT ${[...columns.map(quoted), ...Object.values(follows)].join(', ')} FROM ${came(table)} WHERE "_state" = 'added' ORDER BY "_n"`,
      )
      .run().changes;
  }
  for (const table of TABLE_IDS) rows += takeDiffering(connection, table, comparing, { at, by, shop });
  if (!comparing.isFresh && !shop.isOurs) noteFrom(connection, came, { at, shop });
  const listOf = (sql: string) => connection.prepare(sql).pluck().all() as string[];
  return {
    rows,
    jobs: listOf(`SELECT DISTINCT "job" FROM ${came('bench_event')} WHERE "_state" = 'added'`),
    rooms: listOf(`SELECT DISTINCT "roomId" FROM ${came('air_reading')} WHERE "_state" = 'added'`),
  };
}

interface Differing {
  id: string;
  key: string;
  state: RowState;
}

/** Rows that differ, where theirs were chosen: what was newer is as theirs; what both changed is a save of today. */
function takeDiffering(
  connection: Connection,
  table: TableId,
  comparing: Decided,
  { at, by, shop }: { at: string; by: string | null; shop: { name: string } },
): number {
  const { key, columns } = formatOf(table);
  const [id] = key;
  if (key.length !== 1 || !('version' in columns)) return 0;
  const came = `"came".${staged(table)}`;
  const differing = connection
    .prepare(
      `SELECT ${quoted(id!)} AS "id", "_key" AS "key", "_state" AS "state" FROM ${came} WHERE "_state" IN ('newer', 'changed')`,
    )
    .all() as Differing[];
  let rows = 0;
  for (const one of differing) {
    if (!comparing.taken(one.state, table, one.key)) continue;
    const kept = comparing.whole(table).filter((name) => name !== id && name !== 'version');
    const before = connection
      .prepare(`SELECT * FROM ${quoted(table)} WHERE ${quoted(id!)} = ?`)
      .get(one.id) as Record<string, unknown>;
    const newer = one.state === 'newer';
    connection
      .prepare(
        `UPDATE ${quoted(table)} SET ${kept.map((name) => `${quoted(name)} = (SELECT ${quoted(name)} FROM ${came} WHERE ${quoted(id!)} = @id)`).join(', ')},
          "version" = ${newer ? `(SELECT "version" FROM ${came} WHERE ${quoted(id!)} = @id)` : '"version" + 1'} WHERE ${quoted(id!)} = @id`,
      )
      .run({ id: one.id });
    if (!newer)
      noteSave(connection, table, { before, kept, id: one.id, at, by, why: `taken from ${shop.name}` });
    rows += 1 + replaceParts(connection, table, one.id);
  }
  return rows;
}

function noteSave(
  connection: Connection,
  table: TableId,
  {
    before,
    kept,
    id,
    at,
    by,
    why,
  }: {
    before: Record<string, unknown>;
    kept: string[];
    id: string;
    at: string;
    by: string | null;
    why: string;
  },
): void {
  const { columns, key } = formatOf(table);
  const after = connection
    .prepare(`SELECT * FROM ${quoted(table)} WHERE ${quoted(key[0]!)} = ?`)
    .get(id) as Record<string, unknown>;
  const was = Object.fromEntries(
    kept
      .filter((name) => name !== 'fingerprint' && before[name] !== after[name])
      .map((name) => {
        const value = before[name];
        if (columns[name]!.is === 'json' && typeof value === 'string')
          return [name, JSON.parse(value) as unknown];
        return [name, columns[name]!.is === 'yes or no' ? value === 1 : value];
      }),
  );
  connection
    .prepare(
      'INSERT INTO "edit" ("tableName", "rowId", "version", "at", "by", "why", "was") VALUES (?, ?, ?, ?, ?, ?, ?)',
    )
    .run(table, id, after['version'], at, by, why, JSON.stringify(was));
}

/** What is written with a row is theirs where the row is. */
function replaceParts(connection: Connection, whole: TableId, id: string): number {
  let rows = 0;
  for (const table of TABLE_IDS) {
    const { partOf, columns } = formatOf(table);
    if (partOf === undefined || columns[partOf]!.names !== whole) continue;
    const names = Object.keys(columns).map(quoted).join(', ');
    connection.prepare(`DELETE FROM ${quoted(table)} WHERE ${quoted(partOf)} = ?`).run(id);
    rows += connection
      .prepare(
        `INSERT INTO ${quoted(table)} (${names}) SELECT ${names} FROM "came".${staged(table)} WHERE ${quoted(partOf)} = ? ORDER BY "_n"`,
      )
      .run(id).changes;
  }
  return rows;
}

/** What another shop wrote says so, and stays as it is. */
function noteFrom(
  connection: Connection,
  came: (table: TableId) => string,
  { at, shop }: { at: string; shop: { id: string; name: string } },
): void {
  for (const table of READ_ONLY)
    connection
      .prepare(
        `INSERT OR IGNORE INTO "from_shop" ("tableName", "rowId", "shopId", "shopName", "at") SELECT ?, "id", ?, ?, ? FROM ${came(table)} WHERE "_state" = 'added'`,
      )
      .run(table, shop.id, shop.name, at);
}
