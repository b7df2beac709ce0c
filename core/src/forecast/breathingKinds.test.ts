import { describe, expect, it } from 'vitest';
import { breathingByKind, breathingSeen, type BreathingSeen } from './breathingKinds.js';

const kind = (name: string, values: readonly number[], sd = 0.2): BreathingSeen[] =>
  values.map((value) => ({ kind: name, ratio: { value, sd } }));

describe('how a shop’s kinds breathe', () => {
  it('stays what is believed of all where ten do not differ from it, or there are fewer', () => {
    expect(breathingByKind(kind('x', [0.8, 1.1, 1.3, 0.9, 0.7, 1.2, 1, 1.05, 0.95, 1.1]))).toEqual({});
    expect(breathingByKind(kind('ladder', [0.4, 0.5, 0.45, 0.5, 0.4, 0.5, 0.45, 0.5, 0.4]))).toEqual({});
  });

  it('is theirs where they do, each kind by itself', () => {
    const seen = [
      ...kind('ladder', [0.4, 0.5, 0.45, 0.5, 0.4, 0.5, 0.45, 0.5, 0.4, 0.6]),
      ...kind('x', [1, 1.1, 0.9, 1.2, 0.8, 1, 1.1, 0.9, 1, 1]),
    ];
    const { ladder, x } = breathingByKind(seen);
    expect(ladder!.ratio).toBeCloseTo(0.45, 1);
    expect(ladder!.instruments).toBe(10);
    // what is believed of how one differs from the next is not talked away by ten that hardly do
    expect(ladder!.sd).toBeGreaterThan(0.15);
    expect(x).toBeUndefined();
  });

  it('is the random-effects mean of DerSimonian and Laird where many are known of a kind', () => {
    // by their formulas worked out apart for errors of 0.1: Q = Σ w (y − ȳ)², τ² = (Q − (n−1)) / (Σw − Σw²/Σw)
    const values = Array.from({ length: 200 }, (_, i) => 0.5 + 0.3 * Math.sin(i * 2.399));
    const mean = values.reduce((sum, value) => sum + value, 0) / 200;
    const q = values.reduce((sum, value) => sum + (value - mean) ** 2 / 0.01, 0);
    const tau2 = (q - 199) / (200 * 100 - 100);
    const { sd } = breathingByKind(kind('fan', values, 0.1)).fan!;
    expect(Math.abs(sd - Math.sqrt(tau2))).toBeLessThan(0.03);
  });

  it('hears readings alone, whatever was believed', () => {
    // a belief of 0.15 ± 0.10 and readings that say 0.30 ± 0.05 come to the mean weighed by precision
    const [believed, read] = [
      { value: 0.15, sd: 0.1 },
      { value: 0.3, sd: 0.05 },
    ];
    const precision = 1 / believed.sd ** 2 + 1 / read.sd ** 2;
    const learned = {
      value: (believed.value / believed.sd ** 2 + read.value / read.sd ** 2) / precision,
      sd: Math.sqrt(1 / precision),
    };
    const seen = breathingSeen(believed, learned)!;
    expect(seen.value).toBeCloseTo(0.3, 9);
    expect(seen.sd).toBeCloseTo(0.05, 9);
    expect(breathingSeen(believed, believed)).toBeNull();
    expect(breathingSeen(believed, { value: 0.16, sd: 0.098 })).toBeNull();
  });
});
