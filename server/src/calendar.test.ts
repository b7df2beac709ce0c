import { randomUUID } from 'node:crypto';
import type { CalendarPage } from '@upright-elder/contract';
import { draft, plannedSteps } from '@upright-elder/core/jobs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Database } from './store/database.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { fromTablet, id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const page = async () => (await server.call('GET', 'calendar')).body as CalendarPage;

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${id(8001)}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({}));
});
afterAll(() => server.close());

const open = async (promised: string | null) => {
  const acting = { newId: randomUUID };
  const job = randomUUID();
  const at = Date.parse('2026-11-24T07:00:00Z');
  const steps = plannedSteps(['slacken', 'reglue-brace', 'set-up'], [], { edits: {}, own: [] }, randomUUID);
  const events = fromTablet(job, at, [
    draft(acting, 'opened', null, { instrument: INSTRUMENT, name: 'Loose brace', from: 'by hand' }),
    draft(acting, 'plan taken', null, { version: 1, steps }),
    ...(promised ? [draft(acting, 'promised', null, { day: promised })] : []),
  ]);
  expect((await server.call('POST', 'jobs/events', { events })).status).toBe(200);
  return { job, steps };
};

describe('the calendar', () => {
  it('of a shop without work is empty', async () => {
    expect(await page()).toMatchObject({ jobs: [], planned: { steps: [], jobs: [], assumedHours: true } });
  });

  it('lays out what is left of every job under way, in order, and says when it is done', async () => {
    const { job, steps } = await open('2026-12-20');
    const { planned, jobs, now } = await page();
    expect(jobs).toHaveLength(1);
    expect(Object.keys(jobs[0]!.steps)).toEqual(steps.map((step) => step.id));
    const places = steps.map((step) => planned.steps.find((one) => one.step === step.id)!);
    for (const [k, place] of places.entries()) {
      expect(place.start).toBeGreaterThanOrEqual(now - 5 * 60_000);
      for (const { step } of steps[k]!.after)
        expect(place.start).toBeGreaterThanOrEqual(planned.steps.find((one) => one.step === step)!.ready);
    }
    expect(planned.jobs).toMatchObject([{ job }]);
    expect(planned.jobs[0]!.share).toBeGreaterThan(0.5);
    expect(planned.jobs[0]!.sure).toBeGreaterThanOrEqual(planned.jobs[0]!.notBefore - 86_400_000);
    // the bench is not sent what the calendar alone needs
    const bench = (await server.call('GET', 'bench')).body as { jobs: { summary: object }[] };
    expect(bench.jobs[0]!.summary).not.toHaveProperty('left');
  });

  it('keeps to the shop’s hours and to the days of its people, once they are written down', async () => {
    const {
      zone: _zone,
      today: _today,
      ...shop
    } = (await server.call('GET', 'shop')).body as Record<string, unknown>;
    const saved = await put('shop', {
      ...shop,
      openingHours: ['', '', '', '10:00–12:00', '', '', ''],
      peopleDays: [{ person: PERSON, week: Array.from({ length: 7 }, () => true), off: ['2026-11-26'] }],
    });
    expect(saved.status, JSON.stringify(saved.body)).toBe(200);
    const { planned } = await page();
    expect(planned.assumedHours).toBe(false);
    for (const { start, by } of planned.steps.filter((one) => one.end > one.start)) {
      expect(new Date(start).getUTCDay()).toBe(4);
      if (by.includes(PERSON)) expect(new Date(start).toISOString().slice(0, 10)).not.toBe('2026-11-26');
    }
  });

  it('reads jobs that were kept before it was there', async () => {
    const before = await page();
    await server.app
      .get(Database)
      .write((manager) => manager.query(`UPDATE "job" SET "summary" = json_remove("summary", '$.left')`));
    const after = await page();
    expect(after.planned.steps.map(({ step }) => step).sort()).toEqual(
      before.planned.steps.map(({ step }) => step).sort(),
    );
  });
});
