import type { SeasonPage } from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const ask = (query: Record<string, string>) =>
  server.call('GET', `season?${new URLSearchParams(query).toString()}`);
const page = async (query: Record<string, string>) => (await ask(query)).body as SeasonPage;

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({}));
  await put(`instruments/${id(61)}`, instrumentBody({ nickname: 'Second one' }));
});
afterAll(() => server.close());

describe('a season', () => {
  it('of instruments that were never measured chooses nothing, and says what to measure', async () => {
    const { instruments, choice, rate } = await page({ hours: '40', money: '' });
    expect(instruments).toHaveLength(2);
    expect(choice).toMatchObject({ hours: 0, points: { live: 0 } });
    expect(rate).toBeNull();
    for (const { round, when } of instruments) {
      expect(round.map(({ kind }) => kind)).toContain('measure');
      expect(when).toBeNull();
    }
  });

  it('takes the instruments of an owner or of a room alone', async () => {
    expect((await page({ hours: '40', room: id(999) })).instruments).toEqual([]);
    expect((await page({ hours: '40', owner: id(998) })).instruments).toEqual([]);
  });

  it.each([
    ['no hours', { hours: '' }, 'hours'],
    ['words for hours', { hours: 'a week' }, 'hours'],
    ['hours below none', { hours: '-4' }, 'hours'],
    ['more hours than a season has', { hours: '99999' }, 'hours'],
    ['words for money', { hours: '10', money: 'plenty' }, 'money'],
  ])('refuses %s, and says what would do', async (_name, query, field) => {
    expect(await ask(query as Record<string, string>)).toMatchObject({
      status: 422,
      body: { errors: [{ field }] },
    });
  });

  it('goes on paper, of the size that is in the printer', async () => {
    const paper = await fetch(`${server.address}/api/season/paper?hours=40&size=Letter&heights=mm`);
    expect(paper.headers.get('content-type')).toBe('application/pdf');
    expect(Buffer.from(await paper.arrayBuffer()).toString('latin1')).toMatch(/^%PDF-.*MediaBox/su);
    expect(await server.call('GET', 'season/paper?hours=40&size=A7')).toMatchObject({ status: 422 });
    expect(await server.call('GET', 'season/paper?hours=lots&size=A4')).toMatchObject({
      status: 422,
      body: { errors: [{ field: 'hours' }] },
    });
  });

  it('takes hours with a comma', async () => {
    expect((await page({ hours: '12,5', money: '800,50' })).money).toBe(800.5);
  });
});
