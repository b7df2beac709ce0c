import type {
  Forecast,
  ForecastProgress,
  Mark,
  Problem,
  Room,
  RoomAir,
  Scorecard,
  SeriesForecast,
  CardPage,
} from '@upright-elder/contract';
import { NOTHING_SEEN } from '@upright-elder/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startApp, type AppUnderTest } from './testing/app-under-test.js';
import {
  actionBody,
  examinationBody,
  id,
  INSTRUMENT,
  instrumentBody,
  PERSON,
  ROOM,
  interventionBody,
} from './testing/bodies.js';

let server: AppUnderTest;
const put = (path: string, body: unknown) => server.call('PUT', path, body);
const get = async <T>(path: string) => (await server.call('GET', path)).body as T;
const forecast = () => get<Forecast>(`instruments/${INSTRUMENT}/forecast`);

const DATES = ['2025-02-14', '2025-08-18', '2026-02-12', '2026-08-20', '2026-11-10'];
const ACTIONS = ['6/64', '8/64', '6/64', '8/64', '7/64'];

function airOf(from: string, days: number, humidity: (day: number) => number) {
  return Array.from({ length: days }, (_, i) => {
    const time = Date.parse(`${from}T12:00:00Z`) + i * 86400000;
    return {
      at: new Date(time).toISOString(),
      humidity: humidity(time / 86400000).toFixed(1),
      temperature: '20',
    };
  });
}
const damp = (day: number) => 48 + 14 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);

beforeAll(async () => {
  server = await startApp();
  await put(`people/${PERSON}`, { version: 0, name: 'Isbel Crane', role: 'master' });
  await put(`rooms/${ROOM}`, { version: 0, name: 'Loft', notes: '', logger: '' });
  await server.call('POST', `rooms/${ROOM}/air`, { unit: '°C', readings: airOf('2024-11-01', 750, damp) });
  await put(`instruments/${INSTRUMENT}`, instrumentBody({ homeRoomId: ROOM }));
  for (const [i, date] of DATES.entries()) {
    await put(`examinations/${id(100 + i)}`, actionBody(date, ACTIONS[i]!));
  }
});
afterAll(() => server.close());

describe('the forecast', () => {
  it('says the past, the coming year and its months, and names every other series', async () => {
    const { sentences, year, months, others, sides, yearInput } = await forecast();
    expect(sentences.length).toBeGreaterThan(1);
    expect(year.map(({ text }) => text).join(' ')).toMatch(/peaks? about .*lowest about (early|mid-|late)/u);
    expect(months.map(({ side, months: all }) => [side, all.length])).toEqual([
      ['bass', 12],
      ['treble', 12],
    ]);
    expect(sides[0]!.history[1]!.moisture).toBeGreaterThan(sides[0]!.history[0]!.moisture + 2);
    expect(others.map(({ key }) => key)).toEqual(
      expect.arrayContaining(['relief.bass', 'relief.treble', 'straightedge.bass', 'bridgeTilt.centre']),
    );
    expect(yearInput.played.bass!.pluck.force).toBeCloseTo(0.01, 4);
    expect(yearInput.homeRoomId).toBe(ROOM);
  });

  it('works out any other series when it is asked for, and refuses one that is not there', async () => {
    const tilt = await get<SeriesForecast>(`instruments/${INSTRUMENT}/forecast/bridgeTilt.centre`);
    expect(tilt).toMatchObject({ dimension: 'angle', side: null, window: null, readings: 5 });
    expect(tilt.points).toHaveLength(53);
    const none = await server.call('GET', `instruments/${INSTRUMENT}/forecast/nothing.here`);
    expect(none.status).toBe(404);
  });

  it('follows a crack by length and width, and says at which moisture it closes', async () => {
    const crack = id(90);
    const sighting = (date: string, width: string, end: number) => ({
      ...NOTHING_SEEN,
      date,
      path: [
        [0.03, 0.1],
        [0.03, end],
      ],
      width,
    });
    await put(`marks/${crack}`, {
      version: 0,
      instrumentId: INSTRUMENT,
      by: PERSON,
      face: 'top',
      kind: 'crack',
      brace: null,
      name: 'below the bridge',
      sightings: [sighting('2025-08-18', '0.01', 0.14), sighting('2026-02-12', '0.3', 0.15)],
    });
    expect(await get<Mark[]>(`instruments/${INSTRUMENT}/marks`)).toHaveLength(1);
    const length = await get<SeriesForecast>(`instruments/${INSTRUMENT}/forecast/crack.${crack}.length`);
    expect(length.history.map(({ value }) => Math.round(1000 * value))).toEqual([40, 50]);
    const width = await get<SeriesForecast>(`instruments/${INSTRUMENT}/forecast/crack.${crack}.width`);
    expect(width.sensitivity.value).toBeLessThan(0);
    // shut in the damp of last August, open in February: near eleven, and two widths do not tell on which side of ten
    expect(width.sentences[0]!.text).toMatch(/(closes|measure its width again in)/u);
    expect(width.sentences[0]!.because).toMatch(/It closes between (8|9|10|11) and (10|11|12|13)\u00a0%MC/u);
  });

  it('learns from a buzz that was heard how hard is played', async () => {
    const before = (await forecast()).yearInput.played.bass!.pluck;
    const stored = await get<{ id: string; version: number }[]>(`instruments/${INSTRUMENT}/examinations`);
    const last = stored.at(-1)!;
    const body = examinationBody({ date: DATES.at(-1)!, version: last.version });
    const buzz = { point: 'buzz', verdict: 'repair', words: '', allowance: null } as const;
    await put(`examinations/${last.id}`, {
      ...body,
      findings: [{ ...buzz, states: ['buzzes-bass'], frets: '1-3' }],
      why: 'the buzz was forgotten',
    });
    const after = (await forecast()).yearInput.played.bass!.pluck;
    expect(after.force).toBeGreaterThan(before.force);
    expect(after.logSd).toBeLessThan(before.logSd);
  });

  it('lets a meter pull the moisture of its day', async () => {
    const moisture = async () => (await forecast()).sides[0]!.history[0]!.moisture;
    const before = await moisture();
    const [first] = await get<{ id: string; version: number }[]>(`instruments/${INSTRUMENT}/examinations`);
    const body = examinationBody({ date: DATES[0]!, version: first!.version });
    body.conditions = {
      ...body.conditions,
      humidity: null,
      temperature: null,
      woodMoisture: '9',
      meter: 'pinless',
      meterSetting: 'spruce',
    };
    expect((await put(`examinations/${first!.id}`, { ...body, why: 'the meter' })).status).toBe(200);
    const pulled = await moisture();
    expect(pulled).toBeGreaterThan(before + 0.2);
    expect(pulled).toBeLessThan(9);
  });
});

/** Waits until everything is worked out. */
async function settled(): Promise<ForecastProgress> {
  for (let i = 0; i < 100; i++) {
    const progress = await get<ForecastProgress>('forecasts');
    if (progress.done === progress.total) return progress;
    await new Promise((later) => setTimeout(later, 100));
  }
  throw new Error('it is never done');
}

describe('the scorecard', () => {
  it('keeps what was shown, and holds the next examination against it', async () => {
    const shown = (await forecast()).sides[0]!;
    // what is shown is kept by the server’s own hand
    await settled();
    const promised = shown.points[0]!;
    await put(`examinations/${id(120)}`, examinationBody({ date: '2026-11-24' }));
    const { checks, instrument, shop } = await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`);
    const [newest] = checks;
    expect(newest).toMatchObject({ date: '2026-11-24', shownOn: '2026-11-24', basis: '2026-11-10' });
    expect(newest!.median).toBeCloseTo(promised.median, 4);
    // a reading is promised with its tool's error, so wider than the action itself
    expect(newest!.band80[1] - newest!.band80[0]).toBeGreaterThan(promised.band80[1] - promised.band80[0]);
    // those before were never shown: they are worked out from what was known then
    expect(checks.filter(({ shownOn }) => shownOn === null)).toHaveLength(8);
    expect(instrument.count).toBe(10);
    expect(shop.count).toBeGreaterThanOrEqual(10);
    expect(instrument.bands.map(({ promised: share }) => share)).toEqual([0.5, 0.8, 0.95]);
  });

  it('promises nothing over work that was done in between', async () => {
    const before = (await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`)).checks.length;
    await put(`examinations/${id(121)}`, examinationBody({ date: '2026-11-23' }));
    await put(`interventions/${id(122)}`, interventionBody({ date: '2026-11-23' }));
    const { checks } = await get<Scorecard>(`instruments/${INSTRUMENT}/scorecard`);
    expect(checks.some(({ date }) => date === '2026-11-23')).toBe(false);
    // the reading after the work now stands on the first one after it
    expect(checks).toHaveLength(before);
  });
});

describe('the background', () => {
  it('works the whole shop out, and again after a room’s air has changed', async () => {
    await get<CardPage>('shelf');
    expect(await settled()).toEqual({ done: 1, total: 1 });
    await server.call('POST', `rooms/${ROOM}/air`, {
      unit: '°C',
      readings: airOf('2026-11-22', 2, () => 70),
    });
    expect(await get<ForecastProgress>('forecasts')).toEqual({ done: 0, total: 1 });
    await settled();
    const [card] = (await get<CardPage>('shelf')).cards;
    expect(card).toMatchObject({ pending: false, examinations: 7 });
  });
});

describe('a room', () => {
  const room = () => get<Room[]>('rooms').then((all) => all.find(({ id: one }) => one === ROOM)!);

  it('says what each piece of wood in it is doing, and where it is heading', async () => {
    const { wood, dewPoint, climate } = await get<RoomAir>(`rooms/${ROOM}/air`);
    expect(wood.map(({ piece }) => piece)).toEqual(['bareTop', 'finishedTop', 'fingerboard', 'neckBlock']);
    const [bare, finished, , block] = wood;
    // the last days were damp: bare wood has followed, a block has hardly noticed
    expect(bare!.now!).toBeGreaterThan(finished!.now!);
    expect(finished!.now!).toBeGreaterThan(block!.now! - 2);
    expect(wood.some(({ warns }) => warns)).toBe(true);
    expect(dewPoint!).toBeGreaterThan(5);
    expect(climate.years).toBeGreaterThan(2);
  });

  it('has its whole log corrected by what its hygrometer shows over salts, and forecasts follow', async () => {
    const before = await get<RoomAir>(`rooms/${ROOM}/air`);
    const { version, name, notes, logger } = await room();
    const salted = { version, name, notes, logger, kind: 'store', saltLow: '38,1', saltHigh: '80.5' };
    expect((await put(`rooms/${ROOM}`, salted)).status).toBe(200);
    const after = await get<RoomAir>(`rooms/${ROOM}/air`);
    expect(before.days[40]!.humidity - after.days[40]!.humidity).toBeCloseTo(5, 1);
    expect(after.hygrometer).toMatch(/Hygrometer corrected: 30 % shown means/u);
    expect(await room()).toMatchObject({ kind: 'store', saltLow: '38,1' });
  });

  it('that is a case with packs has a quiet year without any log', async () => {
    const packed = id(60);
    await put(`rooms/${packed}`, { version: 0, name: 'Its case', notes: '', logger: '', kind: 'case' });
    const { climate, basis, wood } = await get<RoomAir>(`rooms/${packed}/air`);
    // nobody logs it, and yet its packs tell where its wood is
    for (const { now } of wood) expect(Math.abs(now! - climate.coefficients[0]!)).toBeLessThan(0.7);
    expect(basis).toMatch(/case with packs of 49 % RH/u);
    await put(`instruments/${id(61)}`, instrumentBody({ homeRoomId: packed, nickname: 'cased' }));
    await put(`examinations/${id(62)}`, examinationBody({ instrumentId: id(61) }));
    const { season, climateBasis } = await get<Forecast>(`instruments/${id(61)}/forecast`);
    expect(climateBasis).toBe(basis);
    const moistures = season.map(({ moisture }) => moisture);
    expect(Math.max(...moistures) - Math.min(...moistures)).toBeLessThan(1.3);
    expect(climate.spread).toBeLessThan(0.3);
  });

  it('stands about what its packs hold, and is forecast anew when they are others', async () => {
    const cased = (await get<Room[]>('rooms')).find(({ name }) => name === 'Its case')!;
    const { version, name, notes, logger, kind } = cased;
    const before = await get<Forecast>(`instruments/${id(61)}/forecast`);
    const dry = { version, name, notes, logger, kind, packs: '40 %' };
    expect((await put(`rooms/${cased.id}`, dry)).status).toBe(200);
    const after = await get<Forecast>(`instruments/${id(61)}/forecast`);
    expect(after.climateBasis).toMatch(/packs of 40 % RH/u);
    for (const [i, { moisture }] of after.season.entries())
      expect(moisture).toBeLessThan(before.season[i]!.moisture - 0.5);
    const refused = await put(`rooms/${cased.id}`, { ...dry, version: version + 1, packs: '95' });
    expect(refused.status).toBe(422);
    expect((refused.body as Problem).errors).toMatchObject([
      { field: 'packs', typed: '95', accepted: expect.stringMatching(/30 to 75 %/u) as string },
    ]);
  });

  it('is not taken for a common one because of a single reading', async () => {
    const cased = (await get<Room[]>('rooms')).find(({ name }) => name === 'Its case')!;
    const before = await get<RoomAir>(`rooms/${cased.id}/air`);
    const readings = airOf('2026-11-20', 1, () => 44);
    await server.call('POST', `rooms/${cased.id}/air`, { unit: '°C', readings });
    const after = await get<RoomAir>(`rooms/${cased.id}/air`);
    expect(after.climate.coefficients).toEqual(before.climate.coefficients);
    expect(after.basis).toMatch(/packs of 40 % RH/u);
    expect(after.days).toHaveLength(1);
  });

  it('that was logged for a few days leaves the word to the air of the examinations', async () => {
    const kitchen = id(63);
    await put(`rooms/${kitchen}`, { version: 0, name: 'Kitchen', notes: '', logger: '', kind: 'home' });
    await put(`instruments/${id(64)}`, instrumentBody({ homeRoomId: kitchen, nickname: 'played' }));
    for (const [i, date] of ['2025-11-02', '2026-04-20', '2026-08-20'].entries()) {
      const body = examinationBody({ instrumentId: id(64), date });
      body.conditions = { ...body.conditions, humidity: '72', temperature: '20 C' };
      await put(`examinations/${id(65 + i)}`, body);
    }
    const seasonOf = async () => (await get<Forecast>(`instruments/${id(64)}/forecast`)).season;
    const before = await seasonOf();
    await server.call('POST', `rooms/${kitchen}/air`, {
      unit: '°C',
      readings: airOf('2026-11-20', 2, () => 44),
    });
    expect(await seasonOf()).toEqual(before);
  });

  it('refuses a salt reading that no hygrometer can show, and keeps what stood there', async () => {
    const { version, name, notes, logger } = await room();
    const refused = await put(`rooms/${ROOM}`, {
      version,
      name,
      notes,
      logger,
      saltLow: '60',
      saltHigh: 'x',
    });
    expect(refused.status).toBe(422);
    const { errors } = refused.body as Problem;
    expect(errors!.map(({ field }) => field)).toEqual(['saltLow', 'saltHigh']);
    expect(await room()).toMatchObject({ saltLow: '38,1' });
  });
});
