import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { calibrated } from '../../simulated/coverage.js';
import { simulateInstrument } from '../../simulated/instruments.js';
import { HOUSE_TOOLS, normal, QUANTITY_IDS, seededChance, toolSd } from '../index.js';
import {
  expectedRange,
  expectReading,
  judgeChange,
  quantityBelief,
  type EarlierReading,
} from './expected.js';

const flat = { kind: 'flat', laminated: false } as const;
const belief = quantityBelief('bellyBehindBridge', flat);
const sd = toolSd(HOUSE_TOOLS.dial);
const read = (day: number, value: number, moisture: number, moistureSd = 0): EarlierReading => ({
  day,
  value,
  sd,
  moisture,
  moistureSd,
});

describe('what is expected of a reading today', () => {
  it('is nothing where nothing was read, and the last value where nothing has changed', () => {
    expect(expectReading([], { day: 0, moisture: 9, moistureSd: 0 }, belief)).toBeNull();
    const expectation = expectReading([read(0, 0.002, 9)], { day: 0, moisture: 9, moistureSd: 0 }, belief)!;
    expect(expectation.value).toBeCloseTo(0.002, 12);
    expect(expectation.season).toEqual({ value: 0, sd: 0 });
  });

  it('moves with the season as believed after one reading, and widens with time and with unsure wood', () => {
    const after = (day: number, moisture: number, moistureSd: number) =>
      expectReading([read(0, 0.002, 8)], { day, moisture, moistureSd }, belief)!;
    expect(after(30, 11, 0).value - 0.002).toBeCloseTo(3 * belief.sensitivity.value, 9);
    expect(after(400, 8, 0).sd).toBeGreaterThan(after(30, 8, 0).sd);
    expect(after(30, 8, 1).sd).toBeGreaterThan(after(30, 8, 0).sd);
  });

  it('with a belief that says nothing equals ordinary least squares (simple-statistics)', () => {
    const points: [number, number][] = [
      [7, 2.1],
      [8, 2.35],
      [9.5, 2.9],
      [11, 3.3],
      [10, 3.05],
    ];
    const { m, b } = linearRegression(points);
    const earlier = points.map(([moisture, mm], i) => read(i * 1e-9, mm / 1000, moisture));
    const loose = { sensitivity: { value: 0, sd: 1e3 }, drift: 1e-12, scatter: 0 };
    const expectation = expectReading(earlier, { day: 0, moisture: 12, moistureSd: 0 }, loose)!;
    expect(expectation.value * 1000).toBeCloseTo(m * 12 + b, 6);
  });

  it.each([
    ['as instruments are', {}, 0.9],
    ['a level that wanders', { walk: 0.1 }, 0.9],
    // outside everything that it believes it cries oftener, and is still heard
    ['all ageing, wood slow to follow', { drifting: 1, lag: [12, 25] as const }, 0.82],
  ])(
    'holds 95 %% of coming readings over simulated instruments that know nothing of the belief: %s',
    (_, variant, least) => {
      let held = 0;
      let runs = 0;
      let width = 0;
      for (let seed = 1; seed <= 150; seed++)
        for (const count of [3, 5, 8]) {
          const { visits } = calibrated(simulateInstrument(seed, count, variant));
          const coming = visits.at(-1)!;
          const expectation = expectReading(visits.slice(0, -1), coming, quantityBelief('action12', flat))!;
          const [from, to] = expectedRange(expectation, coming.sd);
          runs += 1;
          width += (to - from) / 2;
          if (coming.value >= from && coming.value <= to) held += 1;
        }
      // a guard that cries too often is not heard, and one that never does guards nothing
      expect(held / runs).toBeGreaterThan(least);
      expect(width / runs).toBeLessThan(0.9e-3);
    },
  );

  it('holds 95 % of coming readings within 93–97 % over 2,000 instruments drawn from the belief', () => {
    const chance = seededChance(17);
    let held = 0;
    const runs = 2000;
    for (let i = 0; i < runs; i++) {
      const beta = belief.sensitivity.value + belief.sensitivity.sd * normal(chance);
      const drift = belief.drift * normal(chance);
      const truth = (day: number, moisture: number) => 0.002 + beta * (moisture - 9) + (drift * day) / 365.25;
      const noisy = (value: number) => value + Math.hypot(sd, belief.scatter) * normal(chance);
      const earlier = Array.from({ length: 1 + Math.floor(5 * chance()) }, (_, k) => {
        const moisture = 9 + 2 * normal(chance);
        return read(k * 100, noisy(truth(k * 100, moisture)), moisture);
      });
      const today = { day: 620, moisture: 9 + 2 * normal(chance), moistureSd: 0 };
      const [from, to] = expectedRange(expectReading(earlier, today, belief)!, sd);
      const value = noisy(truth(today.day, today.moisture));
      if (value >= from && value <= to) held += 1;
    }
    expect(held / runs).toBeGreaterThan(0.93);
    expect(held / runs).toBeLessThan(0.97);
  });

  it('is a number for every quantity, however few or equal its readings are', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUANTITY_IDS),
        fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.double({ min: 4, max: 16, noNaN: true })), {
          minLength: 1,
          maxLength: 6,
        }),
        (quantity, visits) => {
          const earlier = visits.map(([day, moisture]) => read(day, 0.002, moisture, 0.9));
          const today = { day: 1000, moisture: 8, moistureSd: 0.9 };
          const { value: mean, sd: spread } = expectReading(earlier, today, quantityBelief(quantity, flat))!;
          return Number.isFinite(mean) && spread > 0 && Number.isFinite(spread);
        },
      ),
    );
  });
});

describe('a change since last time', () => {
  const before = { value: 0.002, sd };
  it('is not seen within the errors, the season’s where the season carries it, and real otherwise', () => {
    const season = { value: 0.0006, sd: 0.0001 };
    expect(judgeChange(before, { value: 0.00205, sd }, season).kind).toBe('not seen');
    expect(judgeChange(before, { value: 0.0026, sd }, season).kind).toBe('moisture');
    expect(judgeChange(before, { value: 0.0026, sd }, null).kind).toBe('real');
    // the other way round from what the season would do, or far beyond it
    expect(judgeChange(before, { value: 0.0014, sd }, season).kind).toBe('real');
    expect(judgeChange(before, { value: 0.0045, sd }, season).kind).toBe('real');
  });

  it('is never explained by a season that is merely unsure', () => {
    expect(judgeChange(before, { value: 0.004, sd }, { value: 0.0001, sd: 0.002 }).kind).toBe('real');
  });
});
