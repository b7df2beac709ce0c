import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { meterRepeatsOf, parsePercent, printDecimal, repeatsOf } from '../units/index.js';
import { parseReading, sidesIn } from './index.js';

describe('repeats', () => {
  it('are parted by a semicolon, or by a comma that can be no decimal mark', () => {
    const two = ['2.8', '2.9'];
    for (const text of ['2.8; 2.9', '2.8;2.9;', '2.8, 2.9', '2.8,2.9', '2.8, 2.9,'])
      expect(repeatsOf(text)).toEqual(two);
    expect(repeatsOf('2,8, 2,9')).toEqual(['2,8', '2,9']);
    expect(repeatsOf('7/64,7/64, 15/128')).toEqual(['7/64', '7/64', '15/128']);
    expect(repeatsOf('.110,.112')).toEqual(['.110', '.112']);
    // a meter's by a space alone
    for (const text of ['14,5 15 14', '14,5, 15, 14', '14,5 % 15 % 14', '14,5; 15 14'])
      expect(meterRepeatsOf(text).map((one) => parsePercent(one).ok && one.replace(' %', ''))).toEqual([
        '14,5',
        '15',
        '14',
      ]);
    expect(meterRepeatsOf('8.5 % MC')).toEqual(['8.5 % MC']);
  });

  it('never part a decimal comma, and leave two marks in one number to be refused', () => {
    for (const text of ['2,8', '2,8 mm', '1,200', '−0,5']) expect(repeatsOf(text)).toEqual([text]);
    expect(repeatsOf('1,200.5')).toEqual(['1,200.5']);
    expect(parseReading('action12', '1,200.5', 'mm').ok).toBe(false);
  });

  it('of any numbers come back as they were typed, with either decimal mark', () => {
    const value = fc.double({ min: 0.05, max: 14, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(value, { minLength: 1, maxLength: 5 }),
        fc.constantFrom('.', ','),
        (values, mark) => {
          const texts = values.map((one) => one.toFixed(2).replace('.', mark));
          const read = parseReading('action12', texts.join(', '), 'mm');
          expect(read.ok && read.value.map((one) => printDecimal(one * 1000, 2))).toEqual(
            values.map((one) => printDecimal(Number(one.toFixed(2)), 2)),
          );
        },
      ),
    );
  });
});

describe('bass and treble in one line', () => {
  it('are told apart by the one space that leaves a reading on either side', () => {
    expect(sidesIn('action12', '7/64 5/64', 'mm')).toEqual({ bass: '7/64', treble: '5/64' });
    expect(sidesIn('action12', '2,8 2,4', 'mm')).toEqual({ bass: '2,8', treble: '2,4' });
    expect(sidesIn('relief', '8 10', 'thou')).toEqual({ bass: '8', treble: '10' });
    expect(sidesIn('action12', '2.8 mm 0.09 in', '64ths')).toEqual({ bass: '2.8 mm', treble: '0.09 in' });
    expect(sidesIn('action12', '7/64, 7/64 5/64', 'mm')).toEqual({ bass: '7/64, 7/64', treble: '5/64' });
    expect(sidesIn('action12', '1/8 3/32', 'mm')).toEqual({ bass: '1/8', treble: '3/32' });
  });

  it('are not seen in one reading, in three, or where a place has no sides', () => {
    for (const text of ['7/64', '0 7/64', '2.8 mm', '', '7/64 5/64 3/64', '3 4 x'])
      expect(sidesIn('action12', text, 'mm')).toBeNull();
    expect(sidesIn('bridgeTilt', '0.4 0.5', '°')).toBeNull();
  });
});
