import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  clockOf,
  clocksBetween,
  DATE_ORDERS,
  dateIn,
  dayIn,
  dayOf,
  isDay,
  isoDate,
  isTimeZone,
  parseDate,
  sayDate,
  sayInstant,
  writeDate,
  type DateOrder,
} from './index.js';

const ZONES = ['America/Los_Angeles', 'UTC', 'Pacific/Auckland', 'Asia/Kolkata', 'Europe/Lisbon'];

describe('a day', () => {
  it('is one of the calendar, or none', () => {
    for (const day of ['2026-02-28', '2024-02-29', '1950-01-01']) expect(isDay(day)).toBe(true);
    for (const text of [
      '2026-02-31',
      '2026-04-31',
      '1950-02-30',
      '2026-W10',
      '2026-1-1',
      '20260101',
      '2026-13-01',
      '',
    ])
      expect(isDay(text), text).toBe(false);
  });

  it('is said as it is, wherever the program runs', () => {
    expect(sayDate('2026-03-01')).toBe('1 Mar 2026');
    expect(sayDate('2026-12-31', 'long')).toBe('31 December 2026');
    expect(sayDate('2026-08-24', 'narrow')).toBe('24 Aug 26');
    expect(sayDate('2026-08-24', 'month')).toBe('Aug 2026');
    expect(() => sayDate('2026-08-24T09:00:00Z')).toThrow(RangeError);
  });

  it('comes back from its number', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 60000 }), (day) => dayOf(isoDate(day)) === day));
  });
});

describe('a zone', () => {
  it('is one of the IANA database', () => {
    for (const zone of ZONES) expect(isTimeZone(zone)).toBe(true);
    for (const text of ['', 'Mars/Olympus', '+', 'nonsense', 'constructor', '__proto__', 'toString'])
      expect(isTimeZone(text)).toBe(false);
  });

  it('gives an instant its day: the same moment is another day elsewhere', () => {
    const at = '2026-11-24T03:30:00.000Z';
    expect(dateIn(at, 'America/Los_Angeles')).toBe('2026-11-23');
    expect(dateIn(at, 'UTC')).toBe('2026-11-24');
    expect(dateIn('2026-11-24T11:30:00.000Z', 'Pacific/Auckland')).toBe('2026-11-25');
    expect(dayIn(at, 'America/Los_Angeles')).toBe(dayOf('2026-11-23'));
    expect(sayInstant(at, 'America/Los_Angeles')).toBe('23 Nov 2026, 19:30');
  });

  // European summer time of 2026 by Directive 2000/84/EC: 29 March to 25 October, both at 01:00 UTC
  it('skips an hour in spring and has one twice in autumn', () => {
    const clock = clockOf('Europe/Berlin');
    expect(clock([2026, 1, 15, 12, 0, 0])).toBe('2026-01-15T11:00:00.000Z');
    expect(clock([2026, 7, 15, 12, 0, 0])).toBe('2026-07-15T10:00:00.000Z');
    expect(clock([2026, 3, 29, 2, 30, 0])).toBe('2026-03-29T01:30:00.000Z');
    expect(clock([2026, 10, 25, 2, 30, 0])).toBe('2026-10-25T00:30:00.000Z');
    expect(clock([2026, 10, 25, 3, 30, 0])).toBe('2026-10-25T02:30:00.000Z');
    expect(
      clocksBetween('Europe/Berlin', dayOf('2026-01-01'), dayOf('2027-01-01')).map(({ to, offset }) => [
        new Date(to).toISOString(),
        offset / 3600000,
      ]),
    ).toEqual([
      ['2026-03-29T01:00:00.000Z', 1],
      ['2026-10-25T01:00:00.000Z', 2],
      ['2027-01-01T00:00:00.000Z', 1],
    ]);
  });

  it('a clock and the day agree with each other for every hour of a year', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), fc.integer({ min: 0, max: 8759 }), (zone, hour) => {
        const wall = new Date(Date.UTC(2026, 0, 1, hour));
        const at = clockOf(zone)([2026, wall.getUTCMonth() + 1, wall.getUTCDate(), wall.getUTCHours(), 0, 0]);
        return dateIn(at, zone) === wall.toISOString().slice(0, 10);
      }),
    );
  });
});

describe('a date as it is typed', () => {
  const today = '2026-11-27';
  const read = (text: string, order: DateOrder = 'day first') => {
    const result = parseDate(text, order, today);
    return result.ok ? result.value : result.reason;
  };

  it('is read in the order of the shop, and in the only order that there is where a number can be no month', () => {
    expect(read('3/4/2026')).toBe('2026-04-03');
    expect(read('3/4/2026', 'month first')).toBe('2026-03-04');
    expect(read('26-4-3', 'year first')).toBe('2026-04-03');
    expect(read('24/8/2026', 'month first')).toBe('2026-08-24');
    expect(read('8.24.26')).toBe('2026-08-24');
    for (const order of DATE_ORDERS) expect(read('2026-08-24', order)).toBe('2026-08-24');
  });

  it('takes a month by its name, today, yesterday, and the last such day where no year is said', () => {
    for (const text of ['24 Aug 2026', 'Aug 24, 2026', 'august 24th 26', '24-aug-2026'])
      expect(read(text)).toBe('2026-08-24');
    expect(read('Today')).toBe(today);
    expect(read('yesterday')).toBe('2026-11-26');
    expect(read('24 Aug')).toBe('2026-08-24');
    expect(read('24/12')).toBe('2025-12-24');
    expect(read('29 Feb')).toBe('2024-02-29');
    expect(read('1 Jun 38')).toBe('1938-06-01');
  });

  it('says what was wrong', () => {
    expect(read('31/4/2026')).toBe('the calendar has no 31/4/2026');
    expect(read('3 days')).toBe('“3 days” is not a date');
    expect(read('24 8 202')).toMatch(/no year/u);
    expect(read('')).toMatch(/not a date/u);
    expect(parseDate('x', 'month first', today)).toMatchObject({
      accepted: expect.stringContaining('8/24/2026') as string,
    });
  });

  it('every day is read back as it is written, in every order', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20000, max: 40000 }), fc.constantFrom(...DATE_ORDERS), (day, order) => {
        const date = isoDate(day);
        expect(read(writeDate(date, order), order)).toBe(date);
      }),
    );
  });
});
