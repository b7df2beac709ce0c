import { Injectable } from '@nestjs/common';
import { createHash } from 'node:crypto';
import type { EntityManager, EntityTarget, ObjectLiteral, QueryDeepPartialEntity } from 'typeorm';
import { isRecord, reasonIn, type FieldError } from '@upright-elder/contract';
import { Clock } from '../clock.js';
import { badFields, StaleSave, STAYS, withBothCopies } from '../http/problem.js';
import { Database } from './database.js';
import { EditEntity } from './edit.entity.js';
import { refuseAnotherShops } from './another-shops.js';
import { TABLES, type EditedTable, type TableFacts } from './tables.js';

/** One save of one row, as it was noted. */
export type NotedEdit = EditEntity;

/** A row that counts its edits and remembers what was saved last. */
export interface Versioned extends ObjectLiteral {
  id: string;
  version: number;
  fingerprint: string;
}

/** What every body says of its save: the edit version that was seen, who saves, and why where that is asked. */
export interface Saving {
  version: number;
  by?: string | null;
  why?: string | null;
}

/** A row as its service makes it; the store adds what it counts. */
export type Row<E> = Omit<E, 'id' | 'version' | 'fingerprint' | 'struck' | 'putAway'> &
  Partial<Pick<E, Extract<keyof E, 'struck' | 'putAway'>>>;

interface Save<E extends Versioned, A extends object> {
  input: Saving & object;
  /** the row to be; what it was is null where there was none */
  row: (before: E | null, manager: EntityManager) => Promise<Row<E>> | Row<E>;
  /** columns whose change nobody could understand later without a word on why */
  asks?: (before: E, after: Row<E>) => readonly (keyof E & string)[];
  /** written with it, where it was not a repeated request */
  also?: (manager: EntityManager, before: E | null, after: Row<E>) => Promise<void>;
  /** as it is answered */
  get: () => Promise<A>;
}

/** So long a person goes on writing what they have just written, and nobody asks why, ms. */
const FIRST_HOURS_MS = 4 * 3600000;

/** What the store itself counts and keeps; no column that a person changes. */
const BOOKKEEPING = [
  'id',
  'version',
  'fingerprint',
  'by',
  'updatedBy',
  'updatedAt',
  'addedAt',
  'corrections',
  // rises by itself with what it counts
  'airRevision',
  'struck',
];

/** Whether a person changes a column of a table. */
export const isEdited = (table: EditedTable, column: string): boolean =>
  !BOOKKEEPING.includes(column) && (TABLES[table] as TableFacts).withdrawn !== column;

/**
 * The one way to save what a person edits: under the edit version that was seen, as one transaction, with what stood
 * before, who changed it, when and why.
 */
@Injectable()
export class VersionedStore {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /**
   * Saves a row and answers it. Version 0 creates. A request that repeats the last acknowledged one (its answer was
   * lost on the way) is answered as the first time; any other version than the stored one is refused with both copies.
   * Who wrote it first stays its author. A row belongs to one instrument for good. What was taken back stays as it was.
   *
   * @throws ProblemError where somebody else saved in between, or a change asks for a reason and none is given
   */
  async save<E extends Versioned, A extends object>(
    target: EntityTarget<E>,
    id: string,
    { input, row, asks, also, get }: Save<E, A>,
  ): Promise<A> {
    const work = async (manager: EntityManager) => {
      const before = await manager.findOneBy(target, { id } as never);
      if (before) await refuseAnotherShops(manager, manager.connection.getMetadata(target).tableName, id);
      const values = await row(before, manager);
      if (before?.instrumentId !== undefined && before.instrumentId !== values.instrumentId)
        throw badFields([{ field: 'instrumentId', typed: String(values.instrumentId), ...STAYS }]);
      const after = before && 'by' in before ? { ...values, by: before.by as string } : values;
      if ((await this.write(manager, target, id, input, after)) === 'repeated') return;
      await this.note(manager, target, {
        id,
        before,
        after,
        input,
        asks: before ? asks?.(before, after) : [],
      });
      await also?.(manager, before, after);
    };
    await withBothCopies(() => this.database.write(work), get, input);
    return get();
  }

  /**
   * Changes a row within a transaction for what a job wrote: counted and noted like a person's save. Nothing where it is not
   * there, or where nothing of it changes.
   */
  async amend<E extends Versioned>(
    manager: EntityManager,
    target: EntityTarget<E>,
    id: string,
    { change, by, why }: { change: (row: E) => Partial<Row<E>> | null; by: string; why: string },
  ): Promise<boolean> {
    const before = await manager.findOneBy(target, { id } as never);
    const values = before && change(before);
    if (!before || !values) return false;
    const table = manager.connection.getMetadata(target).tableName as EditedTable;
    const version = before.version + 1;
    await manager.update(target, { id }, { ...values, version, fingerprint: '' } as never);
    await manager.insert(EditEntity, {
      tableName: table,
      rowId: id,
      version,
      at: this.clock.now(),
      by,
      why,
      was: changedColumns(table, before, { ...before, ...values }) as never,
    });
    return true;
  }

  /** Takes out of the history of rows what is erased on request: the one change that history ever sees. */
  async forget(
    manager: EntityManager,
    table: EditedTable,
    ids: readonly string[],
    left: (was: Record<string, unknown>) => Record<string, unknown>,
  ): Promise<void> {
    const edits = await manager
      .createQueryBuilder(EditEntity, 'one')
      .where('one.tableName = :table AND one.rowId IN (SELECT value FROM json_each(:ids))', {
        table,
        ids: JSON.stringify(ids),
      })
      .getMany();
    // the trigger that keeps history as it is stands aside within this transaction
    const guards = await manager.query<{ name: string; sql: string }[]>(
      `SELECT "name", "sql" FROM sqlite_master WHERE "type" = 'trigger' AND "tbl_name" = 'edit' AND "sql" LIKE '%BEFORE UPDATE%'`,
    );
    for (const { name } of guards) await manager.query(`DROP TRIGGER "${name}"`);
    for (const { tableName, rowId, version, was } of edits)
      if (was !== null)
        await manager.update(EditEntity, { tableName, rowId, version }, { was: left(was) as never });
    for (const { sql } of guards) await manager.query(sql);
  }

  /** All saves of a row, oldest first. */
  async editsOf(table: EditedTable, rowId: string): Promise<EditEntity[]> {
    return (await this.editsOfMany(table, [rowId])).get(rowId) ?? [];
  }

  /** The same of many, by id. */
  async editsOfMany(table: EditedTable, ids: readonly string[]): Promise<Map<string, EditEntity[]>> {
    const found = new Map<string, EditEntity[]>();
    if (ids.length === 0) return found;
    const rows = await this.database.read
      .createQueryBuilder(EditEntity, 'one')
      .where('one.tableName = :table AND one.rowId IN (SELECT value FROM json_each(:ids))', {
        table,
        ids: JSON.stringify(ids),
      })
      .orderBy('one.version')
      .getMany();
    for (const one of rows) found.set(one.rowId, [...(found.get(one.rowId) ?? []), one]);
    return found;
  }

  private async write<E extends Versioned>(
    manager: EntityManager,
    target: EntityTarget<E>,
    id: string,
    input: Saving & object,
    values: Row<E>,
  ): Promise<'saved' | 'repeated'> {
    const { version: seen } = input;
    const fingerprint = fingerprintOf(input);
    const row = { ...values, id, version: seen + 1, fingerprint } as unknown as QueryDeepPartialEntity<E>;
    if (seen === 0) {
      if ((await manager.countBy(target, { id } as never)) === 0) {
        await manager.insert(target, row);
        return 'saved';
      }
    } else if ((await manager.update(target, { id, version: seen }, row)).affected === 1) {
      return 'saved';
    }
    const current = await manager.findOneBy(target, { id } as never);
    if (current && current.version === seen + 1 && current.fingerprint === fingerprint) return 'repeated';
    throw new StaleSave();
  }

  /** @throws ProblemError where it was taken back, or a reason is missing: then nothing of it is written */
  private async note<E extends Versioned>(
    manager: EntityManager,
    target: EntityTarget<E>,
    { id, before, after, input, asks = [] }: Noted<E>,
  ): Promise<void> {
    const table = manager.connection.getMetadata(target).tableName as EditedTable;
    const { withdrawn } = TABLES[table] as TableFacts;
    const was = before && changedColumns(table, before, after);
    if (before && withdrawn && before[withdrawn] === true && after[withdrawn] !== false)
      throw badFields([WITHDRAWN]);
    const why = reasonIn(input.why);
    const asked = asks.filter((column) => was && column in was);
    const at = this.clock.now();
    const by = input.by ?? null;
    if (why === '' && asked.length > 0) {
      const edits = await manager.find(EditEntity, {
        where: { tableName: table, rowId: id },
        order: { version: 'DESC' },
      });
      const late = asked.filter((column) => !justWritten(column, edits, by, at));
      if (late.length > 0) throw badFields([unexplained(late)]);
    }
    await manager.insert(EditEntity, {
      tableName: table,
      rowId: id,
      version: input.version + 1,
      at,
      by,
      why,
      was: was as never,
    });
  }
}

interface Noted<E> {
  id: string;
  before: E | null;
  after: Row<E>;
  input: Saving;
  asks?: readonly (keyof E & string)[];
}

/** What stood in the columns that a save changes. */
function changedColumns<E extends Versioned>(
  table: EditedTable,
  before: E,
  after: Row<E>,
): Record<string, unknown> {
  return Object.fromEntries(
    Object.keys(after)
      .filter((column) => isEdited(table, column))
      .map((column): [string, unknown] => [column, before[column] ?? null])
      .filter(([column, old]) => canonical(old) !== canonical(after[column as keyof Row<E>] ?? null)),
  );
}

/** Whether what stands in a column was written by the same person within the last hours. */
function justWritten(
  column: string,
  /** the newest first */
  edits: readonly EditEntity[],
  by: string | null,
  now: string,
): boolean {
  const written = edits.find(({ was }) => was === null || column in was);
  if (!written || by === null || written.by !== by) return false;
  return Date.parse(now) - Date.parse(written.at) < FIRST_HOURS_MS;
}

const WITHDRAWN: FieldError = {
  field: 'struck',
  typed: '',
  reason: 'it was taken back, and stays as it was',
  accepted: 'bring it back first',
};

/** Columns whose name is no word of the bench. */
const WORDS: Partial<Record<string, string>> = {
  drawn: 'parts of the plan',
  shown: 'what the work showed',
  examinationId: 'which examination it is of',
  markId: 'which mark it is of',
  takenOn: 'the day',
  date: 'the day',
  roughly: 'the day',
  follows: 'what it followed',
  kinds: 'what was done',
  scale: 'scale length',
  bodyJoin: 'the fret of the body joint',
};

/** What a column is called in a sentence. */
export const inWords = (column: string): string => WORDS[column] ?? column;

const unexplained = (columns: readonly string[]): FieldError => ({
  field: 'why',
  typed: '',
  reason: `you changed ${[...new Set(columns.map(inWords))].join(', ')}, with no reason given`,
  accepted: 'a word on why, such as “read with the wrong rule”',
});

/** Fingerprint of a body as sent, version left out; the order of its parts means nothing. */
export function fingerprintOf(body: object): string {
  return createHash('sha256')
    .update(canonical({ ...body, version: undefined }))
    .digest('hex');
}

const canonical = (value: unknown): string => JSON.stringify(value, inOrder);

const inOrder = (_key: string, value: unknown): unknown =>
  isRecord(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
    : value;
