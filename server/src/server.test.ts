import { execFile } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {
  Examination,
  Forecast,
  Instrument,
  Judgement,
  Problem,
  RoomAir,
  CardPage,
} from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { configFrom } from './config.js';
import { writerSource } from './store/data-source.js';
import { Database } from './store/database.js';
import { FolderLock } from './store/folder-lock.js';
import { PersonEntity } from './people/person.entity.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON, reading, ROOM } from './testing/bodies.js';
import { ENTITIES } from './entities.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: 'loft' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: ROOM }));
});
afterAll(() => server.close());

describe('instruments', () => {
  it('keep lengths as typed and in metres', async () => {
    const { body } = await server.call('GET', `instruments/${INSTRUMENT}`);
    expect(body as Instrument).toMatchObject({
      nickname: 'the Purser',
      version: 1,
      scale: { text: '25.4', unit: 'in', metres: 25.4 * 0.0254 },
    });
    expect((body as Instrument).stringPull).toBeGreaterThan(600);
  });

  it('are refused with every bad field named, and what would be accepted', async () => {
    const { status, body } = await put(
      `instruments/${id(99)}`,
      instrumentBody({ nickname: '', scale: { text: '2,5,4', unit: 'in' } }),
    );
    expect(status).toBe(422);
    expect((body as Problem).errors!.map(({ field }) => field)).toContain('nickname');
    const lengths = await put(
      `instruments/${id(99)}`,
      instrumentBody({ scale: { text: '2,5,4', unit: 'in' }, heelDepth: { text: '9', unit: 'in' } }),
    );
    expect((lengths.body as Problem).errors).toEqual([
      expect.objectContaining({
        field: 'scale',
        typed: '2,5,4',
        accepted: expect.stringContaining('7/64') as string,
      }),
      expect.objectContaining({
        field: 'heelDepth',
        accepted: expect.stringContaining('30 to 200 mm') as string,
      }),
    ]);
    expect((await server.call('GET', `instruments/${id(99)}`)).status).toBe(404);
    const stray = await put(`instruments/${id(99)}`, { ...instrumentBody(), metres: 3 });
    expect(stray.status).toBe(422);
    const nobody = await put(`instruments/${id(99)}`, instrumentBody({ by: id(77) }));
    expect(nobody).toMatchObject({
      status: 422,
      body: { title: 'It refers to something that is not there' },
    });
  });
});

describe('examinations', () => {
  it('are stored as typed and in SI, and judged', async () => {
    const { status, body } = await put(`examinations/${id(10)}`, examinationBody());
    expect(status).toBe(200);
    const saved = body as Examination;
    expect(saved.conditions).toMatchObject({ temperature: '70 F', humidityPercent: 58 });
    expect(saved.conditions.temperatureCelsius).toBeCloseTo(21.11, 2);
    expect(
      saved.readings.find(({ quantity, place }) => quantity === 'action12' && place === 'bass'),
    ).toMatchObject({ text: '7/64', value: (7 / 64) * 0.0254 });
    const judged = (await server.call('GET', `instruments/${INSTRUMENT}/judgement`)).body as Judgement;
    expect(judged.budgets).toHaveLength(2);
    for (const { parts, total } of judged.budgets)
      expect(parts.reduce((sum, { value }) => sum + value, 0)).toBeCloseTo(total, 10);
    const forecast = (await server.call('GET', `instruments/${INSTRUMENT}/forecast`)).body as Forecast;
    expect(forecast).toMatchObject({ ready: true, strungVisits: 1, made: '2026-11-24' });
    expect(forecast.sides[0]!.points).toHaveLength(53);
    expect(forecast.sentences.map(({ text }) => text).join(' ')).toMatch(/Measure again in/u);
    const shelf = (await server.call('GET', 'shelf?search=purs')).body as CardPage;
    expect(shelf.cards[0]).toMatchObject({
      nickname: 'the Purser',
      examinations: 1,
      lastExamined: '2026-08-20',
    });
    expect(shelf.cards[0]!.stance!.saddleHeight).toBeGreaterThan(0.003);
    expect(((await server.call('GET', 'shelf?search=%25')).body as CardPage).total).toBe(0);
  });

  it('never compare slack with strung', async () => {
    const slack = examinationBody({ date: '2026-09-01' });
    slack.conditions = { ...slack.conditions, strings: 'slack' };
    await put(`examinations/${id(11)}`, slack);
    const forecast = (await server.call('GET', `instruments/${INSTRUMENT}/forecast`)).body as Forecast;
    expect(forecast.strungVisits).toBe(1);
    expect(forecast.leftOut[0]).toMatch(/2026-09-01: strings slack/u);
  });

  it('refuse nonsense per field and keep nothing of it', async () => {
    const bad = examinationBody({
      date: '2027-01-01',
      readings: [
        reading('action12', 'bass', 'high'),
        reading('action12', 'centre', '2.8'),
        reading('relief', 'both', '0.2'),
        reading('relief', 'bass', '0.2'),
        reading('straightedge', 'bass', '900'),
      ],
    });
    bad.conditions = { ...bad.conditions, humidity: '140', reliefFrom: 5, reliefTo: 8 };
    const { status, body } = await put(`examinations/${id(12)}`, bad);
    expect(status).toBe(422);
    expect((body as Problem).errors!.map(({ field }) => field)).toEqual([
      'conditions.humidity',
      'readings.0.text',
      'readings.1.text',
      'readings.3.text',
      'readings.4.text',
      'date',
    ]);
    for (const error of (body as Problem).errors!) expect(error.accepted).not.toBe('');
    expect((await server.call('GET', `examinations/${id(12)}`)).status).toBe(404);
  });

  it('are refused on days that never were, in an unthinkable past, or without their conditions', async () => {
    for (const date of ['2026-02-31', '0000-01-01', '1949-12-31', '24.8.2026']) {
      const { status, body } = await put(`examinations/${id(14)}`, examinationBody({ date }));
      expect(status, date).toBe(422);
      expect((body as Problem).errors![0]!.reason).toMatch(/real day from 1950/u);
    }
    const { status } = await put(`examinations/${id(14)}`, { ...examinationBody(), conditions: undefined });
    expect(status).toBe(422);
    expect((await put(`instruments/${id(98)}`, { ...instrumentBody(), scale: undefined })).status).toBe(422);
  });

  it('repeated are answered as the first time; a stale save is refused with both copies; a correction keeps the old value', async () => {
    const first = examinationBody({ notes: '' });
    await put(`examinations/${id(13)}`, first);
    expect((await put(`examinations/${id(13)}`, first)).body).toMatchObject({ version: 1 });

    const mine = { ...first, version: 1, notes: 'mine' };
    const theirs = {
      ...first,
      version: 1,
      notes: 'theirs',
      why: 'read again',
      readings: first.readings.map((r) => (r.quantity === 'relief' ? { ...r, text: '10 thou' } : r)),
    };
    expect((await put(`examinations/${id(13)}`, theirs)).body).toMatchObject({ version: 2 });
    expect((await put(`examinations/${id(13)}`, theirs)).body).toMatchObject({ version: 2 });
    const refused = await put(`examinations/${id(13)}`, mine);
    expect(refused.status).toBe(409);
    expect(refused.body).toMatchObject({
      current: { notes: 'theirs', version: 2 },
      yours: { notes: 'mine' },
    });
    expect((await put(`examinations/${id(13)}`, { ...mine, version: 0 })).status).toBe(409);

    const stored = (await server.call('GET', `examinations/${id(13)}`)).body as Examination;
    expect(stored.corrections).toEqual([
      expect.objectContaining({ line: 'relief', text: '8 thou', by: 'Isbel Crane', why: 'read again' }),
    ]);
  });

  it('keep an acknowledged save when another one fails beside it', async () => {
    const good = Array.from({ length: 20 }, (_, i) =>
      put(`examinations/${id(200 + i)}`, examinationBody({ notes: `n${i}` })),
    );
    const bad = Array.from({ length: 20 }, (_, i) =>
      put(`examinations/${id(300 + i)}`, examinationBody({ instrumentId: id(888) })),
    );
    const answers = await Promise.all([...good.flatMap((g, i) => [g, bad[i]!])]);
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(20);
    expect(answers.filter(({ status }) => status === 422)).toHaveLength(20);
    for (let i = 0; i < 20; i++) {
      expect((await server.call('GET', `examinations/${id(200 + i)}`)).body).toMatchObject({
        notes: `n${i}`,
      });
      expect((await server.call('GET', `examinations/${id(300 + i)}`)).status).toBe(404);
    }
  });
});

describe('air', () => {
  it('is taken once however often it is sent, and all or nothing', async () => {
    const readings = Array.from({ length: 400 }, (_, i) => ({
      at: new Date(Date.parse('2025-11-01T08:00:00Z') + i * 86400000).toISOString(),
      humidity: String(47 + 10 * Math.sin(i / 58)),
      temperature: '20,5',
    })).slice(0, 380);
    const batch = { unit: '°C', readings };
    expect((await server.call('POST', `rooms/${ROOM}/air`, batch)).body).toEqual({ added: 380, known: 0 });
    expect((await server.call('POST', `rooms/${ROOM}/air`, batch)).body).toEqual({ added: 0, known: 380 });
    const broken = {
      unit: '°C',
      readings: [
        { at: '2026-11-20T09:00:00Z', humidity: '45', temperature: '20' },
        { at: '2026-11-20T10:00:00Z', humidity: 'wet', temperature: '20' },
      ],
    };
    const refused = await server.call('POST', `rooms/${ROOM}/air`, broken);
    expect(refused.status).toBe(422);
    expect((refused.body as Problem).errors![0]).toMatchObject({
      field: 'readings.1.humidity',
      typed: 'wet',
    });
    const future = {
      unit: '°C',
      readings: [{ at: '2126-02-01T00:00:00Z', humidity: '45', temperature: '20' }],
    };
    expect((await server.call('POST', `rooms/${ROOM}/air`, future)).status).toBe(422);
    const air = (await server.call('GET', `rooms/${ROOM}/air`)).body as RoomAir;
    expect(air.days).toHaveLength(380);
    expect(air.days[100]!.temperature).toBeCloseTo(20.5, 9);
    expect(air.blended).toBe(false);
    const forecast = (await server.call('GET', `instruments/${INSTRUMENT}/forecast`)).body as Forecast;
    expect(forecast.climateBasis).toMatch(/years of room log/u);
  });
});

describe('the shop', () => {
  it('keeps its units and refuses unknown ones', async () => {
    const shop = {
      version: 0,
      name: 'Lantern Yard',
      units: { action12: '64ths' },
      tools: {},
      currency: '£',
      temperatureUnit: '°C',
      sayIn: 'mm',
    };
    expect((await put('shop', shop)).body).toMatchObject({
      version: 1,
      units: { action12: '64ths' },
      today: '2026-11-24',
    });
    expect((await put('shop', { ...shop, version: 1, units: { action12: 'ells' } })).status).toBe(422);
  });
});

describe('the door', () => {
  const raw = (headers: Record<string, string>) =>
    new Promise<number>((done) => {
      request(`${server.address}/api/people`, { headers }, (answer) => done(answer.statusCode!)).end();
    });

  it('opens only under its own name and for its own pages', async () => {
    expect(await raw({})).toBe(200);
    expect(await raw({ host: 'elsewhere.example' })).toBe(403);
    expect(await raw({ origin: 'http://elsewhere.example' })).toBe(403);
    expect(await raw({ origin: server.address })).toBe(200);
  });

  it('listens on this machine only until there is sign-in', () => {
    expect(() => configFrom({ UPRIGHT_ELDER_HOST: '0.0.0.0' })).toThrow(/127\.0\.0\.1/u);
    expect(() => configFrom({ UPRIGHT_ELDER_PORT: 'x' })).toThrow(/0 to 65535/u);
    expect(() => configFrom({ UPRIGHT_ELDER_NOW: 'soon' })).toThrow(/instant/u);
    expect(configFrom({})).toMatchObject({ host: '127.0.0.1', port: 4747 });
  });

  it('answers broken JSON and unknown paths as problems', async () => {
    const broken = await fetch(`${server.address}/api/shop`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: '{',
    });
    expect(broken.status).toBe(400);
    expect(broken.headers.get('content-type')).toMatch(/problem\+json/u);
    expect((await server.call('GET', 'nowhere')).status).toBe(404);
  });

  it('describes every body: no schema of the OpenAPI page is empty', async () => {
    const document = (await (await fetch(`${server.address}/api/openapi.json`)).json()) as {
      components: { schemas: Record<string, { properties?: object }> };
      paths: Record<string, Record<string, unknown>>;
    };
    const text = JSON.stringify(document.paths);
    for (const [name, schema] of Object.entries(document.components.schemas)) {
      expect(Object.keys(schema.properties ?? {}), name).not.toHaveLength(0);
    }
    const referred = [...text.matchAll(/#\/components\/schemas\/(\w+)/gu)].map(([, name]) => name!);
    expect(referred.length).toBeGreaterThan(10);
    for (const name of referred) expect(document.components.schemas).toHaveProperty(name);
    expect((await fetch(`${server.address}/api/docs`)).status).toBe(200);
  });
});

describe('the data folder', () => {
  it('takes one server at a time and is free again when its process is killed', async () => {
    expect(() => FolderLock.take(server.folder)).toThrow(/Another Upright Elder works on/u);
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-lock-'));
    const script = `const D=require('better-sqlite3');const d=new D(${JSON.stringify(join(folder, 'lock.sqlite'))});d.exec('BEGIN EXCLUSIVE');process.kill(process.pid,'SIGKILL')`;
    await new Promise((done) =>
      execFile(process.execPath, ['-e', script], { cwd: import.meta.dirname }, done),
    );
    const lock = FolderLock.take(folder);
    lock.release();
  });

  it('has tables that agree with the entities, and pragmas that keep what is acknowledged', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-schema-'));
    const source = await writerSource(folder, ENTITIES).initialize();
    for (const { tableName, columns } of source.entityMetadatas) {
      const stored = await source.query<{ name: string; type: string; notnull: number; pk: number }[]>(
        `PRAGMA table_info("${tableName}")`,
      );
      const shape = (name: string, type: string, required: boolean, key: boolean) =>
        `${name} ${type} ${required} ${key}`;
      const isText = (type: unknown) => (type === 'simple-json' ? 'text' : String(type));
      expect(
        stored
          .map(({ name, type, notnull, pk }) => shape(name, type.toLowerCase(), notnull === 1, pk > 0))
          .sort(),
        tableName,
      ).toEqual(columns.map((c) => shape(c.databaseName, isText(c.type), !c.isNullable, c.isPrimary)).sort());
    }
    expect(await source.query('PRAGMA journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await source.query('PRAGMA synchronous')).toEqual([{ synchronous: 2 }]);
    expect(await source.query('PRAGMA foreign_keys')).toEqual([{ foreign_keys: 1 }]);
    await source.destroy();
  });

  it('lets no read see unfinished work, and runs writes one after another', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-queue-'));
    const database = await Database.open(folder, { entities: ENTITIES });
    const row = (n: number) => ({
      id: id(n),
      version: 1,
      name: `p${n}`,
      role: 'master' as const,
      fingerprint: '',
    });
    const order: string[] = [];
    const failing = database.write(async (manager) => {
      await manager.insert(PersonEntity, row(1));
      order.push('first inside');
      expect(await database.read.count(PersonEntity)).toBe(0);
      await new Promise((done) => setTimeout(done, 20));
      throw new Error('changed my mind');
    });
    const succeeding = database.write(async (manager) => {
      order.push('second inside');
      await manager.insert(PersonEntity, row(2));
    });
    await expect(failing).rejects.toThrow('changed my mind');
    await succeeding;
    expect(order).toEqual(['first inside', 'second inside']);
    expect((await database.read.find(PersonEntity)).map(({ name }) => name)).toEqual(['p2']);
    await expect(database.read.insert(PersonEntity, row(3))).rejects.toThrow(
      /readonly|read-only|query_only/iu,
    );
    await database.onApplicationShutdown();
  });
});
