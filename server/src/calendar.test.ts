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
    expect(await page()).toMatchObject({
      jobs: [],
      planned: { shown: { steps: [], jobs: [] }, assumedHours: true },
    });
  });

  it('lays out what is left of every job under way, in order, and says when it is done', async () => {
    const { job, steps } = await open('2026-12-20');
    const { planned, jobs, now } = await page();
    const { shown } = planned;
    expect(jobs).toHaveLength(1);
    expect(Object.keys(jobs[0]!.steps)).toEqual(steps.map((step) => step.id));
    const places = steps.map((step) => planned.shown.steps.find((one) => one.step === step.id)!);
    for (const [k, place] of places.entries()) {
      expect(place.start).toBeGreaterThanOrEqual(now - 5 * 60_000);
      for (const { step } of steps[k]!.after)
        expect(place.start).toBeGreaterThanOrEqual(
          planned.shown.steps.find((one) => one.step === step)!.ready,
        );
    }
    expect(shown.jobs).toMatchObject([{ job }]);
    expect(shown.jobs[0]!.share).toBeGreaterThan(0.5);
    expect(shown.jobs[0]!.sure).toBeGreaterThanOrEqual(shown.jobs[0]!.notBefore - 86_400_000);
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
    for (const { start, by } of planned.shown.steps.filter((one) => one.end > one.start)) {
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
    expect(after.planned.shown.steps.map(({ step }) => step).sort()).toEqual(
      before.planned.shown.steps.map(({ step }) => step).sort(),
    );
  });

  it('keeps lunch free, and gives work to who can do it', async () => {
    const {
      zone: _zone,
      today: _today,
      ...shop
    } = (await server.call('GET', 'shop')).body as Record<string, unknown>;
    const everyDay = Array.from({ length: 7 }, () => true);
    const saved = await put('shop', {
      ...shop,
      openingHours: Array.from({ length: 7 }, () => '9:00–18:00'),
      lunch: '12:30–13:30',
      peopleDays: [
        { person: PERSON, week: everyDay, off: [] },
        { person: id(8001), week: everyDay, off: [], skills: ['measuring'] },
      ],
    });
    expect(saved.status, JSON.stringify(saved.body)).toBe(200);
    const { shown } = (await page()).planned;
    for (const { start, end, by } of shown.steps.filter((one) => one.end > one.start)) {
      expect(by[0]).toBe(PERSON);
      for (const at of [start + 1, end - 1]) {
        const minute = new Date(at).getUTCHours() * 60 + new Date(at).getUTCMinutes();
        expect(minute < 12 * 60 + 30 || minute >= 13 * 60 + 30).toBe(true);
      }
    }
    const { version } = saved.body as { version: number };
    const refused = await put('shop', { ...shop, version, lunch: 'noonish' });
    expect(refused).toMatchObject({ status: 422, body: { errors: [{ field: 'lunch' }] } });
  });
});

describe('what is put into the calendar by hand', () => {
  const pinned = async (over: object = {}) => {
    const { planned, now } = await page();
    const step = planned.shown.steps[0]!;
    const start = Math.ceil((now + 26 * 3600_000) / 3600_000) * 3600_000;
    const body = {
      version: 0,
      by: PERSON,
      job: step.job,
      start,
      person: PERSON,
      why: 'the owner comes',
      ...over,
    };
    return { step: step.step, start, body, answer: await put(`calendar/pins/${step.step}`, body) };
  };

  it('stays where it was put, is changed under its version, and is let go again', async () => {
    const { step, start, body, answer } = await pinned();
    expect(answer, JSON.stringify(answer.body)).toMatchObject({
      status: 200,
      body: { id: step, start, version: 1 },
    });
    const { planned, pins } = await page();
    expect(pins).toMatchObject([{ id: step, why: 'the owner comes', byName: 'Isbel Crane' }]);
    expect(planned.shown.steps.find((one) => one.step === step)!.start).toBeGreaterThanOrEqual(start);
    // another window that saw none
    expect((await put(`calendar/pins/${step}`, { ...body, why: 'other' })).status).toBe(409);
    const gone = await put(`calendar/pins/${step}`, {
      ...body,
      version: 1,
      start: null,
      person: null,
      why: '',
    });
    expect(gone.status).toBe(200);
    expect((await page()).pins).toEqual([]);
    const edits = (await server.call('GET', `edits/calendar_pin/${step}`)).body as { was: object | null }[];
    expect(edits.map(({ was }) => was)).toMatchObject([null, { start, person: PERSON }]);
  });

  it.each([
    ['a time that has passed', { start: 1000 }, 'start'],
    ['a time years ahead', { start: 4e12 }, 'start'],
    ['a person that nobody knows', { person: id(9999) }, 'person'],
    ['a job that nobody knows', { job: id(9998) }, 'job'],
  ])('refuses %s, and says what would do', async (_name, over, field) => {
    const { answer } = await pinned({ version: 1, ...over });
    expect(answer).toMatchObject({ status: 422, body: { errors: [{ field }] } });
  });

  it('refuses rubbish', async () => {
    const step = (await page()).planned.shown.steps[0]!;
    for (const body of [
      {},
      { version: 0, by: PERSON, job: step.job, start: 'noon', person: null, why: '' },
      [],
    ])
      expect((await put(`calendar/pins/${step.step}`, body)).status).toBe(422);
    expect((await put(`calendar/pins/x'y`, {})).status).toBe(404);
  });
});

describe('the plan that people go by', () => {
  it('is chosen of what is shown, stands from then on, and is bettered only when asked', async () => {
    const { of, planned, stands } = await page();
    expect([stands, planned.shown.way]).toEqual([null, 'planned']);
    const chosen = await put('calendar/plan', { version: 0, by: PERSON, of, way: 'planned' });
    expect(chosen, JSON.stringify(chosen.body)).toMatchObject({ status: 200, body: { version: 1 } });
    const { job } = await open('2026-11-25');
    const then = await page();
    expect(then.stands).toMatchObject({ version: 1, byName: 'Isbel Crane' });
    expect(then.planned.shown).toMatchObject({ way: 'stands', moved: [] });
    for (const { step, start } of planned.shown.steps)
      expect(then.planned.shown.steps.find((one) => one.step === step)!.start).toBe(start);
    expect(then.planned.shown.late).toContain(job);
    const better = await server.call('GET', `calendar/better?of=${encodeURIComponent(then.of)}`);
    expect(better.status).toBe(200);
    // what is not shown any more is not taken
    const body = { version: 1, by: PERSON, of, way: 'better' };
    expect(await put('calendar/plan', body)).toMatchObject({
      status: 422,
      body: { errors: [{ field: 'of' }] },
    });
    expect((await put('calendar/plan', { ...body, of: 'rubbish', way: 'stands' })).status).toBe(422);
    expect((await put('calendar/plan', { ...body, of: then.of, way: 'sideways' })).status).toBe(422);
  });

  it('answers what a promise would come to, and what that costs', async () => {
    const { of, jobs } = await page();
    const ask = (job: string, day: string) =>
      server.call('GET', `calendar/if-promised?${new URLSearchParams({ of, job, day }).toString()}`);
    const job = jobs[0]!.id;
    const far = await ask(job, '2027-10-01');
    expect(far).toMatchObject({ status: 200, body: { job, found: { changed: null } } });
    expect((far.body as { found: { stands: { share: number } } }).found.stands.share).toBe(1);
    const near = await ask(job, '2026-11-24');
    expect((near.body as { found: { stands: { share: number } } }).found.stands.share).toBeLessThan(0.2);
    expect((await ask(job, 'Friday')).status).toBe(422);
    expect((await ask(id(9997), '2027-10-01')).status).toBe(404);
  });

  it('counts what cannot wait, and what was put in its turn by hand', async () => {
    const { job } = await open(null);
    const rankOf = async () => (await page()).jobs.find((one) => one.id === job)!;
    expect((await rankOf()).rank).toBe('can wait');
    const acting = { newId: randomUUID };
    const at = Date.parse('2026-11-24T07:30:00Z');
    const events = fromTablet(job, at, [
      draft(acting, 'needed', null, { day: '2026-12-01', for: 'a wedding' }),
      draft(acting, 'ranked', null, { rank: 'at once', why: 'it stands in the way' }),
    ]);
    expect((await server.call('POST', 'jobs/events', { events })).status).toBe(200);
    expect(await rankOf()).toMatchObject({
      rank: 'at once',
      because: [
        { kind: 'by hand', why: 'it stands in the way', by: PERSON },
        { kind: 'needed', day: '2026-12-01' },
      ],
    });
  });
});
