import type {
  PredictionsOf,
  Judgement,
  Learning,
  Planning,
  Problem,
  RepairPlan,
  TreatmentAsWorked,
} from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { BackgroundService } from './analysis/background.service.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  interventionBody,
  PERSON,
  reading,
} from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;
const APPRENTICE = id(5);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${APPRENTICE}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
  await put(`examinations/${id(50)}`, examinationBody({ date: '2026-03-20' }));
});
afterAll(() => server.close());

const planBody = (part: object = {}) => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  name: 'Saddle and air',
  kind: null,
  treatments: ['saddle', 'home-humidity'],
  settings: { saddle: {}, pull: 1, humidity: null, target: {}, schools: {} },
  promised: ['Bass action 7/64.'],
  chosen: false,
  putAway: false,
  ...part,
});
const order = async () => (await get<Judgement>(`instruments/${INSTRUMENT}/judgement`)).order;

describe('plans of repair', () => {
  it('are made of everything that is recorded, with the shop’s rate and what the owner has', async () => {
    const planning = await get<Planning>(`instruments/${INSTRUMENT}/planning`);
    expect(planning.sides.map(({ side }) => side)).toEqual(['bass', 'treble']);
    expect(planning.evidence.reads.length).toBeGreaterThan(5);
    expect(planning.money.rate).toBeNull();
    const shop = await get<Record<string, unknown> & { version: number }>('shop');
    const { today: _today, zone: _zone, ...input } = shop;
    expect((await put('shop', { ...input, rate: '48.50' })).status).toBe(200);
    expect((await get<Planning>(`instruments/${INSTRUMENT}/planning`)).money.rate).toBe(48.5);
  });

  it('are kept under a name, and the chosen one is what Work shows', async () => {
    const one = await put(`repair-plans/${id(60)}`, planBody());
    expect(one.status).toBe(200);
    expect(one.body).toMatchObject({ name: 'Saddle and air', basedOn: '2026-03-20', byName: 'Isbel Crane' });
    expect((await get<Judgement>(`instruments/${INSTRUMENT}/judgement`)).plan).toBeNull();
    await put(`repair-plans/${id(60)}`, planBody({ version: 1, chosen: true }));
    const judged = await get<Judgement>(`instruments/${INSTRUMENT}/judgement`);
    expect(judged.plan).toMatchObject({ id: id(60), name: 'Saddle and air' });
    expect(judged.order.map((step) => step.id).sort()).toEqual(['home-humidity', 'saddle']);
  });

  it('of an instrument one is chosen at most, whoever chooses at once', async () => {
    await Promise.all(
      [61, 62, 63].map((n) =>
        put(
          `repair-plans/${id(n)}`,
          planBody({ name: `plan ${n}`, treatments: ['watch-crack'], chosen: true }),
        ),
      ),
    );
    const { kept } = await get<Planning>(`instruments/${INSTRUMENT}/planning`);
    expect(kept.filter(({ chosen }) => chosen)).toHaveLength(1);
    expect(kept[0]!.chosen).toBe(true);
    expect((await order()).map((step) => step.id)).toEqual(['watch-crack']);
    for (const plan of kept.filter(({ name }) => name.startsWith('plan')))
      await put(`repair-plans/${plan.id}`, planBody({ ...bodyOf(plan), putAway: true }));
    expect((await get<Planning>(`instruments/${INSTRUMENT}/planning`)).kept.map(({ name }) => name)).toEqual([
      'Saddle and air',
    ]);
  });

  it('say what was wrong with one, keep both copies of a stale save, and lose nothing', async () => {
    const wrong = await put(
      `repair-plans/${id(64)}`,
      planBody({ treatments: ['sand the bridge'], name: ' ' }),
    );
    expect(wrong.status).toBe(422);
    expect((wrong.body as Problem).errors!.map(({ field }) => field)).toEqual(
      expect.arrayContaining(['name', 'treatments']),
    );
    const stale = await put(`repair-plans/${id(60)}`, planBody({ version: 1, name: 'another hand' }));
    expect(stale.status).toBe(409);
    expect((stale.body as Problem).current).toMatchObject({ name: 'Saddle and air' });
    const nobody = await put(`repair-plans/${id(65)}`, planBody({ instrumentId: id(999) }));
    expect(nobody.status).toBe(404);
    for (const settings of [
      {},
      { ...planBody().settings, pull: 9 },
      { ...planBody().settings, humidity: 'damp' },
    ])
      expect((await put(`repair-plans/${id(66)}`, planBody({ settings }))).status).toBe(422);
  });
});

const bodyOf = ({ version, name, kind, treatments, settings, promised, chosen }: RepairPlan) => ({
  version,
  name,
  kind,
  treatments,
  settings,
  promised,
  chosen,
});

describe('the catalogue', () => {
  const own = id(70);
  const treatment = (part: object = {}) => ({
    version: 0,
    by: PERSON,
    name: 'Oil the board',
    for: 'a dry dark board',
    stage: 'frets',
    hands: [0.25, 0.5],
    wait: [0, 0],
    supplies: [0, 0.1],
    materials: ['a trace of oil'],
    gate: 'None in the month before fret or glue work.',
    putAway: false,
    ...part,
  });
  const all = () => get<TreatmentAsWorked[]>('treatments');

  it('has the house’s rows, changed by the shop apart from them, and given back', async () => {
    const house = (await all()).find((one) => one.id === 'level-frets')!;
    expect(house).toMatchObject({ own: false, changed: false, hands: [3, 3], version: 0 });
    const { id: _id, own: _own, heading: _heading, changed: _changed, ...body } = house;
    expect((await put('treatments/level-frets', { ...body, by: PERSON, hands: [4, 5] })).status).toBe(200);
    expect((await all()).find((one) => one.id === 'level-frets')).toMatchObject({
      changed: true,
      hands: [4, 5],
    });
    expect((await get<Planning>(`instruments/${INSTRUMENT}/planning`)).edits['level-frets']!.hands).toEqual([
      4, 5,
    ]);
    await put('treatments/level-frets', { ...body, by: PERSON, version: 1, putAway: true });
    expect((await all()).find((one) => one.id === 'level-frets')).toMatchObject({
      changed: false,
      hands: [3, 3],
    });
  });

  it('takes the shop’s own, which stand in a plan at their place', async () => {
    expect((await put(`treatments/${own}`, treatment())).status).toBe(200);
    expect((await all())[0]).toMatchObject({ id: own, own: true, name: 'Oil the board' });
    await put(
      `repair-plans/${id(71)}`,
      planBody({ name: 'with oil', treatments: ['clean-and-inspect', 'saddle'], own: [own], chosen: true }),
    );
    expect((await order()).map(({ id: step, place }) => [step, place])).toEqual([
      ['clean-and-inspect', 1],
      [own, 2],
      ['saddle', 3],
    ]);
    await put(`treatments/${own}`, treatment({ version: 1, putAway: true }));
    expect((await all()).some((one) => one.id === own)).toBe(false);
    expect((await order()).map((step) => step.id)).toEqual(['clean-and-inspect', 'saddle']);
  });

  it('refuses what cannot be, in words', async () => {
    const wrong = await put(`treatments/${id(72)}`, treatment({ hands: [3, 1], name: '' }));
    expect(wrong.status).toBe(422);
    expect(JSON.stringify(wrong.body)).toMatch(/the smaller first/u);
    expect((await put('treatments/level-frets', treatment({ stage: 'today' }))).status).toBe(422);
    expect((await put('treatments/no-such', treatment())).status).toBe(404);
  });
});

describe('a prediction before the program’s', () => {
  const prediction = (part: object = {}) => ({
    version: 0,
    instrumentId: INSTRUMENT,
    by: APPRENTICE,
    cause: 'neck angle',
    plan: 'sound',
    shown: null,
    ...part,
  });

  it('is kept with what the program says then, and only what the work showed is added', async () => {
    expect((await get<PredictionsOf>(`instruments/${INSTRUMENT}/predictions`)).predictions).toEqual([]);
    expect((await put(`predictions/${id(80)}`, prediction())).status).toBe(200);
    const said = async () =>
      (await get<PredictionsOf>(`instruments/${INSTRUMENT}/predictions`)).predictions[0]!;
    // it is taken at once, and the program says its own a moment later
    await expect.poll(async () => typeof (await said()).programCause, { timeout: 60000 }).toBe('string');
    const kept = await said();
    expect(kept).toMatchObject({
      cause: 'neck angle',
      byName: 'Tobin Marsh',
      date: '2026-03-20',
      shown: null,
    });
    expect(typeof kept.programPlan).toBe('string');
    expect((await put(`predictions/${id(80)}`, prediction({ version: 1, cause: 'season' }))).status).toBe(
      422,
    );
    expect((await put(`predictions/${id(80)}`, prediction({ version: 1, shown: 'saddle' }))).status).toBe(
      200,
    );
    const { scores } = await get<Learning>('learning');
    expect(scores.find(({ name }) => name === 'Tobin Marsh')).toMatchObject({ right: 0, of: 1, open: 0 });
    expect(scores.some(({ name }) => name === null)).toBe(true);
  });

  it('is not taken of what nobody examined', async () => {
    await put(`instruments/${id(81)}`, instrumentBody({ nickname: 'unseen' }));
    const early = await put(`predictions/${id(82)}`, prediction({ instrumentId: id(81) }));
    expect(early.status).toBe(422);
    expect(JSON.stringify(early.body)).toMatch(/nothing of it was examined/u);
  });
});

describe('what the shop’s work teaches', () => {
  it('is gathered from before and after, and plans reckon with it', async () => {
    const taught = id(90);
    await put(`instruments/${taught}`, instrumentBody({ nickname: 'flattened' }));
    const belly = (n: number, date: string, high: string) =>
      put(
        `examinations/${id(n)}`,
        examinationBody({
          instrumentId: taught,
          date,
          readings: [reading('bellyBehindBridge', 'centre', high)],
        }),
      );
    await belly(91, '2026-01-10', '5.4');
    await put(
      `interventions/${id(92)}`,
      interventionBody({
        instrumentId: taught,
        date: '2026-01-20',
        treatments: ['flatten-belly'],
        hours: '3:30',
      }),
    );
    await belly(93, '2026-02-20', '3.0');
    const background = server.app.get(BackgroundService);
    for (let i = 0; i < 300; i++) {
      const { done, total } = await background.progress();
      if (done === total) break;
      await new Promise((then) => setTimeout(then, 100));
    }
    const { effects, hours } = await get<Learning>('learning');
    const flattening = effects.find(({ kind }) => kind === 'flattening')!;
    expect(flattening.cases).toBe(1);
    expect(flattening.value).toBeGreaterThan(flattening.prior);
    // the catalogue says two hours
    expect(hours).toMatchObject([{ treatment: 'flatten-belly', cases: 1 }]);
    expect(hours[0]!.factor).toBeGreaterThan(1.1);
    const planning = await get<Planning>(`instruments/${INSTRUMENT}/planning`);
    expect(planning.effects.effects.flattening.cases).toBe(1);
  });

  it('refuses hours that are none', async () => {
    const wrong = await put(
      `interventions/${id(94)}`,
      interventionBody({ instrumentId: INSTRUMENT, date: '2026-01-20', hours: 'all day' }),
    );
    expect(wrong.status).toBe(422);
    expect(JSON.stringify(wrong.body)).toMatch(/1:30/u);
  });
});
