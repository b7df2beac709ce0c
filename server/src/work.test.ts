import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type {
  Examination,
  Expectations,
  Forecast,
  Judgement,
  Person,
  Problem,
  Shop,
  CardPage,
} from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Database } from './store/database.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  reading,
  ROOM,
  interventionBody,
} from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: ROOM }));
});
afterAll(() => server.close());

/** A fresh instrument under its own id. */
async function instrument(n: number, over: Parameters<typeof instrumentBody>[0] = {}): Promise<string> {
  const answer = await put(`instruments/${id(n)}`, instrumentBody(over));
  expect(answer.status).toBe(200);
  return id(n);
}

describe('the shelf', () => {
  it('pages by a hundred in the order of names, and finds by name, maker and owner', async () => {
    await Promise.all(
      Array.from({ length: 104 }, (_, i) =>
        instrument(5000 + i, {
          nickname: `tin ${String(i).padStart(3, '0')}`,
          maker: i === 7 ? 'Marlsden' : 'x',
          owner: 'nobody',
        }),
      ),
    );
    const first = await get<CardPage>('shelf?page=1&search=tin');
    const second = await get<CardPage>('shelf?page=2&search=tin');
    expect(first).toMatchObject({ total: 104, page: 1 });
    expect(first.cards).toHaveLength(100);
    expect(second.cards.map(({ nickname }) => nickname)).toEqual([
      'tin 100',
      'tin 101',
      'tin 102',
      'tin 103',
    ]);
    expect((await get<CardPage>('shelf?search=mARLS')).cards.map(({ nickname }) => nickname)).toEqual([
      'tin 007',
    ]);
    expect((await get<CardPage>('shelf?search=tin%25')).total).toBe(0);
    expect(first.cards[0]).toMatchObject({ stance: null, lastExamined: null, due: true, weight: 'unknown' });
  });

  it('calls an instrument due once a season has turned since it was measured', async () => {
    const one = await instrument(5200, { nickname: 'due or not' });
    const slip = async () => (await get<CardPage>('shelf?search=due%20or%20not')).cards[0]!;
    await put(`examinations/${id(5201)}`, examinationBody({ instrumentId: one, date: '2026-03-01' }));
    expect(await slip()).toMatchObject({ due: true, lastExamined: '2026-03-01' });
    await put(`examinations/${id(5202)}`, examinationBody({ instrumentId: one, date: '2026-10-01' }));
    expect(await slip()).toMatchObject({ due: false, lastExamined: '2026-10-01', examinations: 2 });
  });
});

describe('forecast and judgement', () => {
  it('follow every new examination, every correction and new air, and nothing else', async () => {
    const one = await instrument(5300, { homeRoomId: ROOM, nickname: 'followed' });
    const forecast = () => get<Forecast>(`instruments/${one}/forecast`);
    expect(await forecast()).toMatchObject({ ready: false, sides: [], sentences: [] });
    await put(`examinations/${id(5301)}`, examinationBody({ instrumentId: one, date: '2026-02-01' }));
    const first = await forecast();
    expect(first.sides.map(({ side }) => side)).toEqual(['bass', 'treble']);
    expect(await forecast()).toEqual(first);

    const corrected = examinationBody({ instrumentId: one, date: '2026-02-01', version: 1 });
    corrected.readings[0] = reading('action12', 'bass', '9/64');
    corrected.conditions = { ...corrected.conditions, humidity: '31', woodMoisture: null };
    corrected.why = 'misread';
    await put(`examinations/${id(5301)}`, corrected);
    const second = await forecast();
    expect(second.sides[0]!.history[0]!.value).toBeCloseTo((9 / 64) * 0.0254, 9);
    expect(second.sides[0]!.points[0]!.median).toBeGreaterThan(first.sides[0]!.points[0]!.median + 0.0004);

    const readings = Array.from({ length: 60 }, (_, i) => ({
      at: new Date(Date.parse('2025-12-20T12:00:00Z') + i * 86400000).toISOString(),
      humidity: '30',
      temperature: '20',
    }));
    await server.call('POST', `rooms/${ROOM}/air`, { unit: '°C', readings });
    const third = await forecast();
    expect(third.climateBasis).toMatch(/2 months of room log, the rest/u);
    expect(third.sides[0]!.history[0]!.moisture).toBeCloseTo(6.3, 0);
  });

  it('without a room log lean on the air of the examinations', async () => {
    const seasonOf = async (n: number, humidity: string) => {
      const one = await instrument(n);
      for (let i = 0; i < 8; i++) {
        const body = examinationBody({ instrumentId: one, date: `2026-0${i + 1}-15` });
        body.conditions = { ...body.conditions, humidity };
        await put(`examinations/${id(n + 1 + i)}`, body);
      }
      const { season, climateBasis } = await get<Forecast>(`instruments/${one}/forecast`);
      expect(climateBasis).toMatch(/^No room log/u);
      return season.reduce((sum, { moisture }) => sum + moisture, 0) / season.length;
    };
    expect(await seasonOf(5350, '72')).toBeGreaterThan((await seasonOf(5370, '32')) + 1);
  });

  it('bands lie in one another, and a reading’s band is wider than the action’s own', async () => {
    const { sides } = await get<Forecast>(`instruments/${id(5300)}/forecast`);
    const { expected } = await get<Expectations>(
      `instruments/${id(5300)}/expectations?date=2026-11-24&strings=pitch`,
    );
    for (const { side, points } of sides) {
      for (const { median, band50, band80, band95 } of points) {
        const ordered = [band95[0], band80[0], band50[0], median, band50[1], band80[1], band95[1]];
        expect([...ordered].sort((a, b) => a - b)).toEqual(ordered);
      }
      const reading = expected.find(
        ({ quantity, place }) => quantity === 'action12' && place === side,
      )!.range!;
      expect(reading[0]).toBeLessThan(points[0]!.band95[0]);
      expect(reading[1]).toBeGreaterThan(points[0]!.band95[1]);
    }
  });

  it('start anew after work on the instrument, slack or strung', async () => {
    const one = await instrument(5400);
    const dates = ['2025-02-01', '2025-05-01', '2025-08-01', '2026-02-01', '2026-05-01'];
    for (const [i, date] of dates.entries()) {
      const body = examinationBody({ instrumentId: one, date });
      body.conditions = { ...body.conditions, strings: i === 3 ? 'slack' : 'pitch' };
      await put(`examinations/${id(5401 + i)}`, body);
    }
    await put(`interventions/${id(5409)}`, interventionBody({ instrumentId: one, date: '2026-01-20' }));
    const { sides } = await get<Forecast>(`instruments/${one}/forecast`);
    expect(sides[0]!.history.map(({ date, misfit }) => [date, misfit === null])).toEqual([
      ['2025-02-01', true],
      ['2025-05-01', true],
      ['2025-08-01', true],
      ['2026-05-01', false],
    ]);
  });

  it('ask by name for what is missing, and judge the side that is complete', async () => {
    const one = await instrument(5500);
    const without = (instrumentId: string, quantity: string, side?: string) =>
      examinationBody({
        instrumentId,
        readings: examinationBody().readings.filter(
          (r) => r.quantity !== quantity || (side !== undefined && r.place !== side),
        ),
      });
    await put(`examinations/${id(5501)}`, without(one, 'straightedge'));
    const blind = await get<Judgement>(`instruments/${one}/judgement`);
    expect(blind.budgets).toEqual([]);
    // a damp day alone is no work: nothing is known to be the matter with it
    expect(blind.order).toEqual([]);
    expect(blind.findings.map(({ text }) => text).join(' ')).toMatch(/straightedge at the bridge/u);
    expect(blind.questions.map((asked) => asked.id)).toContain('full-stance');
    const other = await instrument(5510);
    await put(`examinations/${id(5502)}`, without(other, 'saddleShowing', 'treble'));
    const half = await get<Judgement>(`instruments/${other}/judgement`);
    expect(half.budgets.map(({ side }) => side)).toEqual(['bass']);
    // what a later, partial examination did not read stands as it was read last
    await put(`examinations/${id(5503)}`, { ...without(one, 'saddleShowing', 'treble'), date: '2026-09-01' });
    const later = await get<Judgement>(`instruments/${one}/judgement`);
    expect(later.budgets.map(({ side }) => side)).toEqual(['bass', 'treble']);
  });

  it('judge an archtop against how it was first measured', async () => {
    const one = await instrument(5600, { type: 'archtop', stringSet: 'archtop-medium' });
    const arch = (date: string, straightedge: string) =>
      examinationBody({
        instrumentId: one,
        date,
        readings: [
          reading('action12', 'both', '7/64'),
          reading('relief', 'both', '8 thou'),
          reading('firstFretGap', 'both', '19 thou'),
          reading('straightedge', 'both', straightedge),
          reading('saddleShowing', 'both', '24.5'),
        ],
      });
    await put(`examinations/${id(5601)}`, arch('2025-08-01', '19'));
    await put(`examinations/${id(5602)}`, arch('2026-08-01', '21'));
    const { budgets } = await get<Judgement>(`instruments/${one}/judgement`);
    const plane = budgets[0]!.parts
      .filter(({ cause }) => cause === 'belly' || cause === 'thickness' || cause === 'neck')
      .reduce((sum, { value }) => sum + value, 0);
    // the arch sank by 2 mm: about one of them at fret 12, season and relief aside
    expect(plane * 1000).toBeLessThan(-0.7);
    expect(plane * 1000).toBeGreaterThan(-1.4);
  });

  it('say heights as the shop says them', async () => {
    const shop = await get<Shop>('shop');
    const settings = {
      version: shop.version,
      name: 'Lantern Yard',
      tools: {},
      currency: '',
      units: {},
      temperatureUnit: '°C',
    };
    const words = async () =>
      (await get<Forecast>(`instruments/${id(5300)}/forecast`)).year.map(({ text }) => text).join(' ');
    expect(await words()).toMatch(/\d½?\/64/u);
    await put('shop', { ...settings, sayIn: 'mm' });
    expect(await words()).toMatch(/\d\.\d mm/u);
    const later = await get<Shop>('shop');
    await put('shop', { ...settings, version: later.version, sayIn: 'thou' });
    expect(await words()).toMatch(/\d+ thou/u);
  });
});

describe('nothing is lost', () => {
  it('a reading taken out of an examination stays as a correction with who and when', async () => {
    const one = await instrument(5700);
    const body = examinationBody({ instrumentId: one });
    await put(`examinations/${id(5701)}`, body);
    const fewer = {
      ...body,
      version: 1,
      why: 'the level was not zeroed',
      readings: body.readings.map((r) => (r.quantity === 'bridgeTilt' ? { ...r, text: '0.7' } : r)),
    };
    await put(`examinations/${id(5701)}`, fewer);
    await put(`examinations/${id(5701)}`, {
      ...fewer,
      version: 2,
      readings: fewer.readings.map((r) => (r.quantity === 'bridgeTilt' ? { ...r, text: '0.9' } : r)),
    });
    const stored = await get<Examination>(`examinations/${id(5701)}`);
    expect(stored.corrections.map(({ line, text, by, at, why }) => [line, text, by, at, why])).toEqual([
      ['bridgeTilt', '0.5 °', 'Isbel Crane', '2026-11-24T09:00:00.000Z', 'the level was not zeroed'],
      ['bridgeTilt', '0.7 °', 'Isbel Crane', '2026-11-24T09:00:00.000Z', 'the level was not zeroed'],
    ]);
  });

  it('stale saves of people, rooms, instruments and the shop are refused with both copies', async () => {
    const shop = await get<Shop>('shop');
    const { today: _today, zone: _zone, ...settings } = shop;
    const cases: [string, Record<string, unknown>, Record<string, unknown>][] = [
      [
        `people/${id(5800)}`,
        { version: 0, name: 'one', role: 'luthier' },
        { version: 0, name: 'two', role: 'luthier' },
      ],
      [
        `rooms/${id(5801)}`,
        { version: 0, name: 'one', notes: '', logger: '' },
        { version: 0, name: 'two', notes: '', logger: '' },
      ],
      [
        `instruments/${id(5802)}`,
        { ...instrumentBody({ nickname: 'one' }) },
        { ...instrumentBody({ nickname: 'two' }) },
      ],
      ['shop', { ...settings, name: 'one' }, { ...settings, name: 'two' }],
    ];
    for (const [path, first, second] of cases) {
      expect((await put(path, first)).status, path).toBe(200);
      const refused = await put(path, second);
      expect(refused.status, path).toBe(409);
      expect(refused.body as Problem, path).toMatchObject({
        yours: second,
        current: expect.objectContaining({ version: expect.any(Number) as number }) as object,
      });
    }
    expect((await get<Person[]>('people')).filter(({ name }) => name === 'two')).toEqual([]);
  });

  it('a full disk is said plainly; nothing of the refused save stays, and it goes through once there is room', async () => {
    const writer = server.app.get(Database).writer!;
    writer.pragma(`max_page_count = ${String(writer.pragma('page_count', { simple: true }))}`);
    const long = examinationBody({ notes: 'a long note '.repeat(1600) });
    const refused = await Promise.all(
      Array.from({ length: 4 }, (_, i) => put(`examinations/${id(5900 + i)}`, long)),
    );
    expect(refused.at(-1)).toMatchObject({ status: 507, body: { title: 'The disk is full' } });
    writer.pragma('max_page_count = 1000000');
    for (const [i, { status }] of refused.entries()) {
      expect((await server.call('GET', `examinations/${id(5900 + i)}`)).status).toBe(
        status === 200 ? 200 : 404,
      );
      expect((await put(`examinations/${id(5900 + i)}`, long)).status).toBe(200);
    }
  });

  it('a program that was closed opens again on the same folder with everything there', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-reopened-'));
    const first = await startApp(folder);
    await first.call('PUT', `people/${PERSON}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
    await first.app.close();
    const second = await startApp(folder);
    expect((await second.call('GET', 'people')).body).toMatchObject([{ name: 'Tobin Marsh' }]);
    await second.close();
  });

  it('a data file that is none is said plainly and left as it was', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'upright-elder-damaged-'));
    const file = join(folder, 'upright-elder.sqlite');
    writeFileSync(file, 'this was a database once'.repeat(100));
    const before = readFileSync(file, 'utf8');
    await expect(startApp(folder)).rejects.toThrow(/damaged or not one of Upright Elder’s/u);
    expect(readFileSync(file, 'utf8')).toBe(before);
  });
});
