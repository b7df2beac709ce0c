import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LENGTHS } from '../construction/index.js';
import {
  divisionOf,
  HOUSE_TOOLS,
  parseReading,
  QUANTITIES,
  QUANTITY_IDS,
  questionOfHumidity,
  questionOfLength,
  questionOfReading,
  questionOfTemperature,
  questionOfWoodMoisture,
  realChange,
  toolSd,
  usualRange,
} from './index.js';

const asked = (text: string, quantity: 'action12' | 'relief' | 'straightedge' = 'action12') =>
  questionOfReading(quantity, text, 'mm', 'flat-top');

describe('a first reading', () => {
  // .110 in is 2.79 mm, a common action; each of these is a way to miss its point (common practice)
  it.each([
    ['11.0', '.110"'],
    ['1.10', '.110"'],
    ['110', null],
  ])('%s for an action is met with what was probably meant', (text, instead) => {
    const question = asked(text);
    if (instead === null) expect(parseReading('action12', text, 'mm').ok).toBe(false);
    else expect(question).toMatchObject({ instead });
  });

  it('.110 is inches, an action like any other, and not asked about', () => {
    expect(parseReading('action12', '.110', 'mm')).toEqual({
      ok: true,
      value: [expect.closeTo(0.002794, 9) as number],
    });
    expect(asked('.110')).toBeNull();
    expect(parseReading('relief', '.008', 'mm')).toEqual({
      ok: true,
      value: [expect.closeTo(0.0002032, 9) as number],
    });
    expect(asked('.008', 'relief')).toBeNull();
  });

  it('0 for an action is met with the field to leave empty, half an inch with a question', () => {
    expect(asked('0')!.words).toContain('Leave it empty');
    expect(asked('½')!.words).toContain('12.7 mm');
    expect(asked('0', 'relief')).toBeNull();
  });

  it('in divisions that no rule has is met with those that fit', () => {
    expect(asked('7/63')).toMatchObject({ instead: '7/64' });
    expect(asked('9/46')).toMatchObject({ instead: '9/64' });
    expect(asked('7/664')).toMatchObject({ instead: '7/64' });
    expect(asked('7/64')).toBeNull();
    expect(asked('3/32; 7/64')).toBeNull();
    expect(questionOfLength('25 3/7', 'in')).toMatchObject({ instead: '25 3/64' });
    expect(questionOfLength('25 1/2', 'in')).toBeNull();
  });

  it('as a length of the instrument is asked about where none has it, with the unit that would fit', () => {
    const scale = { name: 'Scale length', ...USUAL_LENGTHS.scale };
    expect(questionOfLength('645', 'in', scale)).toEqual({
      words: 'That is 645 in; scale length is usually 17 11/16 to 31 1/2 in. Did you mean 645 mm?',
      instead: '645 mm',
    });
    expect(questionOfLength('25.4', 'mm', scale)!.instead).toBe('25.4 in');
    expect(questionOfLength('25½ in', 'mm', scale)).toBeNull();
    expect(questionOfLength('648', 'mm', scale)).toBeNull();
    expect(questionOfLength('2', 'mm', scale)).toEqual({
      words: 'That is 2 mm; scale length is usually 450 to 800 mm. Is it read right?',
      instead: null,
    });
  });

  it('that is usual is never asked about, on any quantity', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUANTITY_IDS),
        fc.double({ min: 0.02, max: 0.98, noNaN: true }),
        (id, part) => {
          const [from, to] = usualRange(id);
          const unit = { length: 'mm', angle: '°', cents: 'cents' }[QUANTITIES[id].dimension] as
            'mm' | '°' | 'cents';
          const value = from + part * (to - from);
          // 0 where a quantity is usually more is asked about; it lies outside of these
          return (
            questionOfReading(id, `${value.toFixed(2)} ${unit}`, unit) === null || Math.abs(value) < 0.005
          );
        },
      ),
    );
  });

  it('whose question is taken is not asked about again', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...QUANTITY_IDS),
        fc.stringMatching(/^-?\d{1,3}(?:[.,]\d{1,3})?(?:\/\d{1,3})?$/u),
        (id, text) => {
          const { unit } = QUANTITIES[id];
          const question = questionOfReading(id, text, unit);
          return question?.instead == null || questionOfReading(id, question.instead, unit) === null;
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('the air as typed', () => {
  it('0.45 is asked about as 45 per cent, and a desert too', () => {
    expect(questionOfHumidity('0.45')).toMatchObject({ instead: '45' });
    expect(questionOfHumidity('3')).toMatchObject({ instead: null });
    expect(questionOfHumidity('45')).toBeNull();
  });

  it('a temperature of the other scale is asked about', () => {
    expect(questionOfTemperature('21', '°F')).toMatchObject({ instead: '21 °C' });
    expect(questionOfTemperature('70', '°C')).toBeNull();
    expect(questionOfTemperature('55', '°C')).toMatchObject({ instead: '55 °F' });
    expect(questionOfTemperature('21', '°C')).toBeNull();
  });

  it('wood as wet as the air is asked about', () => {
    expect(questionOfWoodMoisture('8; 9; 45')!.words).toContain('air’s humidity');
    expect(questionOfWoodMoisture('8.5; 8; 9')).toBeNull();
  });
});

describe('a step of one line', () => {
  const rule = HOUSE_TOOLS.rule;
  const read = (value: number) => ({ value, sd: toolSd(rule), division: divisionOf('rule', rule) });
  const line = 0.0254 / 64;

  it('of the same rule is a question, two of them are a change', () => {
    expect(realChange(read(9 * line), read(10 * line))).toMatchObject({ real: false, oneDivision: true });
    expect(realChange(read(9 * line), read(11 * line))).toMatchObject({ real: true, oneDivision: false });
  });

  it('is a change where the season leads to expect one', () => {
    expect(realChange(read(9 * line), read(10 * line), 0.9 * line)).toMatchObject({ real: true });
  });
});
