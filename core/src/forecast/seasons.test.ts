import { mm } from '../units/index.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { called, cracksSaid, endings, said } from '../../simulated/seasons.js';
import { fitClimate, seasonMoisture } from '../air/index.js';
import { DAYS_PER_YEAR } from '../days/index.js';
import {
  actionBelief,
  calibrate,
  intervalOf,
  unexplained,
  whenReached,
  YEARS_AHEAD,
  type Visit,
} from './index.js';

const climate = fitClimate([], 0);
const options = { climate, belief: actionBelief({ value: 0.15 * mm, sd: 0.1 * mm }) };
const FROM = 20500;

/** Three visits a year, creeping by a drift, read closely. */
const creeping = (perYear: number, years = 5): Visit[] =>
  Array.from({ length: 3 * years + 1 }, (_, i): Visit => {
    const day = FROM - 122 * (3 * years - i);
    const moisture = seasonMoisture(climate, day);
    const value = 2.5 * mm + 0.15 * mm * (moisture - 8.6) + (perYear * (day - FROM)) / DAYS_PER_YEAR;
    return { day, moisture, moistureSd: 0.1, sd: 0.03 * mm, value };
  });

describe('when a limit is reached', () => {
  const reached = (perYear: number, over: number) =>
    whenReached(calibrate(creeping(perYear), options), {
      limit: 2.5 * mm + over,
      rising: true,
      from: FROM,
      moisture: 8.6,
    });
  const years = (day: number | null) => (day === null ? Infinity : (day - FROM) / DAYS_PER_YEAR);

  it('is the way to it over the creep a year, in an interval that holds it', () => {
    const { middle, from, to, never, now } = reached(0.3 * mm, 1.2 * mm);
    expect(now).toBe(false);
    expect(never).toBeLessThan(0.02);
    expect(Math.abs(years(middle) - 4)).toBeLessThan(0.8);
    expect(years(from)).toBeLessThan(4);
    expect(years(to)).toBeGreaterThan(4);
  });

  it('is not within twenty years where it stands still or goes the other way, and now where it is there', () => {
    expect(reached(-0.2 * mm, 0.5 * mm)).toMatchObject({ middle: null, from: null, to: null });
    expect(reached(0, 2.5 * mm).from).toBeNull();
    expect(reached(0.3 * mm, -0.5 * mm)).toMatchObject({ now: true, middle: FROM });
  });

  it.each([0, 0.05, 0.1, 0.3, 0.6, 0.75])(
    'begins at the tenth of a hundred where %f of them never come there, and ends at the ninetieth where it ends',
    (never) => {
      const days = Array.from({ length: Math.round(1000 * (1 - never)) }, (_, i) => FROM + i);
      const { from, to } = intervalOf(days, 1000, FROM);
      const inside = days.filter((day) => day >= from! && (to === null || day < to)).length;
      expect((to === null ? inside + 1000 * never : inside) / 1000).toBeCloseTo(to === null ? 0.9 : 0.8, 2);
    },
  );

  it('comes later the farther it is, and is never told beyond twenty years', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 0.6, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (perYear, over) => {
          const [near, far] = [reached(perYear * mm, over * mm), reached(perYear * mm, (over + 0.5) * mm)];
          expect(years(far.middle)).toBeGreaterThanOrEqual(years(near.middle));
          expect(far.never).toBeGreaterThanOrEqual(near.never);
          for (const day of [near.from, near.middle, near.to])
            if (day !== null) expect(years(day)).toBeLessThanOrEqual(YEARS_AHEAD + 0.01);
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('the last reading against what is expected of it', () => {
  it('is odd where it jumps, and by about the jump', () => {
    const visits = creeping(0.05 * mm, 2);
    const jumped = visits.map((visit, i) =>
      i === visits.length - 1 ? { ...visit, value: visit.value + 0.24 * mm } : visit,
    );
    const of = (all: Visit[]) => unexplained(calibrate(all, options), { visits: all, options })!;
    expect(of(visits).odd).toBe(false);
    const { odd, value, sd } = of(jumped);
    expect(odd).toBe(true);
    expect(Math.abs(value - 0.24 * mm)).toBeLessThan(2 * sd);
    // nothing stands before it
    expect(
      unexplained(calibrate(visits.slice(0, 1), options), { visits: visits.slice(0, 1), options }),
    ).toBeNull();
  });
});

/** A seeded subset; the bench prints the figures for 1,000. */
const COUNT = 120;

describe('what is said of simulated instruments (seeded subset)', () => {
  it('calls a drift of 0.3 mm a year, and hardly ever one that is not', () => {
    expect(called(said(6, COUNT, { drifting: 1 }))).toBeGreaterThan(0.84);
    const quiet = said(6, COUNT, { drifting: 0 });
    expect(called(quiet)).toBeLessThan(0.07);
    expect(quiet.seasonHolds).toBeGreaterThan(0.88);
    expect(quiet.unexplained).toBeLessThan(0.1);
  });
  it('finds a neck joint that moves more often than not', () => {
    expect(said(8, COUNT, { drifting: 0, neckMoves: 0.5 }).unexplained).toBeGreaterThan(0.5);
  });
  it('years ahead hold the truth in about four of five', () => {
    const { holds, neverHolds } = endings(6, COUNT, { driftSd: 0.17 });
    expect(holds).toBeGreaterThan(0.69);
    expect(holds).toBeLessThan(0.92);
    expect(neverHolds).toBeGreaterThan(0.88);
  });
  it('sends a crack to the filler where it never closes, and not where it would', () => {
    const logged = { widths: 3, span: 3, moistureSd: 0.4 };
    expect(cracksSaid(COUNT, (u) => 16 + 8 * u, logged)['fill or splint']).toBeGreaterThan(0.6);
    expect(cracksSaid(COUNT, (u) => 8 + 4 * u, logged)['fill or splint']).toBeLessThan(0.05);
  });
});
