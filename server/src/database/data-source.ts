import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { LogFileEntity } from '../air/log-file.entity.js';
import { AirDayEntity, AirImportEntity, AirReadingEntity, RoomEntity } from '../air/room.entity.js';
import {
  CorrectionEntity,
  ExaminationEntity,
  FindingEntity,
  ReadingEntity,
} from '../examinations/examination.entity.js';
import { KeptForecastEntity } from '../forecasts/kept-forecast.entity.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { SolvedTopEntity } from '../tops/solved-top.entity.js';
import { MarkEntity } from '../map/mark.entity.js';
import { PlanEntity } from '../map/plan.entity.js';
import { PersonEntity } from '../people/person.entity.js';
import { PhotographEntity } from '../photographs/photograph.entity.js';
import { ProtocolEntity } from '../protocols/protocol.entity.js';
import { ShopEntity } from '../shop/shop.entity.js';
import { ToolEntity } from '../tools/tool.entity.js';
import { DATA_FILE } from './folder.js';
import { MIGRATIONS } from './known-schema.js';

export const ENTITIES = [
  PersonEntity,
  RoomEntity,
  AirReadingEntity,
  AirDayEntity,
  AirImportEntity,
  LogFileEntity,
  InstrumentEntity,
  ExaminationEntity,
  ReadingEntity,
  FindingEntity,
  CorrectionEntity,
  MarkEntity,
  PhotographEntity,
  PlanEntity,
  SolvedTopEntity,
  KeptForecastEntity,
  ProtocolEntity,
  ShopEntity,
  ToolEntity,
];

/** The connection itself, under TypeORM. */
export type Connection = BetterSqlite3.Database;

export function connectionOf(source: DataSource): Connection {
  return (source.driver as unknown as { databaseConnection: Connection }).databaseConnection;
}

function options(database: string): DataSourceOptions {
  return { type: 'better-sqlite3', database, entities: ENTITIES };
}

/** The one connection that writes: WAL, foreign keys, every commit on disk before it is acknowledged. */
export function writerSource(folder: string): DataSource {
  return new DataSource({
    ...options(join(folder, DATA_FILE)),
    enableWAL: true,
    migrations: MIGRATIONS,
    migrationsRun: true,
    // who holds the file is waited for in turns, so that nothing stands still meanwhile (database.ts)
    timeout: 0,
    prepareDatabase: (database: Connection) => {
      database.pragma('synchronous = FULL');
      database.pragma('foreign_keys = ON');
      // done by a thread beside, see checkpointer.ts
      database.pragma('wal_autocheckpoint = 0');
    },
  } as DataSourceOptions);
}

/** A second, read-only connection: it never sees a transaction that is still under way. */
export function readerSource(folder: string): DataSource {
  return new DataSource({
    ...options(join(folder, DATA_FILE)),
    readonly: true,
    prepareDatabase: (database: Connection) => database.pragma('query_only = ON'),
  } as DataSourceOptions);
}

/** A data file that was read into memory, brought up to today's tables there; what is written is gone at the end. */
export function memorySource(bytes: Buffer): DataSource {
  // TypeORM calls what it is given as a class with the name of a file
  const Opened = function () {
    return new BetterSqlite3(bytes);
  };
  return new DataSource({
    ...options(':memory:'),
    driver: Opened,
    migrations: MIGRATIONS,
    migrationsRun: true,
  });
}
