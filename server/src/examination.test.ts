import { STRING_SIDES } from '@upright-elder/core/strings';
import type {
  Examination,
  Expectations,
  PointFindingInput,
  Instrument,
  Problem,
  Protocol,
  Shop,
  Tool,
} from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  interventionBody,
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  reading,
} from './testing/bodies.js';

let server: AppUnderTest;
const TOBIN = id(4);
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string): Promise<T> => (await server.call('GET', path)).body;
const fields = (body: unknown) => (body as Problem).errors!.map(({ field }) => field);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`people/${TOBIN}`, { version: 0, name: 'Tobin Marsh', role: 'apprentice' });
  await put(`instruments/${INSTRUMENT}`, instrumentBody());
});
afterAll(() => server.close());

const finding = (over: Partial<PointFindingInput> = {}): PointFindingInput => ({
  point: 'bridge',
  states: ['planed-thin'],
  verdict: 'repair',
  frets: null,
  words: '',
  allowance: null,
  ...over,
});

describe('an examination', () => {
  it('keeps readings at every place, findings, allowances and an asking price', async () => {
    const body = examinationBody({
      protocol: 'quick',
      askingPrice: '1450',
      readings: [
        reading('radius', 'fret1', '12', 'in'),
        reading('intonation', 'string6', '-3', 'cents'),
        reading('bellyAlong', 'behind80', '2.4; 2.5; 2.4'),
      ],
      findings: [
        finding({ allowance: '180' }),
        finding({
          point: 'fretPits',
          states: ['deep'],
          frets: '1-3',
          words: 'under the plain strings',
          allowance: '90,50',
        }),
        finding({ point: 'bridgePlate', states: ['unseen'], verdict: 'unseen' }),
      ],
    });
    await put(`examinations/${id(20)}`, body);
    const stored = await get<Examination>(`examinations/${id(20)}`);
    expect(stored.protocolName).toBe('Quick look');
    expect(stored.askingPrice).toEqual({ text: '1450', amount: 1450 });
    expect(stored.findings.map(({ allowanceAmount }) => allowanceAmount).sort()).toEqual(
      [180, 90.5, null].sort(),
    );
    expect(stored.findings.find(({ point }) => point === 'fretPits')).toMatchObject({
      fretNumbers: [1, 2, 3],
    });
    const radius = stored.readings.find(({ quantity }) => quantity === 'radius')!;
    expect(radius).toMatchObject({ value: 12 * 0.0254, toolName: 'radius gauges', byName: 'Isbel Crane' });
    expect(stored.readings.find(({ quantity }) => quantity === 'intonation')!.value).toBe(-3);
  });

  it('refuses places, tools, states, frets, amounts and protocols that are not, each by its field', async () => {
    const { status, body } = await put(
      `examinations/${id(21)}`,
      examinationBody({
        protocol: 'guesswork',
        askingPrice: '1,450',
        readings: [
          reading('radius', 'bass', '12', 'in'),
          { ...reading('relief', 'both', '0.2'), tool: 'level' },
          { ...reading('action12', 'bass', '2'), tool: 'telescope' },
          reading('intonation', 'both', '3', 'cents'),
        ],
        findings: [
          finding({ states: ['gone' as never] }),
          finding({ point: 'fretLift', states: [], frets: 'all' }),
          finding({ point: 'debris', states: ['nothing'], allowance: 'a lot' }),
          finding({ point: 'debris', states: ['nothing'] }),
        ],
      }),
    );
    expect(status).toBe(422);
    expect(fields(body)).toEqual([
      'readings.0.text',
      'readings.1.tool',
      'readings.2.tool',
      'readings.3.text',
      'findings.0.states',
      'findings.1.frets',
      'findings.2.allowance',
      'findings.3.point',
      'askingPrice',
      'protocol',
    ]);
    for (const { accepted } of (body as Problem).errors!) expect(accepted).not.toBe('');
    expect((await server.call('GET', `examinations/${id(21)}`)).status).toBe(404);
  });

  it('is corrected with a reason only; each line keeps who read it, and the old value stays', async () => {
    const body = examinationBody({ findings: [finding()] });
    await put(`examinations/${id(22)}`, body);
    const corrected = {
      ...body,
      version: 1,
      by: TOBIN,
      conditions: { ...body.conditions, humidity: '55' },
      readings: [
        ...body.readings
          .filter(({ quantity }) => quantity !== 'bridgeTilt')
          .map((r) => (r.place === 'bass' && r.quantity === 'action12' ? { ...r, text: '6.5/64' } : r)),
        reading('nutWidth', 'centre', '43'),
      ],
      findings: [finding({ verdict: 'watch' })],
    };
    const silent = await put(`examinations/${id(22)}`, corrected);
    expect(silent.status).toBe(422);
    expect(fields(silent.body)).toEqual(['why']);
    expect((await get<Examination>(`examinations/${id(22)}`)).version).toBe(1);

    await put(`examinations/${id(22)}`, { ...corrected, why: 'the rule was upside down' });
    const stored = await get<Examination>(`examinations/${id(22)}`);
    expect(stored.corrections.map(({ line, text, by, why }) => [line, text, by, why])).toEqual([
      ['humidity', '58', 'Tobin Marsh', 'the rule was upside down'],
      ['action12', '7/64', 'Tobin Marsh', 'the rule was upside down'],
      ['bridgeTilt', '0.5 °', 'Tobin Marsh', 'the rule was upside down'],
      ['bridge', 'repair; planed thin', 'Tobin Marsh', 'the rule was upside down'],
    ]);
    const byOf = (quantity: string) => stored.readings.find((r) => r.quantity === quantity)!.byName;
    expect(stored.byName).toBe('Isbel Crane');
    expect([byOf('relief'), byOf('action12'), byOf('nutWidth')]).toEqual([
      'Isbel Crane',
      'Tobin Marsh',
      'Tobin Marsh',
    ]);
  });

  it('may grow without a reason: what was missing is added, nothing is replaced', async () => {
    const body = examinationBody();
    await put(`examinations/${id(23)}`, body);
    const more = { ...body, version: 1, readings: [...body.readings, reading('nutWidth', 'centre', '43')] };
    expect((await put(`examinations/${id(23)}`, more)).status).toBe(200);
    expect((await get<Examination>(`examinations/${id(23)}`)).corrections).toEqual([]);
  });
});

describe('tools', () => {
  it('are the house’s until the shop changes them, and its own; a reading’s error follows its tool', async () => {
    const own = id(30);
    const rule = {
      version: 0,
      name: '1/64 in rule',
      dimension: 'length',
      resolution: '1/64',
      repeatability: '0.1',
      unit: 'mm',
      retired: false,
    };
    expect((await put('tools/rule', rule)).body).toMatchObject({ version: 1, resolutionValue: 0.0254 / 64 });
    await put(`tools/${own}`, { ...rule, name: 'dial on a bar', resolution: '0.01', repeatability: '0.01' });
    await put(
      `examinations/${id(31)}`,
      examinationBody({
        readings: [
          { ...reading('action12', 'bass', '2.8'), tool: own },
          reading('action12', 'treble', '2.2'),
        ],
      }),
    );
    const { readings } = await get<Examination>(`examinations/${id(31)}`);
    const [fine, coarse] = STRING_SIDES.map((place) => readings.find((r) => r.place === place)!);
    expect([fine!.toolName, coarse!.toolName]).toEqual(['dial on a bar', '1/64 in rule']);
    expect(fine!.sd).toBeLessThan(coarse!.sd / 5);
  });

  it('learn their repeatability from repeats', async () => {
    const before = (await get<Tool[]>('tools')).find(({ id: one }) => one === 'caliper')!;
    for (let i = 0; i < 6; i++)
      await put(
        `examinations/${id(320 + i)}`,
        examinationBody({ readings: [reading('bridgeThickness', 'middle', '8.6; 9.0; 9.4')] }),
      );
    const after = (await get<Tool[]>('tools')).find(({ id: one }) => one === 'caliper')!;
    expect(after.repeats).toBe(before.repeats + 12);
    expect(after.repeatabilityValue).toBeGreaterThan(3 * before.repeatabilityValue);
    expect(after.believedValue).toBe(before.believedValue);
  });

  it('are refused when they read nothing, or something else than before', async () => {
    const tool = {
      version: 1,
      name: '',
      dimension: 'angle',
      resolution: '0',
      repeatability: 'some',
      unit: '°',
      retired: false,
    };
    expect(fields((await put('tools/rule', tool)).body)).toEqual(['name']);
    expect(fields((await put('tools/rule', { ...tool, name: 'x' })).body)).toEqual([
      'dimension',
      'resolution',
      'repeatability',
    ]);
    expect((await put('tools/nonsense', { ...tool, name: 'x' })).status).toBe(404);
  });

  it('can be made the usual one of a quantity by the shop', async () => {
    const { today: _today, zone: _zone, ...shop } = await get<Shop>('shop');
    await put('shop', { ...shop, tools: { action12: 'feelers' } });
    await put(`examinations/${id(33)}`, examinationBody({ readings: [reading('action12', 'bass', '2.8')] }));
    expect((await get<Examination>(`examinations/${id(33)}`)).readings[0]!.toolName).toBe('feelers');
    const { today: _now, zone: _there, ...later } = await get<Shop>('shop');
    await put('shop', { ...later, tools: {} });
    expect(
      fields((await put('shop', { ...later, version: later.version + 1, tools: { nothing: 'x' } })).body),
    ).toEqual(['tools']);
  });
});

describe('protocols', () => {
  it('are the house’s until the shop changes them, and its own', async () => {
    const house = await get<Protocol[]>('protocols');
    expect(house.map(({ id: one }) => one)).toEqual(['quick', 'full', 'recheck', 'resting']);
    const { id: _id, house: _house, ...quick } = house[0]!;
    const mine = {
      ...quick,
      name: 'Five minutes',
      stages: [{ title: 'All', lines: ['bridge', 'action12'] }],
    };
    expect((await put('protocols/quick', mine)).body).toMatchObject({
      version: 1,
      house: true,
      name: 'Five minutes',
    });
    expect((await put('protocols/quick', { ...mine, name: 'other' })).status).toBe(409);
    await put(`protocols/${id(40)}`, { ...mine, name: 'Ours' });
    expect((await get<Protocol[]>('protocols')).map(({ name }) => name)).toContain('Ours');
    expect((await put('protocols/ours', mine)).status).toBe(404);
  });

  it('hold each line once, and known lines only', async () => {
    const body = { version: 0, name: 'x', about: '', priced: false, again: false, retired: false };
    const twice = await put(`protocols/${id(41)}`, {
      ...body,
      stages: [
        { title: 'a', lines: ['bridge'] },
        { title: 'b', lines: ['bridge'] },
      ],
    });
    expect(fields(twice.body)).toEqual(['stages.1.lines']);
    const unknown = await put(`protocols/${id(41)}`, {
      ...body,
      stages: [{ title: 'a', lines: ['horoscope'] }],
    });
    expect(unknown.status).toBe(422);
    expect((await put(`protocols/${id(41)}`, { ...body, stages: [] })).status).toBe(422);
  });
});

describe('what is expected', () => {
  const query = (over: Record<string, string> = {}) =>
    new URLSearchParams({ date: '2026-11-24', strings: 'pitch', ...over }).toString();

  it('stands beside each quantity: the last value, a range that moves with the moisture, and nothing of the future', async () => {
    const one = id(50);
    await put(`instruments/${one}`, instrumentBody());
    const belly = (text: string) => [
      reading('bellyBehindBridge', 'centre', text),
      reading('relief', 'both', '0.2'),
    ];
    await put(
      `examinations/${id(51)}`,
      examinationBody({ instrumentId: one, date: '2026-02-01', readings: belly('2.0') }),
    );
    await put(
      `examinations/${id(52)}`,
      examinationBody({ instrumentId: one, date: '2026-06-01', readings: belly('2.1') }),
    );
    const ask = async (over: Record<string, string>) => {
      const { expected } = await get<Expectations>(`instruments/${one}/expectations?${query(over)}`);
      return (quantity: string, place = 'centre') =>
        expected.find((e) => e.quantity === quantity && e.place === place);
    };
    const dry = (await ask({ humidity: '30', temperature: '20' }))('bellyBehindBridge')!;
    const damp = (await ask({ humidity: '75', temperature: '20' }))('bellyBehindBridge')!;
    expect(dry.last).toMatchObject({ date: '2026-06-01', tool: 'straightedge and dial' });
    expect(dry.last.value).toBeCloseTo(0.0021, 12);
    expect(damp.range![0] - dry.range![0]).toBeGreaterThan(0.001);
    expect(damp.season!.value).toBeGreaterThan(0);
    expect(dry.season!.value).toBeLessThan(0);
    expect((await ask({}))('relief', 'treble')!.last.value).toBeCloseTo(0.0002, 12);
    expect((await ask({ date: '2026-03-01' }))('bellyBehindBridge')!.last.value).toBeCloseTo(0.002, 12);
    expect((await ask({ except: id(52) }))('bellyBehindBridge')!.last.value).toBeCloseTo(0.002, 12);
    // whatever was done since, the past says nothing of today; struck, it was never done
    const done = `interventions/${id(59)}`;
    expect((await put(done, interventionBody({ instrumentId: one, date: '2026-11-01' }))).status).toBe(200);
    expect((await ask({}))('bellyBehindBridge')!.range).toBeNull();
    await put(`strikes/intervention/${id(59)}`, { struck: true, why: 'of another guitar', by: PERSON });
    expect((await ask({}))('bellyBehindBridge')!.range).not.toBeNull();
    expect((await ask({ strings: 'slack' }))('bellyBehindBridge')).toBeUndefined();
  });

  it('is refused for conditions that cannot be', async () => {
    expect(
      (await server.call('GET', `instruments/${INSTRUMENT}/expectations?${query({ strings: 'gone' })}`))
        .status,
    ).toBe(422);
  });
});

describe('intake', () => {
  it('keeps two values, a budget, doubtful parts and the builder’s set', async () => {
    const one = id(60);
    const body = instrumentBody({
      doubtful: ['serial', 'bridge'],
      stringSet: 'medium',
      designStringSet: 'light',
      marketValue: { text: '1800' },
      worthToOwner: { text: '5000' },
      budget: { text: '650,00' },
    });
    await put(`instruments/${one}`, body);
    const stored = await get<Instrument>(`instruments/${one}`);
    expect(stored).toMatchObject({
      doubtful: ['serial', 'bridge'],
      marketValue: { amount: 1800 },
      budget: { amount: 650 },
    });
    expect(stored.stringPull).toBeGreaterThan(stored.designPull! * 1.05);
    const wrong = await put(`instruments/${one}`, {
      ...body,
      version: 1,
      budget: { text: '1,200' },
      scale: { text: '9', unit: 'mm' },
    });
    expect(fields(wrong.body)).toEqual(['scale', 'budget']);
    expect((await put(`instruments/${one}`, { ...body, version: 1, doubtful: ['soul'] })).status).toBe(422);
  });
});

describe('how an instrument is built', () => {
  const of = id(900);
  const save = (over: Parameters<typeof instrumentBody>[0], version: number) =>
    put(`instruments/${of}`, { ...instrumentBody({ nickname: 'built', ...over }), version });

  it('is kept part by part; what nobody knows stays not known, and what stands for it is said', async () => {
    const build = { neckJoint: 'dovetail', bracing: 'ladder', finish: 'shellac' } as const;
    const unknown = { topSpecies: 'not-known', stringSet: 'not-known', playingStyle: 'not-known' } as const;
    const saved = await save(
      {
        build,
        ...unknown,
        topThickness: { text: '0.11', unit: 'in' },
        domeRadius: { text: '28 ft', unit: 'mm' },
      },
      0,
    );
    expect(saved.status).toBe(200);
    expect(saved.body).toMatchObject({ build, ...unknown });
    expect((saved.body as { domeRadius: { metres: number } }).domeRadius.metres).toBeCloseTo(8.5344, 9);
    const { assumed } = (await server.call('GET', `instruments/${of}/forecast`)).body as {
      assumed: string[];
    };
    expect(assumed.join()).toMatch(/Sitka spruce assumed.*light set assumed.*medium assumed/u);
    // found out later, nothing was done to the instrument
    await save({ build, stringSet: 'medium' }, 1);
    expect((await server.call('GET', `instruments/${of}/interventions`)).body).toEqual([]);
    // another set is something that was done
    await save({ build, stringSet: 'light' }, 2);
    expect((await server.call('GET', `instruments/${of}/interventions`)).body).toMatchObject([
      { kinds: ['strings'], changes: { strings: { from: 'medium', to: 'light' } } },
    ]);
  });

  it('has no part and no way that is not known to the trade, and nothing is guessed', async () => {
    for (const build of [{ neckJoint: 'magnet' }, { wheels: 'four' }, 'dovetail', { bracing: 1 }])
      expect((await save({ build: build as never }, 3)).status).toBe(422);
    const empty = await save({ topSpecies: '' as never, stringSet: '', playingStyle: '' as never }, 3);
    expect(empty.status).toBe(422);
    expect(JSON.stringify(empty.body)).toMatch(/choose the wood of the top, or that it is not known/u);
  });
});
