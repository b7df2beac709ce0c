import type { Trial, TrialInput, LoadTest, LoadTestInput } from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
});
afterAll(() => server.close());

const loadTest = (over: Partial<LoadTestInput> = {}): LoadTestInput => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  date: '2026-11-20',
  kind: 'walk',
  moment: 'as it came',
  weight: '2',
  planChecked: true,
  spots: [
    { spot: 'bass lower 65', zero: '0', loaded: '0.21', back: '0.01' },
    { spot: 'bass lower 130', zero: '0', loaded: '0.3', back: '0.06' },
    { spot: 'treble upper 95', zero: '10 thou', loaded: '2 thou', back: '10 thou' },
  ],
  note: '',
  ...over,
});

describe('a weight on a top', () => {
  it('is kept as typed and understood: the dip, its error, and a zero that did not return', async () => {
    const { status, body } = await put(`load-tests/${id(60)}`, loadTest());
    expect(status).toBe(200);
    const { newtons, spots } = body as LoadTest;
    expect(newtons).toBeCloseTo(19.61, 1);
    expect(spots[0]!.dip).toBeCloseTo(0.000205, 9);
    expect(spots[0]!.sd).toBeGreaterThan(0.00001);
    expect(spots[1]).toMatchObject({ dip: null });
    expect(spots[2]!.dip).toBeCloseTo(8 * 25.4e-6, 9);
    expect(await get<LoadTest[]>(`instruments/${INSTRUMENT}/load-tests`)).toHaveLength(1);
  });

  it('stays as it was read: sent again it is the same, otherwise it is refused', async () => {
    expect((await put(`load-tests/${id(60)}`, loadTest())).status).toBe(200);
    expect((await put(`load-tests/${id(60)}`, loadTest({ weight: '3' }))).status).toBe(409);
    const changed = await put(`load-tests/${id(60)}`, loadTest({ version: 1 }));
    expect(changed.status).toBe(422);
    expect(JSON.stringify(changed.body)).toMatch(/stays as measured/u);
  });

  it.each([
    [{ weight: 'heavy' }, 'weight'],
    [{ weight: '40 kg' }, 'weight'],
    [{ weight: '1 g' }, 'weight'],
    [{ date: '2027-01-01' }, 'date'],
    [{ spots: [0, 1].map(() => ({ spot: 'x', zero: '0', loaded: '1', back: '0' })) }, 'spots.1.spot'],
    [{ spots: [{ spot: 'x', zero: 'none', loaded: '1', back: '0' }] }, 'spots.0.zero'],
  ])('refuses %j by its field', async (over, field) => {
    const { status, body } = await put(`load-tests/${id(61)}`, loadTest(over));
    expect(status).toBe(422);
    expect((body as { errors: { field: string }[] }).errors.map((one) => one.field)).toContain(field);
  });

  it('is taken back with a reason, and shown only where it is asked for', async () => {
    await put(`strikes/weighing/${id(60)}`, { struck: true, why: 'dial on the edge', by: PERSON });
    expect(await get<LoadTest[]>(`instruments/${INSTRUMENT}/load-tests`)).toEqual([]);
    const [struck] = await get<LoadTest[]>(`instruments/${INSTRUMENT}/load-tests?struck=true`);
    expect(struck).toMatchObject({ struck: true });
    expect(struck!.strikes).toHaveLength(1);
  });

  it('of an instrument that is not there is not found', async () => {
    expect((await server.call('GET', `instruments/${id(99)}/load-tests`)).status).toBe(404);
    expect((await put(`load-tests/${id(62)}`, loadTest({ instrumentId: id(99) }))).status).toBe(404);
  });
});

const trial = (over: Partial<TrialInput> = {}): TrialInput => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  name: 'both legs glued',
  tried: {
    loose: [{ brace: 'upper tone bar', from: 0, to: 0.1 }],
    strings: 'light',
    tuning: 'standard',
    moisture: 1.5,
    anchor: 'bridge',
    plateCracked: false,
  },
  forWork: false,
  putAway: false,
  ...over,
});

describe('what was tried on a top', () => {
  it('is kept with the instrument, sent to the work, and put away', async () => {
    await put(`trials/${id(70)}`, trial());
    const [kept] = await get<Trial[]>(`instruments/${INSTRUMENT}/trials`);
    expect(kept).toMatchObject({ ...trial(), version: 1, byName: 'Isbel Crane' });
    expect((await put(`trials/${id(70)}`, trial({ version: 1, forWork: true }))).body).toMatchObject({
      forWork: true,
      version: 2,
    });
    expect((await put(`trials/${id(70)}`, trial({ version: 1 }))).status).toBe(409);
    await put(`trials/${id(70)}`, trial({ version: 2, putAway: true }));
    expect(await get<Trial[]>(`instruments/${INSTRUMENT}/trials`)).toEqual([]);
  });

  it('needs a name and an instrument', async () => {
    expect((await put(`trials/${id(71)}`, trial({ name: '  ' }))).status).toBe(422);
    expect((await put(`trials/${id(71)}`, trial({ instrumentId: id(99) }))).status).toBe(404);
  });
});
