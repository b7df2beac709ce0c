import { join } from 'node:path';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { AirReadingEntity, RoomEntity } from '../air/room.entity.js';
import {
  ExaminationEntity,
  ReadingCorrectionEntity,
  ReadingEntity,
} from '../examinations/examination.entity.js';
import { InstrumentEntity } from '../instruments/instrument.entity.js';
import { PersonEntity } from '../people/person.entity.js';
import { ShopEntity } from '../shop/shop.entity.js';
import { FirstLight1764000000000 } from './migrations/first-light.js';

export const ENTITIES = [
  PersonEntity,
  RoomEntity,
  AirReadingEntity,
  InstrumentEntity,
  ExaminationEntity,
  ReadingEntity,
  ReadingCorrectionEntity,
  ShopEntity,
];

interface Pragmatic {
  pragma(text: string): unknown;
}

function options(folder: string): DataSourceOptions {
  return { type: 'better-sqlite3', database: join(folder, 'upright-elder.sqlite'), entities: ENTITIES };
}

/** The one connection that writes: WAL, foreign keys, every commit on disk before it is acknowledged. */
export function writerSource(folder: string): DataSource {
  return new DataSource({
    ...options(folder),
    enableWAL: true,
    migrations: [FirstLight1764000000000],
    migrationsRun: true,
    prepareDatabase: (database: Pragmatic) => {
      database.pragma('synchronous = FULL');
      database.pragma('foreign_keys = ON');
    },
  } as DataSourceOptions);
}

/** A second, read-only connection: it never sees a transaction that is still under way. */
export function readerSource(folder: string): DataSource {
  return new DataSource({
    ...options(folder),
    readonly: true,
    prepareDatabase: (database: Pragmatic) => database.pragma('query_only = ON'),
  } as DataSourceOptions);
}
