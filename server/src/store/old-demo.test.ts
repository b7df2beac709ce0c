import { join } from 'node:path';
import type {
  BenchPage,
  CalendarPage,
  CardPage,
  Examination,
  InstrumentPath,
  Intervention,
  Mark,
  Owner,
  Photograph,
} from '@upright-elder/contract';
import { dayIn } from '@upright-elder/core/days';
import { POINTS, type PointId } from '@upright-elder/core/readings';
import BetterSqlite3 from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from '../testing/app-under-test.js';
import {
  dump,
  folderOf06c8523,
  folderOfA63910e,
  folderOf5557356,
  folderOfCc72d0d,
  oldDemoFolder,
} from '../testing/folders.js';
import { DATA_FILE } from './folder.js';

/** The scenario as an earlier program wrote it, with corrections, a struck mark, a tool and a protocol of its own. */
describe('a folder of the program before', () => {
  let folder: string;
  let before: Record<string, string[]>;
  let server: AppUnderTest;

  beforeAll(async () => {
    folder = oldDemoFolder();
    before = dump(join(folder, DATA_FILE));
    server = await startApp(folder);
  });
  afterAll(() => server.close());

  it('has every row as it was, but for what the new tables add', () => {
    const after = dump(join(folder, DATA_FILE));
    /** what is worked out, and counted by the shop's calendar instead of by UTC */
    const counted = ['migrations', 'air_day', 'solved_top', 'kept_forecast'];
    for (const [table, rows] of Object.entries(before)) {
      if (counted.includes(table)) continue;
      const columns = Object.keys(JSON.parse(rows[0] ?? '{}') as object);
      const changed: Record<string, string[]> = {
        air_reading: ['day'],
        room: ['airRevision'],
        // counted by the change record now, and schools have ids: looked at below
        // its owner is a record now: looked at below
        instrument: ['revision', 'reliefSchool', 'owner'],
      };
      const left = changed[table] ?? [];
      const only = (row: string) => {
        const all = JSON.parse(row) as Record<string, unknown>;
        // a brace of the X is called by its leg now
        if (table === 'plan')
          all.drawn = String(all.drawn).replace(
            /"name":"X brace, lower leg (bass|treble)"/gu,
            '"name":"X brace, $1 leg"',
          );
        return JSON.stringify(columns.filter((name) => !left.includes(name)).map((name) => all[name]));
      };
      if (table === 'examination' || table === 'finding' || table === 'strike') continue;
      expect(after[table]!.map(only).sort(), table).toEqual(rows.map(only).sort());
    }
  });

  it('has the owner of every instrument as a record, one for one text', async () => {
    const was = before.instrument!.map((row) => JSON.parse(row) as { id: string; owner: string });
    const owners = (await server.call('GET', 'owners')).body as Owner[];
    const now = owners.flatMap(({ name, instruments }) => instruments.map(({ id }) => `${id} ${name}`));
    const named = was.filter(({ owner }) => owner.trim() !== '');
    expect(named.length).toBeGreaterThan(0);
    expect(now.sort()).toEqual(named.map(({ id, owner }) => `${id} ${owner.trim()}`).sort());
    expect(owners).toHaveLength(new Set(named.map(({ owner }) => owner.trim().toLowerCase())).size);
    // several instruments of one text are looked at once
    for (const { checked, instruments } of owners) expect(checked).toBe(instruments.length === 1);
  });

  it('has its owner as the master of the shop, and the row as it was', async () => {
    const roles = dump(join(folder, DATA_FILE)).person!.map(
      (row) => (JSON.parse(row) as { role: string }).role,
    );
    expect(roles).toContain('owner');
    const people = (await server.call('GET', 'people')).body as { id: string; name: string; role: string }[];
    expect(people.map(({ role }) => role).sort()).toEqual(
      roles.map((role) => (role === 'owner' ? 'master' : role)).sort(),
    );
  });

  it('has every tick “worked on since last time” as an intervention of its day, and nothing else of an examination changed', () => {
    const after = dump(join(folder, DATA_FILE));
    const rowsOf = (dumped: Record<string, string[]>, table: string) =>
      dumped[table]!.map((row) => JSON.parse(row) as Record<string, string>);
    const ticked: string[] = [];
    const wanted = rowsOf(before, 'examination').map((row) => {
      const { afterWork, ...conditions } = JSON.parse(row.conditions!) as Record<string, unknown>;
      if (afterWork) ticked.push(`${row.instrumentId} ${row.date}`);
      return { ...row, conditions };
    });
    const found = rowsOf(after, 'examination').map(({ struck: _struck, ...row }) => ({
      ...row,
      conditions: JSON.parse(row.conditions!) as object,
    }));
    expect(found).toEqual(wanted);
    expect(ticked.length).toBeGreaterThan(0);
    const done = rowsOf(after, 'intervention');
    const school = (row: Record<string, string>) => row.reliefSchool!.replace(' ', '-');
    expect(rowsOf(after, 'instrument').map(({ reliefSchool }) => reliefSchool)).toEqual(
      rowsOf(before, 'instrument').map(school),
    );
    expect(done.map(({ instrumentId, date }) => `${instrumentId} ${date}`).sort()).toEqual(ticked.sort());
    expect(new Set(done.map(({ kinds }) => kinds))).toEqual(new Set(['["unsaid"]']));
  });

  it('has every word that was found as the id of that state, and nothing else of a finding changed', () => {
    const after = dump(join(folder, DATA_FILE));
    const findings = (dumped: Record<string, string[]>) =>
      dumped.finding!.map((row) => JSON.parse(row) as { point: PointId; states: string });
    const now = findings(after);
    expect(now).toHaveLength(findings(before).length);
    let words = 0;
    findings(before).forEach(({ states, ...was }, i) => {
      const { states: ids, ...is } = now[i]!;
      expect(is).toEqual(was);
      const known = POINTS[was.point].states;
      const named = (JSON.parse(states) as string[]).map(
        (word) => known.find(({ name }) => name === word)!.id,
      );
      words += named.length;
      expect(JSON.parse(ids)).toEqual(named);
    });
    expect(words).toBeGreaterThan(0);
  });

  it('shows every examination with its readings and corrections as they were typed', async () => {
    const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
    expect(cards).toHaveLength(8);
    let readings = 0;
    let corrections = 0;
    const stored = new BetterSqlite3(join(folder, DATA_FILE), { readonly: true });
    for (const { id } of cards) {
      const { body } = await server.call('GET', `instruments/${id}/examinations`);
      for (const one of body as Examination[]) {
        expect(one.struck).toBe(false);
        corrections += one.corrections.length;
        for (const reading of one.readings) {
          readings++;
          const row = stored
            .prepare(
              'SELECT "text", "readings" FROM "reading" WHERE "examinationId" = ? AND "quantity" = ? AND "place" = ?',
            )
            .get(one.id, reading.quantity, reading.place) as { text: string; readings: string };
          expect([reading.text, reading.values]).toEqual([row.text, JSON.parse(row.readings)]);
        }
      }
    }
    stored.close();
    expect([readings, corrections]).toEqual([before.reading!.length, before.correction!.length]);
  });

  it('shows every mark with what was corrected, the struck one where it is asked for, and every photograph', async () => {
    const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
    const of = async <T>(path: string) =>
      (await Promise.all(cards.map(({ id }) => server.call('GET', `instruments/${id}/${path}`)))).flatMap(
        ({ body }) => body as T[],
      );
    const marks = await of<Mark>('marks?struck=true');
    expect(marks).toHaveLength(before.mark!.length);
    expect(marks.filter(({ struck }) => struck)).toHaveLength(1);
    expect(marks.flatMap((mark) => mark.corrections).length).toBeGreaterThan(0);
    const photographs = await of<Photograph>('photographs?struck=true');
    expect(photographs).toHaveLength(before.photograph!.length);
    expect(photographs.filter(({ struck }) => struck)).toHaveLength(1);
  });

  it('can be corrected: what stands as it was typed keeps its value', async () => {
    const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
    const { body } = await server.call('GET', `instruments/${cards[0]!.id}/examinations`);
    const last = (body as Examination[]).at(-1)!;
    const { conditions } = last;
    const saved = await server.call('PUT', `examinations/${last.id}`, {
      version: last.version,
      instrumentId: last.instrumentId,
      by: last.by,
      date: last.date,
      protocol: last.protocol,
      askingPrice: last.askingPrice?.text ?? null,
      notes: `${last.notes} and a word more`,
      why: null,
      conditions: Object.fromEntries(
        Object.entries(conditions).filter(
          ([key]) =>
            !['humidityPercent', 'temperatureCelsius', 'woodMoisturePercent', 'daysAtPitch'].includes(key),
        ),
      ),
      readings: last.readings.map(({ quantity, place, text, unit, tool }) => ({
        quantity,
        place,
        text,
        unit,
        tool,
      })),
      findings: last.findings.map(({ point, states, verdict, frets, words, allowance }) => ({
        point,
        states,
        verdict,
        frets,
        words,
        allowance,
      })),
    });
    expect(saved.status, JSON.stringify(saved.body)).toBe(200);
    expect((saved.body as Examination).readings).toEqual(last.readings);
    expect((saved.body as Examination).corrections).toEqual(last.corrections);
  });

  it('counts the days of its air by the shop’s calendar, and again when the shop moves', async () => {
    const rows = (zone: string) => {
      const file = new BetterSqlite3(join(folder, DATA_FILE), { readonly: true });
      const all = file.prepare('SELECT "at", "day" FROM "air_reading"').all() as {
        at: string;
        day: number;
      }[];
      const sums = file.prepare('SELECT SUM("readings") FROM "air_day"').pluck().get();
      file.close();
      expect(sums).toBe(all.length);
      return all.filter(({ at, day }) => dayIn(at, zone) !== day).length;
    };
    const shop = (await server.call('GET', 'shop')).body as Record<string, unknown>;
    expect(rows(String(shop.zone))).toBe(0);
    for (const timeZone of ['America/Los_Angeles', 'Pacific/Auckland', 'UTC']) {
      const {
        today: _today,
        zone: _zone,
        ...settings
      } = (await server.call('GET', 'shop')).body as Record<string, unknown>;
      expect((await server.call('PUT', 'shop', { ...settings, timeZone })).body).toMatchObject({
        zone: timeZone,
      });
      expect(rows(timeZone)).toBe(0);
    }
  });
});

describe('a folder of 06c8523', () => {
  it('has every row as it was, says nothing of what was not asked then, and goes on', async () => {
    const folder = folderOf06c8523();
    const before = dump(join(folder, DATA_FILE));
    const server = await startApp(folder);
    try {
      const after = dump(join(folder, DATA_FILE));
      hasEveryRow(before, after);
      expect(after.edit).toEqual([]);
      expect(after.identity).toHaveLength(1);
      const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
      expect(cards).toHaveLength(before.instrument!.length);
      const done = (
        await Promise.all(cards.map(({ id }) => server.call('GET', `instruments/${id}/interventions`)))
      ).flatMap(({ body }) => body as Intervention[]);
      expect(done).toHaveLength(before.intervention!.length);
      for (const { roughly, noteWritten } of done) expect([roughly, noteWritten]).toEqual(['', []]);
      // nobody knows when a row of before was written: its change asks why, whoever makes it
      const { id, by, byName: _name, strikes: _strikes, struck: _struck, ...rest } = done[0]!;
      const {
        corrections: _old,
        noteWritten: _parts,
        roughly: _said,
        changes: _changes,
        updatedAt: _at,
        ...work
      } = rest;
      const saved = (more: object) =>
        server.call('PUT', `interventions/${id}`, { ...work, by, hours: '3', ...more });
      expect((await saved({})).status).toBe(422);
      expect((await saved({ why: 'from the bench book' })).status).toBe(200);
      expect(dump(join(folder, DATA_FILE)).edit).toHaveLength(1);
    } finally {
      await server.close();
    }
  });
});

describe('a folder of cc72d0d', () => {
  it('has every row as it was, and the path of an instrument that was moved at once', async () => {
    const folder = folderOfCc72d0d();
    const before = dump(join(folder, DATA_FILE));
    const server = await startApp(folder);
    try {
      hasEveryRow(before, dump(join(folder, DATA_FILE)));
      const { cards } = (await server.call('GET', 'shelf')).body as CardPage;
      const purser = cards.find(({ nickname }) => nickname === 'the Purser')!.id;
      const { stays } = (await server.call('GET', `instruments/${purser}/path`)).body as InstrumentPath;
      expect(stays.map(({ from, roomName }) => [from, roomName])).toEqual([
        [null, 'Ferry terminal loft'],
        ['2025-10-01', 'Lantern Yard workshop'],
      ]);
    } finally {
      await server.close();
    }
  });
});

describe('a folder of 5557356', () => {
  it('has every row as it was, its jobs as they stood, and its owners as records', async () => {
    const folder = folderOf5557356();
    const before = dump(join(folder, DATA_FILE));
    const server = await startApp(folder);
    try {
      hasEveryRow(before, dump(join(folder, DATA_FILE)));
      expect(before.bench_event!.length).toBeGreaterThan(50);
      const { jobs } = (await server.call('GET', 'bench')).body as BenchPage;
      expect(jobs.map(({ nickname }) => nickname).sort()).toEqual([
        'Breakwater',
        'Halyard',
        'Little Anchor',
        'Night Boat',
      ]);
    } finally {
      await server.close();
    }
  });
});

describe('a folder of a63910e', () => {
  it('has every row as it was, and its calendar with the plan that people go by and its pin', async () => {
    const folder = folderOfA63910e();
    const before = dump(join(folder, DATA_FILE));
    const server = await startApp(folder);
    try {
      hasEveryRow(before, dump(join(folder, DATA_FILE)));
      const calendar = (await server.call('GET', 'calendar')).body as CalendarPage;
      expect(calendar.jobs).toHaveLength(6);
      expect(calendar.stands).toMatchObject({ version: 1, byName: 'Isbel Crane' });
      expect(calendar.planned.shown.way).toBe('stands');
      expect(calendar.pins.map(({ why }) => why)).toEqual(['the owner comes to look']);
    } finally {
      await server.close();
    }
  });
});

/** What was recorded stands as it was, table by table; what is worked out may be made anew. */
function hasEveryRow(before: Record<string, string[]>, after: Record<string, string[]>): void {
  const owners = new Map(
    (after.owner ?? []).map((row) => {
      const { id, name } = JSON.parse(row) as { id: string; name: string };
      return [id, name];
    }),
  );
  for (const [table, rows] of Object.entries(before)) {
    if (['migrations', 'change'].includes(table)) continue;
    expect(rows.length, table).toBeLessThanOrEqual(after[table]!.length);
    const columns = Object.keys(JSON.parse(rows[0] ?? '{}') as object);
    const only = (row: string) => {
      const all = JSON.parse(row) as Record<string, unknown>;
      // its owner is a record by now
      if (table === 'instrument') all.owner ??= owners.get(String(all.ownerId)) ?? '';
      return JSON.stringify(columns.map((name) => all[name]));
    };
    if (rows.length > 0 && !['solved_top', 'worked_out', 'kept_forecast'].includes(table))
      expect(after[table]!.map(only).sort(), table).toEqual(rows.map(only).sort());
  }
}
