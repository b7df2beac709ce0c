import { describe, expect, it } from 'vitest';
import { list, oneOrOther } from './words.js';

describe('several in one sentence', () => {
  it('stand with one “and”', () => {
    expect(list(['a', 'b', 'c'])).toBe('a, b and c');
    expect(list(['a'])).toBe('a');
    expect(list([])).toBe('');
  });

  it('of which one is meant stand with one “or”, apart by semicolons where one has a comma', () => {
    expect(oneOrOther([])).toBe('');
    expect(oneOrOther(['trim the saddle'])).toBe('trim the saddle');
    expect(oneOrOther(['trim the saddle', 'file the nut', 'bring heat near it'])).toBe(
      'trim the saddle, file the nut or bring heat near it',
    );
    expect(oneOrOther(['tune it to pitch, even to measure', 'trim the saddle'])).toBe(
      'tune it to pitch, even to measure; or trim the saddle',
    );
  });
});
