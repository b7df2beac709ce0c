import type {
  CardPage,
  Forecast,
  Instrument,
  Judgement,
  Problem,
  Room,
  RoomAir,
  RoomWood,
} from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  actionBody,
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  ROOM,
} from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;

/** A loft damp all year: 72 % and a little swing. */
const LOFT = id(20);
const airOf = (humidity: (day: number) => number) =>
  Array.from({ length: 750 }, (_, i) => {
    const time = Date.parse('2024-11-01T12:00:00Z') + i * 86400000;
    return {
      at: new Date(time).toISOString(),
      humidity: humidity(time / 86400000).toFixed(1),
      temperature: '20',
    };
  });
const about = (mean: number) => (day: number) => mean + 5 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);

const stored = () => get<Instrument>(`instruments/${INSTRUMENT}`);
async function keep(kept: Partial<Instrument>): Promise<{ status: number; body: unknown }> {
  const { version } = await stored();
  return put(`instruments/${INSTRUMENT}`, { ...instrumentBody({ homeRoomId: LOFT }), ...kept, version });
}
const forecast = () => get<Forecast>(`instruments/${INSTRUMENT}/forecast?heights=mm`);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  for (const [room, name, mean] of [
    [LOFT, 'Damp loft', 72],
    [ROOM, 'Owner’s home', 47],
  ] as const) {
    await put(`rooms/${room}`, {
      version: 0,
      name,
      notes: '',
      logger: '',
      kind: room === LOFT ? 'store' : 'home',
    });
    await server.call('POST', `rooms/${room}/air`, { unit: '°C', readings: airOf(about(mean)) });
  }
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: LOFT }));
  // a sound one that a damp loft has lifted by half a millimetre and more
  for (const [i, date] of ['2025-02-14', '2025-08-18', '2026-02-12', '2026-08-20', '2026-11-10'].entries())
    await put(
      `examinations/${id(100 + i)}`,
      actionBody(date, ['9.5/64', '10.5/64', '9.5/64', '10.5/64', '10/64'][i]!),
    );
});
afterAll(() => server.close());

describe('the humidity that an instrument will be kept at', () => {
  it('is assumed while nobody said it, and season is counted from there, not from the damp loft', async () => {
    const { kept, sentences } = await forecast();
    expect(kept).toEqual({ humidity: 45, from: 'assumed' });
    expect(sentences.map(({ text, because }) => text + because).join(' ')).toMatch(
      /Figures are for 45\u00a0%\u00a0RH/u,
    );
  });

  it('is a band or a room that is followed, and everything is worked out from it', async () => {
    const text = async () => (await forecast()).sentences.map((one) => one.text + one.because).join(' ');
    expect((await keep({ keptFrom: '38', keptTo: '42 %' })).status).toBe(200);
    expect((await forecast()).kept).toEqual({ humidity: 40, from: 'band' });
    const dry = await text();
    expect(dry).toMatch(/for 40\u00a0%\u00a0RH/u);
    expect((await keep({ keptRoomId: LOFT, keptFrom: '38', keptTo: '42' })).status).toBe(200);
    const there = await forecast();
    expect(there.kept.from).toBe('room');
    expect(there.kept.humidity).toBeGreaterThan(68);
    // where it stays as damp as it is, nothing of the height is season
    expect(await text()).toMatch(/action (?:is|are) high, about/u);
    expect(await text()).not.toMatch(/that is season|it would still be/u);
    const high = (await get<Judgement>(`instruments/${INSTRUMENT}/judgement`)).budgets[0];
    if (high)
      expect(Math.abs(high.parts.find(({ cause }) => cause === 'season')!.value)).toBeLessThan(0.3e-3);
  });

  it('is worked out anew when the air of the room it will be kept in becomes known', async () => {
    await keep({ keptRoomId: ROOM, keptFrom: '', keptTo: '' });
    const before = (await forecast()).kept.humidity;
    expect(Math.abs(before - 47)).toBeLessThan(4);
    const { version, name, notes, logger, kind } = (await get<Room[]>('rooms')).find(
      (one) => one.id === ROOM,
    )!;
    await put(`rooms/${ROOM}`, { version, name, notes, logger, kind, saltHigh: '67' });
    expect((await forecast()).kept.humidity).toBeGreaterThan(before + 5);
  });

  it.each([
    [{ keptFrom: '42', keptTo: '' }, 'keptTo', /both ends/u],
    [{ keptFrom: '55', keptTo: '45' }, 'keptTo', /drier end comes first/u],
    [{ keptFrom: '4', keptTo: '45' }, 'keptFrom', /no room is held at that/u],
    [{ keptFrom: 'dry', keptTo: '45' }, 'keptFrom', /./u],
  ])('%o is refused, and what stood there stays', async (kept, field, reason) => {
    const before = await stored();
    const refused = await keep({ keptRoomId: null, ...kept });
    expect(refused.status).toBe(422);
    const [error] = (refused.body as Problem).errors!;
    expect(error).toMatchObject({ field });
    expect(error!.reason).toMatch(reason);
    expect(error!.accepted).toMatch(/%/u);
    expect(await stored()).toEqual(before);
  });

  it('is left as it is by a program that does not know of it', async () => {
    await keep({ keptRoomId: null, keptFrom: '42', keptTo: '52' });
    const { version } = await stored();
    await put(`instruments/${INSTRUMENT}`, {
      ...instrumentBody({ homeRoomId: LOFT }),
      owner: 'somebody',
      version,
    });
    expect(await stored()).toMatchObject({
      owner: 'somebody',
      keptFrom: '42',
      keptTo: '52',
      keptRoomId: null,
    });
  });
});

describe('a room', () => {
  it('knows what lies in it, and what its wood did beside what meters showed', async () => {
    await put(`instruments/${id(30)}`, instrumentBody({ homeRoomId: ROOM, nickname: 'Breakwater' }));
    const body = examinationBody({ instrumentId: id(30), date: '2026-08-20' });
    body.conditions = {
      ...body.conditions,
      woodMoisture: '9; 9.5; 10',
      meter: 'pinless',
      meterSetting: 'spruce',
    };
    await put(`examinations/${id(31)}`, body);
    const names = async (room: string) =>
      (await get<CardPage>(`shelf?page=1&search=&room=${room}`)).cards.map(({ nickname }) => nickname);
    expect(await names(LOFT)).toEqual(['the Purser']);
    expect(await names(ROOM)).toEqual(['Breakwater']);
    expect(await names(id(999))).toEqual([]);
    const { days, pieces, meters } = await get<RoomWood>(`rooms/${ROOM}/wood`);
    expect(days).toHaveLength(750);
    expect(pieces.map(({ piece }) => piece)).toEqual(['bareTop', 'finishedTop', 'fingerboard', 'neckBlock']);
    const swing = pieces.map(
      ({ moisture }) => Math.max(...(moisture as number[])) - Math.min(...(moisture as number[])),
    );
    // the thicker, the quieter
    expect(swing[3]).toBeLessThan(0.7 * swing[0]!);
    expect(meters).toMatchObject([{ date: '2026-08-20', nickname: 'Breakwater', moisture: 9.5 }]);
    expect((await server.call('GET', `rooms/${id(999)}/wood`)).status).toBe(404);
  });
});

describe('hygrometers beside each other', () => {
  const [trusted, other] = [id(40), id(41)];
  const shape = (name: string, version: number, over: Partial<Room> = {}) => ({
    version,
    name,
    notes: '',
    logger: '',
    kind: 'home',
    ...over,
  });
  it('correct one another, through the salts of the one that was tried, and follow it', async () => {
    await put(`rooms/${trusted}`, shape('Tried', 0, { saltHigh: '70.5' }));
    const beside = { besideRoomId: trusted, besideShown: '48', besideOther: '50' };
    expect((await put(`rooms/${other}`, shape('Untried', 0, beside))).status).toBe(200);
    await server.call('POST', `rooms/${other}/air`, {
      unit: '°C',
      readings: [{ at: '2026-11-20T12:00:00Z', humidity: '48', temperature: '20' }],
    });
    const read = async () => (await get<RoomAir>(`rooms/${other}/air`)).days[0]!.humidity;
    // five too low by the salt: the tried one’s 50 are 55
    expect(await read()).toBeCloseTo(55, 6);
    await put(`rooms/${trusted}`, shape('Tried', 1, { saltHigh: '75.5' }));
    expect(await read()).toBeCloseTo(50, 6);
  });

  it.each([
    [{ besideShown: '48', besideOther: '' }, 'besideOther', /both hygrometers/u],
    [{ besideShown: '30', besideOther: '60' }, 'besideShown', /more than 15 out/u],
    [{ besideRoomId: other, besideShown: '48', besideOther: '50' }, 'besideRoomId', /no other room/u],
  ])('%o is refused', async (beside, field, reason) => {
    const refused = await put(`rooms/${other}`, shape('Untried', 1, beside));
    expect(refused.status).toBe(422);
    const [error] = (refused.body as Problem).errors!;
    expect(error).toMatchObject({ field });
    expect(error!.reason).toMatch(reason);
  });
});
