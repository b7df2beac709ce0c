import { firstOf } from '@upright-elder/core/wording';
import { join } from 'node:path';
import type {
  CardPage,
  Forecast,
  Instrument,
  Scorecard,
  Shop,
  Tool,
  TopModel,
} from '@upright-elder/contract';
import { bodyPlanInputOf } from '@upright-elder/contract';
import { bodyPlanFrom, usualOutline } from '@upright-elder/core/body-plan';
import BetterSqlite3 from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { Clock } from '../clock.js';
import { Database } from '../store/database.js';
import { DATA_FILE } from '../store/folder.js';
import { startApp, type AppUnderTest } from '../testing/app-under-test.js';
import {
  actionBody,
  id,
  INSTRUMENT,
  instrumentBody,
  interventionBody,
  PERSON,
  ROOM,
} from '../testing/bodies.js';
import { AnalysisService } from './analysis.service.js';
import { BackgroundService } from './background.service.js';

let server: AppUnderTest;
const put = async (path: string, body: unknown) => {
  const answer = await server.call('PUT', path, body);
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
  return answer.body;
};
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;
const forecast = (of = INSTRUMENT) => get<Forecast>(`instruments/${of}/forecast`);
const card = async (of: string = INSTRUMENT) =>
  (await get<CardPage>('shelf')).cards.find((one) => one.id === of)!;

const DATES = ['2024-08-14', '2025-02-18', '2025-08-12', '2026-02-20', '2026-08-21'];
const ACTIONS = ['8/64', '6/64', '8/64', '6/64', '8/64'];

/** Waits until nothing is left to be worked out. */
async function settled(of = server): Promise<void> {
  for (let i = 0; i < 400; i++) {
    const { done, total } = await of.app.get(BackgroundService).progress();
    if (done === total) return;
    await new Promise((later) => setTimeout(later, 25));
  }
  throw new Error('it is never done');
}

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  const readings = Array.from({ length: 980 }, (_, i) => {
    const day = 19800 + i;
    const humidity = 50 + 12 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
    const at = new Date(day * 86400000).toISOString();
    return { at, humidity: humidity.toFixed(1), temperature: '20' };
  });
  expect((await server.call('POST', `rooms/${ROOM}/air`, { unit: '°C', readings })).status).toBe(200);
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: ROOM }));
  for (const [i, date] of DATES.entries())
    await put(`examinations/${id(100 + i)}`, actionBody(date, ACTIONS[i]!));
});
afterAll(() => server.close());

describe('what is worked out', () => {
  it('is on the card as on the page, and the scorecard is the one that is kept', async () => {
    await settled();
    const first = await card();
    expect(first).toMatchObject({ pending: false, asOf: null, examinations: 5, lastExamined: '2026-08-21' });
    const { sentences, year } = await forecast();
    // a card has room for its first sentence
    expect([...sentences, ...year].map(({ text }) => firstOf(text))).toContain(first.sentence);
    const { checks } = await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`);
    expect(checks).toHaveLength(8);
    expect((await server.app.get(BackgroundService).checksOf(INSTRUMENT)).map(({ read }) => read)).toEqual(
      checks.map(({ read }) => read),
    );
  });

  it('writes nothing when it is asked for', async () => {
    await settled();
    const changes = () =>
      server.app.get(Database).writer!.prepare('SELECT total_changes()').pluck().get() as number;
    const before = changes();
    for (const path of [
      'forecast',
      'scorecard',
      'judgement',
      'top',
      'expectations?date=2026-11-24&strings=pitch',
    ])
      expect((await server.call('GET', `instruments/${INSTRUMENT}/${path}`)).status).toBe(200);
    await get('shelf');
    expect(changes()).toBe(before);
  });

  it('follows the error of a tool at once, and keeps a fit that does not stand on it', async () => {
    const sdOf = async () => (await forecast()).sides[0]!.history[0]!.sd;
    const before = await sdOf();
    const rule = (await get<Tool[]>('tools')).find((one) => one.id === 'rule')!;
    const coarse = {
      name: rule.name,
      dimension: rule.dimension,
      unit: 'mm',
      resolution: '1',
      repeatability: '1',
      retired: false,
    };
    await put('tools/rule', { ...coarse, version: rule.version });
    expect(await sdOf()).toBeGreaterThan(5 * before);
    const { range } = (
      await get<{ expected: { quantity: string; range: [number, number] }[] }>(
        `instruments/${INSTRUMENT}/expectations?date=2026-11-24&strings=pitch`,
      )
    ).expected.find(({ quantity }) => quantity === 'action12')!;
    expect(range[1] - range[0]).toBeGreaterThan(0.003);
    await settled();
    expect((await card()).asOf).toBeNull();
    // a tool that read nothing here is no reason to fit anew
    const ask = vi.spyOn(server.app.get(AnalysisService), 'later');
    const dial = (await get<Tool[]>('tools')).find((one) => one.id === 'tuner')!;
    await put('tools/tuner', {
      name: dial.name,
      dimension: dial.dimension,
      unit: 'cents',
      resolution: '3',
      repeatability: '3',
      retired: false,
      version: dial.version,
    });
    await settled();
    expect(ask.mock.calls.map(([task]) => task)).not.toContain('workOut');
    ask.mockRestore();
    const now = (await get<Tool[]>('tools')).find((one) => one.id === 'rule')!;
    await put('tools/rule', {
      name: now.name,
      dimension: now.dimension,
      unit: 'mm',
      resolution: rule.resolution,
      repeatability: rule.repeatability,
      retired: false,
      version: now.version,
    });
    expect(await sdOf()).toBeCloseTo(before, 9);
  });

  it('follows the tool that a quantity is usually read with', async () => {
    // readings name their tool, and stay as they are
    const before = (await forecast()).sides[0]!.history[0]!.sd;
    const shop = await get<Shop>('shop');
    const { version, name, units, currency, temperatureUnit, timeZone, sayIn } = shop;
    await put('shop', {
      version,
      name,
      units,
      currency,
      temperatureUnit,
      timeZone,
      sayIn,
      tools: { action12: 'caliper' },
    });
    expect((await forecast()).sides[0]!.history[0]!.sd).toBe(before);
  });

  it('is never an old plan’s figure said to be solved', async () => {
    const of = id(20);
    await put(`instruments/${of}`, instrumentBody({ nickname: 'planned' }));
    const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
    const low = { ...plan, braces: plan.braces.map((brace) => ({ ...brace, height: 0.7 * brace.height })) };
    const top = () => get<TopModel>(`instruments/${of}/top`);
    const solved = async () => {
      for (let i = 0; i < 400; i++) {
        const found = await top();
        if (found.prior === 'solved') return found;
        expect(found).toMatchObject({ prior: 'solving', rise: null });
        await new Promise((later) => setTimeout(later, 50));
      }
      throw new Error('it was not solved');
    };
    await put(`instruments/${of}/body-plan`, bodyPlanInputOf(plan, 0, PERSON));
    const first = await solved();
    await put(`instruments/${of}/body-plan`, bodyPlanInputOf(low, 1, PERSON));
    expect(await top()).toMatchObject({ prior: 'solving', rise: null });
    expect((await forecast(of)).solving).toBe(true);
    const second = await solved();
    expect(second.rise).toBeGreaterThan(1.05 * first.rise!);
    expect((await forecast(of)).yearInput.restraint).toBeGreaterThan(0.1);
    // another owner is none of the plate model’s business
    const stored = await get<Instrument>(`instruments/${of}`);
    await put(`instruments/${of}`, {
      ...instrumentBody({ nickname: 'planned', owner: 'the Ferry Band' }),
      version: stored.version,
    });
    expect((await top()).prior).toBe('solved');
    // made an archtop, nothing of the flat top is left
    await put(`instruments/${of}`, {
      ...instrumentBody({ nickname: 'planned', type: 'archtop' }),
      version: stored.version + 1,
    });
    expect((await forecast(of)).yearInput.restraint).toBeNull();
    expect(await top()).toMatchObject({ prior: 'archtop', rise: null });
  });

  it('says what it was as of, until it is worked out for another day', async () => {
    await settled();
    const clock = server.app.get(Clock);
    const background = server.app.get(BackgroundService);
    const before = await forecast();
    clock.setOn('2027-01-20T09:00:00.000Z');
    expect(await card()).toMatchObject({ asOf: '2026-11-24', pending: false });
    const after = await forecast();
    expect(after.made).toBe('2027-01-20');
    expect(after.sides[0]!.points[0]!.date).toBe('2027-01-20');
    expect(after.sides[0]!.points[0]!.median).not.toBe(before.sides[0]!.points[0]!.median);
    // nothing was recorded since: the fit stays, and only the day is read off it
    const later = vi.spyOn(server.app.get(AnalysisService), 'later');
    background.wake();
    await settled();
    expect(new Set(later.mock.calls.map(([task]) => task))).toEqual(new Set(['readOff']));
    expect((await card()).asOf).toBeNull();
    later.mockRestore();
    clock.setOn('2026-11-24T09:00:00.000Z');
    background.wake();
    await settled();
  });

  it('is said of an instrument that cannot be, and keeps nobody else from it', async () => {
    const of = id(30);
    await put(`instruments/${of}`, instrumentBody({ nickname: 'impossible' }));
    await put(`examinations/${id(31)}`, { ...actionBody('2026-05-01', '7/64'), instrumentId: of });
    await settled();
    const database = server.app.get(Database);
    // no save would take it: a scale that no neck has
    const broken = JSON.stringify({ text: '10', unit: 'mm', metres: 0.01 });
    await database.write((manager) =>
      manager.query('UPDATE "instrument" SET "scale" = ? WHERE "id" = ?', [broken, of]),
    );
    await settled();
    expect((await card(of)).sentence).toMatch(/could not be worked out/u);
    expect((await card()).sentence).not.toMatch(/could not be worked out/u);
    expect((await server.call('GET', `instruments/${of}/forecast`)).status).toBe(500);
    await database.write((manager) =>
      manager.query('DELETE FROM "examination" WHERE "id" = ?', [id(31)]).catch(() => undefined),
    );
  });
});

describe('a restart', () => {
  it('works nothing out again, and shows every card at once', async () => {
    const other = await startApp();
    const putTo = (path: string, body: unknown) => other.call('PUT', path, body);
    await putTo(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await putTo(`instruments/${INSTRUMENT}`, instrumentBody());
    await putTo(`examinations/${id(100)}`, actionBody('2026-03-01', '8/64'));
    await settled(other);
    const shown = ((await other.call('GET', 'shelf')).body as CardPage).cards;
    const { folder } = other;
    await other.app.close();
    const ask = vi.spyOn(AnalysisService.prototype, 'later');
    const again = await startApp(folder);
    expect(((await again.call('GET', 'shelf')).body as CardPage).cards).toEqual(shown);
    await settled(again);
    expect(ask).not.toHaveBeenCalled();
    await again.call('GET', `instruments/${INSTRUMENT}/forecast`);
    expect(ask).not.toHaveBeenCalled();
    ask.mockRestore();
    await again.close();
  });

  it('of a program that computes otherwise works everything out anew', async () => {
    const other = await startApp();
    await other.call('PUT', `people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
    await other.call('PUT', `instruments/${INSTRUMENT}`, instrumentBody());
    await settled(other);
    const { folder } = other;
    await other.app.close();
    const file = new BetterSqlite3(join(folder, DATA_FILE));
    // as if another program had kept it
    file.prepare(`UPDATE "worked_out" SET "stamp" = "stamp" || 'x', "fingerprint" = 'another'`).run();
    file.close();
    const ask = vi.spyOn(AnalysisService.prototype, 'later');
    const again = await startApp(folder);
    expect(((await again.call('GET', 'shelf')).body as CardPage).cards[0]!.asOf).toBe('2026-11-24');
    await settled(again);
    expect(ask.mock.calls.map(([task]) => task)).toContain('workOut');
    ask.mockRestore();
    await again.close();
  });
});

describe('the events', () => {
  /** What the stream says until something is in it. */
  async function until(has: string, after: () => Promise<unknown>): Promise<string> {
    const stream = await fetch(`${server.address}/api/events`);
    const reader = stream.body!.getReader();
    await new Promise((later) => setTimeout(later, 50));
    await after();
    let text = '';
    while (!text.includes(has)) {
      const { value, done } = await reader.read();
      if (done) throw new Error(`the stream ended before it said ${has}`);
      text += new TextDecoder().decode(value);
    }
    await reader.cancel();
    return text;
  }

  it('name what was changed, whoever changed it, and what was worked out anew', async () => {
    await settled();
    const text = await until('worked out', () =>
      put(`interventions/${id(40)}`, interventionBody({ date: '2026-09-01', kinds: ['rod'] })),
    );
    expect(text).toContain(JSON.stringify({ subject: 'instrument', id: INSTRUMENT }));
    expect(text).toContain(JSON.stringify({ subject: 'worked out', id: INSTRUMENT }));
    await until('"tools"', async () => {
      const rule = (await get<Tool[]>('tools')).find((one) => one.id === 'rule')!;
      await put('tools/rule', {
        name: 'a rule',
        dimension: 'length',
        unit: 'mm',
        resolution: '0.4',
        repeatability: '0.1',
        retired: false,
        version: rule.version,
      });
    });
    await until('"room"', () =>
      server.call('POST', `rooms/${ROOM}/air`, {
        unit: '°C',
        readings: [{ at: '2026-11-23T10:00:00.000Z', humidity: '61', temperature: '20' }],
      }),
    );
  });
});
