import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { join } from 'node:path';
import type { DataSource, EntityManager } from 'typeorm';
import { Checkpointer } from './checkpointer.js';
import { DATA_FILE, readerSource, writerSource } from './data-source.js';
import { FolderLock } from './folder-lock.js';

/**
 * The way to the tables. TypeORM on SQLite shares one connection, so two requests could end in one transaction,
 * and an acknowledged save vanish with a stranger's rollback. Therefore every write, a single save too, goes
 * through `write`, which runs whole transactions one after another; reads use a connection of their own.
 */
@Injectable()
export class Database implements OnApplicationShutdown {
  private last: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly lock: FolderLock,
    readonly writer: DataSource,
    private readonly reader: DataSource,
    private readonly checkpointer: Checkpointer,
  ) {}

  static async open(folder: string): Promise<Database> {
    const lock = FolderLock.take(folder);
    try {
      const writer = await writerSource(folder).initialize();
      const reader = await readerSource(folder).initialize();
      const checkpointer = Checkpointer.start(join(folder, DATA_FILE), () => {
        void writer.query('PRAGMA wal_autocheckpoint = 1000');
      });
      return new Database(lock, writer, reader, checkpointer);
    } catch (error) {
      lock.release();
      throw readable(error, folder);
    }
  }

  /** Sees committed work only. */
  get read(): EntityManager {
    return this.reader.manager;
  }

  /** Runs the work as one transaction after all that were asked for before it. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(() => this.writer.transaction(work));
  }

  /**
   * The same for what can be had again from elsewhere, such as a logger's file: it is whole, but a power cut may take
   * it back. The next ordinary write makes it last.
   */
  writeUnsynced<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      await this.writer.query('PRAGMA synchronous = NORMAL');
      try {
        return await this.writer.transaction(work);
      } finally {
        await this.writer.query('PRAGMA synchronous = FULL');
      }
    });
  }

  private inTurn<T>(run: () => Promise<T>): Promise<T> {
    const turn = this.last.then(run);
    this.last = turn.catch(() => undefined);
    return turn;
  }

  async onApplicationShutdown(): Promise<void> {
    await this.last;
    await this.checkpointer.stop();
    await this.reader.destroy();
    await this.writer.destroy();
    this.lock.release();
  }
}

/** A data file that cannot be opened, in plain words; anything else as it came. */
function readable(error: unknown, folder: string): unknown {
  const { code } = error as { code?: string };
  if (code !== 'SQLITE_NOTADB' && code !== 'SQLITE_CORRUPT') return error;
  return new Error(
    `The data file in ${folder} is damaged or not one of Upright Elder’s. Nothing was changed in it: put a backup in its place, or choose another folder with UPRIGHT_ELDER_DATA.`,
  );
}
