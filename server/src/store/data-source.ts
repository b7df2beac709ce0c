import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { DATA_FILE } from './folder.js';
import { MIGRATIONS } from './known-schema.js';

/** The connection itself, under TypeORM. */
export type Connection = BetterSqlite3.Database;

export function connectionOf(source: DataSource): Connection {
  return (source.driver as unknown as { databaseConnection: Connection }).databaseConnection;
}

/** Classes of the tables, handed in by whoever knows them all. */
export type Entities = readonly (new () => object)[];

function options(database: string, entities: Entities): DataSourceOptions {
  return { type: 'better-sqlite3', database, entities: [...entities] };
}

/** The one connection that writes: WAL, foreign keys, every commit on disk before it is acknowledged. */
export function writerSource(folder: string, entities: Entities): DataSource {
  return new DataSource({
    ...options(join(folder, DATA_FILE), entities),
    enableWAL: true,
    migrations: MIGRATIONS,
    migrationsRun: true,
    // who holds the file is waited for in turns, so that nothing stands still meanwhile (database.ts)
    timeout: 0,
    prepareDatabase: (database: Connection) => {
      database.pragma('synchronous = FULL');
      database.pragma('foreign_keys = ON');
      // what is erased is gone from the file too
      database.pragma('secure_delete = ON');
      // done by a thread beside, see checkpointer.ts
      database.pragma('wal_autocheckpoint = 0');
    },
  } as DataSourceOptions);
}

/** A second, read-only connection: it never sees a transaction that is still under way. */
export function readerSource(folder: string, entities: Entities): DataSource {
  return new DataSource({
    ...options(join(folder, DATA_FILE), entities),
    readonly: true,
    prepareDatabase: (database: Connection) => database.pragma('query_only = ON'),
  } as DataSourceOptions);
}

/** A data file that was read into memory, brought up to today's tables there; what is written is gone at the end. */
export function memorySource(bytes: Buffer, entities: Entities): DataSource {
  // TypeORM calls what it is given as a class with the name of a file
  const Opened = function () {
    return new BetterSqlite3(bytes);
  };
  return new DataSource({
    ...options(':memory:', entities),
    driver: Opened,
    migrations: MIGRATIONS,
    migrationsRun: true,
  });
}
