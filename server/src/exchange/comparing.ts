import type { RowState } from '@upright-elder/core/exchange';
import { formatOf, TABLE_IDS, type TableId } from '@upright-elder/exchange';
import type { Connection } from '../store/data-source.js';
import { identityIn } from '../store/identity.js';
import { quoted } from './selection.js';
import { staged, type Choices, type Staging } from './staging.js';

/** Holds what came in against the shop, whose data file is attached to the staging’s connection as `shop`. */
export class Comparing {
  readonly ourShop: string;
  /** a whole shop comes into an empty one, which becomes it */
  readonly isFresh: boolean;
  private readonly connection: Connection;

  constructor(
    private readonly staging: Staging,
    private readonly choices: Choices,
    path: string,
  ) {
    this.connection = staging.connection;
    this.connection.prepare('ATTACH ? AS "shop"').run(path);
    this.ourShop = identityIn(this.connection)?.shopId ?? '';
    const { instruments, holds } = staging.head;
    const isEmpty = ['instrument', 'person', 'room', 'examination', 'shop'].every(
      (table) => this.connection.prepare(`SELECT 1 FROM "shop".${quoted(table)} LIMIT 1`).get() === undefined,
    );
    this.isFresh = isEmpty && instruments === null && holds.for === 'ourselves';
  }

  /** Says of each row what it is, and refuses what names nothing. */
  run(): void {
    this.leavePeopleWhoAreOurs();
    this.refuseWhatNamesNothing();
    for (const table of TABLE_IDS) this.compare(table);
    for (const table of TABLE_IDS) if (formatOf(table).partOf) this.followWhole(table);
    this.followEdited();
  }

  private leavePeopleWhoAreOurs(): void {
    const theirs = Object.keys(this.choices.people);
    const { connection } = this;
    connection
      .prepare(`DELETE FROM ${staged('person')} WHERE "id" IN (SELECT value FROM json_each(?))`)
      .run(JSON.stringify(theirs));
  }

  /** A row that names another one which is neither in the file nor in the shop cannot stand; nor can what names it. */
  private refuseWhatNamesNothing(): void {
    for (let refused = 1; refused > 0;) {
      refused = 0;
      for (const table of TABLE_IDS)
        for (const [column, { names }] of Object.entries(formatOf(table).columns)) {
          if (names === undefined || names.endsWith('?')) continue;
          const [key] = formatOf(names as TableId).key;
          refused += this.staging.refuse(
            table,
            `one.${quoted(column)} IS NOT NULL
              AND one.${quoted(column)} NOT IN (SELECT ${quoted(key!)} FROM ${staged(names as TableId)})
              AND one.${quoted(column)} NOT IN (SELECT ${quoted(key!)} FROM "shop".${quoted(names)})
              ${this.mayBeEmptied(table, column) ? 'AND 0' : ''}`,
            column,
            `the id of a row of ${names} that is in the file or in the shop`,
          );
        }
    }
  }

  /** What names a row that was left out by a tick is emptied instead. */
  private mayBeEmptied(table: TableId, column: string): boolean {
    const { holds } = this.staging.head;
    const { holds: ticks = [] } = formatOf(formatOf(table).columns[column]!.names as TableId);
    if (ticks.every((tick) => holds[tick])) return false;
    this.connection.exec(`UPDATE ${staged(table)} SET ${quoted(column)} = NULL`);
    return true;
  }

  private compare(table: TableId): void {
    const { connection } = this;
    const format = formatOf(table);
    const set = (state: RowState, where: string) =>
      connection
        .prepare(`UPDATE ${staged(table)} AS one SET "_state" = ? WHERE "_state" IS NULL AND (${where})`)
        .run(state);
    if (format.belongs.how === 'the shop' && !this.isFresh && this.staging.head.shop.id !== this.ourShop)
      set('theirs alone', '1');
    // what we wrote comes back as ours
    if (table === 'from_shop') set('ours', `"shopId" = '${this.ourShop.replaceAll("'", '')}'`);
    set('added', `NOT EXISTS (${this.ours(table)})`);
    if (!('version' in format.columns) || !('fingerprint' in format.columns)) {
      // what is only added to is what it was, whoever holds it
      if (table === 'bench_event') {
        this.staging.refuse(
          table,
          `one."_state" IS NULL AND NOT EXISTS (${this.ours(table, 'AND ours."fingerprint" IS one."fingerprint"')})`,
          'id',
          'the event as the shop has it, since events never change',
        );
      }
      set('same', '1');
      return;
    }
    set(
      'same',
      `EXISTS (${this.ours(table, 'AND ours."version" = one."version" AND ours."fingerprint" = one."fingerprint"')}) AND NOT ${this.editsApart(table, 'ours')} AND NOT ${this.editsApart(table, 'theirs')}`,
    );
    set(
      'newer',
      `EXISTS (${this.ours(table, 'AND ours."version" < one."version"')}) AND NOT ${this.editsApart(table, 'ours')}`,
    );
    set(
      'older',
      `EXISTS (${this.ours(table, 'AND ours."version" > one."version"')}) AND NOT ${this.editsApart(table, 'theirs')}`,
    );
    set('changed', '1');
  }

  /** Rows of the shop that are the staged row `one`. */
  private ours(table: TableId, more = ''): string {
    const { key, knownBy, columns } = formatOf(table);
    const by = knownBy ?? (key.length > 0 ? key : Object.keys(columns));
    return `SELECT 1 FROM "shop".${quoted(table)} ours WHERE ${by.map((name) => `ours.${quoted(name)} IS one.${quoted(name)}`).join(' AND ')} ${more}`;
  }

  /** Whether one side saved the row at a time at which the other did not. */
  private editsApart(table: TableId, whose: 'ours' | 'theirs'): string {
    const edits = { ours: '"shop"."edit"', theirs: staged('edit') };
    const other = whose === 'ours' ? 'theirs' : 'ours';
    const id = formatOf(table).key[0]!;
    return `EXISTS (SELECT 1 FROM ${edits[whose]} e WHERE e."tableName" = '${table}' AND e."rowId" = one.${quoted(id)}
      AND NOT EXISTS (SELECT 1 FROM ${edits[other]} f WHERE f."tableName" = e."tableName" AND f."rowId" = e."rowId" AND f."version" = e."version" AND f."at" = e."at"))`;
  }

  /** What is written with a whole changes with it. */
  private followWhole(table: TableId): void {
    const { partOf, columns } = formatOf(table);
    const whole = columns[partOf!]!.names as TableId;
    this.connection.exec(
      `UPDATE ${staged(table)} AS one SET "_state" = CASE (SELECT "_state" FROM ${staged(whole)} WHERE "id" = one.${quoted(partOf!)})
        WHEN 'added' THEN 'added' WHEN 'newer' THEN 'newer' WHEN 'changed' THEN 'changed' WHEN 'same' THEN 'same' ELSE 'ours' END`,
    );
  }

  /** How a row came about goes with the row: of one that stays ours nothing is taken. */
  private followEdited(): void {
    for (const table of TABLE_IDS) {
      const { key, columns } = formatOf(table);
      if (key.length !== 1 || !('version' in columns)) continue;
      this.connection
        .prepare(
          `UPDATE ${staged('edit')} AS one SET "_state" = 'ours' WHERE "_state" = 'added' AND "tableName" = ?
            AND "rowId" IN (SELECT ${quoted(key[0]!)} FROM ${staged(table)} WHERE "_state" IN ('changed', 'older', 'theirs alone'))`,
        )
        .run(table);
    }
  }
}
