import { describe, expect, it } from 'vitest';
import { parseHours, sayBench, sayWait } from './index.js';

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

  it.each([
    [[0, 0.02], 'none'],
    [[0.1, 0.1], '5 min'],
    [[0.75, 2], '1–2 h'],
    [[1.2, 1.6], '1–1½ h'],
    [[2, 2], '2 h'],
  ] as const)('%j are said whole or half', (hours, said) => expect(sayBench(hours)).toBe(said));

  it.each([
    [[12, 12], '12 h'],
    [[36, 60], '1½–2½ days'],
    [[24, 48], '1–2 days'],
    [[336, 1440], '14–60 days'],
  ] as const)('%j of waiting are said in days from two on', (hours, said) =>
    expect(sayWait(hours)).toBe(said),
  );
});
