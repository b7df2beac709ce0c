import { get as httpGet } from 'node:http';
import { connect } from 'node:net';
import { setTimeout as wait } from 'node:timers/promises';
import type { Examination, Problem, Shop } from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RoomEntity } from './air/room.entity.js';
import { LogFolderService } from './air/log-folder.service.js';
import { Database } from './store/database.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON, reading, ROOM } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const fields = (body: unknown) => (body as Problem).errors!.map(({ field }) => field);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
});
afterAll(() => server.close());

/** Every cause of a 500 that was found by sending what nobody should send. */
describe('rubbish is refused with the field it stands in', () => {
  const air = (over: object) => ({
    unit: '°C',
    readings: [{ at: '2026-01-01T00:00:00Z', humidity: '45', temperature: '20', ...over }],
  });
  const room = (over: object) => ({ version: 1, name: 'Loft', notes: '', logger: '', ...over });
  const cases: [string, string, string, unknown][] = [
    ...['2026-W10', '2026-W10-1', '2026-123', '20260101', '2026-01-01T00:00:00,5Z', '2026', '2026-01-01'].map(
      (at): [string, string, string, unknown] => [`air at ${at}`, 'POST', `rooms/${ROOM}/air`, air({ at })],
    ),
    ['a list for a reading of the air', 'POST', `rooms/${ROOM}/air`, { unit: '°C', readings: [[]] }],
    ...(['scale', 'heelDepth', 'targetBass', 'budget', 'marketValue'] as const).flatMap((field) =>
      [[], [[]]].map((value): [string, string, string, unknown] => [
        `${JSON.stringify(value)} for ${field}`,
        'PUT',
        `instruments/${id(50)}`,
        { ...instrumentBody(), [field]: value },
      ]),
    ),
    ['a list for a reading', 'PUT', `examinations/${id(51)}`, { ...examinationBody(), readings: [['x']] }],
    ['a list for a finding', 'PUT', `examinations/${id(51)}`, { ...examinationBody(), findings: [['x']] }],
    [
      'a list for a sighting',
      'PUT',
      `marks/${id(52)}`,
      {
        version: 0,
        instrumentId: INSTRUMENT,
        by: PERSON,
        face: 'top',
        kind: 'crack',
        brace: null,
        name: '',
        sightings: [[]],
      },
    ],
    [
      'a list for a stage',
      'PUT',
      `protocols/${id(53)}`,
      { version: 0, name: 'x', about: '', priced: false, again: false, retired: false, stages: [[]] },
    ],
    ...['braces', 'backBraces', 'holes'].map((part): [string, string, string, unknown] => [
      `a list in ${part}`,
      'PUT',
      `instruments/${INSTRUMENT}/body-plan`,
      { version: 0, by: PERSON, outline: {}, bridge: {}, holes: [], braces: [], [part]: [[]] },
    ]),
    ['half of a character', 'PUT', `people/${id(54)}`, { version: 0, name: 'x\ud800', role: 'master' }],
    ['blanks for a name', 'PUT', `people/${id(54)}`, { version: 0, name: ' \u202e\u200b', role: 'master' }],
    ['blanks for a room', 'PUT', `rooms/${id(55)}`, room({ version: 0, name: '   ' })],
    ['an unknown tool for a quantity', 'PUT', 'shop', { tools: { action12: 'nope' } }],
  ];
  it.each(cases)('%s', async (_what, method, path, body) => {
    const sent = path === 'shop' ? { ...(await settings()), ...(body as object) } : body;
    const answer = await server.call(method, path, sent);
    expect(answer.status, JSON.stringify(answer.body)).toBe(422);
    expect((answer.body as Problem).errors!.length).toBeGreaterThan(0);
  });
  const settings = async () => {
    const { today: _today, zone: _zone, ...rest } = (await server.call('GET', 'shop')).body as Shop;
    return rest;
  };

  it('null for what may be left out is nothing', async () => {
    const answer = await put(`rooms/${ROOM}`, room({ packs: null, saltLow: null, saltHigh: null }));
    expect(answer.status).toBe(200);
  });

  it('dates that are none ask for one, in an address too', async () => {
    for (const date of ['2026-W10-1', '2026-123', '20260101', '2026-02-31'])
      expect(
        (await server.call('GET', `instruments/${INSTRUMENT}/expectations?date=${date}&strings=pitch`))
          .status,
      ).toBe(422);
  });

  it('an hour’s rate that is no amount, and a trial with strings that nobody knows', async () => {
    const { today: _today, zone: _zone, ...shop } = (await server.call('GET', 'shop')).body as Shop;
    expect(fields((await put('shop', { ...shop, rate: '2026-02-31' })).body)).toEqual(['rate']);
    const tried = { loose: [], moisture: 0, anchor: 'bridge', plateCracked: false };
    const trial = {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      name: 'a trial',
      tried: { ...tried, strings: '', tuning: '2026-02-31' },
      forWork: false,
      putAway: false,
    };
    expect(fields((await put(`trials/${id(95)}`, trial)).body)).toEqual(['tried.strings', 'tried.tuning']);
  });

  it('what a page of another site asks for, though it says no Origin; a link from there is followed', async () => {
    // fetch says its own mode, so it is asked as a browser's connection does
    const from = (mode: string) =>
      new Promise<number | undefined>((answered) => {
        const headers = { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': mode };
        httpGet(`${server.address}/api/people`, { headers }, (response) => {
          response.resume();
          answered(response.statusCode);
        });
      });
    expect(await from('no-cors')).toBe(403);
    expect(await from('navigate')).toBe(200);
  });

  it('JSON nested without end, and what is no JSON, are refused', async () => {
    const deep = `${'['.repeat(5000)}${']'.repeat(5000)}`;
    const send = (body: string, type = 'application/json') =>
      fetch(`${server.address}/api/people/${id(56)}`, {
        method: 'PUT',
        headers: { 'content-type': type },
        body,
      });
    expect((await send(deep)).status).toBe(422);
    expect((await send(`{"a":${deep}}`)).status).toBe(422);
    const broken = await send('{"version": 0, "name": "secret');
    expect(broken.status).toBe(400);
    expect(await broken.text()).not.toContain('secret');
    const form = await send('version=0&name=x', 'application/x-www-form-urlencoded');
    expect(form.status).toBe(415);
  });

  it('an address that names nothing says so without a folder of this machine', async () => {
    for (const path of ['instruments/nope', 'instruments/nope/forecast', 'nothing', 'pictures/x']) {
      const answer = await server.call('GET', path);
      expect(answer.status).toBe(404);
      expect(JSON.stringify(answer.body)).not.toMatch(/uuid|\/tmp|ENOENT/u);
    }
  });
});

describe('a small body', () => {
  // each of these held the whole program for a minute or more
  const bodies: [string, string, () => unknown][] = [
    [
      '150,000 empty readings',
      `examinations/${id(60)}`,
      () => ({ ...examinationBody(), readings: Array.from({ length: 150_000 }, () => ({})) }),
    ],
    [
      '100,000 unknown keys',
      'shop',
      () => Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`k${i}`, 0])),
    ],
    [
      '100,000 sightings',
      `marks/${id(61)}`,
      () => ({
        version: 0,
        instrumentId: INSTRUMENT,
        by: PERSON,
        face: 'top',
        kind: 'crack',
        brace: null,
        name: '',
        sightings: Array.from({ length: 100_000 }, () => ({})),
      }),
    ],
    [
      '1,000 empty readings',
      `examinations/${id(62)}`,
      () => ({ ...examinationBody(), readings: Array.from({ length: 1000 }, () => ({})) }),
    ],
  ];
  it.each(bodies)('of %s is refused in a few words', async (_what, path, body) => {
    const answer = await put(path, body());
    expect(answer.status).toBe(422);
    expect((answer.body as Problem).errors!.length).toBeLessThanOrEqual(20);
    expect(JSON.stringify(answer.body).length).toBeLessThan(20_000);
  });
});

describe('one id', () => {
  it('stands for one thing, in whichever letters it is written', async () => {
    const lower = 'c84f0000-0000-7000-8000-00000000abcd';
    expect(
      (await put(`people/${lower}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' })).status,
    ).toBe(200);
    const upper = await put(`people/${lower.toUpperCase()}`, {
      version: 1,
      name: 'Tobin',
      role: 'apprentice',
      why: 'so called',
    });
    expect(upper.body).toMatchObject({ id: lower, version: 2 });
    const saved = await put(
      `instruments/${lower.toUpperCase()}`,
      instrumentBody({ by: lower.toUpperCase() }),
    );
    expect(saved.body).toMatchObject({ id: lower });
  });

  it('and one save, in whichever order its parts are sent', async () => {
    const body = { version: 0, name: 'Osk', role: 'luthier' };
    await put(`people/${id(70)}`, body);
    expect(await put(`people/${id(70)}`, { role: 'luthier', name: 'Osk', version: 0 })).toMatchObject({
      status: 200,
      body: { version: 1 },
    });
  });
});

describe('evidence', () => {
  it('is never moved to another instrument, and notes, price and protocol leave what they said', async () => {
    await put(`instruments/${id(80)}`, instrumentBody({ nickname: 'Halyard' }));
    const first = examinationBody({ notes: 'a hum', askingPrice: '900' });
    await put(`examinations/${id(81)}`, first);
    expect(
      fields((await put(`examinations/${id(81)}`, { ...first, version: 1, instrumentId: id(80) })).body),
    ).toEqual(['instrumentId']);
    expect(
      fields((await put(`examinations/${id(81)}`, { ...first, version: 1, notes: 'no hum' })).body),
    ).toEqual(['why']);
    expect(
      (await put(`examinations/${id(81)}`, { ...first, version: 1, notes: 'a hum, gone in June' })).body,
    ).toMatchObject({ corrections: [] });
    const changed = {
      ...first,
      version: 2,
      notes: '',
      protocol: 'quick',
      askingPrice: '800',
      why: 'of the other one',
    };
    expect(
      ((await put(`examinations/${id(81)}`, changed)).body as Examination).corrections.map(
        ({ line, text }) => [line, text],
      ),
    ).toEqual([
      ['protocol', 'full'],
      ['askingPrice', '900'],
      ['notes', 'a hum, gone in June'],
    ]);
  });

  it('keeps what 21 degrees meant: the other unit alone is a correction', async () => {
    const { conditions } = examinationBody();
    const body = examinationBody({ conditions: { ...conditions, temperature: '21' } });
    await put(`examinations/${id(82)}`, body);
    const other = { ...body, version: 1, conditions: { ...body.conditions, temperatureUnit: '°F' } };
    expect(fields((await put(`examinations/${id(82)}`, other)).body)).toEqual(['why']);
    const saved = await put(`examinations/${id(82)}`, { ...other, why: 'it was Fahrenheit' });
    expect((saved.body as Examination).corrections).toMatchObject([{ line: 'temperature', text: '21 °C' }]);
  });

  it('keeps the dimension of a tool that it was read with', async () => {
    const tool = {
      version: 0,
      name: 'long feelers',
      dimension: 'length',
      resolution: '0.02',
      repeatability: '0.03',
      unit: 'mm',
      retired: false,
    };
    await put(`tools/${id(83)}`, tool);
    const read = { ...reading('relief', 'both', '8 thou'), tool: id(83) };
    await put(`examinations/${id(84)}`, examinationBody({ readings: [read] }));
    const cents = {
      ...tool,
      version: 1,
      dimension: 'cents',
      resolution: '1',
      repeatability: '1',
      unit: 'cents',
    };
    expect(fields((await put(`tools/${id(83)}`, cents)).body)).toEqual(['dimension']);
  });

  it('that is struck counts nowhere, is shown where it is asked for, and can be brought back', async () => {
    const list = async (query = '') =>
      (
        (await server.call('GET', `instruments/${INSTRUMENT}/examinations${query}`)).body as Examination[]
      ).map((one) => one.id);
    await put(`examinations/${id(85)}`, examinationBody({ date: '2026-10-01' }));
    const strike = (struck: boolean, why = '') =>
      put(`strikes/examination/${id(85)}`, { struck, why, by: PERSON });
    expect(fields((await strike(true)).body)).toEqual(['why']);
    expect((await strike(true, 'of the other guitar')).status).toBe(200);
    // asked twice it is as the first time
    expect((await strike(true, 'once more')).body).toHaveLength(1);
    expect(await list()).not.toContain(id(85));
    expect(await list('?struck=true')).toContain(id(85));
    expect((await server.call('GET', `examinations/${id(85)}`)).body).toMatchObject({
      struck: true,
      strikes: [{ why: 'of the other guitar', byName: 'Isbel Crane' }],
    });
    expect((await strike(false)).body).toHaveLength(2);
    expect(await list()).toContain(id(85));
  });
});

describe('an import of air', () => {
  const batch = (importId: string, humidity: string) => ({
    unit: '°C',
    importId,
    name: 'loft.csv',
    readings: Array.from({ length: 30 }, (_, i) => ({
      at: new Date(Date.UTC(2026, 2, 1 + i, 12)).toISOString(),
      humidity,
      temperature: '20',
    })),
  });
  const send = (importId: string, humidity: string) =>
    server.call('POST', `rooms/${ROOM}/air`, batch(importId, humidity));
  const mean = async () => {
    const { days } = (await server.call('GET', `rooms/${ROOM}/air`)).body as { days: { humidity: number }[] };
    return [days.length, days[0]?.humidity];
  };

  it('can be taken back whole, sent again rightly, and brought back where nothing took its place', async () => {
    await send(id(90), '90');
    expect(await mean()).toEqual([30, 90]);
    const strike = (struck: boolean) =>
      put(`strikes/import/${id(90)}`, {
        struck,
        why: struck ? 'the column of another room' : '',
        by: PERSON,
      });
    expect((await strike(true)).status).toBe(200);
    expect((await mean())[0]).toBe(0);
    expect((await send(id(90), '45')).status).toBe(422);
    expect((await send(id(91), '45')).body).toEqual({ added: 30, known: 0 });
    expect(await mean()).toEqual([30, 45]);
    await strike(false);
    // what came from elsewhere meanwhile stays as it came
    expect(await mean()).toEqual([30, 45]);
    await put(`strikes/import/${id(91)}`, { struck: true, why: 'try', by: PERSON });
    await strike(true);
    await strike(false);
    expect(await mean()).toEqual([30, 90]);
  });
});

describe('the program', () => {
  it('goes on when a look at its tables fails in between', async () => {
    const database = server.app.get(Database);
    const logs = server.app.get(LogFolderService);
    const real = database.read.find.bind(database.read);
    const broken = (...args: Parameters<typeof real>) =>
      args[0] === RoomEntity ? Promise.reject(new Error('no such table: room')) : real(...args);
    Object.assign(database.read, { find: broken });
    await expect(logs.look()).rejects.toThrow('no such table');
    // the timer's own looks come and go
    await wait(2500);
    Object.assign(database.read, { find: real });
    expect((await server.call('GET', 'people')).status).toBe(200);
    await wait(2500);
    expect(((await server.call('GET', 'log-files')).body as { trouble: string | null }).trouble).toBeNull();
  });

  it('ends though requests are half open', async () => {
    const own = await startApp();
    const { port } = new URL(own.address);
    const sockets = Array.from({ length: 40 }, () => {
      const socket = connect(Number(port), '127.0.0.1');
      socket.on('error', () => undefined);
      socket.write(
        `POST /api/pictures HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Length: 100000\r\n\r\nabc`,
      );
      return socket;
    });
    await wait(300);
    // without an end of theirs this would never come back
    await own.close();
    sockets.forEach((socket) => socket.destroy());
  });
});

describe('the day', () => {
  it('turns while the program runs, by the shop’s own clock', async () => {
    const own = await startApp();
    const shop = async () => {
      const { today, zone, ...settings } = (await own.call('GET', 'shop')).body as Shop;
      return { today, zone, settings };
    };
    await own.call('PUT', `people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await own.call('PUT', `instruments/${INSTRUMENT}`, instrumentBody());
    await own.call('PUT', 'shop', { ...(await shop()).settings, timeZone: 'America/Los_Angeles' });
    const { Clock } = await import('./clock.js');
    const clock = own.app.get(Clock);
    // midnight in Los Angeles is 08:00 UTC in winter
    clock.setOn('2026-11-25T07:59:00Z');
    expect((await shop()).today).toBe('2026-11-24');
    const tomorrow = examinationBody({ date: '2026-11-25' });
    expect((await own.call('PUT', `examinations/${id(95)}`, tomorrow)).status).toBe(422);
    const before = (await own.call('GET', `instruments/${INSTRUMENT}/forecast`)).body as { made: string };
    clock.setOn('2026-11-25T08:01:00Z');
    expect((await shop()).today).toBe('2026-11-25');
    expect((await own.call('PUT', `examinations/${id(95)}`, tomorrow)).status).toBe(200);
    const after = (await own.call('GET', `instruments/${INSTRUMENT}/forecast`)).body as { made: string };
    expect([before.made, after.made]).toEqual(['2026-11-24', '2026-11-25']);
    await own.close();
  });
});
