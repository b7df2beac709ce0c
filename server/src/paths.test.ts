import type {
  AirAnswer,
  Forecast,
  Instrument,
  InstrumentPath,
  Intervention,
  Problem,
  RoomAir,
  StayOf,
} from '@upright-elder/contract';
import { dayOf } from '@upright-elder/core/days';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BackgroundService } from './analysis/background.service.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, instrumentBody, interventionBody, PERSON, reading } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;
const [BELOW, LOFT] = [id(7001), id(7002)];
const ONE = id(7010);

const yearOf = (mean: number, swing: number) => (day: number) =>
  mean + swing * Math.cos((2 * Math.PI * (day - 227)) / 365.2425) + 2 * Math.sin(day * 0.61);
const BELOW_YEAR = yearOf(42, 12);
const LOFT_YEAR = yearOf(60, 9);
const MOVED_ON = '2025-09-01';
const VISITS = [
  '2023-02-12',
  '2023-08-14',
  '2024-02-12',
  '2024-08-14',
  '2025-02-12',
  '2025-08-14',
  '2026-02-12',
  '2026-05-15',
];
/** 0.15 mm per %MC, with the wood as the air of that fortnight has it. */
const ACTIONS = ['2.26', '2.71', '2.26', '2.71', '2.26', '2.71', '2.74', '2.88'];

async function log(
  room: string,
  humidity: (day: number) => number,
  from = '2022-06-01',
  days = 1600,
): Promise<void> {
  const first = dayOf(from);
  const readings = Array.from({ length: days }, (_, i) => ({
    at: new Date((first + i) * 86400000 + 43200000).toISOString(),
    humidity: humidity(first + i).toFixed(1),
    temperature: '20',
  }));
  const answer = await server.call('POST', `rooms/${room}/air`, { unit: '°C', readings });
  expect(answer.status).toBe(200);
}

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${BELOW}`, { version: 0, name: 'below', notes: '', logger: '' });
  await put(`rooms/${LOFT}`, { version: 0, name: 'loft', notes: '', logger: '' });
  await log(BELOW, BELOW_YEAR);
  await log(LOFT, LOFT_YEAR);
  await put(`instruments/${ONE}`, instrumentBody({ homeRoomId: LOFT, nickname: 'carried' }));
  for (const [i, date] of VISITS.entries()) {
    const body = examinationBody({ instrumentId: ONE, date });
    const air = (date < MOVED_ON ? BELOW_YEAR : LOFT_YEAR)(dayOf(date));
    await put(`examinations/${id(7100 + i)}`, {
      ...body,
      conditions: { ...body.conditions, humidity: air.toFixed(0), temperature: '20', woodMoisture: null },
      readings: body.readings.map((one) =>
        one.quantity === 'action12' ? reading('action12', one.place, ACTIONS[i]!) : one,
      ),
    });
  }
});
afterAll(() => server.close());

const path = (of = ONE) => get<InstrumentPath>(`instruments/${of}/path`);
const forecast = (of = ONE) => get<Forecast>(`instruments/${of}/forecast`);
const move = (n: number, over: object) =>
  put(`interventions/${id(n)}`, interventionBody({ instrumentId: ONE, kinds: ['room'], ...over }));
/** Waits until everything is worked out. */
async function settled(): Promise<void> {
  server.app.get(BackgroundService).wake();
  for (;;) {
    const { done, total } = await server.app.get(BackgroundService).progress();
    if (done === total) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

describe('whose air an instrument lived in', () => {
  it('is asked where the log of its home does not fit what was read beside it', async () => {
    await settled();
    const { stays, doubt, saidBefore } = await path();
    expect(stays).toEqual([{ from: null, roomId: LOFT, roomName: 'loft' }]);
    expect(doubt).toMatchObject({ kind: 'until', last: '2025-08-14', asked: true });
    expect(doubt!.text).toMatch(/RH measured beside it on .*; the log of loft says .* until then\?$/u);
    expect(saidBefore).toBeNull();
  });

  it('changes all years before a move that is entered long after it, and says so once', async () => {
    const before = await forecast();
    const answer = await move(7201, { date: MOVED_ON, moved: { to: LOFT } });
    expect(answer.status).toBe(200);
    // its home was the loft all the while: where it lay before is what is still to be said
    expect((await path()).stays).toHaveLength(1);
    await move(7202, { date: '2022-07-01', moved: { to: BELOW, until: MOVED_ON } });
    expect((await path()).stays.map(({ from, roomName }) => [from, roomName])).toEqual([
      [null, 'loft'],
      ['2022-07-01', 'below'],
      [MOVED_ON, 'loft'],
    ]);
    const after = await forecast();
    expect((await path()).doubt).toBeNull();
    // by hand it was known to a day's weather; now the log of the room in which it lay tells it
    expect(after.sides[0]!.history[0]!.moistureSd).toBeLessThan(
      0.6 * before.sides[0]!.history[0]!.moistureSd,
    );
    expect(before.sentences.map(({ text, because }) => text + because).join(' ')).toMatch(
      /not known which room’s air/u,
    );
    expect(after.sides[0]!.history.at(-1)!.moisture).toBeCloseTo(
      before.sides[0]!.history.at(-1)!.moisture,
      0,
    );
    expect(after.stays.map(({ room }) => room)).toEqual(['below', 'loft']);
    expect(after.sentences.map(({ text }) => text).join(' ')).not.toMatch(/creeping/u);
    await settled();
    const said = (await path()).saidBefore;
    expect(said).not.toBeNull();
    expect((await server.call('POST', `instruments/${ONE}/path/seen`, {})).status).toBe(200);
    expect((await path()).saidBefore).toBeNull();
    expect(await get<StayOf[]>(`rooms/${BELOW}/stays`)).toEqual([
      { instrumentId: ONE, nickname: 'carried', from: '2022-07-01', to: MOVED_ON },
    ]);
  });

  it('goes back to what it was where a move is struck, and on where it is brought back', async () => {
    const strike = (struck: boolean) =>
      put(`strikes/intervention/${id(7202)}`, { struck, why: 'another instrument', by: PERSON });
    await strike(true);
    expect((await path()).stays).toHaveLength(1);
    expect((await path()).doubt).not.toBeNull();
    await strike(false);
    expect((await path()).stays).toHaveLength(3);
  });

  it('follows what is carried to and fro every year, and what is not back yet', async () => {
    const two = id(7011);
    await put(`instruments/${two}`, instrumentBody({ homeRoomId: LOFT, nickname: 'in turn' }));
    await put(
      `interventions/${id(7203)}`,
      interventionBody({
        instrumentId: two,
        kinds: ['room'],
        date: '2023-11-01',
        moved: { to: BELOW, until: '2024-04-01', yearly: true },
      }),
    );
    const { stays } = await path(two);
    expect(stays.map(({ roomName }) => roomName).slice(0, 5)).toEqual([
      'loft',
      'below',
      'loft',
      'below',
      'loft',
    ]);
    expect(stays[3]!.from).toMatch(/^2024-(10-31|11-01)$/u);
    await put(
      `interventions/${id(7204)}`,
      interventionBody({
        instrumentId: two,
        kinds: ['room'],
        date: '2026-08-01',
        moved: { to: null, until: null },
      }),
    );
    expect((await path(two)).stays.at(-1)).toMatchObject({ from: '2026-08-01', roomId: null, roomName: '' });
    expect((await get<Instrument>(`instruments/${two}`)).homeRoomId).toBe(LOFT);
  });

  it('makes a move for good that nothing follows its home, and leaves a later one alone', async () => {
    const three = id(7012);
    await put(`instruments/${three}`, instrumentBody({ homeRoomId: BELOW, nickname: 'moved for good' }));
    const good = (n: number, date: string, to: string | null) =>
      put(
        `interventions/${id(n)}`,
        interventionBody({ instrumentId: three, kinds: ['room'], date, moved: { to } }),
      );
    await good(7205, '2026-06-01', LOFT);
    expect(await get<Instrument>(`instruments/${three}`)).toMatchObject({ homeRoomId: LOFT, version: 2 });
    // struck as another's it takes its home back with it, and brought back it goes there again
    const strike = (struck: boolean) =>
      put(`strikes/intervention/${id(7205)}`, { struck, why: 'another instrument', by: PERSON });
    await strike(true);
    expect((await get<Instrument>(`instruments/${three}`)).homeRoomId).toBe(BELOW);
    await strike(false);
    expect((await get<Instrument>(`instruments/${three}`)).homeRoomId).toBe(LOFT);
    await good(7206, '2024-06-01', null);
    expect((await get<Instrument>(`instruments/${three}`)).homeRoomId).toBe(LOFT);
    expect((await path(three)).stays.map(({ roomName }) => roomName)).toEqual(['below', '', 'loft']);
    const [first] = await get<Intervention[]>(`instruments/${three}/interventions`);
    expect(first!.changes.room).toEqual({ from: BELOW, to: null, entered: true });
  });

  it.each([
    [{ to: id(7999) }, 'moved.to', /no such room/u],
    [{ to: BELOW, until: '2020-01-01' }, 'moved.until', /not back before it went/u],
    [{ to: BELOW, yearly: true }, 'moved.until', /every year it comes back/u],
    [{ to: BELOW, until: '2027-12-01', yearly: true }, 'moved.until', /ends within one/u],
  ])('refuses %j and says what would be taken', async (moved, field, reason) => {
    const { status, body } = await move(7290, { date: '2026-08-20', moved });
    expect(status).toBe(422);
    const [fault] = (body as Problem).errors!;
    expect(fault!.field).toBe(field);
    expect(fault!.reason).toMatch(reason);
    expect(fault!.accepted).not.toBe('');
  });

  it('hears no log of days of which it is said to be wrong, and no reading that is', async () => {
    const four = id(7013);
    await put(`instruments/${four}`, instrumentBody({ homeRoomId: LOFT, nickname: 'answers' }));
    const day = '2026-02-12';
    const body = examinationBody({ instrumentId: four, date: day });
    await put(`examinations/${id(7301)}`, {
      ...body,
      conditions: { ...body.conditions, humidity: '28', temperature: '20', woodMoisture: null },
    });
    const moisture = async () => (await forecast(four)).sides[0]!.history[0]!;
    const unsaid = await moisture();
    const answer = (n: number, said: AirAnswer['answer']) =>
      put(`air-answers/${id(n)}`, {
        version: 0,
        instrumentId: four,
        roomId: null,
        answer: said,
        from: day,
        to: null,
        by: PERSON,
      });
    await answer(7302, 'log wrong');
    const byHand = await moisture();
    expect(byHand.moistureFrom).toBe('examination air');
    expect(byHand.moisture).toBeLessThan(unsaid.moisture + 0.01);
    await put(`strikes/air%20answer/${id(7302)}`, { struck: true, why: 'it was right', by: PERSON });
    expect((await moisture()).moisture).toBeCloseTo(unsaid.moisture, 6);
    await answer(7303, 'misread');
    const byLog = await moisture();
    expect(byLog).toMatchObject({ moistureFrom: 'room log' });
    expect(byLog.moisture).toBeGreaterThan(8);
    expect((await path(four)).answers.map((one) => [one.answer, one.struck, one.byName])).toEqual([
      ['misread', false, 'Isbel Crane'],
      ['log wrong', true, 'Isbel Crane'],
    ]);
    const { status } = await put(`air-answers/${id(7304)}`, {
      version: 0,
      instrumentId: four,
      roomId: null,
      answer: 'newer',
      from: day,
      to: null,
      by: PERSON,
    });
    expect(status).toBe(422);
  });
});

describe('a log that went over to other ways', () => {
  it('is asked about, and read as it is answered', async () => {
    const hall = id(7003);
    await put(`rooms/${hall}`, { version: 0, name: 'hall', notes: '', logger: '' });
    const since = dayOf('2024-08-01');
    await log(hall, (day) => (day < since ? yearOf(45, 12) : yearOf(62, 8))(day), '2022-06-01', 1440);
    const air = () => get<RoomAir>(`rooms/${hall}/air`);
    const asked = await air();
    expect(asked.change).toMatchObject({ open: true, line: false });
    expect(Math.abs(dayOf(asked.change!.date) - since)).toBeLessThan(20);
    expect(asked.change!.text).toMatch(/about 1\d\u00a0%\u00a0RH damper than its seasons explain/u);
    // the coming year follows the log as it is now: its driest wood is that of 54 %
    const [mean, cos, sin] = asked.climate.coefficients as [number, number, number];
    expect(mean - Math.hypot(cos, sin)).toBeGreaterThan(9.2);
    const say = (n: number, answer: string) =>
      put(`air-answers/${id(n)}`, {
        version: 0,
        instrumentId: null,
        roomId: hall,
        answer,
        from: asked.change!.date,
        to: null,
        by: PERSON,
      });
    await say(7310, 'room');
    expect((await air()).change).toMatchObject({ open: false });
    await put(`strikes/air%20answer/${id(7310)}`, { struck: true, why: 'not so', by: PERSON });
    expect((await air()).change).toMatchObject({ open: true });
    await say(7311, 'older');
    const righted = await air();
    expect(righted.change).toBeNull();
    expect(righted.climate.coefficients[0]).toBeLessThan(mean - 1.5);
    expect(await get<AirAnswer[]>(`rooms/${hall}/answers`)).toHaveLength(2);
  });
});
