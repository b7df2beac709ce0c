import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readLogFile } from '../air/index.js';
import { parseFrets, parseGaugeLine, parseReading, QUANTITIES, QUANTITY_IDS } from '../readings/index.js';
import {
  isBareNumber,
  LONGEST_LENGTH,
  parseAngle,
  parseCents,
  parseDuration,
  parseForce,
  parseLength,
  parseMoney,
  parsePercent,
  parseTemperature,
  printLength,
  type Parsed,
} from './index.js';

/** Whatever a glued finger types: never a throw, never a number that cannot be, always a word of help. */
const typed = fc.oneof(
  fc.string({ maxLength: 20 }),
  fc.string({ unit: 'grapheme', maxLength: 12 }),
  fc.stringMatching(/^[-+−]?[0-9.,/ ½"]{0,10}(?:in|mm|thou|%|°|F|C|lb|N|h|d)?$/u),
);

describe('whatever is typed', () => {
  const parsers: [string, (text: string) => Parsed<number>, number, number][] = [
    ['length', (text) => parseLength(text, 'mm'), -LONGEST_LENGTH, LONGEST_LENGTH],
    ['temperature', (text) => parseTemperature(text, '°F'), -40.001, 60.001],
    ['percentage', parsePercent, -0.001, 100.001],
    ['angle', (text) => parseAngle(text, '°'), -1.571, 1.571],
    ['force', (text) => parseForce(text, 'lbf'), -1e5, 1e5],
    ['duration', (text) => parseDuration(text, 'd'), 0, 8e8],
    ['amount', parseMoney, 0, 1e9],
    ['deviation in cents', parseCents, -1200, 1200],
  ];
  it.each(parsers)(
    'a %s is understood within its range, or refused with what would be accepted',
    (_name, parse, from, to) => {
      fc.assert(
        fc.property(typed, (text) => {
          const result = parse(text);
          return result.ok
            ? Number.isFinite(result.value) &&
                result.value >= from &&
                result.value <= to &&
                !Object.is(result.value, -0)
            : result.reason.length > 0 && result.accepted.includes('such as');
        }),
        { numRuns: 600 },
      );
    },
  );

  it('a line of a gauge box is a box, a gauge with a number or nothing, never a throw', () => {
    const line = fc.tuple(
      fc.constantFrom('box', 'height', 'level', 'moisture', 'depth', ''),
      fc.oneof(typed, fc.string({ maxLength: 300 })),
    );
    fc.assert(
      fc.property(line, ([word, rest]) => {
        const said = parseGaugeLine(`${word} ${rest}`);
        if (said?.says !== 'gauge') return said === null || said.name.length <= 60;
        return said.value === null || Number.isFinite(said.value);
      }),
      { numRuns: 600 },
    );
  });

  it('frets are within the board, in order, or refused', () => {
    fc.assert(
      fc.property(typed, (text) => {
        const result = parseFrets(text);
        return (
          !result.ok || (result.value.length > 0 && result.value.every((fret) => fret >= 1 && fret <= 30))
        );
      }),
      { numRuns: 600 },
    );
  });

  it('a reading lies within what its quantity can be, or is refused', () => {
    fc.assert(
      fc.property(typed, fc.constantFrom(...QUANTITY_IDS), (text, id) => {
        const result = parseReading(id, text, QUANTITIES[id].unit);
        const { from, to } = QUANTITIES[id];
        return !result.ok || result.value.every((value) => value >= from - 1e-9 && value <= to + 1e-9);
      }),
      { numRuns: 600 },
    );
  });

  it('a length means the same with spaces around it, and its minus may be typographic', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.5, max: 0.5, noNaN: true }), (value) => {
        const text = printLength(value, 'mm');
        const plain = parseLength(text, 'thou');
        const spaced = parseLength(`  ${text.replace('-', '−')} `, 'in');
        expect(spaced).toEqual(plain);
      }),
    );
  });

  it('a bare number is one without a unit of its own', () => {
    for (const text of ['2.8', '2,8; 2.9', '-0.5', '−.5 ']) expect(isBareNumber(text)).toBe(true);
    for (const text of ['7/64', '2.8 mm', '.11"', 'x']) expect(isBareNumber(text)).toBe(false);
  });
});

describe('whatever a logger writes', () => {
  const line = fc.oneof(
    fc.constantFrom(
      '2026-08-20 09:00,58,21',
      '2026-08-21 09:00,58,21',
      '2026-08-22T09:00:00Z,40,70',
      'battery low',
      ',,',
      '20.8.2026,1,1',
    ),
    fc.string({ maxLength: 30 }).map((text) => text.replace(/["\r\n;\t|\u001e\u001f]/gu, ' ')),
  );
  it('every line that is not blank is taken or listed, and none is taken twice', () => {
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), (lines) => {
        const { readings, skipped } = readLogFile(['time,humidity,temperature', ...lines].join('\n'));
        const filled = lines.filter((text) => text.split(',').some((cell) => cell.trim() !== '')).length;
        const instants = new Set(readings.map(({ at }) => at));
        return readings.length + skipped.length === filled && instants.size === readings.length;
      }),
      { numRuns: 300 },
    );
  });
});
