import { describe, expect, it } from 'vitest';
import { printForce } from '../units/index.js';
import {
  noteFrequency,
  plainMassPerLength,
  setTension,
  STRING_SETS,
  stringTension,
  TUNINGS,
  woundMassPerLength,
} from './index.js';

const INCH = 0.0254;
const NEWTONS_PER_LBF = 4.4482216152605;

describe('string pull (Mersenne’s law, plain steel 7850 kg/m³)', () => {
  it('of a 0.012 in at 25.4 in and E4 = 329.63 Hz is 103.6 N, 23.3 lbf', () => {
    const pull = stringTension(plainMassPerLength(0.012 * INCH), 25.4 * INCH, 329.63);
    expect(pull).toBeCloseTo(103.6, 1);
    expect(printForce(pull, 'lbf')).toMatch(/^23\.(28|29|3)\d? lbf$/u);
  });

  it('of a 0.016 in at B3 = 246.94 Hz is 23.2 lbf', () => {
    expect(
      stringTension(plainMassPerLength(0.016 * INCH), 25.4 * INCH, 246.94) / NEWTONS_PER_LBF,
    ).toBeCloseTo(23.2, 1);
  });

  it('finds E4 and B3 from A4 = 440 Hz (equal temperament)', () => {
    expect(noteFrequency(TUNINGS.standard.semitones[0])).toBeCloseTo(329.63, 2);
    expect(noteFrequency(TUNINGS.standard.semitones[1])).toBeCloseTo(246.94, 2);
  });

  it('of a whole light set is within 8 % of the 735 N that trial loads use (common practice)', () => {
    const { total, strings } = setTension(STRING_SETS.light, TUNINGS.standard, 0.645);
    expect(strings).toHaveLength(6);
    expect(Math.abs(total / 735 - 1)).toBeLessThan(0.08);
  });

  it('orders the sets as everyone expects, a twelve-string the strongest, nylon about half of light steel', () => {
    const pull = (id: keyof typeof STRING_SETS) => setTension(STRING_SETS[id], TUNINGS.standard, 0.645).total;
    expect(pull('extra-light')).toBeLessThan(pull('light'));
    expect(pull('light')).toBeLessThan(pull('medium'));
    expect(pull('twelve-light')).toBeGreaterThan(pull('medium'));
    expect(pull('nylon') / pull('light')).toBeGreaterThan(0.4);
    expect(pull('nylon') / pull('light')).toBeLessThan(0.65);
  });

  it('falls by a whole tone to (1/2^(1/6))² of itself', () => {
    const at = (id: keyof typeof TUNINGS) => setTension(STRING_SETS.light, TUNINGS[id], 0.645).total;
    expect(at('whole-step-down') / at('standard')).toBeCloseTo(2 ** (-1 / 3), 10);
  });

  it('a wound string is lighter than a solid one of its gauge, and an impossible core is refused', () => {
    expect(woundMassPerLength(0.001, 0.0004)).toBeLessThan(plainMassPerLength(0.001, 8800));
    expect(() => woundMassPerLength(0.001, 0.001)).toThrow(RangeError);
    expect(() => stringTension(0, 1, 1)).toThrow(RangeError);
  });
});
