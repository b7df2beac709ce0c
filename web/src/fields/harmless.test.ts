import { describe, expect, it } from 'vitest';
import { harmless } from './harmless.js';

describe('a table that leaves', () => {
  it.each([
    '=HYPERLINK("http://127.0.0.1/x","open")',
    '@SUM(A1)',
    '+A1',
    '-A1+2',
    '=cmd|calc!A0',
    '+1+cmd|calc!A0',
    '\t=1',
  ])('holds %j as text', (cell) => expect(harmless(cell)).toBe(`'${cell}`));

  it.each([
    '+1',
    '-0.35',
    '+2.4 mm',
    '−0.2',
    '-12 thou',
    '+3 %',
    '10/64"',
    'by the tail',
    '',
    '- '.trim() + '5°',
  ])('leaves %j as it is', (cell) => expect(harmless(cell)).toBe(cell));
});
