import {
  bodyPlanInputOf,
  bodyPlanOf,
  type Mark,
  type MarkInput,
  type BodyPlanAnswer,
  type BodyPlanInput,
  type Problem,
  type Sighting,
} from '@upright-elder/contract';
import { bodyPlanFrom, usualOutline, type BodyPlan } from '@upright-elder/core/body-plan';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, INSTRUMENT, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;
const fields = (body: unknown) => (body as Problem).errors!.map(({ field }) => field);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
});
afterAll(() => server.close());

function planBody(change: (plan: BodyPlan) => void = () => undefined, version = 0): BodyPlanInput {
  const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
  change(plan);
  return bodyPlanInputOf(plan, version, PERSON);
}
const PLAN = `instruments/${INSTRUMENT}/body-plan`;

describe('the plan', () => {
  it('is none until it is drawn, and then comes back as it was drawn', async () => {
    expect(await get<BodyPlanAnswer>(PLAN)).toEqual({ plan: null });
    expect((await put(PLAN, planBody())).status).toBe(200);
    const { plan } = await get<BodyPlanAnswer>(PLAN);
    const { version: _version, ...drawn } = planBody();
    expect(plan).toMatchObject({ version: 1, ...drawn });
  });

  it('is refused in words, part by part, and nothing of it is kept', async () => {
    const bad = planBody((plan) => {
      plan.braces[0] = { ...plan.braces[0]!, width: 0 };
      plan.braces[1] = {
        ...plan.braces[1]!,
        path: [
          [0, 0.1],
          [0.4, 0.1],
        ],
      };
      plan.bridge = { ...plan.bridge, saddleAt: 0.4 };
    }, 1);
    const { status, body } = await put(PLAN, bad);
    expect(status).toBe(422);
    expect((body as Problem).errors!.map(({ reason }) => reason)).toEqual([
      'bridge: the saddle line does not lie on the bridge',
      'X brace, bass leg: it is 0.0 mm wide',
      expect.stringMatching(/X brace, treble leg: it reaches \d+ mm over the edge/u),
    ]);
    expect((await get<BodyPlanAnswer>(PLAN)).plan!.version).toBe(1);
    const nonsense = {
      ...planBody(),
      version: 1,
      braces: [{ ...planBody().braces[0]!, path: [[0, 'far']] }],
    };
    expect((await put(PLAN, nonsense)).status).toBe(422);
    expect((await put(`instruments/${id(99)}/body-plan`, planBody())).status).toBe(404);
  });

  it('saved by two people at once is refused to the second, with both copies', async () => {
    const mine = planBody((plan) => void plan.braces.pop(), 1);
    const theirs = planBody((plan) => void plan.braces.shift(), 1);
    expect((await put(PLAN, theirs)).status).toBe(200);
    const refused = await put(PLAN, mine);
    expect(refused).toMatchObject({ status: 409, body: { current: { version: 2 } } });
  });
});

const sighting = (over: Partial<Sighting> = {}): Sighting => ({
  date: '2026-02-10',
  examinationId: null,
  path: [
    [0.03, 0.1],
    [0.03, 0.14],
  ],
  from: null,
  to: null,
  ruler: '40',
  width: '0.2',
  depth: null,
  through: true,
  state: 'moving',
  cleated: false,
  note: '',
  ...over,
});
const mark = (over: Partial<MarkInput> = {}): MarkInput => ({
  version: 0,
  instrumentId: INSTRUMENT,
  by: PERSON,
  face: 'top',
  kind: 'crack',
  brace: null,
  name: 'below the bridge',
  sightings: [sighting()],
  ...over,
});

describe('a mark', () => {
  it('lives through examinations: seen again and longer', async () => {
    await put(`marks/${id(80)}`, mark());
    const longer = sighting({
      date: '2026-08-20',
      path: [
        [0.03, 0.1],
        [0.03, 0.154],
      ],
      ruler: '2 1/8 in',
    });
    await put(`marks/${id(80)}`, mark({ version: 1, sightings: [sighting(), longer] }));
    const [stored] = await get<Mark[]>(`instruments/${INSTRUMENT}/marks`);
    expect(stored).toMatchObject({ version: 2, byName: 'Isbel Crane' });
    expect(stored!.sightings.map(({ date }) => date)).toEqual(['2026-02-10', '2026-08-20']);
  });

  it('is questioned when ruler and path differ, unless a note says it is meant so', async () => {
    const odd = mark({ sightings: [sighting({ ruler: '55' })] });
    const refused = await put(`marks/${id(81)}`, odd);
    expect(fields(refused.body)).toEqual(['sightings.0.ruler']);
    expect((refused.body as Problem).errors![0]!.reason).toMatch(
      /along the path it is 40 mm, the ruler says 55 mm/u,
    );
    const meant = mark({ sightings: [sighting({ ruler: '55', note: 'runs on under the bridge' })] });
    expect((await put(`marks/${id(81)}`, meant)).status).toBe(200);
  });

  it('is refused where it has one end, no brace, no stretch, or lies in the future', async () => {
    const bad = (over: Partial<MarkInput>) =>
      put(`marks/${id(82)}`, mark(over)).then(({ body }) => fields(body));
    expect(await bad({ sightings: [sighting({ path: [[0, 0.1]], ruler: null })] })).toEqual([
      'sightings.0.path',
    ]);
    expect(await bad({ sightings: [sighting({ date: '2027-01-01' })] })).toEqual(['sightings.0.date']);
    expect(await bad({ sightings: [sighting({ width: 'wide' })] })).toEqual(['sightings.0.width']);
    expect(await bad({ kind: 'separation', sightings: [sighting({ from: 0, to: 0.05 })] })).toEqual([
      'sightings.0.from',
    ]);
    expect(
      await bad({ kind: 'separation', brace: 'x', sightings: [sighting({ from: 0.05, to: 0.01 })] }),
    ).toEqual(['sightings.0.from']);
    expect((await put(`marks/${id(82)}`, mark({ sightings: [] }))).status).toBe(422);
    expect((await put(`marks/${id(82)}`, mark({ face: 'moon' as never }))).status).toBe(422);
    expect((await server.call('GET', `instruments/${INSTRUMENT}/marks`)).body).toHaveLength(2);
  });

  it('keeps what an earlier day saw when it is corrected, with who and why; without a reason it stays', async () => {
    await put(`marks/${id(83)}`, mark());
    const corrected = sighting({
      path: [
        [0.03, 0.1],
        [0.03, 0.142],
      ],
      ruler: '42',
    });
    const refused = await put(`marks/${id(83)}`, mark({ version: 1, sightings: [corrected] }));
    expect(fields(refused.body)).toEqual(['why']);
    const gone = await put(
      `marks/${id(83)}`,
      mark({ version: 1, sightings: [sighting({ date: '2026-08-20' })] }),
    );
    expect(fields(gone.body)).toEqual(['why']);
    const why = 'the ruler stood on the wrong end';
    const kept = await put(`marks/${id(83)}`, mark({ version: 1, sightings: [corrected], why }));
    expect(kept.status).toBe(200);
    expect(kept.body).toMatchObject({
      version: 2,
      corrections: [{ byName: 'Isbel Crane', why, was: { date: '2026-02-10', ruler: '40' } }],
    });
    // a new name or a new day asks for no reason
    const renamed = mark({
      version: 2,
      name: 'new',
      sightings: [corrected, sighting({ date: '2026-08-20' })],
    });
    expect((await put(`marks/${id(83)}`, renamed)).status).toBe(200);
    const again = await put(`marks/${id(83)}`, renamed);
    expect(again.body).toMatchObject({ version: 3, corrections: [{ why }] });
  });

  it('struck with a reason is counted no more, is shown where it is asked for, and can be brought back whole', async () => {
    await put(`marks/${id(84)}`, mark({ name: 'a hair' }));
    const marks = (query = '') => get<Mark[]>(`instruments/${INSTRUMENT}/marks${query}`);
    const names = async () => (await marks()).map(({ name }) => name);
    expect(await names()).toContain('a hair');
    const struck = mark({ name: 'a hair', version: 1, struck: true });
    expect(fields((await put(`marks/${id(84)}`, struck)).body)).toEqual(['why']);
    expect((await put(`marks/${id(84)}`, { ...struck, why: 'a hair on the lens' })).status).toBe(200);
    expect(await names()).not.toContain('a hair');
    const shown = (await marks('?struck=true')).find(({ name }) => name === 'a hair')!;
    expect(shown).toMatchObject({
      struck: true,
      strikes: [{ struck: true, why: 'a hair on the lens', byName: 'Isbel Crane' }],
    });
    await put(`marks/${id(84)}`, mark({ name: 'a hair', version: 2, struck: false }));
    expect(await names()).toContain('a hair');
  });

  it('seen on a day can be struck by a word, the others stand; never all of them', async () => {
    const early = sighting({ date: '2026-03-01' });
    const late = sighting({ date: '2026-05-01' });
    await put(`marks/${id(87)}`, mark({ sightings: [early, late] }));
    const one = mark({ version: 1, sightings: [early, { ...late, struck: true }] });
    expect(fields((await put(`marks/${id(87)}`, one)).body)).toEqual(['why']);
    const saved = await put(`marks/${id(87)}`, { ...one, why: 'of the other guitar' });
    expect(saved).toMatchObject({
      status: 200,
      body: { corrections: [{ why: 'of the other guitar', was: { date: '2026-05-01' } }] },
    });
    const none = mark({
      version: 2,
      why: 'x',
      sightings: [
        { ...early, struck: true },
        { ...late, struck: true },
      ],
    });
    expect((await put(`marks/${id(87)}`, none)).status).toBe(422);
    const twice = mark({ version: 2, why: 'x', sightings: [early, early] });
    expect((await put(`marks/${id(87)}`, twice)).status).toBe(422);
  });

  it('of today that is drawn anew keeps what it was, unasked', async () => {
    const today = sighting({ date: '2026-11-24' });
    await put(`marks/${id(88)}`, mark({ sightings: [today] }));
    const longer = { ...today, path: [...today.path, [0.05, 0.2]] as [number, number][], ruler: null };
    const saved = await put(`marks/${id(88)}`, mark({ version: 1, sightings: [longer] }));
    expect((saved.body as Mark).corrections).toMatchObject([{ was: { path: today.path } }]);
  });

  it('belongs to its instrument, to a brace that is drawn, and to an examination that there is', async () => {
    await put(`marks/${id(89)}`, mark({}));
    expect(fields((await put(`marks/${id(89)}`, mark({ version: 1, instrumentId: id(4) }))).body)).toContain(
      'instrumentId',
    );
    await put(`instruments/${id(997)}`, instrumentBody({ nickname: 'Halyard' }));
    await put(`examinations/${id(998)}`, examinationBody({ instrumentId: id(997) }));
    const stranger = mark({ sightings: [sighting({ examinationId: id(998) })] });
    expect(fields((await put(`marks/${id(90)}`, stranger)).body)).toEqual(['sightings']);
    const far = mark({ kind: 'separation', brace: 'x', sightings: [sighting({ from: 0, to: 1e308 })] });
    expect(fields((await put(`marks/${id(90)}`, far)).body)).toEqual(['sightings.0.to']);
    const leapless = mark({ sightings: [sighting({ date: '2026-02-31' })] });
    expect(fields((await put(`marks/${id(90)}`, leapless)).body)).toEqual(['sightings.0.date']);
  });

  it('of what runs from one end to another has both', async () => {
    const point = sighting({ path: [[0, 0.1]], ruler: null });
    const gap = await put(`marks/${id(85)}`, mark({ kind: 'bridge gap', sightings: [point] }));
    expect(fields(gap.body)).toEqual(['sightings.0.path']);
    expect((await put(`marks/${id(85)}`, mark({ kind: 'worn pin hole', sightings: [point] }))).status).toBe(
      200,
    );
  });

  it('is never half there: of many saved while one fails, each is whole or not there', async () => {
    const saves = Array.from({ length: 40 }, (_, n) =>
      put(`marks/${id(200 + n)}`, mark({ name: `${n}`, by: n % 5 === 0 ? id(999) : PERSON })),
    );
    const statuses = (await Promise.all(saves)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 200)).toHaveLength(32);
    const stored = await get<Mark[]>(`instruments/${INSTRUMENT}/marks`);
    const there = stored.filter(({ name }) => /^\d+$/u.test(name));
    expect(there).toHaveLength(32);
    for (const one of there) expect(one.sightings).toEqual([sighting()]);
  });
});

describe('a plan of the whole body', () => {
  it('keeps its back and its sides, and says what of them cannot be', async () => {
    const plan = bodyPlanFrom(usualOutline('concert'), 'ladder');
    const { plan: now } = await get<BodyPlanAnswer>(`instruments/${INSTRUMENT}/body-plan`);
    const version = now?.version ?? 0;
    await put(`instruments/${INSTRUMENT}/body-plan`, bodyPlanInputOf(plan, version, PERSON));
    const stored = await get<BodyPlanAnswer>(`instruments/${INSTRUMENT}/body-plan`);
    expect(bodyPlanOf(stored.plan!)).toEqual(plan);
    const deep = bodyPlanInputOf({ ...plan, sides: { tail: 0.4, neck: 0.09 } }, version + 1, PERSON);
    const refused = await put(`instruments/${INSTRUMENT}/body-plan`, deep);
    expect((refused.body as Problem).errors![0]!.reason).toMatch(/sides: they are 400 mm deep at the tail/u);
  });
});
