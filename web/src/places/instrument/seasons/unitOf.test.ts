import type { SeriesForecast } from '@upright-elder/contract';
import { METRES_PER, parseLength } from '@upright-elder/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inUnit, trimmed, unitOf } from './unitOf.js';

const series = (dimension: SeriesForecast['dimension'], side: SeriesForecast['side'] = null) =>
  ({ dimension, side }) as SeriesForecast;

describe('the unit of a series', () => {
  it('is the shop’s for the action, millimetres for every other length', () => {
    expect(unitOf(series('length', 'bass'), '64ths').sign).toBe('/64');
    expect(unitOf(series('length', 'treble'), 'thou').sign).toBe(' thou');
    expect(unitOf(series('length', 'bass'), 'mm').sign).toBe(' mm');
    for (const sayIn of ['64ths', 'thou', 'mm'] as const)
      expect(unitOf(series('length'), sayIn).sign).toBe(' mm');
  });

  it('of an angle is the degree and of intonation the cent, whatever the shop says', () => {
    expect(inUnit(Math.PI / 180, unitOf(series('angle'), '64ths'))).toBe('1.00°');
    expect(inUnit(-4.4, unitOf(series('cents'), 'mm'))).toBe('−4 cents');
  });

  it('says an action as a luthier reads it', () => {
    const action = (metres: number, sayIn: '64ths' | 'thou' | 'mm') =>
      inUnit(metres, unitOf(series('length', 'bass'), sayIn));
    expect(action(7 * METRES_PER['64ths'], '64ths')).toBe('7.0/64');
    expect(action(0.11 * 0.0254, 'thou')).toBe('110 thou');
    expect(action(0.0028, 'mm')).toBe('2.80 mm');
  });

  it('says what can be read again as typed, to the last decimal shown', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.009, noNaN: true }),
        fc.constantFrom('64ths' as const, 'thou' as const, 'mm' as const),
        (metres, sayIn) => {
          const unit = unitOf(series('length', 'bass'), sayIn);
          const read = parseLength(inUnit(metres, unit), 'mm');
          expect(read.ok).toBe(true);
          if (read.ok)
            expect(Math.abs(read.value - metres)).toBeLessThan(0.51 * 10 ** -unit.decimals * unit.per);
        },
      ),
    );
  });
});

describe('a trimmed number', () => {
  it('has a minus of its own kind, and none where it rounds to nothing', () => {
    expect(trimmed(-1.25, 1)).toBe('−1.3');
    expect(trimmed(-0.04, 1)).toBe('0.0');
    expect(trimmed(-0.4, 0)).toBe('0');
    expect(trimmed(0, 2)).toBe('0.00');
  });
});
