import { Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common';
import BetterSqlite3 from 'better-sqlite3';
import { statSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import type { DataSource, EntityManager } from 'typeorm';
import { unavailable } from '../http/problem.js';
import { Checkpointer } from './checkpointer.js';
import {
  connectionOf,
  memorySource,
  readerSource,
  writerSource,
  type Connection,
  type Entities,
} from './data-source.js';
import {
  askBeforeNewShop,
  DATA_FILE,
  FolderTrouble,
  kindOfDataFile,
  prepareFolder,
  type Unwritable,
} from './folder.js';
import { FolderLock } from './folder-lock.js';
import { judgeSchema, type Schema } from './known-schema.js';
import { ensureIdentity, firstRecordIn, identityIn, type FirstRecord, type Identity } from './identity.js';
import { dataInMemory } from './read-only.js';

/** So long a save waits for another program that holds the data file, ms. */
const PATIENCE_MS = 2000;
const RETRY_MS = 25;

export interface Opening {
  /** classes of the tables */
  entities: Entities;
  /** begin an empty shop beside pictures that are already there */
  newShop?: boolean;
  /** called before the tables of an older data file are changed */
  beforeMigration?: (pending: string[]) => Promise<void>;
}

/** Found a moment after the start, by the thread beside. */
interface Health {
  damaged: string | null;
}

/** The two connections and what looks after them; none where the folder can only be read. */
interface Writing {
  lock: FolderLock;
  source: DataSource;
  checkpointer: Checkpointer;
  /** the files that were opened, so that it is noticed when they are gone */
  files: Map<string, string>;
}

/**
 * The way to the tables. TypeORM on SQLite shares one connection, so two requests could end in one transaction,
 * and an acknowledged save vanish with a stranger's rollback. Therefore every write, a single save too, goes
 * through `write`, which runs whole transactions one after another; reads use a connection of their own.
 *
 * The transactions are begun and ended here, on the connection itself: SQLite rolls back by itself on a full disk or
 * an I/O error (https://sqlite.org/lang_transaction.html, section 3.1), which TypeORM's own count of open
 * transactions never learns of.
 */
@Injectable()
export class Database implements OnApplicationShutdown {
  private last: Promise<unknown> = Promise.resolve();
  private readonly followers: (() => void)[] = [];

  private constructor(
    readonly folder: string,
    private readonly reader: DataSource,
    private readonly writing: Writing | null,
    /** why nothing can be saved; null where it can */
    readonly unwritable: Unwritable,
    /** which shop it is, and which copy of it; null of one of before that was known, open for reading */
    readonly identity: Identity | null,
    private readonly health: Health = { damaged: null },
  ) {}

  /** What SQLite found when it looked whether the file is whole; null where it is, or was not looked yet. */
  get damaged(): string | null {
    return this.health.damaged;
  }

  /** @throws FolderTrouble in plain words where the folder cannot be used; nothing in it was changed then */
  static async open(folder: string, opening: Opening): Promise<Database> {
    const unwritable = prepareFolder(folder);
    const kind = kindOfDataFile(folder);
    if (kind === 'other') throw damaged(folder);
    try {
      if (kind !== 'database') {
        askBeforeNewShop(folder, opening.newShop ?? false);
        if (unwritable)
          throw new FolderTrouble(
            unwritable === 'full'
              ? `The disk of ${folder} is full: a new shop needs a few megabytes. Make room, or choose another folder with UPRIGHT_ELDER_DATA.`
              : `A new shop cannot be begun in ${folder}: this account may not write there, or the disk can only be read. Choose another folder with UPRIGHT_ELDER_DATA.`,
          );
      }
      if (unwritable) return await Database.openToRead(folder, unwritable, opening);
      try {
        return await Database.openToWrite(folder, opening);
      } catch (error) {
        const full = ['SQLITE_FULL', 'SQLITE_IOERR_SHMSIZE', 'SQLITE_IOERR_WRITE'].includes(codeOf(error));
        if (!full || kind !== 'database') throw error;
        // there was room for the probe and none for the log
        return await Database.openToRead(folder, 'full', opening);
      }
    } catch (error) {
      throw readable(error, folder);
    }
  }

  private static async openToRead(folder: string, why: Unwritable, { entities }: Opening): Promise<Database> {
    const bytes = dataInMemory(folder);
    refuseUnknown(schemaOf(bytes), folder);
    const source = await memorySource(bytes, entities).initialize();
    return new Database(folder, source, null, why, identityIn(connectionOf(source)));
  }

  private static async openToWrite(folder: string, opening: Opening): Promise<Database> {
    const lock = FolderLock.take(folder);
    try {
      const path = join(folder, DATA_FILE);
      if (kindOfDataFile(folder) === 'database') {
        const { kind, pending } = refuseUnknown(schemaOf(path), folder);
        if (kind === 'new') askBeforeNewShop(folder, opening.newShop ?? false);
        else if (pending.length > 0) await opening.beforeMigration?.(pending);
      }
      const source = await writerSource(folder, opening.entities).initialize();
      const identity = ensureIdentity(connectionOf(source), folder);
      const reader = await readerSource(folder, opening.entities).initialize();
      const health: Health = { damaged: null };
      const checkpointer = Checkpointer.start(
        path,
        () => connectionOf(source).pragma('wal_autocheckpoint = 1000'),
        (words) => {
          health.damaged = words;
          console.error(
            `The data file in ${folder} is damaged (${words}). Close the program, and bring the last good backup back into a fresh folder with “npm run restore”.`,
          );
        },
      );
      const files = new Map([path, `${path}-wal`].map((one) => [one, identityOf(one)]));
      return new Database(folder, reader, { lock, source, checkpointer, files }, null, identity, health);
    } catch (error) {
      lock.release();
      throw error;
    }
  }

  /** Sees committed work only. */
  get read(): EntityManager {
    return this.reader.manager;
  }

  /** What tells this shop from another; null while it is empty. */
  get first(): FirstRecord | null {
    return firstRecordIn(connectionOf(this.reader));
  }

  /** To be called after every transaction that is on disk; it must not throw. */
  follow(follower: () => void): void {
    this.followers.push(follower);
  }

  /** The connection that writes, for looking after the file; null where the folder can only be read. */
  get writer(): Connection | null {
    return this.writing && connectionOf(this.writing.source);
  }

  /** Runs the work as one transaction after all that were asked for before it; it is on disk when this resolves. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn((writing) => this.transaction(writing, work));
  }

  /**
   * The same for what can be had again from elsewhere, such as a logger's file: it is whole, but a power cut may take
   * it back. The next ordinary write makes it last.
   */
  writeUnsynced<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(async (writing) => {
      const connection = connectionOf(writing.source);
      connection.pragma('synchronous = NORMAL');
      try {
        return await this.transaction(writing, work);
      } finally {
        connection.pragma('synchronous = FULL');
      }
    });
  }

  /** The same with another data file beside, whose tables are called `came`. */
  writeFrom<T>(
    path: string,
    work: (connection: Connection, manager: EntityManager) => Promise<T>,
  ): Promise<T> {
    return this.inTurn(async (writing) => {
      const connection = connectionOf(writing.source);
      connection.prepare('ATTACH ? AS "came"').run(path);
      try {
        return await this.transaction(writing, (manager) => work(connection, manager));
      } finally {
        connection.exec('DETACH "came"');
      }
    });
  }

  /** An empty shop that was filled from a file is that shop from now on; this copy stays a copy of its own. */
  become(connection: Connection, shopId: string): void {
    connection.prepare('UPDATE "identity" SET "shopId" = ?').run(shopId);
    if (this.identity) this.identity.shopId = shopId;
  }

  private inTurn<T>(run: (writing: Writing) => Promise<T>): Promise<T> {
    const { writing } = this;
    if (!writing) return Promise.reject(cannotWrite(this.unwritable));
    const turn = this.last.then(() => run(writing));
    this.last = turn.catch(() => undefined);
    return turn;
  }

  private async transaction<T>(writing: Writing, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    this.refuseLost(writing);
    const connection = connectionOf(writing.source);
    const runner = writing.source.createQueryRunner() as {
      isTransactionActive: boolean;
      manager: EntityManager;
    };
    const committed = connectionOf(this.reader).pragma('data_version', { simple: true });
    const before = changesOf(connection);
    await begin(connection);
    // so that nothing of TypeORM begins one of its own inside
    runner.isTransactionActive = true;
    try {
      const result = await work(runner.manager);
      // SQLite may have rolled back by itself, and an error of it have been caught on the way
      if (!connection.inTransaction) throw notKept();
      connection.exec('COMMIT');
      this.refuseLost(writing);
      const wrote = changesOf(connection) !== before;
      if (wrote && this.sees(committed)) throw notKept();
      if (wrote) for (const follower of this.followers) follower();
      return result;
    } finally {
      runner.isTransactionActive = false;
      if (connection.inTransaction) connection.exec('ROLLBACK');
    }
  }

  /** Whether the other connection still sees what it saw before: then nothing was committed. */
  private sees(committed: unknown): boolean {
    return connectionOf(this.reader).pragma('data_version', { simple: true }) === committed;
  }

  /** @throws ProblemError where the data file is no longer where it was opened: saves would go nowhere */
  private refuseLost({ files }: Writing): void {
    for (const [path, identity] of files)
      if (identityOf(path) !== identity)
        throw unavailable(
          'The shop’s folder is gone',
          `${path} was moved, deleted or replaced while the program runs. Nothing was saved, and what you typed is kept in this browser. Put the folder back and start the program again.`,
        );
  }

  async onApplicationShutdown(): Promise<void> {
    await this.last;
    await this.writing?.checkpointer.stop();
    await this.reader.destroy();
    await this.writing?.source.destroy();
    this.writing?.lock.release();
  }
}

const codeOf = (error: unknown): string => (error as { code?: string }).code ?? '';

/** Waits in turns while another program holds the file, so that everything else goes on. */
async function begin(connection: Connection): Promise<void> {
  const until = performance.now() + PATIENCE_MS;
  for (;;) {
    try {
      connection.exec('BEGIN IMMEDIATE');
      return;
    } catch (error) {
      if (codeOf(error) !== 'SQLITE_BUSY' || performance.now() > until) throw error;
      await setTimeout(RETRY_MS);
    }
  }
}

const changesOf = (connection: Connection): number =>
  connection.prepare('SELECT total_changes()').pluck().get() as number;

/** Which file lies under a name; empty where none does. */
function identityOf(path: string): string {
  const file = statSync(path, { bigint: true, throwIfNoEntry: false });
  return file ? `${file.dev} ${file.ino}` : '';
}

function notKept(): Error {
  new Logger('database').error('a transaction ended without having been committed');
  return unavailable(
    'It could not be saved',
    'The disk refused it. Nothing was saved; what you typed is kept in this browser. Save again in a moment.',
  );
}

function cannotWrite(why: Unwritable): Error {
  return unavailable(
    'The shop can only be read',
    why === 'full'
      ? 'The disk was full when the program was started. Nothing was saved: make room, and start the program again.'
      : 'The shop’s folder cannot be written. Nothing was saved: open a copy of it on a disk that can be written.',
  );
}

/** @param from path of a data file, or its bytes */
function schemaOf(from: string | Buffer): Schema {
  const database =
    typeof from === 'string' ? new BetterSqlite3(from, { readonly: true }) : new BetterSqlite3(from);
  try {
    const names = (sql: string) => database.prepare(sql).pluck().all() as string[];
    const tables = names(
      `SELECT "name" FROM sqlite_master WHERE "type" = 'table' AND "name" NOT LIKE 'sqlite_%'`,
    );
    const ours = names(`SELECT "name" FROM pragma_table_info('migrations')`).includes('name');
    return { tables, made: ours ? names('SELECT "name" FROM "migrations"') : [] };
  } finally {
    database.close();
  }
}

/** @throws FolderTrouble where the data file is a newer program's, or somebody else's */
function refuseUnknown(schema: Schema, folder: string): ReturnType<typeof judgeSchema> {
  const judged = judgeSchema(schema);
  if (judged.kind === 'newer')
    throw new FolderTrouble(
      `The data file in ${folder} was written by a newer Upright Elder than this one. Nothing was changed in it: start the newer program, or choose another folder with UPRIGHT_ELDER_DATA.`,
    );
  if (judged.kind === 'foreign')
    throw new FolderTrouble(
      `The data file in ${folder} belongs to another program (it holds ${schema.tables.slice(0, 4).join(', ')}). Nothing was changed in it: choose another folder with UPRIGHT_ELDER_DATA.`,
    );
  return judged;
}

const damaged = (folder: string): FolderTrouble =>
  new FolderTrouble(
    `The data file in ${folder} is damaged or not one of Upright Elder’s. Nothing was changed in it: bring a backup back into a fresh folder with “npm run restore”, or choose another folder with UPRIGHT_ELDER_DATA.`,
  );

/** A data file that cannot be opened, in plain words; anything else as it came. */
function readable(error: unknown, folder: string): unknown {
  const code = codeOf(error);
  if (code === 'SQLITE_NOTADB' || code.startsWith('SQLITE_CORRUPT')) return damaged(folder);
  if (code.startsWith('SQLITE_BUSY') || code === 'SQLITE_LOCKED')
    return new FolderTrouble(
      `Another program has the data file in ${folder} open and does not let go of it. Close it, and start again.`,
    );
  if (code === 'SQLITE_FULL' || code === 'ENOSPC')
    return new FolderTrouble(
      `The disk of ${folder} is full, and the data file could not be brought up to date. Nothing was lost: make room, and start again.`,
    );
  if (
    code.startsWith('SQLITE_CANTOPEN') ||
    code.startsWith('SQLITE_IOERR') ||
    code.startsWith('SQLITE_READONLY')
  )
    return new FolderTrouble(
      `The data file in ${folder} cannot be opened: the disk does not answer as it should, or this account has no right to it. Nothing was changed: look at the disk and at the rights of the folder.`,
    );
  return error;
}
