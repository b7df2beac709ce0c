import { mm } from '../units/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FLAT_TOP } from '../../simulated/flatTop.js';
import { alwaysIn, roomAir, type DailyAir, type PathOfRooms } from '../air/index.js';
import { dayOf, isoDate } from '../days/index.js';
import { comingMoisture } from '../air/index.js';
import { expectOn } from '../forecast/index.js';
import { normal, seededChance } from '../numeric/index.js';
import type { QuantityId, ReadingValue, ReadPlace } from '../readings/index.js';
import { firstSentence, findingSentences, sayingIn } from '../wording/index.js';
import { actionAt, COMPENSATION, stanceOf, type SideReadings } from '../stance/index.js';
import {
  checksOf,
  expectReadings,
  fitInstrument,
  forecastOf,
  groundToday,
  learn,
  leversMoved,
  neededForVerification,
  otherForecast,
  shownToday,
  standOn,
  timelineOf,
  type ExaminationFacts,
  type InstrumentRecord,
  type InterventionFacts,
  type MarkFacts,
  type Learned,
  type ShownForecast,
} from './index.js';
import { seriesSentences } from '../wording/index.js';

/** A room that swings through the year about 50 % RH, damp in August, logged up to a day. */
function loftUntil(last: number, days = 1500): PathOfRooms {
  const air = Array.from({ length: days }, (_, i): DailyAir => {
    const day = last - days + 1 + i;
    return { day, humidity: 50 + 12 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425), celsius: 20 };
  });
  return alwaysIn(roomAir(air, null));
}

const TODAY = dayOf('2026-11-24');
const LOFT = loftUntil(TODAY);

interface Seen {
  action?: number;
  relief?: number;
  gap?: number;
  straightedge?: number;
  saddle?: number;
  belly?: number;
}

const reading = (quantity: QuantityId, place: ReadPlace, value: number, sd: number): ReadingValue => ({
  quantity,
  place,
  value,
  sd,
  division: 2 * sd,
});

function examination(date: string, seen: Seen, over: Partial<ExaminationFacts> = {}): ExaminationFacts {
  const {
    action,
    relief = 0.2 * mm,
    gap = 0.48 * mm,
    straightedge = 0.5 * mm,
    saddle = 5 * mm,
    belly,
  } = seen;
  return {
    id: `e ${date}`,
    date,
    strings: 'pitch',
    daysAtPitch: null,
    humidity: null,
    celsius: null,
    meter: null,
    reliefFrets: [1, 14],
    findings: [],
    readings: [
      ...(action === undefined ? [] : [reading('action12', 'bass', action, 0.06 * mm)]),
      reading('relief', 'both', relief, 0.02 * mm),
      reading('firstFretGap', 'both', gap, 0.012 * mm),
      reading('straightedge', 'both', straightedge, 0.1 * mm),
      reading('saddleShowing', 'both', saddle, 0.05 * mm),
      ...(belly === undefined ? [] : [reading('bellyBehindBridge', 'centre', belly, 0.04 * mm)]),
    ],
    ...over,
  };
}

const record = (over: Partial<InstrumentRecord>): InstrumentRecord => ({
  instrument: FLAT_TOP,
  examinations: [],
  interventions: [],
  marks: [],
  plan: null,
  top: null,
  kept: { at: 'band', from: 46, to: 50 },
  ...over,
});

const done = (date: string, kinds: InterventionFacts['kinds'], over: Partial<InterventionFacts> = {}) => ({
  id: `i ${date}`,
  date,
  follows: null,
  kinds,
  ...over,
});

/** Quarterly visits of a top that only breathes; what happens to it is put on top. */
function visits(
  count: number,
  happens: (i: number) => Seen & { by?: number } = () => ({}),
): ExaminationFacts[] {
  const chance = seededChance(5);
  return Array.from({ length: count }, (_, i) => {
    const day = TODAY - 60 - 91 * (count - 1 - i);
    const { by = 0, ...seen } = happens(i);
    const moisture = LOFT.home.air.log.moistureAt(day)!;
    const belly = 2 * mm + 0.3 * mm * (moisture - 9) + 0.02 * mm * normal(chance);
    const action = 2.6 * mm + 0.15 * mm * (moisture - 9) + by + 0.03 * mm * normal(chance);
    return examination(isoDate(day), { action, belly, ...seen });
  });
}

const firstOf = (fit: Learned) => {
  const today = standOn(fit, LOFT, TODAY);
  return firstSentence(groundToday(fit.evidence, today).diagnosis, fit, today);
};

const said = (of: InstrumentRecord, room = LOFT) => {
  const fit = learn(of, room);
  const today = standOn(fit, room, TODAY);
  return findingSentences(groundToday(fit.evidence, today).diagnosis, fit, today, 'mm')
    .map(({ text }) => text)
    .join('\n');
};

describe('the timeline of an instrument', () => {
  const twice = [
    examination('2026-03-01', {}),
    examination('2026-05-01', {}, { id: 'morning' }),
    examination('2026-05-01', {}, { id: 'evening' }),
  ];
  const before = (interventions: InterventionFacts[]) =>
    timelineOf(twice, interventions).map((turn) => turn.before.map(({ id }) => id));

  it('counts what was done on a day as done before it was examined, unless it says which examination it followed', () => {
    expect(before([done('2026-04-01', ['rod'])])).toEqual([[], ['i 2026-04-01'], []]);
    expect(before([done('2026-05-01', ['rod'])])).toEqual([[], ['i 2026-05-01'], []]);
    expect(before([done('2026-05-01', ['rod'], { follows: 'morning' })])).toEqual([[], [], ['i 2026-05-01']]);
    expect(before([done('2026-05-01', ['rod'], { follows: 'evening' })])).toEqual([[], [], []]);
    // what follows an examination of another day is of its own day all the same
    expect(before([done('2026-03-01', ['rod'], { follows: 'evening' })])).toEqual([['i 2026-03-01'], [], []]);
  });

  it('keeps two of one day apart', () => {
    const two = [done('2026-05-01', ['rod'], { id: 'a' }), done('2026-05-01', ['saddle'], { id: 'b' })];
    expect(before(two)).toEqual([[], ['a', 'b'], []]);
  });
});

describe('what was moved at the ends of the strings', () => {
  it('does to action and gap what the side elevation says (stance.ts), for any neck', () => {
    const lengths = fc.double({ min: 0.56, max: 0.7, noNaN: true });
    const step = fc.double({ min: -2, max: 2, noNaN: true }).filter((x) => Math.abs(x) > 0.4);
    fc.assert(
      fc.property(lengths, step, step, (scale, trim, nut) => {
        const neck = { scale, compensation: COMPENSATION.bass, bodyJoin: 14 };
        const was: SideReadings = {
          firstFretGap: 0.5 * mm,
          relief: 0.2 * mm,
          straightedge: 0.5 * mm,
          saddleShowing: 6 * mm,
        };
        const first = stanceOf(neck, was);
        // the saddle is moved by `trim`, the nut's slots by `nut`: read off the line through both
        const nutHeight = first.nutHeight + 0.5 * nut * mm;
        const saddleHeight = first.saddleHeight + trim * mm;
        const at1 = nutHeight + (saddleHeight - nutHeight) * (first.firstFret / first.stringLength);
        const is = { ...was, saddleShowing: was.saddleShowing + trim * mm, firstFretGap: at1 };
        const ends = ({ saddleShowing, firstFretGap }: SideReadings) => ({
          saddleShowing: reading('saddleShowing', 'bass', saddleShowing, 1e-6),
          firstFretGap: reading('firstFretGap', 'bass', firstFretGap, 1e-6),
        });
        const moved = leversMoved(ends(was), ends(is), neck, 'action12');
        const sum = moved.reduce((total, { effect }) => total + effect.value, 0);
        const change = actionAt(stanceOf(neck, is), neck, 12) - actionAt(first, neck, 12);
        expect(sum).toBeCloseTo(change, 9);
        expect(moved.map(({ end }) => end)).toEqual(['saddle', 'nut']);
      }),
      { numRuns: 60 },
    );
  });

  it('is not told of ends that nobody touched, over many years of readings and their errors', () => {
    const chance = seededChance(77);
    const read = () => ({
      saddleShowing: reading('saddleShowing', 'bass', 5 * mm + 0.05 * mm * normal(chance), 0.05 * mm),
      firstFretGap: reading('firstFretGap', 'bass', 0.48 * mm + 0.016 * mm * normal(chance), 0.016 * mm),
    });
    const neck = { scale: 0.645, compensation: 0, bodyJoin: 14 };
    let told = 0;
    for (let i = 0; i < 4000; i++) told += leversMoved(read(), read(), neck, 'action12').length;
    expect(told).toBeLessThan(12);
  });

  it('is not told where it is less than the tools see', () => {
    const near = (value: number) => ({ saddleShowing: reading('saddleShowing', 'bass', value, 0.05 * mm) });
    const neck = { scale: 0.645, compensation: 0, bodyJoin: 14 };
    expect(leversMoved(near(5 * mm), near(4.9 * mm), neck, 'action12')).toEqual([]);
    expect(leversMoved({}, near(4 * mm), neck, 'action12')).toEqual([]);
  });
});

describe('a saddle trimmed by 1.6 mm between two visits', () => {
  const lever = 0.5;
  const trimmed = visits(9, (i) =>
    i < 6 ? {} : { saddle: 3.4 * mm, gap: 0.391 * mm, by: -lever * 1.6 * mm },
  );
  const untouched = visits(9);

  it('recorded in the readings only is neither age nor neck joint: it is asked about', () => {
    const words = said(record({ examinations: trimmed }));
    expect(words).not.toMatch(/creeping/u);
    expect(words).not.toMatch(/Look at the neck joint/u);
    expect(words).toMatch(/bass saddle came out 1\.6 mm lower\. Did you trim it\?/u);
    expect(said(record({ examinations: untouched }))).not.toMatch(/Did you trim it/u);
  });

  it('leaves the forecast as it goes on: the same drift and breathing, a band hardly wider, 0.8 mm lower', () => {
    const fit = (examinations: ExaminationFacts[]) =>
      fitInstrument(record({ examinations }), LOFT).sides[0]!.calibration;
    const [one, other] = [fit(trimmed), fit(untouched)];
    expect(one.visits).toHaveLength(9);
    expect(Math.abs(one.age.value - other.age.value)).toBeLessThan(0.03 * mm);
    expect(one.sensitivity.value).toBeCloseTo(other.sensitivity.value, 4);
    const on = (calibration: typeof one) =>
      expectOn(calibration, TODAY, comingMoisture(LOFT.home.air.climate, TODAY, { day: TODAY, moisture: 8 }));
    expect(on(other).median - on(one).median).toBeGreaterThan(0.7 * mm);
    expect(on(other).median - on(one).median).toBeLessThan(0.9 * mm);
    const width = ({ band80: [low, high] }: { band80: [number, number] }) => high - low;
    expect(width(on(one))).toBeLessThan(1.35 * width(on(other)));
    expect(width(on(one))).toBeGreaterThan(width(on(other)));
  });

  it('is asked no more once it is written down, and stays taken out', () => {
    const written = record({
      examinations: trimmed,
      interventions: [done(trimmed[6]!.date, ['saddle'])],
    });
    expect(said(written)).not.toMatch(/Was it trimmed|creeping|Look at the neck joint/u);
    expect(fitInstrument(written, LOFT).sides[0]!.calibration.visits).toHaveLength(9);
  });

  it('written down, but measured on one day only, begins an epoch: nobody knows by how much', () => {
    const unread = trimmed.map((one, i) =>
      i < 6 ? { ...one, readings: one.readings.filter(({ quantity }) => quantity !== 'saddleShowing') } : one,
    );
    const written = record({ examinations: unread, interventions: [done(trimmed[6]!.date, ['saddle'])] });
    expect(fitInstrument(written, LOFT).sides[0]!.calibration.visits).toHaveLength(3);
  });

  it('is what was read in the history, beside what it would read today', () => {
    const of = record({ examinations: trimmed });
    const [side] = forecastOf(of, fitInstrument(of, LOFT), LOFT, TODAY).sides;
    const [first] = side!.history;
    expect(first!.value).toBe(trimmed[0]!.readings[0]!.value);
    expect(first!.value - first!.standing).toBeCloseTo(0.8 * mm, 4);
    expect(side!.history.at(-1)!.standing).toBe(side!.history.at(-1)!.value);
  });
});

describe('lighter strings', () => {
  const lighter = visits(9, (i) => (i < 6 ? {} : { by: -0.35 * mm }));
  const changed = record({ examinations: lighter, interventions: [done(lighter[6]!.date, ['strings'])] });

  it('begin an epoch: neither age nor neck joint, and what was learned of the breathing goes on', () => {
    expect(said(changed)).not.toMatch(/creeping|Look at the neck joint/u);
    const { calibration } = fitInstrument(changed, LOFT).sides[0]!;
    expect(calibration.visits).toHaveLength(3);
    expect(calibration.sensitivity.value).toBeGreaterThan(0.1 * mm);
    const next = expectOn(calibration, TODAY, {
      moisture: calibration.visits.at(-1)!.moisture,
      variance: 0.05,
    });
    expect(next.band80[0]).toBeLessThan(lighter.at(-1)!.readings[0]!.value);
    expect(next.band80[1]).toBeGreaterThan(lighter.at(-1)!.readings[0]!.value);
  });

  it('nobody wrote down are what a change of the strings alone looks like: a drift', () => {
    expect(said(record({ examinations: lighter }))).toMatch(/creeping down/u);
  });
});

describe('the pointer to the neck joint', () => {
  // the neck was reset between the third and the fourth visit; neither before nor after did it move
  const reset = visits(8, (i) => (i < 3 ? { by: 1.5 * mm } : {}));

  it('looks back no further than the last work', () => {
    const work = record({ examinations: reset, interventions: [done(reset[3]!.date, ['structure'])] });
    expect(said(work)).not.toMatch(/Look at the neck joint/u);
    expect(said(record({ examinations: reset }))).toMatch(/Look at the neck joint/u);
  });

  it('looks at work that was noted at a slack examination too', () => {
    const slack = examination(isoDate(dayOf(reset[3]!.date) - 3), {}, { strings: 'slack' });
    const examinations = [...reset.slice(0, 3), slack, ...reset.slice(3)];
    const work = record({ examinations, interventions: [done(slack.date, ['structure'])] });
    expect(said(work)).not.toMatch(/Look at the neck joint/u);
    expect(fitInstrument(work, LOFT).sides[0]!.calibration.visits).toHaveLength(5);
  });
});

describe('a crack', () => {
  const crack = (widths: [string, number][]): MarkFacts => ({
    id: 'c',
    kind: 'crack',
    face: 'top',
    name: 'below the bridge',
    brace: null,
    sightings: widths.map(([date, width]) => ({
      date,
      path: [
        [0, 0],
        [0, 0.08],
      ],
      ruled: null,
      width: width * mm,
      letIn: null,
      depth: null,
      stretch: null,
      state: 'moving',
    })),
  });
  const words = (mark: MarkFacts) => {
    const of = record({ examinations: visits(4), marks: [mark] });
    const fit = fitInstrument(of, LOFT);
    const { subject, finding } = otherForecast(of, fit, LOFT, TODAY, 'crack.c.width')!;
    return seriesSentences(subject, finding, TODAY, sayingIn('mm'))[0]!.text;
  };

  it('that hardly breathes stays open however damp it is: humidity will not close it', () => {
    expect(
      words(
        crack([
          ['2026-02-15', 0.9],
          ['2026-08-15', 0.88],
        ]),
      ),
    ).toMatch(/Humidity will not close the crack.*Fill or splint it/u);
  });

  it('that stands closed, or closes with a little damp, is said so', () => {
    expect(
      words(
        crack([
          ['2026-02-15', 0.3],
          ['2026-08-15', 0.01],
        ]),
      ),
    ).toMatch(/is closed/u);
    expect(
      words(
        crack([
          ['2025-12-01', 0.03],
          ['2026-01-15', 0.12],
          ['2026-02-15', 0.25],
        ]),
      ),
    ).toMatch(/The crack closes by about \d+\u00a0%MC, two weeks at \d\d\u00a0%\u00a0RH/u);
  });
});

describe('a brace that lets go', () => {
  const loose = (
    dates: [string, number, number | null, MarkFacts['sightings'][number]['state']][],
  ): MarkFacts => ({
    id: 's',
    kind: 'separation',
    face: 'top inside',
    name: 'lower leg of the X',
    brace: 'x',
    sightings: dates.map(([date, length, depth, state]) => ({
      date,
      path: [[0, 0.1]],
      ruled: null,
      width: null,
      letIn: null,
      depth: depth === null ? null : depth * mm,
      stretch: { from: 0.02, to: 0.02 + length * mm },
      state,
    })),
  });
  const marks = [
    loose([
      ['2025-02-10', 40, 5, 'moving'],
      ['2025-08-10', 46, null, 'moving'],
      ['2026-02-10', 55, 9, 'repaired'],
      ['2026-08-10', 60, 2, 'moving'],
    ]),
  ];
  const of = (interventions: InterventionFacts[]) =>
    record({ examinations: visits(4), marks, interventions });
  const series = (key: string, interventions: InterventionFacts[] = []) => {
    const from = of(interventions);
    return otherForecast(from, fitInstrument(from, LOFT), LOFT, TODAY, key)!;
  };

  it('is followed by its length and by how far in a feeler goes; what is glued again is no length', () => {
    const found = series('separation.s.length');
    expect(found.history.map(({ value }) => Math.round(value / mm))).toEqual([40, 46, 0, 60]);
    expect(series('separation.s.depth').history.map(({ value }) => Math.round(value / mm))).toEqual([
      5, 9, 2,
    ]);
    expect(seriesSentences(found.subject, found.finding, TODAY, sayingIn('mm'))[0]!.text).toMatch(
      /loose stretch/u,
    );
  });

  it('begins anew when it was glued', () => {
    const glued = series('separation.s.length', [done('2026-01-20', ['structure'])]);
    expect(glued.history.map(({ afterIntervention }) => afterIntervention)).toEqual([
      false,
      false,
      true,
      false,
    ]);
  });
});

describe('a fit', () => {
  const of = record({ examinations: visits(6), interventions: [done('2025-08-01', ['rod'])] });

  it('has no day in it, and survives being kept', () => {
    const fit = fitInstrument(of, LOFT);
    const kept = JSON.parse(JSON.stringify(fit)) as typeof fit;
    expect(kept).toEqual(fit);
    const read = (one: typeof fit, day: number) => forecastOf(of, one, LOFT, day);
    expect(read(kept, TODAY)).toEqual(read(fit, TODAY));
    const [today, later] = [standOn(fit, LOFT, TODAY), standOn(fit, LOFT, TODAY + 90)];
    expect(later.sides[0]!.year.from).toBe(TODAY + 90);
    expect(later.sides[0]!.year.now).not.toBeCloseTo(today.sides[0]!.year.now, 6);
    expect(shownToday(fit, later)[0]).toMatchObject({ shownOn: isoDate(TODAY + 90), key: 'action12.bass' });
  });

  it('stands today where it was read today, in a room that nobody logs and however odd the air of that day', () => {
    const unlogged = alwaysIn(roomAir([], null));
    for (const meter of [null, { shown: 14.5, kind: 'pin', setting: '' } as const])
      for (const humidity of [25, 50, 78]) {
        const of = record({
          examinations: [
            examination(isoDate(TODAY), { action: 3.57 * mm }, { humidity, celsius: 12, meter }),
          ],
        });
        const { sides } = standOn(fitInstrument(of, unlogged), unlogged, TODAY);
        // what is left is the level's own error about one reading
        expect(Math.abs(sides[0]!.year.now - 3.57 * mm), `${humidity} % RH`).toBeLessThan(0.03 * mm);
      }
  });

  it('of nothing says nothing', () => {
    const nothing = record({});
    const fit = learn(nothing, LOFT);
    expect(fit).toMatchObject({ sides: [], body: [], played: { bass: null, treble: null } });
    expect(firstOf(fit)).toBeNull();
  });

  it('says heights as each shop does', () => {
    const alone = record({ examinations: visits(1, () => ({ saddle: 5.9 * mm })) });
    const once = learn(alone, LOFT);
    const first = firstOf(once)!;
    expect(first['64ths'].text).toMatch(/\/64/u);
    expect(first.mm.text).toMatch(/\d mm/u);
    expect(first.thou.text).toMatch(/\d thou/u);
  });
});

describe('what is expected of a reading', () => {
  const of = record({ examinations: visits(7) });
  const fit = fitInstrument(of, LOFT);
  const date = isoDate(TODAY);
  const ask = (over: Partial<Parameters<typeof expectReadings>[3]> = {}, from = of) =>
    expectReadings(from, fitInstrument(from, LOFT), LOFT, {
      date,
      strings: 'pitch',
      air: null,
      done: [],
      except: null,
      toolSd: () => 0.06 * mm,
      ...over,
    });
  const one = (found: ReturnType<typeof ask>, quantity: QuantityId) =>
    found.expected.find((expected) => expected.quantity === quantity)!;

  it('that is followed is the calibrated series’ own prediction, the tool’s error included', () => {
    const { wood, expected } = ask();
    const { band95 } = expectOn(
      fit.sides[0]!.calibration,
      TODAY,
      { moisture: wood.moisture, variance: wood.sd ** 2 },
      0.06 * mm,
    );
    expect(expected.find(({ quantity }) => quantity === 'action12')!.range).toEqual(band95);
    const belly = one(ask(), 'bellyBehindBridge').range!;
    expect(belly[1] - belly[0]).toBeLessThan(1 * mm);
  });

  it('ends with what was done since, whether it is written down or about to be', () => {
    expect(one(ask({ done: ['rod'] }), 'action12').range).toBeNull();
    expect(one(ask({ done: ['levelling'] }), 'action12').range).not.toBeNull();
    expect(one(ask({ done: ['nut'] }), 'firstFretGap').range).toBeNull();
    expect(one(ask({ done: ['nut'] }), 'bellyBehindBridge').range).not.toBeNull();
    const worked = record({ ...of, interventions: [done('2026-11-20', ['structure'])] });
    expect(one(ask({}, worked), 'bellyBehindBridge').range).toBeNull();
    expect(one(ask({ date: '2026-11-10' }, worked), 'bellyBehindBridge').range).not.toBeNull();
  });

  it('knows nothing of what came after it, nor of the examination that is corrected', () => {
    const third = of.examinations[2]!;
    expect(one(ask({ date: third.date }), 'action12').last.date).toBe(third.date);
    expect(one(ask({ date: third.date, except: third.id }), 'action12').last.date).toBe(
      of.examinations[1]!.date,
    );
    expect(ask({ strings: 'slack' }).expected).toEqual([]);
  });
});

describe('a forecast held against what came', () => {
  const of = record({ examinations: visits(6) });
  const upTo = (count: number, room: PathOfRooms) => {
    const some = record({ examinations: of.examinations.slice(0, count) });
    return checksOf(some, fitInstrument(some, room), room, []);
  };

  it.each([
    ['a logged room', LOFT],
    ['a room that nobody logs', alwaysIn(roomAir([], null))],
  ])('stands on nothing that came after, in %s', (_, room) => {
    const all = upTo(6, room);
    for (const count of [2, 3, 4]) {
      const then = upTo(count, room);
      expect(then).toHaveLength(count - 1);
      expect(all).toEqual(expect.arrayContaining(then));
    }
  });

  const [fifth, sixth] = [of.examinations[4]!.date, of.examinations[5]!.date];
  const promise = {
    median: 0.003,
    band50: [0.0029, 0.0031],
    band80: [0.0028, 0.0032],
    band95: [0.0027, 0.0033],
  } as const;
  const shown = (basis: string, shownOn: string): ShownForecast => ({
    key: 'action12.bass',
    basis,
    shownOn,
    points: [TODAY - 800, TODAY + 100].map((day) => ({ ...promise, day })),
  });
  const between = (share: number) =>
    isoDate(Math.round(dayOf(fifth) + share * (dayOf(sixth) - dayOf(fifth))));

  it('is replaced by what was shown, where that stood on the visit before', () => {
    const newest = (forecasts: ShownForecast[]) => checksOf(of, fitInstrument(of, LOFT), LOFT, forecasts)[0]!;
    expect(newest([shown(fifth, between(0.3))])).toMatchObject({ shownOn: between(0.3), date: sixth });
    // the later one counts; one shown after the visit, or standing on an older one, does not
    expect(newest([shown(fifth, between(0.3)), shown(fifth, between(0.6))]).shownOn).toBe(between(0.6));
    expect(newest([shown(fifth, between(1.2))]).shownOn).toBeNull();
    expect(newest([shown(of.examinations[3]!.date, between(0.3))]).shownOn).toBeNull();
  });

  it('is not made over work that was done in between, nor over a trimmed saddle', () => {
    const rod = record({ ...of, interventions: [done(between(0.5), ['rod'])] });
    expect(checksOf(rod, fitInstrument(rod, LOFT), LOFT, []).map(({ date }) => date)).not.toContain(sixth);
    const trimmed = record({
      examinations: visits(6, (i) => (i < 5 ? {} : { saddle: 3.4 * mm, by: -0.8 * mm })),
    });
    const checks = checksOf(trimmed, fitInstrument(trimmed, LOFT), LOFT, []);
    expect(checks.map(({ date }) => date)).not.toContain(sixth);
    // those before are held against what was read then, as the saddle stood then
    for (const { read, promise: then } of checks) expect(Math.abs(read - then.median)).toBeLessThan(0.4 * mm);
  });

  it('is kept until then, and no longer than it is needed', () => {
    const fit = fitInstrument(of, LOFT);
    const monthly = ['2026-10-03', '2026-10-20', '2026-11-02', '2026-11-20'].map((day) => shown(sixth, day));
    const old = [shown(fifth, between(0.2)), shown(fifth, between(0.8)), shown(fifth, between(1.3))];
    const stray = shown('2020-01-01', '2020-01-02');
    expect(neededForVerification([...old, ...monthly, stray], fit)).toEqual([old[1], monthly[1], monthly[3]]);
  });
});
