import type { SeriesForecast } from '@upright-elder/contract';
import { METRES_PER, parseLength } from '@upright-elder/core/units';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { trimmed, unitOf } from './unitOf.js';

const series = (key: string, dimension: SeriesForecast['dimension'] = 'length') => ({ key, dimension });

describe('the unit of a series', () => {
  it('is the page’s for every height, thousandths for what feelers read', () => {
    for (const key of ['action12.bass', 'straightedge.treble', 'saddleShowing.bass'])
      for (const [sayIn, sign] of [
        ['64ths', '/64'],
        ['thou', ' thou'],
        ['mm', ' mm'],
      ] as const)
        expect(unitOf(series(key), sayIn).sign).toBe(sign);
    expect(unitOf(series('relief.bass'), '64ths').sign).toBe(' thou');
    expect(unitOf(series('relief.bass'), 'mm').sign).toBe(' mm');
  });

  it('of a crack, which is no height, is the millimetre', () => {
    for (const sayIn of ['64ths', 'thou', 'mm'] as const)
      expect(unitOf(series('crack.0c1d.length'), sayIn).say(0.1043)).toBe('104.3 mm');
  });

  it('of an angle is the degree and of intonation the cent, whatever the shop says', () => {
    expect(unitOf(series('bridgeTilt.middle', 'angle'), '64ths').say(Math.PI / 180)).toBe('1.00°');
    expect(unitOf(series('intonation.e', 'cents'), 'mm').say(-4.4)).toBe('−4 cents');
  });

  it('says an action as a luthier reads it', () => {
    const action = (metres: number, sayIn: '64ths' | 'thou' | 'mm') =>
      unitOf(series('action12.bass'), sayIn).say(metres);
    expect(action(7 * METRES_PER['64ths'], '64ths')).toBe('7/64');
    expect(action(0.11 * 0.0254, 'thou')).toBe('110 thou');
    expect(action(0.0028, 'mm')).toBe('2.80 mm');
  });

  /** half of the last step that is said, m */
  const READ_TO = { '64ths': 0.26 * METRES_PER['64ths'], thou: 0.51 * METRES_PER.thou, mm: 0.0051e-3 };

  it('says what can be read again as typed, to the last step that is said', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 0.0063, noNaN: true }),
        fc.constantFrom('64ths' as const, 'thou' as const, 'mm' as const),
        (metres, sayIn) => {
          const unit = unitOf(series('action12.bass'), sayIn);
          const read = parseLength(unit.say(metres), 'mm');
          expect(read.ok).toBe(true);
          if (read.ok) expect(Math.abs(read.value - metres)).toBeLessThan(READ_TO[sayIn]);
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
