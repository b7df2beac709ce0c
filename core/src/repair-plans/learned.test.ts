import { mean } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { learnEffects, PRIORS, type LearnedCase } from './index.js';

const flattened = (...shares: number[]): LearnedCase[] =>
  shares.map((value) => ({ kind: 'flattening', value, sd: 0.02 }));

describe('what treatments do', () => {
  it('is the house’s figure until the shop has a case of its own', () => {
    const { effects } = learnEffects([], []);
    expect(effects.flattening).toEqual({ ...PRIORS.flattening, cases: 0 });
  });

  it('comes to the shop’s own mean with many cases, and its band to how far they differ', () => {
    const shares = Array.from({ length: 200 }, (_, i) => 0.7 + 0.15 * Math.sin(1.7 * i));
    const { value, sd, cases } = learnEffects(flattened(...shares), []).effects.flattening;
    expect(cases).toBe(200);
    expect(value).toBeCloseTo(mean(shares), 2);
    expect(sd).toBeGreaterThan(0.1);
    expect(sd).toBeLessThan(0.2);
  });

  it('moves with each case, and less with one that was read badly', () => {
    const one = learnEffects(flattened(0.9), []).effects.flattening.value;
    const bad = learnEffects([{ kind: 'flattening', value: 0.9, sd: 0.6 }], []).effects.flattening.value;
    expect(one).toBeGreaterThan(PRIORS.flattening.value);
    expect(bad).toBeGreaterThan(PRIORS.flattening.value);
    expect(bad).toBeLessThan(one);
    // what it teaches of flattening it does not teach of stringing up
    expect(learnEffects(flattened(0.9), []).effects['rise when glued'].cases).toBe(0);
  });

  it('takes the hours of the shop’s own jobs, one treatment at a time', () => {
    const { hours } = learnEffects(
      [],
      Array.from({ length: 30 }, () => ({ treatment: 'level-frets' as const, hours: 6 })),
    );
    // the catalogue says three
    expect(hours['level-frets']!.value).toBeGreaterThan(1.8);
    expect(hours['level-frets']!.value).toBeLessThanOrEqual(2);
    expect(hours.refret).toBeUndefined();
  });
});
