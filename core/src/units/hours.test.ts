import { describe, expect, it } from 'vitest';
import { parseHours } from './index.js';

describe('hours at the bench', () => {
  it.each([
    ['2', 2],
    ['2.5', 2.5],
    ['2,5 h', 2.5],
    ['1:30', 1.5],
    ['45 min', 0.75],
    ['', null],
  ])('“%s” is read', (text, hours) => {
    expect(parseHours(text)).toEqual({ ok: true, value: hours });
  });

  it.each(['two', '-1', '1:75', '900', '1 000 000 h'])(
    '“%s” is refused, and what would be accepted is said',
    (text) => {
      const read = parseHours(text);
      expect(read).toMatchObject({ ok: false });
      expect(!read.ok && read.accepted).toMatch(/1:30/u);
    },
  );
});
