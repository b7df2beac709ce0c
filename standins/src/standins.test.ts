import { describe, expect, it } from 'vitest';
import { GAUGES, lineOf, parseOrder, shownBy } from './gauges.js';
import { airAt, fileOf, hoursUntil, rowOf } from './logger.js';

describe('the gauge box’s stand-in', () => {
  it('lays each gauge on, lets it settle, holds it still and lifts it off', () => {
    for (const gauge of GAUGES) {
      const shown = Array.from({ length: 400 }, (_, i) => shownBy(gauge, i * 0.1));
      expect(shown).toContain(null);
      let still = 0;
      let longest = 0;
      shown.forEach((value, i) => {
        still = value !== null && value === shown[i - 1] ? still + 1 : 0;
        longest = Math.max(longest, still);
      });
      expect(longest).toBeGreaterThan(60);
      expect(new Set(shown).size).toBeGreaterThan(10);
    }
    expect(lineOf('height', 2.7812)).toBe('height 2.78 mm');
    expect(lineOf('level', null)).toBe('level -');
  });

  it('shows what it is told, and nothing it does not understand', () => {
    expect(parseOrder('set height 2.78')).toEqual({ gauge: 'height', value: 2.78 });
    expect(parseOrder('set level -')).toEqual({ gauge: 'level', value: null });
    expect(parseOrder('free depth')).toEqual({ gauge: 'depth', value: undefined });
    for (const line of ['', 'set height', 'set x 1', 'height 2', 'set height 2.78 mm; rm'])
      expect(parseOrder(line)).toBeNull();
  });
});

describe('the room logger’s stand-in', () => {
  it('writes one file a day, with the hours since midnight, as a logger of its kind does', () => {
    const noon = new Date(2026, 7, 24, 12, 30);
    expect(fileOf('loft', noon)).toBe('loft 2026-08-24.csv');
    expect(hoursUntil(noon)).toHaveLength(13);
    expect(rowOf(noon)).toMatch(/^24\.08\.2026;12:30;\d{2},\d;\d{2},\d$/u);
  });

  it('feels damp late summers and dry winters, never beyond what air can be', () => {
    for (let day = 0; day < 800; day++) {
      const { humidity, celsius } = airAt(new Date(2026, 0, 1 + day, 15));
      expect(humidity).toBeGreaterThan(20);
      expect(humidity).toBeLessThan(85);
      expect(celsius).toBeGreaterThan(10);
    }
    const mean = (month: number) =>
      Array.from({ length: 28 }, (_, d) => airAt(new Date(2026, month, d + 1)).humidity).reduce(
        (a, b) => a + b,
      ) / 28;
    expect(mean(7)).toBeGreaterThan(mean(1) + 20);
  });
});
