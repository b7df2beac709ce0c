import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayOf, isDay, LONG_AGO, parseRoughDay } from './index.js';

const TODAY = '2026-09-02';
const rough = (text: string) => {
  const read = parseRoughDay(text, TODAY);
  return read.ok ? [read.value.from, read.value.to, read.value.date] : read.accepted;
};

describe('a day that is only roughly known', () => {
  it.each([
    ['2003', '2003-01-01', '2003-12-31', '2003-07-02'],
    ['May 2003', '2003-05-01', '2003-05-31', '2003-05-16'],
    ['2003-02', '2003-02-01', '2003-02-28', '2003-02-14'],
    ['about 2003', '2002-01-01', '2004-12-30', '2003-07-02'],
    ['circa May 2003', '2003-03-31', '2003-07-01', '2003-05-16'],
    ['before 1990', null, '1989-12-31', '1989-12-31'],
    ['before 3 May 1990', null, '1990-05-02', '1990-05-02'],
    ['after 1985', '1986-01-01', null, '1986-01-01'],
    ['since 1985', '1985-01-01', null, '1985-01-01'],
    ['1998 to 2003', '1998-01-01', '2003-12-31', '2000-12-31'],
    ['between 1998 and 2003', '1998-01-01', '2003-12-31', '2000-12-31'],
    ['1998-2003', '1998-01-01', '2003-12-31', '2000-12-31'],
    ['The 1970s', '1970-01-01', '1979-12-31', '1974-12-31'],
    ['not known', null, null, LONG_AGO],
    // nothing lies later than today
    ['2026', '2026-01-01', TODAY, '2026-05-03'],
  ])('%s', (text, from, to, date) => {
    expect(rough(text)).toEqual([from, to, date]);
  });

  it.each(['', 'last week maybe', 'before the flood', '2031', '2003 to 1998', '1200', 'May', '20033'])(
    '“%s” is asked again',
    (text) => expect(rough(text)).toMatch(/about 2003/u),
  );

  it('stands within its own ends, on a day of the calendar, and never after today', () => {
    const year = fc.integer({ min: 1850, max: 2026 });
    const word = fc.constantFrom('', 'about ', 'before ', 'after ', 'since ');
    fc.assert(
      fc.property(word, year, year, fc.boolean(), (before, one, other, two) => {
        const span = two ? `${Math.min(one, other)} to ${Math.max(one, other)}` : String(one);
        const read = parseRoughDay(before + span, TODAY);
        if (!read.ok) return;
        const { from, to, date } = read.value;
        expect(isDay(date)).toBe(true);
        expect(dayOf(date)).toBeLessThanOrEqual(dayOf(TODAY));
        if (from !== null) expect(date >= from).toBe(true);
        if (to !== null) expect(date <= to).toBe(true);
      }),
    );
  });
});
