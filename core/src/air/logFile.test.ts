import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LogCutter, readLogFile, readLogRows, type LogRow } from './index.js';

describe('a logger’s file', () => {
  it.each([
    [
      'comma, ISO times',
      'time,humidity,temperature\n2026-08-20 09:00,58.5,21.4\n',
      '2026-08-20T09:00:00.000Z',
    ],
    [
      'semicolon, decimal comma, day first',
      'Datum;Uhrzeit;Temperatur °C;rel. Feuchte %\n20.08.2026;09:00;21,4;58,5\n',
      '2026-08-20T09:00:00.000Z',
    ],
    [
      'tab, month first, afternoon, Fahrenheit',
      'Date\tTime\tTemp (F)\tRH\n8/20/2026\t9:00:00 PM\t70.52\t58.5\n',
      '2026-08-20T21:00:00.000Z',
    ],
    [
      'a preamble, quotes and a zone',
      'My logger\nserial,12\n"Timestamp","Temperature","Humidity"\n"2026-08-20T11:00:00+02:00","21.4 °C","58.5 %"\n',
      '2026-08-20T09:00:00.000Z',
    ],
  ])('%s', (_name, text, at) => {
    const { readings, skipped } = readLogFile(text);
    expect(skipped).toEqual([]);
    expect(readings).toHaveLength(1);
    expect(readings[0]).toMatchObject({ at, humidity: 58.5 });
    expect(readings[0]!.celsius).toBeCloseTo(21.4, 6);
  });

  it('brings the rest in where lines are broken, and lists those with their reason', () => {
    const good = Array.from(
      { length: 95 },
      (_, i) => `2026-0${1 + Math.floor(i / 28)}-${String(1 + (i % 28)).padStart(2, '0')} 08:00,50,20`,
    );
    const text = [
      'time,humidity,temperature',
      ...good,
      'noise',
      '2026-05-01 08:00,150,20',
      '2026-05-02 08:00,50,',
      '2026-13-01 08:00,50,20',
      good[0],
    ].join('\n');
    const { readings, skipped } = readLogFile(text);
    expect(readings).toHaveLength(95);
    expect(skipped.map(({ line }) => line)).toEqual([97, 98, 99, 100, 101]);
    expect(skipped.map(({ reason }) => reason).join(' ')).toMatch(
      /time cannot be read.*outside.*nothing was typed.*time cannot be read.*same instant/u,
    );
  });

  it.each([
    ['25/04/2026', 'day first', '24/08/2026 14:30'],
    ['04/25/2026', 'month first', '08/24/2026 14:30'],
    ['2026-04-25', 'year first', '2026-08-24 14:30'],
  ])('of a file with %s says that its dates are %s, and what is accepted', (date, order, accepted) => {
    const { skipped } = readLogFile(`date,rh,temp\n${date} 08:00,50,20\nyesterday,50,20`);
    expect(skipped[0]!.reason).toContain(`this file’s dates are ${order}`);
    expect(skipped[0]!.reason).toContain(`${accepted} or`);
  });

  it('tells day and month by the whole file, and says so where nothing tells', () => {
    const file = (...dates: string[]) =>
      ['date,rh,temp', ...dates.map((date) => `${date} 08:00,50,20`)].join('\n');
    expect(readLogFile(file('03/04/2026', '25/04/2026')).readings[0]!.at).toMatch(/^2026-04-03/u);
    expect(readLogFile(file('03/04/2026', '04/25/2026')).readings[0]!.at).toMatch(/^2026-03-04/u);
    expect(readLogFile(file('03/04/2026')).assumed).toHaveLength(1);
  });

  it('asks the shop’s zone where the file names none', () => {
    const { readings } = readLogFile(
      'time,rh,temp\n2026-08-20 09:00,50,20\n',
      ([, , , hour]) => `at ${hour}`,
    );
    expect(readings[0]!.at).toBe('at 9');
  });

  it('says what a file without headings would need', () => {
    expect(() => readLogFile('1;2;3\n4;5;6')).toThrow(/time,humidity,temperature/u);
    expect(() => readLogFile('')).toThrow(RangeError);
  });

  it('gives the same rows however it comes in pieces', () => {
    const text = [
      '\uFEFFmodel 7',
      'Time;Humidity;Temperature',
      ...Array.from(
        { length: 30 },
        (_, i) => `2026-01-${String(i + 1).padStart(2, '0')} 12:00;5${i % 10},5;20,5`,
      ),
    ].join('\r\n');
    const whole = readLogFile(text);
    expect(whole.readings).toHaveLength(30);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 1 }), (lengths) => {
        const cutter = new LogCutter();
        const rows: LogRow[] = [];
        let at = 0;
        for (let i = 0; at < text.length; i++) {
          const length = lengths[i % lengths.length]!;
          rows.push(...cutter.push(text.slice(at, at + length)));
          at += length;
        }
        rows.push(...cutter.end());
        const readings = [...readLogRows(rows)].flatMap((piece) => piece.readings);
        return JSON.stringify(readings) === JSON.stringify(whole.readings);
      }),
    );
  });
});
