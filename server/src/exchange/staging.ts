import {
  checkHead,
  faultOf,
  FileRefused,
  formatOf,
  isTable,
  keyOf,
  readShop,
  TABLE_IDS,
  tablesFor,
  upgraded,
  type Archive,
  type Row,
  type RowFault,
  type ShopHead,
  type Step,
  type TableId,
} from '@upright-elder/exchange';
import { bodyFaults } from '../jobs/job-bodies.js';
import type { Connection } from '../store/data-source.js';
import { quoted, stored } from './selection.js';

/** Steps from version 1 to 2, from 2 to 3 …; there is one version yet. */
const STEPS: readonly Step[] = [];

/** What a person decided of what comes in. */
export interface Choices {
  /** their people who are ours, by their ids */
  people: Readonly<Record<string, string>>;
  /** rows that were put right by hand: table and number in it, then column by column */
  mends: Readonly<Record<string, Readonly<Record<string, unknown>>>>;
  /** rows that are left out: table and number in it */
  leaveOut: readonly string[];
  /** rows that differ: whose stands, by table and key */
  take: Readonly<Record<string, 'ours' | 'theirs'>>;
}

export const NO_CHOICES: Choices = { people: {}, mends: {}, leaveOut: [], take: {} };

/** A row by its table and its number in it, as choices name it. */
export const rowName = (table: string, n: number): string => `${table} ${n}`;

/** What cannot be taken in as it is. */
export interface Refused extends RowFault {
  table: string;
  /** its number in its table */
  n: number;
}

export const staged = (table: TableId): string => `"in_${table}"`;

/**
 * What comes in, row by row, in a data file of its own beside the shop's: so that a shop of any size is looked through,
 * compared and shown before anything is written.
 */
export class Staging {
  private constructor(
    readonly connection: Connection,
    readonly head: ShopHead,
  ) {}

  /**
   * Reads an archive into a fresh data file.
   *
   * @param connection of that file
   * @param tick called for each row
   * @throws FileRefused where it is none of ours, or damaged
   */
  static async read(
    archive: Archive,
    connection: Connection,
    choices: Choices,
    tick: () => void = () => undefined,
  ): Promise<Staging> {
    connection.pragma('journal_mode = OFF');
    connection.pragma('synchronous = OFF');
    connection.exec(
      'CREATE TABLE "refused" ("table" text, "n" integer, "column" text, "typed" text, "accepted" text)',
    );
    for (const table of TABLE_IDS) {
      const columns = Object.keys(formatOf(table).columns);
      connection.exec(
        `CREATE TABLE ${staged(table)} ("_n" integer PRIMARY KEY, "_key" text, "_state" text, ${columns.map(quoted).join(', ')})`,
      );
    }
    const refuse = connection.prepare('INSERT INTO "refused" VALUES (?, ?, ?, ?, ?)');
    const inserts = new Map(
      TABLE_IDS.map((table) => {
        const columns = Object.keys(formatOf(table).columns);
        return [
          table,
          connection.prepare(
            `INSERT INTO ${staged(table)} ("_n", "_key", ${columns.map(quoted).join(', ')}) VALUES (${['?', '?', ...columns.map(() => '?')].join(', ')})`,
          ),
        ] as const;
      }),
    );
    const given = new Incoming(choices);
    let head: ShopHead | null = null;
    connection.exec('BEGIN');
    for await (const told of readShop(await archive.stream('shop.json'))) {
      // ours stands before the rows; another program may put it behind them
      if (told.kind === 'head' && (told.whole || 'version' in told.head)) head = checkHead(told.head);
      if (told.kind !== 'row') continue;
      tick();
      if (choices.leaveOut.includes(rowName(told.table, told.n))) continue;
      const found = given.row(told.table, told.n, told.row, head?.version ?? null);
      if ('fault' in found) {
        refuse.run(told.table, told.n, found.fault.column, found.fault.typed, found.fault.accepted);
        continue;
      }
      const { table, row } = found;
      inserts.get(table)!.run(told.n, keyOf(table, row), ...stored(table, row));
    }
    if (!head) throw new FileRefused('It does not say what it is.');
    const staging = new Staging(connection, head);
    staging.refuseTwice();
    connection.exec('COMMIT');
    return staging;
  }

  get tables(): TableId[] {
    return tablesFor(this.head);
  }

  count(table: TableId, state?: string): number {
    return this.connection
      .prepare(`SELECT count(*) FROM ${staged(table)}${state === undefined ? '' : ' WHERE "_state" = ?'}`)
      .pluck()
      .get(...(state === undefined ? [] : [state])) as number;
  }

  refused(most: number): Refused[] {
    return this.connection
      .prepare('SELECT * FROM "refused" ORDER BY "table", "n" LIMIT ?')
      .all(most) as Refused[];
  }

  refusedInAll(): number {
    return this.connection.prepare('SELECT count(*) FROM "refused"').pluck().get() as number;
  }

  /** Takes rows out of what comes in, and says why. @param where a condition on a staged row, said `one` */
  refuse(table: TableId, where: string, column: string, accepted: string): number {
    this.connection
      .prepare(
        `INSERT INTO "refused" SELECT ?, "_n", ?, ifnull(cast(${column === '' ? 'one."_key"' : `one.${quoted(column)}`} AS text), ''), ? FROM ${staged(table)} one WHERE ${where}`,
      )
      .run(table, column, accepted);
    return this.connection.prepare(`DELETE FROM ${staged(table)} AS one WHERE ${where}`).run().changes;
  }

  /** No two rows of a table are the same one. */
  private refuseTwice(): void {
    for (const table of TABLE_IDS) {
      if (formatOf(table).key.length === 0) continue;
      this.connection.exec(`CREATE INDEX "in_key_${table}" ON ${staged(table)} ("_key")`);
      this.refuse(
        table,
        `EXISTS (SELECT 1 FROM ${staged(table)} other WHERE other."_key" = one."_key" AND other."_n" < one."_n")`,
        '',
        'another row: this one is in the file twice',
      );
    }
  }
}

/** Rows as they come, with what was decided by hand put in. */
class Incoming {
  private readonly people: [string, string][];

  constructor(private readonly choices: Choices) {
    this.people = Object.entries(choices.people);
  }

  row(
    name: string,
    n: number,
    given: unknown,
    version: number | null,
  ): { table: TableId; row: Row } | { fault: RowFault } {
    if (typeof given !== 'object' || given === null || Array.isArray(given))
      return {
        fault: { column: '', typed: JSON.stringify(given).slice(0, 120), accepted: 'a row with columns' },
      };
    const mend = this.choices.mends[rowName(name, n)];
    const now = upgraded(
      STEPS,
      version ?? STEPS.length + 1,
      name,
      mend ? { ...given, ...mend } : (given as Row),
    );
    if (!now || !isTable(now.table))
      return {
        fault: {
          column: '',
          typed: name.slice(0, 60),
          accepted: `one of these tables: ${TABLE_IDS.join(', ')}`,
        },
      };
    const table = now.table;
    const fault = faultOf(table, now.row) ?? (table === 'bench_event' ? eventFault(now.row) : null);
    return fault ? { fault } : { table, row: this.asOurs(table, now.row) };
  }

  /** Their people who are ours are called by our ids, wherever they are named. */
  private asOurs(table: TableId, row: Row): Row {
    if (this.people.length === 0 || table === 'person') return row;
    let text = JSON.stringify(row);
    for (const [theirs, ours] of this.people) text = text.replaceAll(`"${theirs}"`, `"${ours}"`);
    return JSON.parse(text) as Row;
  }
}

/** What an event says is what its kind says. */
function eventFault(row: Row): RowFault | null {
  const { kind, v, body } = row as { kind: string; v: number; body: object };
  const [fault] = bodyFaults({ kind, v, body }, 0);
  return fault
    ? { column: 'body', typed: fault.typed, accepted: `${fault.accepted} (${fault.reason})` }
    : null;
}
