import { describe, expect, it } from 'vitest';
import type { Spent, Tree } from '../tree/index.js';
import { sayConsent, sayTenths, sayTree } from './index.js';

const spent = (low: number, middle: number, high: number): Spent => ({
  hours: [low / 50, middle / 50, high / 50],
  money: [low, middle, high],
  days: [5, 9, 20],
});
const TREE: Tree = {
  ambition: 'sound',
  first: ['slacken', 'clean-and-inspect', 'reglue-brace', 'rest-under-tension', 'measure-first'],
  firstSpent: spent(210, 280, 350),
  ways: [
    { key: 'neck', chance: 0.6, ids: ['neck-off', 'fit-heel'], more: spent(760, 900, 1100) },
    { key: 'belly first', chance: 0.3, ids: ['flatten-belly', 'fit-heel'], more: spent(350, 900, 1440) },
    {
      key: 'little',
      chance: 0.08,
      ids: [],
      more: { hours: [0, 0, 0.2], money: [0, 0, 10], days: [0, 0, 0] },
    },
  ],
  otherwise: 0.02,
  undecided: 0,
  whole: spent(540, 1100, 1570),
  asks: [],
  says: 'ways',
  draws: 200,
  seed: 1,
};

describe('what it may come to', () => {
  it('is said in tenths, the first part before the ways, with what each takes', () => {
    const { first, lines, whole } = sayTree(TREE, '£');
    expect(first).toBe(
      'First: braces and belly repaired, rest at pitch and measure again. £\u00a0210–£\u00a0350.',
    );
    expect(lines).toEqual([
      'Only then can anybody say what the action needs.',
      '6 of 10: neck reset, £\u00a0760–£\u00a01\u00a0100 more.',
      '3 of 10: the belly is flattened first and measured again; most of those need a neck reset too, £\u00a0350–£\u00a01\u00a0450 more.',
      'Seldom: little or nothing more.',
    ]);
    expect(whole).toBe('8 of 10 such jobs end between £\u00a0540 and £\u00a01\u00a0550, after 1–3 weeks.');
    expect(sayConsent(TREE.ways[0]!, '£')).toBe('Neck reset: up to £\u00a01\u00a0100 without asking.');
  });

  it('is a sentence where one way is as good as sure, and a question where minutes would tell', () => {
    const sure = sayTree(
      { ...TREE, says: 'sure', ways: [{ ...TREE.ways[2]!, key: 'saddle down', chance: 0.93 }] },
      '£',
    );
    expect(sure.lines).toEqual([
      'After that: the saddle comes down, 9 of 10. If it goes otherwise, we ask before going on.',
    ]);
    const asks = sayTree({ ...TREE, says: 'ask', asks: ['bridge-thickness'] }, '£');
    expect(asks.lines[0]).toMatch(
      /^What follows cannot be said yet\. Find out first: Measure the bridge’s thickness/u,
    );
    expect(asks.whole).toBeNull();
  });

  it('in tenths is seldom under one, and never ten', () => {
    expect([0.02, 0.099, 0.1, 0.55, 0.97, 1].map(sayTenths)).toEqual([
      'Seldom',
      'Seldom',
      '1 of 10',
      '6 of 10',
      '9 of 10',
      '9 of 10',
    ]);
  });
});
