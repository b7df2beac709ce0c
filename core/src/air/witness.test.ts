import { describe, expect, it } from 'vitest';
import { fitLinear } from '../forecast/fit.js';
import { explain, type Witness } from './witness.js';
import { EVER_AFTER } from './path.js';

const at = (off: readonly number[], room: readonly number[] = []): Witness[] =>
  off.map((value, i) => ({ day: 19000 + 150 * i, off: value, room: room[i] ?? 0 }));
const weightOf = (all: ReturnType<typeof explain>, kind: string) =>
  all.filter((one) => one.kind === kind).reduce((sum, { weight }) => sum + weight, 0);
const likeliest = (all: ReturnType<typeof explain>) => all.reduce((a, b) => (b.weight > a.weight ? b : a));

describe('how hand and log hang together', () => {
  it('is right where they differ by what hygrometers do, also by much on every day alike', () => {
    expect(weightOf(explain(at([0.2, -0.5, 0.4, 0.1]), 1), 'right')).toBeGreaterThan(0.9);
    expect(weightOf(explain(at([0.9, 0.5, 1.1, 0.7]), 1), 'right')).toBeGreaterThan(0.75);
    expect(explain([], 1)).toMatchObject([{ kind: 'right', weight: 1 }]);
  });

  it('is elsewhere up to a day, since a day or always, where they part there', () => {
    const until = likeliest(explain(at([-3, -2.2, -3.4, 0.1, 0.3, -0.2]), 1));
    expect(until).toMatchObject({ kind: 'elsewhere' });
    expect(until.to).toBe(19000 + 150 * 2.5);
    const since = likeliest(explain(at([0.2, -0.1, 0.2, 2.9, 2.1, 3.4]), 1));
    expect(since).toMatchObject({ kind: 'elsewhere', to: EVER_AFTER });
    expect(since.from).toBe(19000 + 150 * 2.5);
    expect(weightOf(explain(at([3.4, 1.2, 3.8, 2.1, 4.6]), 1), 'right')).toBeLessThan(0.2);
  });

  it('is one reading by hand where that alone is off, and a drift where they run apart', () => {
    expect(likeliest(explain(at([0.2, -0.1, 4.1, 0.3, -0.2, 0.1]), 1))).toMatchObject({ kind: 'misread' });
    const drift = likeliest(explain(at([-1.2, -0.8, -0.3, 0.1, 0.4, 0.9, 1.3, 1.7]), 1));
    expect(drift.kind).toBe('drift');
    expect(drift.shift[0]! * (150 / 365.2425)).toBeCloseTo(0.4, 1);
  });

  it('tells a sensor that was changed from a room that did', () => {
    const changed = { room: 0, change: { kind: 'step' as const, day: 19400, by: 2, sd: 0.1, open: true } };
    // the hand goes along with the log: the room changed
    expect(weightOf(explain(at([0.1, 0.2, -0.2, 0.1, 0.2]), 1, changed), 'right')).toBeGreaterThan(0.75);
    // the hand stays where it was while the log steps up by two
    const sensor = explain(at([0.1, 0.2, 0, -2, -1.8, -2.2]), 1, changed);
    expect(weightOf(sensor, 'another sensor')).toBeGreaterThan(0.7);
    // nobody read it: nobody knows
    expect(weightOf(explain([], 1, changed), 'right')).toBeLessThan(0.75);
  });

  it('ties two rooms by the hand that read both', () => {
    const right = explain(at([0.8, 0.9, 0.7, -0.1, 0, 0.1], [0, 0, 0, 1, 1, 1]), 2).find(
      ({ kind }) => kind === 'right',
    )!;
    expect(right.sensors[0]! - right.sensors[1]!).toBeGreaterThan(0.4);
    const [[a, ab], [, b]] = right.sensorCovariance as [[number, number], [number, number]];
    // three readings of each: less than half of the sensors' own error is left between them
    expect(Math.sqrt(a + b - 2 * ab)).toBeLessThan(0.4 * Math.SQRT2);
  });

  it('weighs as the regression of the forecast does, by its marginal likelihood', () => {
    // the two hygrometers as one offset of 0.6, by a program of its own: columns, errors and priors written out
    const off = [0.3, -0.4, 0.9, 1.4];
    const witnesses = at(off);
    const evidence = (rows: number[][], sds: number[], noise: number) =>
      fitLinear({
        design: rows,
        observed: off,
        errors: off.map((_, i) => off.map((__, j) => (i === j ? noise ** 2 : 0))),
        prior: sds.map((sd) => ({ value: 0, sd })),
      }).logEvidence;
    // the constant of n·log 2π is the same of both
    const right = evidence(
      off.map(() => [1]),
      [0.6],
      0.5,
    );
    const years = witnesses.map(({ day }) => (day - witnesses[0]!.day) / 365.2425);
    const drift = evidence(
      years.map((year) => [1, year]),
      [0.6, 1.2],
      0.5,
    );
    const all = explain(witnesses, 1);
    const found = Math.log(
      all.find(({ kind }) => kind === 'drift')!.weight / all.find(({ kind }) => kind === 'right')!.weight,
    );
    expect(found).toBeCloseTo(drift - right + Math.log(0.04 / 0.79), 6);
  });
});
