import { FORMAT, formatOf, tablesFor, type Row, type ShopHead, type TableId } from '@upright-elder/exchange';
import type { Connection } from '../store/data-source.js';
import { STRUCK_SUBJECTS } from '../strikes/subjects.js';

/** What is asked to go out. */
export interface Chosen {
  holds: ShopHead['holds'];
  /** ids; null: the whole shop */
  instruments: readonly string[] | null;
}

/**
 * Which rows go. A connection of its own keeps one moment of the shop; what was chosen lies in tables of that connection
 * alone, so that nothing is held in memory.
 */
export class Selection {
  readonly tables: readonly TableId[];

  constructor(
    private readonly connection: Connection,
    private readonly chosen: Chosen,
  ) {
    this.tables = tablesFor(chosen);
    if (chosen.instruments !== null) this.choose(chosen.instruments);
  }

  /** Rows of a table in the order of their keys, as they leave. */
  *rows(table: TableId): Generator<Row> {
    const columns = Object.keys(formatOf(table).columns);
    const sql = `SELECT ${columns.map(quoted).join(', ')} FROM ${quoted(table)} WHERE ${this.where(table)} ORDER BY ${this.order(table)}`;
    for (const row of this.connection.prepare(sql).iterate())
      yield plain(table, row as Record<string, unknown>);
  }

  count(table: TableId): number {
    return this.connection
      .prepare(`SELECT count(*) FROM ${quoted(table)} WHERE ${this.where(table)}`)
      .pluck()
      .get() as number;
  }

  /** Ids of the instruments that go, in their order. */
  instruments(): string[] {
    return this.connection
      .prepare(`SELECT "id" FROM "instrument" WHERE ${this.where('instrument')} ORDER BY "id"`)
      .pluck()
      .all() as string[];
  }

  /** Everything of an instrument that something is drawn of. */
  of(id: string): {
    instrument: Row;
    plan: Row | null;
    marks: Row[];
    examination: Row | null;
    readings: Row[];
  } {
    const all = (table: TableId, where: string, ...given: unknown[]) =>
      (
        this.connection.prepare(`SELECT * FROM ${quoted(table)} WHERE ${where}`).all(...given) as Record<
          string,
          unknown
        >[]
      ).map((row) => plain(table, row));
    const examination = all(
      'examination',
      `"instrumentId" = ? AND NOT "struck" AND json_extract("conditions", '$.strings') = 'pitch' ORDER BY "date" DESC, "id" DESC LIMIT 1`,
      id,
    )[0];
    return {
      instrument: all('instrument', '"id" = ?', id)[0]!,
      plan: all('plan', '"id" = ?', id)[0] ?? null,
      marks: all('mark', '"instrumentId" = ? ORDER BY "id"', id),
      examination: examination ?? null,
      readings: examination
        ? all('reading', '"examinationId" = ? ORDER BY "quantity", "place"', examination['id'])
        : [],
    };
  }

  private order(table: TableId): string {
    const { key, columns } = formatOf(table);
    // what came later comes later, also where it has no key of its own
    if (table === 'bench_event') return '"job", "arrived"';
    return (key.length > 0 ? key : ['at', ...Object.keys(columns)]).map(quoted).join(', ');
  }

  /** A condition on the rows of a table that go. */
  private where(table: TableId): string {
    const { belongs } = formatOf(table);
    if (this.chosen.instruments === null) {
      if (belongs.how !== 'tells of' || this.chosen.holds.for === 'ourselves') return '1';
      return this.tellsOf(belongs.table, () => '1');
    }
    switch (belongs.how) {
      case 'the shop':
        return '0';
      case 'who names it':
        return `"id" IN (SELECT "id" FROM temp."go_${table}")`;
      case 'tells of':
        return this.tellsOf(
          belongs.table,
          (of) =>
            `${quoted(belongs.id)} IN (SELECT ${formatOf(of).key[0]!} FROM ${quoted(of)} WHERE ${this.where(of)})`,
        );
      case 'column':
        return `${quoted(belongs.by)} IN (${this.going(belongs.to)})`;
    }
  }

  /** Ids of what goes. */
  private going(to: string): string {
    if (to === 'job') return `SELECT "id" FROM "job" WHERE "instrumentId" IN (${this.going('instrument')})`;
    if (to === 'instrument' || to === 'room') return `SELECT "id" FROM temp."go_${to}"`;
    return `SELECT "id" FROM ${quoted(to)} WHERE ${this.where(to as TableId)}`;
  }

  /** Saves and strikes of rows of the tables that go. */
  private tellsOf(column: string, rows: (table: TableId) => string): string {
    const kinds: [string, TableId][] =
      column === 'kind'
        ? Object.entries(STRUCK_SUBJECTS).map(([kind, one]) => [kind, one.table as TableId])
        : this.tables.map((table) => [table, table]);
    const known = kinds.filter(
      ([, table]) => this.tables.includes(table) && formatOf(table).key.length === 1,
    );
    return `(${known.map(([kind, table]) => `(${quoted(column)} = '${kind}' AND ${rows(table)})`).join(' OR ') || '0'})`;
  }

  /** What names what decides in this order: instruments, then rooms, then everything else that is named, then people. */
  private choose(instruments: readonly string[]): void {
    const { connection } = this;
    const temp = (table: string) =>
      connection.exec(`CREATE TEMP TABLE "go_${table}" ("id" text PRIMARY KEY) WITHOUT ROWID`);
    const add = (table: string, sql: string, ...given: unknown[]) =>
      connection.prepare(`INSERT OR IGNORE INTO temp."go_${table}" ${sql}`).run(...given);
    for (const table of ['instrument', 'room', 'owner', 'tool', 'string_set', 'tuning', 'person'])
      temp(table);
    add(
      'instrument',
      `SELECT "id" FROM "instrument" WHERE "id" IN (SELECT value FROM json_each(?))`,
      JSON.stringify(instruments),
    );
    for (const named of ['room', 'owner', 'tool', 'string_set', 'tuning', 'person'] as const) {
      // a person is named by everything, also by saves of what goes
      for (const table of this.tables)
        for (const [column, { names }] of Object.entries(formatOf(table).columns))
          if (names?.replace('?', '') === named && table !== named)
            add(
              named,
              `SELECT DISTINCT ${quoted(column)} FROM ${quoted(table)} WHERE ${quoted(column)} IS NOT NULL AND ${this.where(table)}`,
            );
      if (named === 'room')
        add(
          named,
          `SELECT "besideRoomId" FROM "room" WHERE "besideRoomId" IS NOT NULL AND "id" IN (SELECT "id" FROM temp."go_room")`,
        );
      if (named === 'person')
        add(
          named,
          `SELECT DISTINCT value FROM "bench_event", json_each("bench_event"."with") WHERE ${this.where('bench_event')}`,
        );
    }
  }
}

export const quoted = (name: string): string => `"${name}"`;

/** A row of the data file as it leaves. */
function plain(table: TableId, row: Record<string, unknown>): Row {
  const { columns } = formatOf(table);
  return Object.fromEntries(
    Object.entries(columns).map(([name, { is }]) => {
      const value = row[name];
      if (value === null || value === undefined) return [name, null];
      if (is === 'yes or no') return [name, value === 1];
      return [name, is === 'json' ? (JSON.parse(value as string) as unknown) : value];
    }),
  );
}

/** A row as the data file has it. */
export function stored(table: TableId, row: Row): unknown[] {
  return Object.entries(FORMAT[table].columns).map(([name, { is }]) => {
    const value = row[name] ?? null;
    if (value === null) return null;
    if (is === 'yes or no') return value === true ? 1 : 0;
    return is === 'json' ? JSON.stringify(value) : value;
  });
}
