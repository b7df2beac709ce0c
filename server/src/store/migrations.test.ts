import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { describe, expect, it } from 'vitest';
import { AirDayEntity } from '../air/room.entity.js';
import { ReadingEntity } from '../readings/reading.entity.js';
import { Database } from './database.js';
import { FirstLight1764000000000 } from './migrations/first-light.js';
import { ENTITIES } from '../entities.js';

describe('a folder written before the examination grew', () => {
  it('is opened with every reading, correction and day of air still there', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-old-'));
    const old = await new DataSource({
      type: 'better-sqlite3',
      database: join(folder, 'upright-elder.sqlite'),
      migrations: [FirstLight1764000000000],
      migrationsRun: true,
    }).initialize();
    for (const statement of [
      `INSERT INTO person VALUES ('p', 1, 'Isbel Crane', 'owner', '')`,
      `INSERT INTO room VALUES ('r', 1, 'Loft', '', 3, '')`,
      `INSERT INTO air_reading VALUES ('r', '2026-01-01T00:00:00.000Z', 20454, 50, 20), ('r', '2026-01-01T12:00:00.000Z', 20454, 60, 22), ('r', '2026-01-02T00:00:00.000Z', 20455, 40, 18)`,
      `INSERT INTO instrument VALUES ('i', 1, 'the Purser', '', '', '', '', 'medium', 'moderate', 'r', 'flat-top', 14, 'light', 'standard', 'sitka-spruce', 0, '', 'none', '{}', null, null, null, null, null, null, null, 'p', '', 1, '')`,
      `INSERT INTO examination VALUES ('e', 1, 'i', 'p', '2026-01-01', '{}', '', '', '')`,
      `INSERT INTO reading VALUES ('e', 'action12', 'bass', '7/64', 'mm', '[0.0028,0.0027]'), ('e', 'relief', 'both', '8 thou', 'mm', '[0.0002]')`,
      `INSERT INTO reading_correction VALUES (1, 'e', 'relief', 'both', '10 thou', 'p', '2026-01-02')`,
    ])
      await old.query(statement);
    await old.destroy();

    const database = await Database.open(folder, { entities: ENTITIES });
    const readings = await database.read.find(ReadingEntity, { order: { quantity: 'ASC' } });
    expect(
      readings.map(({ quantity, place, by, tool, readings: repeats }) => [
        quantity,
        place,
        by,
        tool,
        repeats,
      ]),
    ).toEqual([
      ['action12', 'bass', 'p', null, [0.0028, 0.0027]],
      ['relief', 'both', 'p', null, [0.0002]],
    ]);
    expect(await database.read.query('SELECT line, place, text, why FROM correction')).toEqual([
      { line: 'relief', place: 'both', text: '10 thou', why: '' },
    ]);
    expect(await database.read.find(AirDayEntity, { order: { day: 'ASC' } })).toMatchObject([
      { day: 20454, readings: 2, humidity: 110, temperature: 42 },
      { day: 20455, readings: 1, humidity: 40, temperature: 18 },
    ]);
    expect(await database.read.query('SELECT protocol FROM examination')).toEqual([{ protocol: 'full' }]);
    expect(await database.read.query('PRAGMA foreign_key_check')).toEqual([]);
    await database.onApplicationShutdown();
    rmSync(folder, { recursive: true, force: true });
  });
});
