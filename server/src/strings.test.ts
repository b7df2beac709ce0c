import type {
  Forecast,
  Instrument,
  Problem,
  StringSetAnswer,
  StringSetInput,
  TopModel,
  TuningAnswer,
} from '@upright-elder/contract';
import type { TypedString } from '@upright-elder/core/strings';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import { examinationBody, id, instrumentBody, PERSON } from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;
const wrong = (answer: { body: unknown }) =>
  ((answer.body as Problem).errors ?? []).map(({ field, reason }) => `${field}: ${reason}`);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
});
afterAll(() => server.close());

const string = (gauge: string, over: Partial<TypedString> = {}): TypedString => ({
  gauge,
  wound: false,
  material: 'steel',
  winding: 'phosphor-bronze',
  shape: 'round',
  coreMaterial: 'steel',
  core: '',
  octave: false,
  ...over,
});
const setBody = (typed: TypedString[], over: Partial<StringSetInput> = {}): StringSetInput => ({
  version: 0,
  name: 'seven for the barge',
  unit: 'thou',
  typed,
  paired: false,
  retired: false,
  ...over,
});
const SEVEN = ['12', '.016', '0.61 mm', '32', '42', '53', '64'].map((gauge, i) =>
  string(gauge, { wound: i > 1 }),
);
const [SET, TUNING, ONE] = [id(9001), id(9002), id(9003)];

describe('string sets of the shop', () => {
  it('begin with the house’s, which are not changed', async () => {
    const sets = await get<StringSetAnswer[]>('string-sets');
    expect(sets.map(({ name }) => name)).toContain('nylon, normal pull');
    expect(sets.find(({ id: one }) => one === 'nylon')).toMatchObject({ kind: 'nylon', house: true });
    const answer = await put('string-sets/light', setBody(SEVEN));
    expect(answer.status).toBe(422);
    expect(wrong(answer)).toEqual(['name: this string set is built in and cannot be changed']);
    expect((await put('string-sets/heavy', setBody(SEVEN))).status).toBe(404);
  });

  it('take gauges in any unit, a core that is not known, and say what cannot be', async () => {
    const saved = await put(`string-sets/${SET}`, setBody(SEVEN));
    expect(saved.status).toBe(200);
    const { strings, kind, house } = saved.body as StringSetAnswer;
    expect(strings.map(({ gauge }) => Math.round(gauge * 1e6))).toEqual([
      305, 406, 610, 813, 1067, 1346, 1626,
    ]);
    expect(strings[3]).toMatchObject({ wound: true, core: null });
    expect({ kind, house }).toEqual({ kind: 'steel', house: false });
    const bad = await put(
      `string-sets/${id(9010)}`,
      setBody([string('0.012'), string('40', { wound: true, core: '40' }), string('wide'), string('')], {
        paired: true,
        name: ' ',
      }),
    );
    expect(bad.status).toBe(422);
    const read = await put(
      `string-sets/${id(9010)}`,
      setBody([string('0.012'), string('40', { wound: true, core: '40' }), string('wide')], { paired: true }),
    );
    expect(wrong(read).join('\n')).toMatch(
      /^paired: strings in pairs are an even number\ntyped\.0\.gauge: .*no gauge of a guitar’s string\ntyped\.1\.core: the core is not thinner than the string\ntyped\.2\.gauge: /u,
    );
    for (const typed of [[], Array.from({ length: 13 }, () => string('12'))])
      expect((await put(`string-sets/${id(9010)}`, setBody(typed))).status).toBe(422);
  });

  it('keep the number of their strings, since instruments may be strung with them', async () => {
    const answer = await put(`string-sets/${SET}`, setBody(SEVEN.slice(1), { version: 1 }));
    expect(wrong(answer)).toEqual(['typed: the set has 7 strings, and instruments may be strung with it']);
    // somebody else's copy is laid beside
    expect((await put(`string-sets/${SET}`, setBody(SEVEN, { name: 'other', version: 3 }))).status).toBe(409);
  });
});

describe('an instrument strung with the shop’s own', () => {
  const body = (over: Parameters<typeof instrumentBody>[0] = {}) =>
    instrumentBody({ nickname: 'the Barge', stringSet: SET, tuning: TUNING, ...over });

  it('needs a tuning of as many notes as it has strings', async () => {
    const six = await put(`instruments/${ONE}`, body({ tuning: 'standard' }));
    expect(wrong(six)).toEqual(['tuning: it names 6 notes, and the set has 7 strings']);
    expect(wrong(await put(`instruments/${ONE}`, body()))).toEqual(['tuning: there is no such tuning']);
    const unread = await put(`tunings/${TUNING}`, {
      version: 0,
      name: 'low B',
      typed: 'H E A',
      retired: false,
    });
    expect(wrong(unread)).toEqual(['typed: “H” is no note']);
    const tuned = await put(`tunings/${TUNING}`, {
      version: 0,
      name: 'low B',
      typed: 'B1 E A D G B E',
      retired: false,
    });
    expect((tuned.body as TuningAnswer).notes).toEqual([64, 59, 55, 50, 45, 40, 35]);
    expect((await put(`instruments/${ONE}`, body())).status).toBe(200);
    expect(wrong(await put(`instruments/${ONE}`, body({ version: 1, stringSet: id(9099) })))).toEqual([
      'stringSet: there is no such string set',
    ]);
    const { stringPull, stringKind, pairedStrings } = await get<Instrument>(`instruments/${ONE}`);
    expect(stringPull).toBeGreaterThan(800);
    expect(stringPull).toBeLessThan(1000);
    expect({ stringKind, pairedStrings }).toEqual({ stringKind: 'steel', pairedStrings: false });
    expect(
      (await get<{ cards: { nickname: string }[] }>('shelf?page=1&search=barge')).cards.map(
        ({ nickname }) => nickname,
      ),
    ).toEqual(['the Barge']);
  });

  it('hears of a gauge that is corrected, though the instrument itself was not touched', async () => {
    const before = await get<TopModel>(`instruments/${ONE}/top`);
    const heavier = SEVEN.map((one, i) => (i === 6 ? { ...one, gauge: '80' } : one));
    expect(
      (await put(`string-sets/${SET}`, setBody(heavier, { version: 1, why: 'it was misread' }))).status,
    ).toBe(200);
    const after = await get<TopModel>(`instruments/${ONE}/top`);
    expect(after.pull).toBeGreaterThan(before.pull * 1.04);
    expect((await get<Instrument>(`instruments/${ONE}`)).version).toBe(1);
  });

  it('writes down a change of set, by its own id', async () => {
    await put(`instruments/${ONE}`, body({ version: 1, stringSet: 'light', tuning: 'standard' }));
    expect(await get(`instruments/${ONE}/interventions`)).toMatchObject([
      { kinds: ['strings', 'tuning'], changes: { strings: { from: SET, to: 'light' } } },
    ]);
  });
});

describe('targets by strings', () => {
  const middle = async (n: number, over: Parameters<typeof instrumentBody>[0]) => {
    const one = id(n);
    await put(`instruments/${one}`, instrumentBody(over));
    await put(`examinations/${id(n + 1)}`, { ...examinationBody(), instrumentId: one });
    const { sides } = await get<Forecast>(`instruments/${one}/forecast`);
    return sides.map(({ side, window }) => `${side} ${(500 * (window![0] + window![1])).toFixed(2)}`);
  };

  it('a nylon set is not a steel set, nor a twelve-string a six, nor an archtop a flat top', async () => {
    expect(await middle(9100, {})).toEqual(['bass 2.78', 'treble 1.98']);
    expect(await middle(9110, { stringSet: 'nylon' })).toEqual(['bass 3.85', 'treble 2.95']);
    expect(await middle(9120, { stringSet: 'twelve-light' })).toEqual(['bass 2.38', 'treble 1.79']);
    expect(await middle(9130, { type: 'archtop' })).toEqual(['bass 1.98', 'treble 1.59']);
    // nobody knows the set, but the bridge tells
    expect(await middle(9140, { stringSet: 'not-known', build: { bridge: 'tied' } })).toEqual([
      'bass 3.85',
      'treble 2.95',
    ]);
    expect(await middle(9160, { stringSet: 'not-known', designStringSet: 'nylon' })).toEqual([
      'bass 3.85',
      'treble 2.95',
    ]);
    // what the owner wants comes before all of them
    expect(await middle(9150, { stringSet: 'nylon', targetBass: { text: '3.2', unit: 'mm' } })).toEqual([
      'bass 3.20',
      'treble 2.95',
    ]);
  });
});
