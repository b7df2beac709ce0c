import { mm } from '../units/index.js';
import { yearAhead } from '../../simulated/aloneAhead.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AS_IT_WAS, fitClimate, scenarioWood, seasonMoisture } from '../air/index.js';
import {
  actionBelief,
  attribute,
  backToReference,
  calibrate,
  expectThrough,
  humidityAdvice,
  checkPromise,
  monthsAhead,
  promiseOn,
  saddleAdvice,
  saddleLever,
  scorecard,
  ScorecardTally,
  sidePaths,
  standsOn,
  underAir,
  weatherAhead,
  type Played,
  type Visit,
} from './index.js';
import { actionAt, stanceOf } from '../stance/index.js';
import { bisect } from '../numeric/index.js';
import { sayFrets } from '../wording/index.js';

const climate = fitClimate([], 0);
const FROM = 20500;

/** A long and exact history, so that the answers are known beforehand. */
function breathing(beta: number, level = 2.5 * mm) {
  const visits = Array.from({ length: 20 }, (_, i): Visit => {
    const day = FROM - 20 - 73 * (19 - i);
    const moisture = seasonMoisture(climate, day);
    return { day, moisture, moistureSd: 0.05, sd: 0.02 * mm, value: level + beta * (moisture - 8.6) };
  });
  return calibrate(visits, { climate, belief: actionBelief({ value: 0.15 * mm, sd: 0.1 * mm }) });
}
/** Simulated action of the coming year, and what one or two saddles do for it. */
function advised(beta: number, level: number, window: [number, number]) {
  const weather = weatherAhead(climate, FROM, 364);
  const values = underAir(
    sidePaths(breathing(beta, level), weather),
    weather,
    scenarioWood(AS_IT_WAS, climate),
  );
  return saddleAdvice(values, weather, weather.seasons, { window, lever: 2, steps: [0, 53] });
}
const neck = { scale: 0.645, compensation: 4.5 * mm, bodyJoin: 14 };
function playedAt(action: number): Played {
  const at = (saddleShowing: number) =>
    stanceOf(neck, { firstFretGap: 0.48 * mm, relief: 0.2 * mm, straightedge: 0, saddleShowing });
  const saddle = bisect((x) => actionAt(at(x), neck, 12) - action, 0, 0.04, 1e-9);
  return {
    stance: at(saddle),
    neck,
    pluck: { force: 0.01, logSd: 0.25 },
    relief: null,
    saddleShowing: saddle,
    leastShowing: 3.175 * mm,
  };
}
describe('one saddle or two', () => {
  const window: [number, number] = [2.2 * mm, 2.8 * mm];
  it('leaves a quiet one alone, moves a high one once by twice the change, and gives a wide breather two', () => {
    expect(advised(0.05 * mm, 2.5 * mm, window)).toEqual({ kind: 'as it is' });
    const high = advised(0.05 * mm, 3.2 * mm, window);
    expect(high.kind).toBe('one');
    if (high.kind === 'one') expect(Math.abs(high.change / mm + 1.4)).toBeLessThan(0.25);
    const wide = advised(0.25 * mm, 2.5 * mm, [1.65 * mm, 3.35 * mm]);
    expect(wide.kind).toBe('two');
    if (wide.kind !== 'two') return;
    expect(wide.damp.change).toBeLessThan(0);
    expect(wide.dry.change).toBeGreaterThan(0);
    const month = (day: number) => new Date(day * 864e5).getUTCMonth() + 1;
    expect([4, 5, 6]).toContain(month(wide.damp.from));
    expect([10, 11, 12]).toContain(month(wide.damp.to));
  });
  it('says where even two do not serve, and never that one serves all year where it leaves the window', () => {
    expect(advised(0.7 * mm, 2.5 * mm, [2.45 * mm, 2.55 * mm]).kind).toBe('none');
    for (const beta of [0.05, 0.12, 0.2, 0.3])
      for (const level of [2.1, 2.4, 2.6, 2.9]) {
        const { staysInside } = yearAhead(breathing(beta * mm, level * mm), climate, window, FROM, 364);
        const { kind } = advised(beta * mm, level * mm, window);
        if (kind === 'as it is') expect(staysInside).toBeGreaterThan(0.7);
        if (staysInside >= 0.8) expect(kind).toBe('as it is');
      }
  });
  it('has the trade’s lever of about twice (common practice)', () => {
    expect(saddleLever(0.6495, 0.645)).toBeCloseTo(2.014, 3);
  });
});

describe('where it will be kept', () => {
  it('carries a reading there by its own sensitivity, and back again', () => {
    const calibration = breathing(0.2 * mm);
    const last = calibration.visits.length - 1;
    const there = backToReference(calibration, last, 8.6);
    expect(there.value / mm).toBeCloseTo(2.5, 1);
    const same = backToReference(calibration, last, calibration.visits[last]!.shrunkMoisture);
    expect(same.value).toBeCloseTo(calibration.visits[last]!.value, 12);
    expect(same.sd).toBeLessThanOrEqual(there.sd + 1e-12);
    expect(() => backToReference(calibration, 99, 8)).toThrow(RangeError);
  });
  it('advises a band of humidity, narrower for a livelier top, and none that nobody can keep', () => {
    const keepable = [30, 65] as const;
    const advice = (beta: number, window: [number, number]) =>
      humidityAdvice(breathing(beta), window, FROM, keepable);
    const [calm, lively] = [0.1, 0.25].map((beta) => advice(beta * mm, [2.2 * mm, 2.8 * mm]));
    if (calm?.kind !== 'band' || lively?.kind !== 'band') throw new Error('a band was expected');
    expect(calm.to - calm.from).toBeGreaterThan(lively.to - lively.from);
    for (const { from, to } of [calm, lively]) {
      expect(from).toBeGreaterThanOrEqual(30);
      expect(to).toBeLessThanOrEqual(65);
      expect(to - from).toBeGreaterThanOrEqual(5);
    }
    expect(advice(0.05 * mm, [6 * mm, 7 * mm])).toEqual({ kind: 'none' });
    // a window that only one humidity reaches is nothing that anybody keeps
    expect(advice(0.3 * mm, [2.48 * mm, 2.52 * mm]).kind).toBe('not told');
  });
  it('tells season from what lasts by where it would stand there', () => {
    const stands = (level: number, now: number) =>
      standsOn(breathing(0.25 * mm, level * mm), climate, [2.2 * mm, 2.8 * mm], {
        day: FROM,
        today: { day: FROM, moisture: now },
        kept: 8.6,
      });
    expect(stands(2.5, 8.6)).toMatchObject({ now: 'inside', kept: 'inside', why: 'inside' });
    expect(stands(2.5, 11)).toMatchObject({ now: 'above', kept: 'inside', why: 'season' });
    expect(stands(2.5, 6.5)).toMatchObject({ now: 'below', kept: 'inside', why: 'season' });
    // the strings stand high in the driest week of the year: that is no season
    expect(stands(3.6, 6.5)).toMatchObject({ now: 'above', kept: 'above', why: 'lasting' });
    // low where it is damp, and hidden by the dry season
    expect(stands(3.05, 6.8)).toMatchObject({ now: 'inside', kept: 'above', why: 'hidden' });
  });
});

describe('buzz through the months', () => {
  it('begins in the dry months where the action falls with the top, and never on a high one', () => {
    const low = monthsAhead(breathing(0.25 * mm, 2.3 * mm), climate, FROM, {}, playedAt(2.3 * mm));
    const buzzing = low
      .filter(({ buzzes }) => buzzes.length > 0)
      .map(({ day }) => new Date(day * 864e5).getUTCMonth() + 1);
    expect(buzzing.length).toBeGreaterThan(0);
    for (const month of buzzing) expect([11, 12, 1, 2, 3, 4, 5]).toContain(month);
    const high = monthsAhead(breathing(0.1 * mm, 3.4 * mm), climate, FROM, {}, playedAt(3.4 * mm));
    expect(high.every(({ buzzes, chance }) => buzzes.length === 0 && chance! < 0.05)).toBe(true);
    expect(monthsAhead(breathing(0.1 * mm), climate, FROM, {}, null)[0]!.chance).toBeNull();
  });
  it('is likelier the lower the action', () => {
    const levels = [2.0, 2.2, 2.5, 3];
    const chances = levels.map(
      (level) =>
        monthsAhead(breathing(0.15 * mm, level * mm), climate, FROM, {}, playedAt(level * mm))[0]!.chance!,
    );
    for (let i = 1; i < chances.length; i++) expect(chances[i]).toBeLessThan(chances[i - 1]!);
  });
});

describe('runs of frets', () => {
  it('are said as one', () => {
    expect(sayFrets([1, 2, 3, 7, 9, 10])).toBe('1 to 3, 7, 9, 10');
    expect(sayFrets([5])).toBe('5');
  });
});

describe('a scenario', () => {
  it('that holds the room narrows the year: highest lower, lowest higher, under the same chance', () => {
    const calibration = breathing(0.25 * mm);
    const window: [number, number] = [2.2 * mm, 2.8 * mm];
    const asItWas = yearAhead(calibration, climate, window, FROM, 364, { seed: 2 });
    const held = yearAhead(calibration, climate, window, FROM, 364, {
      seed: 2,
      scenario: { kind: 'held in a band', from: 42, to: 50 },
    });
    expect(held.highest.value).toBeLessThan(asItWas.highest.value);
    expect(held.lowest.value).toBeGreaterThan(asItWas.lowest.value);
    expect(held.staysInside).toBeGreaterThan(asItWas.staysInside);
  });
});

describe('slips', () => {
  it('are weighed as slips, kept, and do not carry the level away', () => {
    const days = [0, 80, 170, 260, 350, 440, 530, 620].map((day) => FROM + day);
    const visits = days.map((day, i): Visit => {
      const moisture = seasonMoisture(climate, day);
      return {
        day,
        moisture,
        moistureSd: 0.3,
        sd: 0.1 * mm,
        value: 2.5 * mm + 0.15 * mm * (moisture - 8.6) + (i === 7 ? 0.8 * mm : 0),
      };
    });
    const belief = actionBelief({ value: 0.15 * mm, sd: 0.1 * mm });
    const fit = calibrate(visits, { climate, belief });
    expect(fit.visits).toHaveLength(8);
    expect(fit.visits[7]!.slip).toBeGreaterThan(0.7);
    expect(fit.visits[2]!.slip).toBeLessThan(0.1);
    const there = expectThrough(fit, climate, [days[7]! + 100])[0]!.median;
    const honest = expectThrough(calibrate(visits.slice(0, 7), { climate, belief }), climate, [
      days[7]! + 100,
    ])[0]!.median;
    expect(Math.abs(there - honest) / mm).toBeLessThan(0.25);
    // one slip of the rule accuses nobody of ageing
    const told = attribute(fit);
    const age = told.known ? told.attribution.age : null;
    expect(age === null || Math.abs(age.value) < 2 * age.sd).toBe(true);
    const without = attribute(calibrate(visits.slice(0, 7), { climate, belief }));
    expect(told.known).toBe(without.known);
  });
});

describe('the scorecard', () => {
  const promise = { median: 2, band50: [1.9, 2.1], band80: [1.8, 2.2], band95: [1.7, 2.3] } as const;
  it('counts what was held, and says how far a share of few can be off', () => {
    const kept = [1.95, 2.15, 2.25, 2.5].map((read) => checkPromise(promise, read));
    const card = scorecard(kept);
    expect(card.bands.map(({ held }) => held)).toEqual([0.25, 0.5, 0.75]);
    expect(card.medianError).toBeCloseTo(0.2, 9);
    for (const { held, range } of card.bands) {
      expect(range[0]).toBeLessThan(held);
      expect(range[1]).toBeGreaterThan(held);
    }
    // Wilson's interval for 8 of 10, from memory of worked tables: 0.490 to 0.943
    const eight = scorecard(Array.from({ length: 10 }, (_, i) => checkPromise(promise, i < 8 ? 2 : 9)));
    expect(eight.bands[1]!.range[0]).toBeCloseTo(0.49, 2);
    expect(eight.bands[1]!.range[1]).toBeCloseTo(0.943, 2);
    expect(scorecard([])).toMatchObject({ count: 0, medianError: null });
  });

  it('as a tally says the same of any that were added and taken out, the error to a micrometre', () => {
    const one = fc.record({
      in50: fc.boolean(),
      in80: fc.boolean(),
      in95: fc.boolean(),
      error: fc.double({ min: -0.01, max: 0.01, noNaN: true }),
    });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 30 }), fc.array(one, { maxLength: 10 }), (stay, go) => {
        const tally = new ScorecardTally();
        tally.add(go);
        tally.add(stay);
        tally.remove(go);
        const [sum, wanted] = [tally.sum(), scorecard(stay)];
        expect({ ...sum, medianError: null }).toEqual({ ...wanted, medianError: null });
        if (wanted.medianError === null) expect(sum.medianError).toBeNull();
        else expect(Math.abs(sum.medianError! - wanted.medianError)).toBeLessThanOrEqual(0.51e-6);
      }),
    );
  });
  it('takes a promise between two days in a straight line, and none outside them', () => {
    const points = [
      { ...promise, day: 100 },
      { ...promise, median: 3, day: 110 },
    ];
    fc.assert(
      fc.property(fc.double({ min: 0, max: 10, noNaN: true }), (t) => {
        const found = promiseOn(points, 100 + t)!;
        return Math.abs(found.median - (2 + t / 10)) < 1e-9;
      }),
    );
    expect(promiseOn(points, 99)).toBeNull();
    expect(promiseOn(points, 111)).toBeNull();
  });
});
