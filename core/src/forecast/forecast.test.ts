import { mm } from '../units/index.js';
import { yearAhead } from '../../simulated/aloneAhead.js';
import MultivariateLinearRegression from 'ml-regression-multivariate-linear';
import fc from 'fast-check';
import { cumulativeStdNormalProbability, linearRegression } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { coverage } from '../../simulated/coverage.js';
import { fitClimate } from '../air/index.js';
import { archRise } from '../archtop/index.js';
import { choleskyOf, flatOf, normal, normalBelow, seededChance } from '../numeric/index.js';
import {
  actionBelief,
  actionSensitivity,
  calibrate,
  expectOn,
  expectThrough,
  fitLinear,
  leaveOneOut,
  topMovement,
  truncateToRange,
  type Visit,
} from './index.js';
import { covarianceOf, whitenMarkov } from './markov.js';

const climate = fitClimate([], 0);
const sensitivity = actionSensitivity({ kind: 'flat', laminated: false });
const belief = actionBelief(sensitivity);
const identity = (n: number, variance = 1) =>
  Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_, j) => (i === j ? variance : 0)));

/** Visits every quarter with the given sensitivity and drift, without noise unless asked for. */
function quarterly(count: number, beta: number, drift: number, noise = 0): Visit[] {
  const chance = seededChance(3);
  return Array.from({ length: count }, (_, i) => {
    const day = 20000 + i * 91;
    const moisture = 8.6 + 1.6 * Math.cos((2 * Math.PI * (day - 227)) / 365.2425);
    return {
      day,
      moisture,
      moistureSd: 0.1,
      sd: 0.05 * mm,
      value: 2.5 * mm + beta * (moisture - 8.6) + (drift * i * 91) / 365.2425 + noise * normal(chance),
    };
  });
}

describe('regression', () => {
  it('with a flat prior equals least squares of reference libraries to 1e-9 (ml-regression, simple-statistics)', () => {
    const chance = seededChance(11);
    const flat = { value: 0, sd: Infinity };
    for (let trial = 0; trial < 20; trial++) {
      const n = 5 + trial;
      const xs = Array.from({ length: n }, () => [8.5 + 2 * normal(chance), 3 * chance()]);
      const ys = xs.map(([m, t]) => 2.5 + 0.15 * m! + 0.2 * t! + 0.1 * normal(chance));
      const fit = fitLinear({
        design: xs.map((x) => [1, ...x]),
        observed: ys,
        errors: identity(n, 0.01),
        prior: [flat, flat, flat],
      });
      const [[m], [t], [level]] = new MultivariateLinearRegression(
        xs,
        ys.map((y) => [y]),
      ).weights as [[number], [number], [number]];
      expect(Math.abs(fit.mean[0]! - level)).toBeLessThan(1e-9);
      expect(Math.abs(fit.mean[1]! - m)).toBeLessThan(1e-9);
      expect(Math.abs(fit.mean[2]! - t)).toBeLessThan(1e-9);

      const line = linearRegression(xs.map(([x], i) => [x!, ys[i]!]));
      const simple = fitLinear({
        design: xs.map(([x]) => [1, x!]),
        observed: ys,
        errors: identity(n),
        prior: [flat, flat],
      });
      expect(Math.abs(simple.mean[0]! - line.b)).toBeLessThan(1e-9);
      expect(Math.abs(simple.mean[1]! - line.m)).toBeLessThan(1e-9);
    }
  });

  it('with one reading and a normal prior is the precision-weighted mean (conjugate normal, textbook)', () => {
    const fit = fitLinear({ design: [[1]], observed: [3], errors: [[0.25]], prior: [{ value: 1, sd: 1 }] });
    expect(fit.mean[0]).toBeCloseTo((1 / 1 + 3 / 0.25) / (1 + 4), 12);
    expect(fit.covariance[0]![0]).toBeCloseTo(1 / 5, 12);
  });

  it('states what was wrong with a problem that cannot be solved', () => {
    const flat = { value: 0, sd: Infinity };
    expect(() => fitLinear({ design: [[1, 2]], observed: [1], errors: [[1]], prior: [flat, flat] })).toThrow(
      /at least as many/u,
    );
    expect(() =>
      fitLinear({
        design: [
          [1, 1],
          [1, 1],
          [1, 1],
        ],
        observed: [1, 2, 3],
        errors: identity(3),
        prior: [flat, flat],
      }),
    ).toThrow(/determine/u);
    expect(() => fitLinear({ design: [[1]], observed: [1, 2], errors: identity(2), prior: [flat] })).toThrow(
      /same number/u,
    );
    expect(() => calibrate([], { climate, belief })).toThrow(RangeError);
  });

  it('leave-one-out residuals are those of really leaving one out', () => {
    const prior = [
      { value: 2, sd: 3 },
      { value: 0.1, sd: 0.2 },
    ];
    const xs = [1, 2, 3.5, 4, 6];
    const ys = [2.1, 2.4, 2.2, 3.9, 2.8];
    const design = xs.map((x) => [1, x]);
    const zs = leaveOneOut({
      columns: [Float64Array.from(xs, () => 1), Float64Array.from(xs)],
      observed: Float64Array.from(ys),
      errors: flatOf(identity(5, 0.04)),
      prior,
    });
    xs.forEach((x, i) => {
      const rest = [0, 1, 2, 3, 4].filter((k) => k !== i);
      const fit = fitLinear({
        design: rest.map((k) => design[k]!),
        observed: rest.map((k) => ys[k]!),
        errors: identity(4, 0.04),
        prior,
      });
      const expected = fit.mean[0]! + fit.mean[1]! * x;
      const variance =
        fit.covariance[0]![0]! + 2 * x * fit.covariance[0]![1]! + x * x * fit.covariance[1]![1]! + 0.04;
      expect(zs[i]).toBeCloseTo((ys[i]! - expected) / Math.sqrt(variance), 8);
    });
  });

  it('truncation has the moments of drawing and dropping', () => {
    const chance = seededChance(5);
    const draws: number[][] = [];
    for (let i = 0; i < 200000; i++) {
      const a = -0.5 + normal(chance);
      const b = 1 + 0.6 * (a + 0.5) + 0.8 * normal(chance);
      if (a >= 0) draws.push([a, b]);
    }
    const mean = (k: number) => draws.reduce((s, d) => s + d[k]!, 0) / draws.length;
    const product = draws.reduce((s, d) => s + d[0]! * d[1]!, 0) / draws.length - mean(0) * mean(1);
    const exact = truncateToRange(
      [-0.5, 1],
      [
        [1, 0.6],
        [0.6, 1],
      ],
      0,
    );
    expect(exact.mean[0]).toBeCloseTo(mean(0), 1.9);
    expect(exact.mean[1]).toBeCloseTo(mean(1), 1.9);
    expect(exact.covariance[0]![1]).toBeCloseTo(product, 1.7);
    expect(Math.exp(exact.logProbability)).toBeCloseTo(draws.length / 200000, 2);
  });

  it.each([
    ['about its middle', 0.4, 1.2],
    ['far under zero', -6, 1.2],
    ['far over the bound', 9, 1.2],
  ])('truncation to a range %s has the moments of its integral', (_name, mean, most) => {
    // by Simpson's rule over the range
    const steps = 4000;
    const moment = (of: (x: number) => number) =>
      Array.from({ length: steps + 1 }, (_, i) => {
        const x = (most * i) / steps;
        const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2;
        return weight * of(x) * Math.exp(-0.5 * (x - mean) ** 2);
      }).reduce((a, b) => a + b, 0) *
      (most / steps / 3);
    const mass = moment(() => 1);
    const middle = moment((x) => x) / mass;
    const spread = moment((x) => (x - middle) ** 2) / mass;
    const exact = truncateToRange([mean], [[1]], 0, most);
    expect(exact.mean[0]).toBeCloseTo(middle, 4);
    expect(exact.covariance[0]![0]).toBeCloseTo(spread, 4);
    expect(exact.logProbability).toBeCloseTo(Math.log(mass / Math.sqrt(2 * Math.PI)), 3);
  });

  it('errors that remember only the one before are whitened as by Cholesky’s factor', () => {
    const number = fc.double({ min: 0.01, max: 2, noNaN: true });
    const reading = fc.record({
      own: number,
      left: fc.double({ min: 0, max: 1, noNaN: true }),
      walked: number,
      x: number,
      y: number,
    });
    fc.assert(
      fc.property(fc.array(reading, { minLength: 1, maxLength: 12 }), number, (all, fading) => {
        const of = (key: 'own' | 'left' | 'walked' | 'x' | 'y') => Float64Array.from(all, (one) => one[key]);
        const errors = { own: of('own'), left: of('left'), walked: of('walked'), fading };
        const [x, y] = [of('x'), of('y')];
        const { whitened, logDeterminant } = whitenMarkov([x, y], errors);
        const n = all.length;
        const lower = choleskyOf(covarianceOf(errors), n)!;
        const solved = [x, y].map((column) => {
          const out = new Float64Array(n);
          for (let i = 0; i < n; i++) {
            let value = column[i]!;
            for (let k = 0; k < i; k++) value -= lower[i * n + k]! * out[k]!;
            out[i] = value / lower[i * n + i]!;
          }
          return out;
        });
        const dot = (a: Float64Array, b: Float64Array) => a.reduce((sum, one, i) => sum + one * b[i]!, 0);
        const near = (a: number, b: number) => Math.abs(a - b) < 1e-9 * (1 + Math.abs(b));
        const determinant = Array.from({ length: n }, (_, i) => 2 * Math.log(lower[i * n + i]!)).reduce(
          (a, b) => a + b,
          0,
        );
        return (
          near(logDeterminant, determinant) &&
          near(dot(whitened[0]!, whitened[1]!), dot(solved[0]!, solved[1]!)) &&
          near(dot(whitened[1]!, whitened[1]!), dot(solved[1]!, solved[1]!))
        );
      }),
    );
  });

  it('normal probabilities agree with simple-statistics’ table', () => {
    for (let z = -3; z <= 3; z += 0.25)
      expect(normalBelow(z)).toBeCloseTo(cumulativeStdNormalProbability(z), 3);
    expect(normalBelow(1.959964)).toBeCloseTo(0.975, 6);
  });
});

describe('prior', () => {
  it('is 0.3 mm per %MC for a flat top’s saddle line, half of it at fret 12, a laminated top three tenths', () => {
    expect(topMovement({ kind: 'flat', laminated: false }).value).toBeCloseTo(0.3 * mm, 9);
    expect(sensitivity.value).toBeCloseTo(0.15 * mm, 9);
    expect(sensitivity.sd).toBeCloseTo(Math.hypot(0.25 * 0.3, 0.07) * mm, 9);
    expect(actionSensitivity({ kind: 'flat', laminated: true }).value).toBeCloseTo(0.045 * mm, 9);
  });

  it('of an archtop is the shallow-arch formula, worked by hand for one direction', () => {
    const arch = { species: 'sitka-spruce' as const, length: 0.5, width: 0.4, height: 0.018 };
    const rise = archRise(arch);
    // ends of the weighting: between the lengthwise and the crosswise strip alone
    const along = (0.3 * 3 * 0.25 * 0.00005) / (16 * 0.018);
    const across = (0.3 * 3 * 0.16 * (4.3 / (3000 - 86))) / (16 * 0.018);
    expect(rise).toBeGreaterThan(along);
    expect(rise).toBeLessThan(across);
    expect(archRise({ ...arch, edgeGive: 0.6 })).toBeCloseTo(2 * rise, 12);
    expect(archRise({ ...arch, height: 0.009 })).toBeCloseTo(2 * rise, 12);
    expect(() => archRise({ ...arch, height: 0 })).toThrow(RangeError);
  });
});

describe('calibration', () => {
  it('learns the instrument’s own sensitivity and drift from enough visits', () => {
    const fit = calibrate(quarterly(16, 0.22 * mm, 0.3 * mm), { climate, belief });
    expect(fit.sensitivity.value / mm).toBeCloseTo(0.22, 1.5);
    expect(fit.age.value / mm).toBeGreaterThan(0.2);
    expect(fit.age.value).toBeGreaterThan(3 * fit.age.sd);
  });

  it('does not care in which order the visits come, nor on which day time begins', () => {
    const visits = quarterly(6, 0.15 * mm, 0, 0.05 * mm);
    const there = calibrate(visits, { climate, belief });
    const back = calibrate([...visits].reverse(), { climate, belief });
    expect(back.sensitivity.value).toBeCloseTo(there.sensitivity.value, 12);
    const day = 20700;
    const known = { moisture: 9, variance: 0.2 };
    const once = expectOn(there, day, known);
    // a longer history of the same kind is surer
    const longer = expectOn(
      calibrate(quarterly(14, 0.15 * mm, 0, 0.05 * mm), { climate, belief }),
      21600,
      known,
    );
    const shorter = expectOn(
      calibrate(quarterly(14, 0.15 * mm, 0, 0.05 * mm).slice(-3), { climate, belief }),
      21600,
      known,
    );
    expect(longer.band80[1] - longer.band80[0]).toBeLessThan(shorter.band80[1] - shorter.band80[0]);
    expect(once.median).toBeGreaterThan(once.band50[0]);
  });

  it('with one visit forecasts from the prior, with wide bands that widen away from it', () => {
    const fit = calibrate(quarterly(1, 0.15 * mm, 0), { climate, belief });
    const [near, far] = expectThrough(fit, climate, [20001, 20500], { today: { day: 20000, moisture: 10 } });
    const width = ({ band80: [a, b] }: typeof near & object) => b - a;
    expect(width(far!)).toBeGreaterThan(width(near!));
    expect(near!.band50[0]).toBeGreaterThan(near!.band80[0]);
    expect(near!.band80[0]).toBeGreaterThan(near!.band95[0]);
  });

  it('takes its level from the epoch after an intervention only', () => {
    const before = quarterly(6, 0.15 * mm, 0);
    const after = quarterly(4, 0.15 * mm, 0).map((v, i) => ({
      ...v,
      day: v.day + 600,
      value: v.value - 1 * mm,
      afterIntervention: i === 0,
    }));
    const fit = calibrate([...before, ...after], { climate, belief });
    expect(fit.visits).toHaveLength(4);
    expect(fit.level.value / mm).toBeLessThan(1.8);
    expect(fit.sensitivity.sd).toBeLessThan(sensitivity.sd);
  });

  it('settles only upwards, and tells it from a later standstill', () => {
    const settling = Array.from({ length: 8 }, (_, i) => {
      const days = [1, 3, 7, 14, 30, 60, 120, 240][i]!;
      return {
        day: 20000 + days,
        daysAtPitch: days,
        moisture: 8.6,
        moistureSd: 0.1,
        sd: 0.03 * mm,
        value: 2 * mm + 0.2 * mm * Math.log1p(days / 5),
      };
    });
    const rising = calibrate(settling, { climate, belief });
    expect(rising.settling!.value / mm).toBeGreaterThan(0.1);
    const falling = calibrate(
      settling.map((v) => ({ ...v, value: 4 * mm - v.value })),
      { climate, belief },
    );
    expect(falling.settling!.value).toBeGreaterThanOrEqual(0);
    expect(falling.settling!.value / mm).toBeLessThan(0.04);
  });

  it('names a slipped reading instead of dropping it', () => {
    const visits = quarterly(10, 0.15 * mm, 0, 0.03 * mm);
    visits[6]!.value += 0.9 * mm;
    const { visits: used } = calibrate(visits, { climate, belief });
    expect(used).toHaveLength(10);
    const furthest = [...used].sort((a, b) => Math.abs(b.z) - Math.abs(a.z))[0]!;
    expect(furthest.day).toBe(visits[6]!.day);
    expect(Math.abs(furthest.z)).toBeGreaterThan(3);
  });

  it.each([2, 4, 8])(
    'the 80 percent bands six months ahead hold for 75 to 86 percent of simulated instruments with %d visits (seeded subset)',
    (visits) => {
      // 150 instruments: the share has a standard error of 3 %, so the subset is allowed two of them either way;
      // the bench prints the figure for 1,000
      const { in80, in95 } = coverage(visits, 150);
      expect(in80).toBeGreaterThan(0.69);
      expect(in80).toBeLessThan(0.92);
      expect(in95).toBeGreaterThan(0.88);
    },
  );
});

describe('the year ahead', () => {
  const from = 20000 + 15 * 91;
  const outlook = (visits: Visit[], window: [number, number]) => {
    const calibration = calibrate(visits, { climate, belief });
    return { calibration, year: yearAhead(calibration, climate, window, from, 365, { seed: 4 }) };
  };

  it('is the same for the same seed, and its extremes fall in the damp and in the dry season', () => {
    const one = outlook(quarterly(12, 0.25 * mm, 0), [2 * mm, 3 * mm]);
    const two = outlook(quarterly(12, 0.25 * mm, 0), [2 * mm, 3 * mm]);
    expect(one.year).toEqual(two.year);
    expect(one.year.highest.value).toBeGreaterThan(one.year.lowest.value + 0.4 * mm);
    const monthOf = (day: number) => new Date(day * 864e5).getUTCMonth() + 1;
    expect([7, 8, 9]).toContain(monthOf(one.year.highest.when.day));
    expect([1, 2, 3]).toContain(monthOf(one.year.lowest.when.day));
  });

  it('bands widen with the tool’s error, never shrink', () => {
    const fit = calibrate(quarterly(4, 0.15 * mm, 0), { climate, belief });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5e-4, noNaN: true }), (sd) => {
        const bare = expectOn(fit, 21000, { moisture: 9, variance: 0.1 });
        const read = expectOn(fit, 21000, { moisture: 9, variance: 0.1 }, sd);
        return read.band80[1] - read.band80[0] >= bare.band80[1] - bare.band80[0] - 1e-8;
      }),
    );
  });
});
