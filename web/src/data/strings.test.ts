import type { StringSetAnswer, TuningAnswer } from '@upright-elder/contract';
import { STRING_SETS, TUNINGS } from '@upright-elder/core/strings';
import { describe, expect, it } from 'vitest';
import { nameIn, offered, tensionOf, tuningsFor } from './strings.js';

const set = (id: 'light' | 'twelve-light', over: Partial<StringSetAnswer> = {}): StringSetAnswer =>
  ({ id, retired: false, ...STRING_SETS[id], ...over }) as StringSetAnswer;
const tuning = (id: string, notes: readonly number[]): TuningAnswer =>
  ({ id, name: id, notes, retired: false }) as TuningAnswer;
const shop = {
  sets: [set('light'), set('twelve-light')],
  tunings: [
    tuning('standard', TUNINGS.standard.notes),
    tuning('tenor', [69, 62, 55, 48]),
    tuning(
      'each',
      Array.from({ length: 12 }, (_, i) => 40 + i),
    ),
  ],
};

describe('strings of the shop', () => {
  it('are tuned as they can be: by strings, or by pairs', () => {
    const fitting = (id: string) => tuningsFor(shop, id).map((one) => one.id);
    expect(fitting('light')).toEqual(['standard']);
    expect(fitting('twelve-light')).toEqual(['standard', 'each']);
    expect(fitting('not-known')).toEqual(['standard', 'tenor', 'each']);
  });

  it('pull where both are known and for each other', () => {
    expect(tensionOf(shop, { set: 'light', tuning: 'standard' }, 0.645)!.strings).toHaveLength(6);
    expect(tensionOf(shop, { set: 'light', tuning: 'tenor' }, 0.645)).toBeNull();
    expect(tensionOf({ sets: [], tunings: [] }, { set: 'light', tuning: 'standard' }, 0.645)).toBeNull();
  });

  it('are offered unless hidden, and kept where they are chosen', () => {
    const sets = [set('light', { retired: true }), set('twelve-light')];
    expect(offered(sets, '').map(({ id }) => id)).toEqual(['twelve-light']);
    expect(offered(sets, 'light').map(({ id }) => id)).toEqual(['light', 'twelve-light']);
    expect(nameIn(sets, 'light')).toBe('light, 12–53');
    expect(nameIn(sets, 'not-known')).toBe('strings not known');
    expect(nameIn([], 'light')).toBe('');
  });
});
