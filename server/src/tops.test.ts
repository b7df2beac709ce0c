import {
  NOTHING_SEEN,
  bodyPlanInputOf,
  type Forecast,
  type MarkInput,
  type TopModel,
} from '@upright-elder/contract';
import { bodyPlanFrom, usualOutline, type BodyPlan } from '@upright-elder/core/body-plan';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { AnalysisService } from './analysis/analysis.service.js';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  interventionBody,
} from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;
const topOf = (instrument = INSTRUMENT) => get<TopModel>(`instruments/${instrument}/top`);

/** Waits until the thread beside has found something: minutes, where the machine has much else to do. */
async function found(instrument = INSTRUMENT): Promise<TopModel> {
  for (let i = 0; i < 1500; i++) {
    const top = await topOf(instrument);
    if (top.prior !== 'solving') return top;
    await new Promise((done) => setTimeout(done, 100));
  }
  throw new Error('it was not solved');
}

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
  await put(`examinations/${id(50)}`, examinationBody({ date: '2026-08-20' }));
});
afterAll(() => server.close());

const plan = bodyPlanFrom(usualOutline('auditorium'), 'x');
const save = (drawn: BodyPlan, version: number) =>
  put(`instruments/${INSTRUMENT}/body-plan`, bodyPlanInputOf(drawn, version, PERSON));
const priorOf = async () => (await get<Forecast>(`instruments/${INSTRUMENT}/forecast`)).sides[0]!;

describe('the top of an instrument', () => {
  it('without a plan leaves the forecast to the house figure, and says so', async () => {
    expect(await topOf()).toMatchObject({ plan: null, prior: 'no plan', rise: null, loose: [] });
    const { prior, priorSource } = await priorOf();
    expect(prior.value).toBeCloseTo(0.00015, 9);
    expect(priorSource).toMatch(/house figure.*no plan/u);
  });

  it('is solved in a thread beside once it is drawn, and the forecast takes six tenths of it', async () => {
    await save(plan, 0);
    const top = await found();
    expect(top.refusal).toBe('');
    expect(top.prior).toBe('solved');
    expect(top.rise! * 1000).toBeGreaterThan(0.6);
    expect(top.rise! * 1000).toBeLessThan(0.8);
    const { prior, priorSource } = await priorOf();
    expect(prior.value).toBeCloseTo((0.6 * top.rise!) / 2, 9);
    expect(priorSource).toMatch(/solved for its own plan/u);
    const { yearInput } = await get<Forecast>(`instruments/${INSTRUMENT}/forecast`);
    expect(yearInput.restraint).toBeGreaterThan(0.35);
    expect(yearInput.restraint).toBeLessThan(0.6);
  });

  it('is solved anew when the plan changes, and kept while only a mark does', async () => {
    const before = (await topOf()).rise!;
    const mark: MarkInput = {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      face: 'top inside',
      kind: 'separation',
      brace: 'X brace, bass leg',
      name: '',
      sightings: [
        {
          ...NOTHING_SEEN,
          date: '2026-08-20',
          path: [[0, 0.1]],
          from: 0,
          to: 0.1,
          state: 'moving',
        },
      ],
    };
    await put(`marks/${id(60)}`, mark);
    expect(await topOf()).toMatchObject({
      rise: before,
      loose: [{ brace: 'X brace, bass leg', from: 0, to: 0.1, state: 'moving' }],
    });
    const stiffer = {
      ...plan,
      braces: plan.braces.map((brace) => ({ ...brace, height: brace.height * 1.3 })),
    };
    await save(stiffer, 1);
    for (let i = 0; i < 300 && (await topOf()).rise === before; i++)
      await new Promise((done) => setTimeout(done, 100));
    expect((await topOf()).rise).not.toBe(before);
    await put(`marks/${id(60)}`, {
      ...mark,
      version: 1,
      sightings: [...mark.sightings, { ...mark.sightings[0]!, date: '2026-08-21', state: 'repaired' }],
    });
    expect((await topOf()).loose).toEqual([]);
  });

  it('of an archtop is left to the arch', async () => {
    await put(`instruments/${id(70)}`, { ...instrumentBody(), nickname: 'arched', type: 'archtop' });
    await put(
      `instruments/${id(70)}/body-plan`,
      bodyPlanInputOf(bodyPlanFrom(usualOutline('archtop'), 'parallel'), 0, PERSON),
    );
    expect(await topOf(id(70))).toMatchObject({ prior: 'archtop', rise: null });
  });

  it('is of nobody where there is no instrument', async () => {
    expect((await server.call('GET', `instruments/${id(999)}/top`)).status).toBe(404);
  });

  it('breathes otherwise since its braces were glued, by the tops solved before and after the work', async () => {
    const one = id(80);
    await put(`instruments/${one}`, instrumentBody({ nickname: 'glued' }));
    await put(`instruments/${one}/body-plan`, bodyPlanInputOf(plan, 0, PERSON));
    const seen = (date: string, state: 'moving' | 'repaired') => ({
      ...NOTHING_SEEN,
      date,
      path: [[0, 0.1]] as [number, number][],
      from: 0,
      to: 0.2,
      state,
    });
    await put(`marks/${id(81)}`, {
      version: 0,
      instrumentId: one,
      by: PERSON,
      face: 'top inside',
      kind: 'separation',
      brace: 'X brace, bass leg',
      name: '',
      sightings: [seen('2026-02-10', 'moving'), seen('2026-05-10', 'repaired')],
    });
    await put(`examinations/${id(82)}`, examinationBody({ instrumentId: one, date: '2026-02-10' }));
    await put(`examinations/${id(83)}`, examinationBody({ instrumentId: one, date: '2026-05-10' }));
    const glued = id(84);
    await put(`interventions/${glued}`, interventionBody({ instrumentId: one, date: '2026-05-06' }));
    await found(one);
    const { record } = await server.app.get(AnalysisService).of(one);
    const factor = record.top!.breathes[glued]!;
    expect(factor).not.toBe(1);
    expect(factor).toBeGreaterThan(0.4);
    expect(factor).toBeLessThan(1.6);
    // one reading before and one after taught nothing of the breathing: it is the prior, scaled
    const { prior, sensitivity } = (await get<Forecast>(`instruments/${one}/forecast`)).sides[0]!;
    expect(sensitivity.value).toBeCloseTo(factor * prior.value, 5);
  });

  it('that is drawn anew while it is solved is solved once more, and never left with the old answer', async () => {
    const one = id(96);
    const analysis = server.app.get(AnalysisService);
    const later = analysis.later.bind(analysis);
    let under = 0;
    analysis.later = (async (name: 'solveTop', input: never) => {
      if (name === 'solveTop' && (under += 1) === 1)
        await put(
          `instruments/${one}/body-plan`,
          bodyPlanInputOf(bodyPlanFrom(usualOutline('auditorium'), 'ladder'), 1, PERSON),
        );
      return later(name, input);
    }) as typeof analysis.later;
    await put(`instruments/${one}`, instrumentBody({ nickname: 'drawn twice' }));
    await put(`instruments/${one}/body-plan`, bodyPlanInputOf(plan, 0, PERSON));
    const top = await found(one);
    analysis.later = later;
    expect(under).toBeGreaterThanOrEqual(2);
    expect(top.rise).not.toBeNull();
    expect(top.rise).not.toBeCloseTo((await topOf(INSTRUMENT)).rise!, 6);
  });
});
