import type { Scorecard, SlipPage } from '@upright-elder/contract';
import type { DailyAir } from '@upright-elder/core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { roomClimate } from '../air/room-climate.js';
import { startApp, type AppUnderTest } from '../testing/app-under-test.js';
import { actionBody, id, INSTRUMENT, instrumentBody, PERSON, ROOM } from '../testing/bodies.js';
import { Forecaster } from './forecaster.js';
import { ForecastsService } from './forecasts.service.js';
import { workOutCase, type Case } from './case.js';
import { latestFirst, promisesKept } from './promises.js';
import { ReforecastService } from './reforecast.service.js';
import { summaryOf } from './summary.js';

/** the day of the server under test */
const TODAY = Date.parse('2026-11-24') / 86400000;

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;

const DATES = ['2024-08-14', '2025-02-18', '2025-08-12', '2026-02-20', '2026-08-21'];
const ACTIONS = ['8/64', '6/64', '8/64', '6/64', '8/64'];

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'owner' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  const readings = Array.from({ length: 980 }, (_, i) => {
    const day = 19800 + i;
    const humidity = 50 + 12 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
    const at = new Date(day * 86400000).toISOString();
    return { at, humidity: humidity.toFixed(1), temperature: '20' };
  });
  expect((await server.call('POST', `rooms/${ROOM}/air`, { unit: '°C', readings })).status).toBe(200);
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: ROOM }));
  for (const [i, date] of DATES.entries()) {
    await put(`examinations/${id(100 + i)}`, actionBody(date, ACTIONS[i]!));
  }
});
afterAll(() => server.close());

describe('the thread beside', () => {
  it('finds exactly what the pages find', async () => {
    const found = await server.app.get(Forecaster).find(INSTRUMENT, '64ths');
    if ('refusal' in found) throw new Error(found.refusal);
    const { kept } = await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`);
    expect(found.kept).toEqual(kept);
    expect(kept).toHaveLength(8);
    const [slip] = (await get<SlipPage>('shelf')).slips;
    expect(found.summary.first!.text).toBe(slip!.sentence);
    expect(found.summary.stance).toEqual(slip!.stance);
    expect(found.summary).toMatchObject({ examinations: 5, lastExamined: '2026-08-21' });
  });

  it('that falls over is replaced, and what it was asked is answered with why', async () => {
    const forecaster = server.app.get(Forecaster);
    await forecaster.find(INSTRUMENT, '64ths');
    const cut = forecaster.find(INSTRUMENT, '64ths');
    // wait until the question is on its way
    await new Promise((later) => setTimeout(later, 3));
    await forecaster.end();
    const found = await cut;
    const again = await forecaster.find(INSTRUMENT, '64ths');
    expect('refusal' in again).toBe(false);
    // the fresh thread was told the room's air again: it finds the same
    if ('summary' in found) expect(found).toEqual(again);
    else expect(found.refusal).toMatch(/abort|ended/u);
    const { kept } = await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`);
    expect('kept' in again && again.kept).toEqual(kept);
  });

  it('answers for an instrument that is not there, and goes on', async () => {
    const forecaster = server.app.get(Forecaster);
    const [none, one] = await Promise.all([
      forecaster.find(id(999), '64ths'),
      forecaster.find(INSTRUMENT, '64ths'),
    ]);
    expect(none).toEqual({ refusal: expect.stringMatching(/instrument/u) as string });
    expect('summary' in one).toBe(true);
  });
});

describe('a summary', () => {
  it('says heights as the shop does', async () => {
    const { instrument, examinations, ...room } = await server.app.get(ForecastsService).caseOf(INSTRUMENT);
    // seen once, it is the coming year that is said first
    const once = workOutCase(
      { instrument, examinations: examinations.slice(0, 1), solved: null, today: TODAY },
      room,
    );
    const said = (['64ths', 'mm', 'thou'] as const).map((sayIn) => summaryOf(once, sayIn).first!.text);
    expect(said[0]).toMatch(/\/64/u);
    expect(said[1]).toMatch(/\d mm/u);
    expect(said[2]).toMatch(/\d thou/u);
  });
});

describe('progress', () => {
  it('is asked again only after something was written', async () => {
    const reforecast = server.app.get(ReforecastService);
    const settled = async () => {
      for (let i = 0; i < 200; i++) {
        reforecast.wake();
        const { done, total } = await reforecast.progress();
        if (done === total) return total;
        await new Promise((later) => setTimeout(later, 50));
      }
      throw new Error('it is never done');
    };
    expect(await settled()).toBe(1);
    await put(`instruments/${id(4)}`, instrumentBody({ nickname: 'Halyard' }));
    // the thread beside may have done it by now
    expect((await reforecast.progress()).total).toBe(2);
    expect(await settled()).toBe(2);
    const slips = (await get<SlipPage>('shelf')).slips;
    expect(slips.map(({ nickname, pending }) => [nickname, pending])).toEqual([
      ['Halyard', false],
      ['the Purser', false],
    ]);
  });
});

describe('promises nobody looked at', () => {
  let worked: Case;
  /** the same instrument as if the visits after one had never been made */
  const upTo = (count: number, days: readonly DailyAir[]) => {
    const { instrument, examinations } = worked;
    const some = examinations.slice(0, count);
    return workOutCase(
      { instrument, examinations: some, solved: null, today: TODAY },
      roomClimate(days, null),
    );
  };
  beforeAll(async () => {
    worked = await server.app.get(ForecastsService).caseOf(INSTRUMENT);
  });

  it.each([
    ['a logged room', () => worked.log.days()],
    ['a room that nobody logs', () => []],
  ])('stand on nothing that came after them, in %s', (_, daysOf) => {
    const days = daysOf();
    const all = latestFirst(promisesKept(upTo(5, days), []));
    for (const count of [2, 3, 4]) {
      const then = latestFirst(promisesKept(upTo(count, days), []));
      expect(then).toHaveLength(2 * (count - 1));
      expect(all).toEqual(expect.arrayContaining(then));
    }
  });

  it('are replaced by what was shown, where that stood on the visit before', () => {
    const key = 'action12.bass';
    const last = {
      median: 0.003,
      band50: [0.0029, 0.0031],
      band80: [0.0028, 0.0032],
      band95: [0.0027, 0.0033],
    };
    const points = [20500, 20700].map((day) => ({ ...last, day })) as never;
    const shown = (basis: string, shownOn: string) => ({ key, basis, shownOn, points });
    const newest = (forecasts: ReturnType<typeof shown>[]) =>
      latestFirst(promisesKept(worked, forecasts)).find((one) => one.key === key)!;
    expect(newest([shown('2026-02-20', '2026-03-01')])).toMatchObject({
      shownOn: '2026-03-01',
      median: 0.003,
    });
    // the later one counts; one shown after the visit, or standing on an older one, does not
    const two = [shown('2026-02-20', '2026-03-01'), shown('2026-02-20', '2026-07-01')];
    expect(newest(two).shownOn).toBe('2026-07-01');
    expect(newest([shown('2026-02-20', '2026-09-01')]).shownOn).toBeNull();
    expect(newest([shown('2025-08-12', '2026-03-01')]).shownOn).toBeNull();
  });
});
