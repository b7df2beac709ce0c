import fc from 'fast-check';
import { sampleStandardDeviation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { parseReading, QUANTITIES, QUANTITY_IDS, realChange, repeatsMean, toolSd } from './index.js';

const rule = QUANTITIES.action12.tool;

describe('tool error', () => {
  it('of rounding to a scale alone is the standard deviation of a uniform distribution, d/√12', () => {
    const d = 0.25;
    const rounding = Array.from({ length: 100001 }, (_, i) => (i / 100000 - 0.5) * d);
    expect(toolSd({ resolution: d, repeatability: 0 })).toBeCloseTo(sampleStandardDeviation(rounding), 5);
  });

  it('shrinks with repeats but never below the scale, and grows where repeats scatter', () => {
    const one = repeatsMean([0.0028], rule).sd;
    const three = repeatsMean([0.0028, 0.0028, 0.0028], rule).sd;
    const wild = repeatsMean([0.002, 0.0028, 0.0036], rule).sd;
    expect(one).toBeCloseTo(toolSd(rule), 12);
    expect(three).toBeLessThan(one);
    expect(three).toBeGreaterThan(rule.resolution / Math.sqrt(12));
    expect(wild).toBeGreaterThan(one);
    expect(() => repeatsMean([], rule)).toThrow(RangeError);
  });

  it('calls a change real only beyond 1.96 joint errors, whichever way round', () => {
    const sd = toolSd(rule);
    fc.assert(
      fc.property(fc.double({ min: -0.002, max: 0.002, noNaN: true }), (by) => {
        const there = realChange({ value: 0.003, sd }, { value: 0.003 + by, sd });
        const back = realChange({ value: 0.003 + by, sd }, { value: 0.003, sd });
        return there.real === back.real && there.real === Math.abs(there.change) > there.limit;
      }),
    );
    expect(realChange({ value: 0.0028, sd }, { value: 0.0029, sd }).real).toBe(false);
  });
});

describe('readings as typed', () => {
  it('take repeats and mixed units, and keep within what the quantity can be', () => {
    expect(parseReading('action12', '7/64; 2.8 mm', '64ths')).toMatchObject({
      ok: true,
      value: [(7 / 64) * 0.0254, 0.0028],
    });
    expect(parseReading('bridgeTilt', '0,5', '°')).toMatchObject({ ok: true });
    for (const id of QUANTITY_IDS) {
      const result = parseReading(id, id === 'bridgeTilt' ? '45' : '95', id === 'bridgeTilt' ? '°' : 'mm');
      expect(result).toMatchObject({ ok: false, accepted: expect.stringContaining(' to ') as string });
    }
    expect(parseReading('action12', '7/64;', 'mm').ok).toBe(false);
  });
});
