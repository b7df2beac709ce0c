import { join } from 'node:path';
import { DataSource, type DataSourceOptions } from 'typeorm';
import { LogFileEntity } from '../air/log-file.entity.js';
import { AirDayEntity, AirReadingEntity, RoomEntity } from '../air/room.entity.js';
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
import { FirstLight1764000000000 } from './migrations/first-light.js';
import { TheExamination1764100000000 } from './migrations/the-examination.js';
import { MarksAsEvidence1764300000000 } from './migrations/marks-as-evidence.js';
import { PacksAndRestraint1764600000000 } from './migrations/packs-and-restraint.js';
import { TheSeasons1764500000000 } from './migrations/the-seasons.js';
import { TheVirtualTop1764400000000 } from './migrations/the-virtual-top.js';
import { TheMap1764200000000 } from './migrations/the-map.js';

export const ENTITIES = [
  PersonEntity,
  RoomEntity,
  AirReadingEntity,
  AirDayEntity,
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

interface Pragmatic {
  pragma(text: string): unknown;
}

export const DATA_FILE = 'upright-elder.sqlite';

function options(folder: string): DataSourceOptions {
  return { type: 'better-sqlite3', database: join(folder, DATA_FILE), entities: ENTITIES };
}

/** The one connection that writes: WAL, foreign keys, every commit on disk before it is acknowledged. */
export function writerSource(folder: string): DataSource {
  return new DataSource({
    ...options(folder),
    enableWAL: true,
    migrations: [
      FirstLight1764000000000,
      TheExamination1764100000000,
      TheMap1764200000000,
      MarksAsEvidence1764300000000,
      TheVirtualTop1764400000000,
      TheSeasons1764500000000,
      PacksAndRestraint1764600000000,
    ],
    migrationsRun: true,
    prepareDatabase: (database: Pragmatic) => {
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
    ...options(folder),
    readonly: true,
    prepareDatabase: (database: Pragmatic) => database.pragma('query_only = ON'),
  } as DataSourceOptions);
}
