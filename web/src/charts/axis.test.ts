import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { axisOf } from './axis.js';

const any = fc.integer({ min: -1e6, max: 1e6 }).map((n) => n / 100);

describe('an axis of heights', () => {
  it('holds every value, on whole steps, with few lines', () => {
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 30 }),
        fc.constantFrom(0.5, 1, 5, 20),
        (values, usual) => {
          const { low, high, step, ticks } = axisOf(values, usual);
          expect(low).toBeLessThanOrEqual(Math.min(...values));
          expect(high).toBeGreaterThanOrEqual(Math.max(...values));
          expect(step / usual).toBeGreaterThanOrEqual(1);
          expect(ticks.length).toBeGreaterThanOrEqual(2);
          expect(ticks.length).toBeLessThanOrEqual(12);
          for (const tick of ticks)
            expect(Math.abs(tick / step - Math.round(tick / step))).toBeLessThan(1e-6);
        },
      ),
    );
  });

  it('keeps the usual step where it fits, and says no long fractions', () => {
    expect(axisOf([2.3, 5.1], 0.5)).toMatchObject({ low: 2, high: 5.5, step: 0.5 });
    expect(axisOf([0.12, 0.31], 0.1).ticks).toEqual([0.1, 0.2, 0.3, 0.4]);
  });
});
