import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  lengthUnitOf,
  METRES_PER,
  otherLengths,
  parseAngle,
  parseCents,
  parseDuration,
  parseForce,
  parseLength,
  parseMoney,
  parsePercent,
  parseTemperature,
  parseWhole,
  printAngle,
  printDuration,
  printForce,
  printLength,
  printMoney,
  printPercent,
  printTemperature,
  sayAction,
  sayHeight,
  sayInches,
  type LengthUnit,
  type Parsed,
} from './index.js';

const valueOf = (result: Parsed<number>): number => {
  if (!result.ok) throw new Error(result.reason);
  return result.value;
};
const lengthUnits: LengthUnit[] = ['mm', 'in', 'thou', '64ths'];

/** Half of what a rule is read to: of half a 64th up to 16/64, of a 32nd up to 4 in, of a sixteenth above; m. */
const ruleReads = (metres: number): number => {
  const inches = Math.abs(metres) / 0.0254;
  return 0.0254 * (inches <= 16.25 / 64 ? 1 / 256 : inches < 4 ? 1 / 64 : 1 / 32);
};

describe('length', () => {
  it.each([
    ['7/64', 'mm', (7 / 64) * 25.4],
    ['3 3/32 in', 'mm', 3.09375 * 25.4],
    ['3-3/32', 'mm', 3.09375 * 25.4],
    ['110 thou', 'mm', 2.794],
    ['.110"', 'mm', 2.794],
    ['0.11in', 'mm', 2.794],
    ['0,11 in', 'mm', 2.794],
    ['2.8', 'mm', 2.8],
    ['2.8', 'thou', 0.0028 * 25.4],
    ['2.8 mm', 'thou', 2.8],
    ['2,8 mm', 'in', 2.8],
    ['2,8mm', '64ths', 2.8],
    ['-0.5', 'mm', -0.5],
    ['−0.5', 'mm', -0.5],
    ['7.5/64', 'mm', (7.5 / 64) * 25.4],
    ['7½/64', 'mm', (7.5 / 64) * 25.4],
    ['25½ in', 'mm', 25.5 * 25.4],
    ['½/64', 'mm', (0.5 / 64) * 25.4],
    ['3 7½/64', 'mm', (3 + 7.5 / 64) * 25.4],
    ['-1 1/16', 'mm', -1.0625 * 25.4],
    ['7', '64ths', (7 / 64) * 25.4],
    ['6 64ths', 'mm', (6 / 64) * 25.4],
    ['64.5 cm', 'mm', 645],
    [' 0 ', 'mm', 0],
    // as the trade and this program write them
    ['7 1/2 64ths', 'mm', (7.5 / 64) * 25.4],
    ['7½ 64ths', 'mm', (7.5 / 64) * 25.4],
    ['7/64ths', 'mm', (7 / 64) * 25.4],
    ['3/32nds', 'mm', (3 / 32) * 25.4],
    ['7¾/64', 'mm', (7.75 / 64) * 25.4],
    ['7⁄64', 'mm', (7 / 64) * 25.4],
    ['⅓', 'mm', 25.4 / 3],
    ['–7/64', 'mm', (-7 / 64) * 25.4],
    ['− ½', 'mm', -12.7],
    ['10½ thou', 'mm', 10.5 * 0.0254],
    ["7''", 'mm', 7 * 25.4],
    ['1½ in', 'mm', 38.1],
    // a leading point with three digits is inches in every field
    ['.110', 'mm', 2.794],
    ['.008', '64ths', 0.2032],
    ['-,020', 'thou', -0.508],
    ['.11', 'mm', 0.11],
    ['0.110', 'mm', 0.11],
  ] as const)('%s in a field of %s', (text, unit, millimetres) => {
    expect(valueOf(parseLength(text, unit)) * 1000).toBeCloseTo(millimetres, 9);
  });

  it.each([
    '',
    'abc',
    '1,234.5',
    '1.2.3',
    '7/0',
    '7/',
    '/64',
    '2.8 mm mm',
    'mm',
    '1/2 mm',
    '1e3',
    '--2',
    '99999 in',
    '3/32/64',
    'NaN',
    'Infinity',
  ])('refuses %j and says what would be accepted', (text) => {
    const result = parseLength(text, 'mm');
    expect(result.ok).toBe(false);
    if (!result.ok) {
      expect(result.reason.length).toBeGreaterThan(5);
      expect(result.accepted).toContain('7/64');
    }
  });

  it('that it says for people is read again as what it is, whoever says it', () => {
    const units = ['64ths', 'thou', 'mm'] as const;
    fc.assert(
      fc.property(
        fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        fc.constantFrom(...units),
        fc.constantFrom(...lengthUnits),
        (metres, unit, field) => {
          const near = (text: string, within: number) =>
            Math.abs(valueOf(parseLength(text, field)) - metres) <= within * 1.0001;
          return (
            near(
              sayHeight(metres, unit),
              { '64ths': ruleReads(metres), thou: METRES_PER.thou / 2, mm: 5e-6 }[unit],
            ) &&
            near(sayInches(metres), ruleReads(metres)) &&
            otherLengths(metres, 'in').every((text) => near(text, ruleReads(metres)))
          );
        },
      ),
    );
  });

  it('parses back what it printed, to half of the last printed digit, in any field', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -2, max: 2, noNaN: true }),
        fc.constantFrom(...lengthUnits),
        fc.constantFrom(...lengthUnits),
        (metres, unit, field) => {
          const half = { mm: 0.005, in: 0.00005, thou: 0.05, '64ths': 0.05 }[unit] * METRES_PER[unit];
          return Math.abs(valueOf(parseLength(printLength(metres, unit), field)) - metres) <= half * 1.0001;
        },
      ),
    );
  });

  it('reads the decimal comma as the point, in any unit', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99999, max: 99999 }), fc.constantFrom(...lengthUnits), (n, unit) => {
        const text = (n / 1000).toFixed(3);
        return valueOf(parseLength(text, unit)) === valueOf(parseLength(text.replace('.', ','), unit));
      }),
    );
  });

  it('says inches as a rule reads them, in 64ths up to sixteen and reduced above, and both parse back', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.8, max: 0.8, noNaN: true }), (metres) => {
        const back = valueOf(parseLength(sayInches(metres), 'mm'));
        const action = valueOf(parseLength(sayAction(metres), 'mm'));
        const limit = ruleReads(metres) + 1e-12;
        const over16 = [...sayInches(metres).matchAll(/(\d+)½?\/64/gu)].some(
          ([, count]) => Number(count) > 16,
        );
        return !over16 && Math.abs(back - metres) <= limit && Math.abs(action - metres) <= limit;
      }),
    );
    expect(sayAction(0.00278)).toBe('7/64');
    expect(sayInches(3.09375 * 0.0254)).toBe('3 3/32 in');
    expect([35.5, 59.5, 41.5, 103].map((count) => sayAction(count * METRES_PER['64ths']))).toEqual([
      '9/16 in',
      '15/16 in',
      '21/32 in',
      '1 5/8 in',
    ]);
    expect(sayInches(0.157)).toBe('6 3/16 in');
  });

  it('shows a typed length in the two units it was not typed in', () => {
    expect(otherLengths(valueOf(parseLength('7/64', 'mm')), lengthUnitOf('7/64', 'mm'))).toEqual([
      '2.78 mm',
      '109 thou',
    ]);
    expect(otherLengths(0.0028, lengthUnitOf('2,8', 'mm'))).toEqual(['110 thou', '7/64 in']);
    expect(otherLengths(0.002794, lengthUnitOf('.110"', 'mm'))).toEqual(['2.79 mm', '7/64 in']);
  });
});

describe('temperature, percentage, angle, force, duration', () => {
  it.each([
    [parseTemperature('21,5', '°C'), 21.5],
    [parseTemperature('70 F', '°C'), 21.1111111],
    [parseTemperature('70°F', '°C'), 21.1111111],
    [parseTemperature('70', '°F'), 21.1111111],
    [parsePercent('45 %'), 45],
    [parsePercent('8,5% MC'), 8.5],
    [parsePercent('62 % RH'), 62],
    [parseAngle('0,4°', '°'), 0.4 * (Math.PI / 180)],
    [parseAngle('7 mrad', '°'), 0.007],
    [parseAngle('-1.2 deg', 'rad'), -1.2 * (Math.PI / 180)],
    // 1 lbf = 4.4482216152605 N exactly (product of the two defined constants)
    [parseForce('23.3 lbf', 'N'), 23.3 * 4.4482216152605],
    [parseForce('10 kg', 'N'), 98.0665],
    [parseDuration('1:30', 'h'), 5400],
    [parseDuration('1 h 30 min', 'd'), 5400],
    [parseDuration('1,5', 'h'), 5400],
    [parseDuration('2 days', 'h'), 172800],
    [parseDuration('3 weeks', 'd'), 21 * 86400],
    [parseDuration('1 week 2 d', 'h'), 9 * 86400],
    [parseDuration('1h30', 'd'), 5400],
    [parseDuration('1 h 30', 'h'), 5400],
    [parseDuration('1h30m', 'd'), 5400],
    [parseDuration('90m', 'h'), 5400],
    [parseTemperature('72.5°', '°F'), 22.5],
    [parseTemperature('–3', '°C'), -3],
    [parsePercent('12 MC'), 12],
    [parsePercent('45 RH'), 45],
  ])('reads %j', (result, expected) => {
    expect(valueOf(result)).toBeCloseTo(expected, 6);
  });

  it('reads a fret, and refuses what is none', () => {
    expect(parseWhole(' 14 ', 8, 20, 'a fret')).toEqual({ ok: true, value: 14 });
    for (const text of ['', 'x', '1.5', '7', '21', '-9']) {
      expect(parseWhole(text, 8, 20, 'a fret')).toMatchObject({ ok: false, accepted: 'a fret from 8 to 20' });
    }
  });

  it('refuses nonsense and what cannot be, and says what would be accepted', () => {
    for (const result of [
      parseTemperature('warm', '°C'),
      parseTemperature('400', '°C'),
      parsePercent('101'),
      parsePercent('-3'),
      parseAngle('120', '°'),
      parseForce('1.2.3 N', 'N'),
      parseDuration('-3 h', 'h'),
      parseDuration('soon', 'h'),
      // behind days a bare number could count anything
      parseDuration('2d30', 'h'),
    ]) {
      expect(result.ok).toBe(false);
      if (!result.ok) expect(result.accepted).toMatch(/such as/u);
    }
  });

  it('parses back what it printed', () => {
    const near = (a: number, b: number, by: number) => Math.abs(a - b) <= by;
    const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(number(-40, 60), fc.constantFrom('°C' as const, '°F' as const), (x, u) =>
        near(valueOf(parseTemperature(printTemperature(x, u), '°C')), Math.min(60, Math.max(-40, x)), 0.06),
      ),
    );
    fc.assert(fc.property(number(0, 100), (x) => near(valueOf(parsePercent(printPercent(x))), x, 0.051)));
    fc.assert(
      fc.property(number(-1.5, 1.5), fc.constantFrom('°' as const, 'rad' as const, 'mrad' as const), (x, u) =>
        near(valueOf(parseAngle(printAngle(x, u), 'rad')), x, 1e-4),
      ),
    );
    fc.assert(
      fc.property(number(-900, 900), fc.constantFrom('N' as const, 'lbf' as const, 'kgf' as const), (x, u) =>
        near(valueOf(parseForce(printForce(x, u), 'N')), x, 0.06),
      ),
    );
    fc.assert(
      fc.property(
        number(0, 1e7),
        fc.constantFrom('min' as const, 'h' as const, 'd' as const, 'wk' as const),
        (x, u) => near(valueOf(parseDuration(printDuration(x, u), 'h')), x, 0.5),
      ),
    );
  });
});

describe('money as typed', () => {
  it.each([
    ['1200', 1200],
    ['85,5', 85.5],
    ['85.50', 85.5],
    ['£ 1200', 1200],
    ['1200 kr', 1200],
    ['12 000', 12000],
    ['£ 1\u2009690.50', 1690.5],
    ['1’200.-'.replace('.-', ''), 1200],
    ['EUR 1\u00a0200,50', 1200.5],
  ])('%s is %d', (text, amount) => expect(parseMoney(text)).toEqual({ ok: true, value: amount }));

  it('refuses what could mean two amounts, or none', () => {
    for (const text of ['1,200', '1.200', '1,200.50', '-5', 'much', '', '1e9', '2000000000'])
      expect(parseMoney(text), text).toMatchObject({
        ok: false,
        accepted: expect.stringContaining('85.50') as string,
      });
  });

  it('is printed so that it reads back', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 999 }), fc.integer({ min: 0, max: 99 }), (whole, hundredths) => {
        const amount = whole + hundredths / 100;
        return Math.abs((parseMoney(printMoney(amount, '£')) as { value: number }).value - amount) < 1e-9;
      }),
    );
    expect(printMoney(12345.5, '')).toBe('12 345.50');
  });
});

describe('cents', () => {
  it('take a sign and a word, and refuse more than an octave', () => {
    expect(parseCents('+3')).toEqual({ ok: true, value: 3 });
    expect(parseCents('−4,5 cents')).toEqual({ ok: true, value: -4.5 });
    expect(parseCents('1300').ok).toBe(false);
    expect(parseCents('flat').ok).toBe(false);
  });
});

describe('an amount as it is printed', () => {
  it('is read again as what it is, in any currency', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99_999_999_99 }),
        fc.constantFrom('', '£', '€', 'kr', 'CHF', 'Fr.'),
        (hundredths, currency) => {
          const back = parseMoney(printMoney(hundredths / 100, currency));
          return back.ok && Math.abs(back.value - hundredths / 100) < 0.001;
        },
      ),
    );
  });

  it('is refused where letters behind it would multiply it, or groups are none', () => {
    for (const text of ['1k', '1.5k', '1500 m', '2 mio', '1K', '12 00', '1 2000', '1,200'])
      expect(parseMoney(text).ok, text).toBe(false);
  });
});
