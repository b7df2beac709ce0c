import { describe, expect, it } from 'vitest';
import { parseReading, QUANTITIES, QUANTITY_IDS, spokenIn, unitsOf } from './index.js';

describe('the units of a shop', () => {
  it('are one for every length, and told from what was set', () => {
    const lengths = QUANTITY_IDS.filter((id) => QUANTITIES[id].dimension === 'length');
    for (const units of ['inches', 'millimetres'] as const) {
      expect(Object.keys(unitsOf(units)).sort()).toEqual([...lengths].sort());
      expect(spokenIn(unitsOf(units))).toBe(units);
    }
    expect(spokenIn({})).toBe('millimetres');
    expect(spokenIn({ action12: '64ths' })).toBe('mixed');
  });

  it('in inches take what a rule, feelers and a caliper are read in', () => {
    const inches = unitsOf('inches');
    const read = (id: 'action12' | 'relief' | 'nutWidth', text: string) => {
      const result = parseReading(id, text, inches[id]!);
      return result.ok ? result.value[0]! * 1000 : NaN;
    };
    expect(read('action12', '7')).toBeCloseTo((7 / 64) * 25.4, 6);
    expect(read('relief', '8')).toBeCloseTo(8 * 0.0254, 6);
    expect(read('nutWidth', '1.75')).toBeCloseTo(1.75 * 25.4, 6);
  });
});
