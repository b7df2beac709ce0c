import { yearAhead } from '../../simulated/aloneAhead.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { simulateInstrument } from '../../simulated/instruments.js';
import { AirLog, climateOfLog, fitClimate, seasonMoisture } from '../air/index.js';
import { DAYS_PER_YEAR } from '../days/index.js';
import {
  actionBelief,
  actionSensitivity,
  attribute,
  calibrate,
  expectOn,
  expectThrough,
  type Visit,
} from './index.js';
import { attributionReason } from '../wording/index.js';
import { moveIn, mm } from '../units/index.js';

/** What must hold of any forecast, whatever was measured. */
const climate = fitClimate([], 0);
const sensitivity = actionSensitivity({ kind: 'flat', laminated: false });
const belief = actionBelief(sensitivity);
const options = { climate, belief };
const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const histories = fc
  .array(
    fc.record({ gap: fc.integer({ min: 20, max: 200 }), value: number(1.5, 4), moisture: number(5, 14) }),
    { minLength: 1, maxLength: 9 },
  )
  .map((entries): Visit[] => {
    let day = 20000;
    return entries.map(({ gap, value, moisture }) => ({
      day: (day += gap),
      value: value * mm,
      sd: 0.1 * mm,
      moisture,
      moistureSd: 0.45,
    }));
  });

describe('any forecast', () => {
  it('moves with its readings: all of them higher by some height, all of it higher by that height', () => {
    fc.assert(
      fc.property(histories, number(-1, 1), (visits, by) => {
        const lifted = visits.map((visit) => ({ ...visit, value: visit.value + by * mm }));
        const day = visits.at(-1)!.day + 100;
        const known = { moisture: 9, variance: 0.2 };
        const [low, high] = [visits, lifted].map((all) => expectOn(calibrate(all, options), day, known));
        return (
          Math.abs(high!.median - low!.median - by * mm) < 1e-7 &&
          Math.abs(high!.band80[0] - low!.band80[0] - by * mm) < 1e-7
        );
      }),
      { numRuns: 40 },
    );
  });

  it('knows no year: everything a whole number of years later is forecast the same', () => {
    fc.assert(
      fc.property(histories, fc.integer({ min: 1, max: 20 }), (visits, years) => {
        const later = visits.map((visit) => ({ ...visit, day: visit.day + years * DAYS_PER_YEAR }));
        const ahead = visits.at(-1)!.day + 200;
        const [then, now] = [calibrate(visits, options), calibrate(later, options)];
        const a = expectThrough(then, climate, [ahead])[0]!;
        const b = expectThrough(now, climate, [ahead + years * DAYS_PER_YEAR])[0]!;
        return Math.abs(a.median - b.median) < 1e-8 && Math.abs(a.band95[1] - b.band95[1]) < 1e-8;
      }),
      { numRuns: 40 },
    );
  });

  it('has bands in one another, wider for wilder weather, and is damper where the instrument breathes upwards', () => {
    fc.assert(
      fc.property(histories, (visits) => {
        const fit = calibrate(visits, options);
        const day = visits.at(-1)!.day + 60;
        const calm = expectOn(fit, day, { moisture: 9, variance: 0.1 });
        const wild = expectOn(fit, day, { moisture: 9, variance: 2 });
        const damp = expectOn(fit, day, { moisture: 10, variance: 0.1 });
        const nested = [
          calm.band95[0],
          calm.band80[0],
          calm.band50[0],
          calm.median,
          calm.band50[1],
          calm.band80[1],
          calm.band95[1],
        ];
        return (
          nested.every((value, i) => i === 0 || value >= nested[i - 1]!) &&
          wild.band80[1] - wild.band80[0] >= calm.band80[1] - calm.band80[0] &&
          damp.median > calm.median === fit.sensitivity.value > 0
        );
      }),
      { numRuns: 60 },
    );
  });

  it('never lets the prior win against an exact and long history, nor the history of one visit against the prior', () => {
    const exact = (beta: number): Visit[] =>
      Array.from({ length: 24 }, (_, i) => {
        const day = 20000 + i * 61;
        const moisture = seasonMoisture(climate, day);
        return { day, moisture, moistureSd: 0.05, sd: 0.02 * mm, value: 2.5 * mm + beta * (moisture - 8.6) };
      });
    for (const beta of [0.02, 0.15, 0.4]) {
      expect(calibrate(exact(beta * mm), options).sensitivity.value / mm).toBeCloseTo(beta, 1);
    }
    expect(calibrate(exact(0.4 * mm).slice(0, 1), options).sensitivity.value).toBeCloseTo(
      sensitivity.value,
      6,
    );
  });
});

describe('the year ahead', () => {
  const fit = calibrate(
    Array.from({ length: 10 }, (_, i) => {
      const day = 20000 + i * 91;
      const moisture = seasonMoisture(climate, day);
      return {
        day,
        moisture,
        moistureSd: 0.2,
        sd: 0.05 * mm,
        value: 2.5 * mm + 0.25 * mm * (moisture - 8.6),
      };
    }),
    options,
  );
  const from = 20950;
  const run = (window: [number, number], seed = 1) => yearAhead(fit, climate, window, from, 364, { seed });

  it('has its highest above and its lowest below what any single day is expected to be', () => {
    const days = Array.from({ length: 53 }, (_, i) => from + 7 * i);
    const medians = expectThrough(fit, climate, days).map(({ median }) => median);
    const { highest, lowest } = run([2 * mm, 3 * mm]);
    expect(highest.value).toBeGreaterThan(Math.max(...medians));
    expect(lowest.value).toBeLessThan(Math.min(...medians));
    expect(highest.band80[0]).toBeLessThan(highest.value);
    expect(highest.band80[1]).toBeGreaterThan(highest.value);
  });

  it('leaves a narrower window sooner and more often', () => {
    const outside = (half: number) => 1 - run([(2.5 - half) * mm, (2.5 + half) * mm]).staysInside;
    const shares = [1.5, 0.9, 0.6, 0.3, 0.05].map(outside);
    for (let i = 1; i < shares.length; i++) expect(shares[i]).toBeGreaterThanOrEqual(shares[i - 1]!);
    expect(run([0, 9 * mm])).toMatchObject({
      above: { ever: 0, first: null },
      below: { ever: 0, first: null },
      staysInside: 1,
    });
    expect(run([2.49 * mm, 2.51 * mm]).above.first).not.toBeNull();
  });

  it('names the same seasons whenever it is asked, also while the peak is just over', () => {
    const [dampest, driest] = [Math.max, Math.min].map((most) => {
      const days = Array.from({ length: 365 }, (_, i) => i);
      const wood = days.map((day) => seasonMoisture(climate, day));
      return wood.indexOf(most(...wood));
    }) as [number, number];
    const apart = (day: number, of: number) => {
      const between = Math.abs(day - of) % DAYS_PER_YEAR;
      return Math.min(between, DAYS_PER_YEAR - between);
    };
    for (let asked = from; asked < from + 365; asked += 13) {
      const { highest, lowest } = yearAhead(fit, climate, [2 * mm, 3 * mm], asked, 364);
      expect(apart(highest.when.day, dampest)).toBeLessThan(25);
      expect(apart(lowest.when.day, driest)).toBeLessThan(25);
      for (const { when } of [highest, lowest]) {
        expect(when.day).toBeGreaterThanOrEqual(asked);
        expect(when.day).toBeLessThan(asked + 366);
        // a season's extreme is not spread over half of the year
        expect(when.to - when.from).toBeLessThan(90);
        expect(when.day).toBeGreaterThanOrEqual(when.from);
        expect(when.day).toBeLessThanOrEqual(when.to);
      }
    }
  });

  it('of one that only rises is lowest today and highest at its end', () => {
    const rising = calibrate(
      Array.from({ length: 12 }, (_, i): Visit => {
        const day = 20000 + i * 80;
        const moisture = seasonMoisture(climate, day);
        return { day, moisture, moistureSd: 0.1, sd: 0.03 * mm, value: (2 + 0.01 * i) * mm };
      }).map((visit, i) => ({ ...visit, value: (2 + 0.3 * i) * mm })),
      { climate, belief: { ...belief, age: { value: 1.3 * mm, sd: 0.3 * mm } } },
    );
    const { highest, lowest, now } = yearAhead(rising, climate, [0, 9 * mm], from, 364);
    expect(highest.when.day).toBeGreaterThan(from + 330);
    expect(lowest.when.day).toBeLessThan(from + 30);
    expect(now).toBeCloseTo(expectThrough(rising, climate, [from])[0]!.median, 4);
  });

  it('comes back from above its window when the damp season ends, and the sooner the wider it is', () => {
    // the day of the year that the preset is dampest
    const august = Math.round(227 + DAYS_PER_YEAR * Math.ceil(from / DAYS_PER_YEAR));
    const back = (top: number) => yearAhead(fit, climate, [1 * mm, top * mm], august, 364).above.back!;
    const [narrow, wide] = [back(2.55), back(2.7)];
    expect(narrow.probability).toBeGreaterThan(0.8);
    expect(wide.day).toBeLessThan(narrow.day);
    expect(narrow.day - august).toBeGreaterThan(40);
    expect(narrow.day - august).toBeLessThan(150);
    expect(yearAhead(fit, climate, [1 * mm, 5 * mm], august, 364).above.back).toBeNull();
  });

  it('says about the same with other seeds', () => {
    const highs = [1, 2, 3, 4, 5].map((seed) => run([2 * mm, 3 * mm], seed).highest.value / mm);
    // five hundredths of a millimetre are half of what a rule can see
    expect(Math.max(...highs) - Math.min(...highs)).toBeLessThan(0.07);
  });
});

describe('what is told, and what is not', () => {
  const visitsAt = (days: number[], moisture: (i: number) => number): Visit[] =>
    days.map((day, i) => ({
      day: 20000 + day,
      moisture: moisture(i),
      moistureSd: 0.3,
      sd: 0.1 * mm,
      value: 2.5 * mm,
    }));

  it.each([
    ['one visit', visitsAt([0], () => 9), /one strung visit.*three needed/u],
    ['two visits', visitsAt([0, 400], (i) => 7 + 4 * i), /there are 2 strung visits/u],
    ['half a year', visitsAt([0, 90, 180], (i) => [7, 11, 8][i]!), /6 of the eleven months/u],
    [
      'time and moisture hand in hand',
      visitsAt([0, 200, 400], (i) => 7 + 2 * i),
      /the yearly change is known only to ± 0\.1\d mm: /u,
    ],
  ])('%s: no shares, but a reason and a day to measure again', (_name, visits, reason) => {
    const told = attribute(calibrate(visits, options));
    expect(told.known).toBe(false);
    if (told.known) return;
    expect(attributionReason(told, moveIn('mm'))).toMatch(reason);
    expect(told.measureAgain).toBeGreaterThan(visits.at(-1)!.day);
  });

  it('over simulated instruments the drift is told without bias, and rarely where there is none', () => {
    const found: number[] = [];
    let alarms = 0;
    let quiet = 0;
    for (let seed = 1; seed <= 120; seed++) {
      const simulated = simulateInstrument(seed, 8);
      const log = new AirLog(simulated.air);
      const room = climateOfLog(log);
      const visits = simulated.visits.map((visit) => {
        const wood = log.rememberedAt(visit.day)!;
        return { ...visit, moisture: wood.moisture, moistureSd: wood.sd };
      });
      const { age } = calibrate(visits, { climate: room, belief });
      // the prior of 0 ± 0.17 shrinks the found drift by its share of the information
      const unshrunk = age.value / (1 - (age.sd / (0.17 * mm)) ** 2);
      if (simulated.drift > 0) found.push(unshrunk / mm);
      else {
        quiet += 1;
        if (Math.abs(age.value) > 1.96 * age.sd) alarms += 1;
      }
    }
    const mean = found.reduce((sum, x) => sum + x, 0) / found.length;
    expect(found.length).toBeGreaterThan(25);
    expect(Math.abs(mean - 0.3)).toBeLessThan(0.07);
    expect(alarms / quiet).toBeLessThan(0.12);
  });

  it('the same season of different years needs no span of moisture: four Februaries tell a rise', () => {
    const februaries = [0, 365, 730, 1095].map((day, i): Visit => ({
      day: 20140 + day,
      moisture: 7,
      moistureSd: 0.45,
      sd: 0.08 * mm,
      value: (2.5 + 0.3 * i) * mm,
    }));
    const told = attribute(calibrate(februaries, options));
    if (!told.known) throw new Error(told.missing);
    expect(told.creep).toBe('creeping');
    const { change, season, age, settling, rest } = told.attribution;
    expect(season.value + age.value + settling.value + rest.value).toBeCloseTo(change.value, 12);
    expect(age.value).toBeGreaterThan(0.6 * mm);
    // at one moisture the season gives nothing, but nobody knows that it was quite one
    expect(Math.abs(season.value)).toBeLessThan(0.01 * mm);
    expect(season.sd).toBeGreaterThan(0.05 * mm);
  });

  it('a day that is named to measure again is one on which it can be told', () => {
    const tried = { visits: visitsAt([0, 120, 230], (i) => [7, 9, 11][i]!), options };
    const told = attribute(calibrate(tried.visits, options), tried);
    if (told.known) throw new Error('it is told already');
    const more: Visit = {
      ...tried.visits.at(-1)!,
      day: told.measureAgain,
      moisture: seasonMoisture(climate, told.measureAgain),
    };
    expect(attribute(calibrate([...tried.visits, more], options)).known).toBe(true);
  });

  it('settling is over after 400 days, and never more than a millimetre and a half', () => {
    const strung = Array.from({ length: 5 }, (_, i): Visit => ({
      day: 20000 + 10 * i,
      moisture: 8.6,
      moistureSd: 0.2,
      sd: 0.05 * mm,
      value: (2.4 + 0.32 * Math.log1p(2 * i)) * mm,
      daysAtPitch: 1 + 10 * i,
    }));
    const fit = calibrate(strung, options);
    const at = (day: number) => expectOn(fit, day, { moisture: 8.6, variance: 0 }).median;
    const end = 20000 + 399;
    const perYear = fit.age.value;
    expect(at(end + 2 * DAYS_PER_YEAR) - at(end) - 2 * perYear).toBeLessThan(0.02 * mm);
    expect(at(end) - at(20000)).toBeLessThan(1.6 * mm + 1.1 * perYear);
  });
});
