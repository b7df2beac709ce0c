import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  sayReading,
  understoodDays,
  understoodLength,
  understoodPercent,
  understoodReading,
  understoodTemperature,
} from './understood.js';

describe('what stands under a field', () => {
  it.each([
    ['7/64', 'mm', '2.78 mm · 109 thou'],
    ['2,8', 'mm', '110 thou · 7/64 in'],
    ['.110"', '64ths', '2.79 mm · 7/64 in'],
    ['7.5', '64ths', '2.98 mm · 117 thou'],
  ] as const)('a small length %s in a field of %s: the other two units', (text, unit, words) => {
    expect(understoodLength(text, unit)).toBe(words);
    expect(understoodReading('action12', text, unit)).toBe(words);
  });

  it.each([
    ['25.4 in', '645.2 mm · 25 3/8 in'],
    ['645', '25.394 in · 25 3/8 in'],
    ['25 1/2', '647.7 mm · 25.5 in'],
  ])('a long one %s: millimetres, inches and a rule', (text, words) => {
    expect(understoodLength(text, 'mm')).toBe(words);
  });

  it('repeats show their mean, angles their degrees, air and time theirs', () => {
    expect(understoodReading('action12', '2.7; 2.9', 'mm')).toMatch(/^mean of 2: 2\.8 mm/u);
    expect(understoodReading('bridgeTilt', '0,5', '°')).toBe('0.5°');
    expect(understoodTemperature('70 F', '°C')).toBe('21.1 °C · 70 °F');
    expect(understoodPercent('58 % RH')).toBe('58 %');
    expect(understoodDays('3 weeks')).toBe('21 d');
  });

  it('is empty for what is not understood, whatever that is', () => {
    for (const text of ['', 'x', '1.2.3']) {
      expect([
        understoodLength(text, 'mm'),
        understoodReading('relief', text, 'mm'),
        understoodTemperature(text, '°C'),
        understoodDays(text),
      ]).toEqual(['', '', '', '']);
    }
  });
});

describe('a reading said', () => {
  it('keeps its decimals, so that rows can be compared, and has a real minus', () => {
    expect(sayReading('action12', 0.003, 'mm')).toBe('3.00 mm');
    expect(sayReading('straightedge', -0.004, 'mm')).toBe('−4.00 mm');
    expect(sayReading('bridgeGap', 0.00075, 'mm', '64ths')).toBe('30 thou');
    expect(sayReading('bridgeGap', 0.00059, 'mm', '64ths')).toBe('23 thou');
    expect(sayReading('bridgeGap', 0.00075, 'thou', 'mm')).toBe('0.75 mm');
    expect(sayReading('action12', (7 / 64) * 0.0254, '64ths')).toBe('7/64');
    expect(sayReading('relief', 0.0002032, 'thou')).toBe('8 thou');
    expect(sayReading('bridgeTilt', Math.PI / 360, '°')).toBe('0.5°');
  });

  it('is within half of its last digit of the value', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.01, max: 0.01, noNaN: true }), (value) => {
        const said = Number(sayReading('straightedge', value, 'mm').replace('−', '-').replace(' mm', ''));
        return Math.abs(said - value * 1000) <= 0.005 + 1e-9;
      }),
    );
  });
});
