import { describe, expect, it } from 'vitest';
import { aroundNow, parseOpening } from './opening.js';

const nine: [number, number] = [540, 1080];
const WEEK = {
  week: [nine, nine, nine, nine, nine, [600, 780] as [number, number], null],
  closed: ['2026-12-25'],
};
const at = (iso: string) => Date.parse(iso);

describe('opening hours', () => {
  it.each([
    ['9:00–18:00', [540, 1080]],
    ['9-17.30', [540, 1050]],
    ['8 to 12', [480, 720]],
    ['0:00–24:00', [0, 1440]],
    ['closed', null],
    ['', null],
  ])('%s', (text, value) => {
    expect(parseOpening(text)).toEqual({ ok: true, value });
  });

  it.each(['18:00–9:00', '9:75–18', 'nine to five', '9–25'])('“%s” is refused', (text) => {
    expect(parseOpening(text)).toMatchObject({ ok: false, accepted: expect.any(String) as string });
  });

  it('close and open again over a night, a Sunday and a holiday', () => {
    const zone = 'Europe/Lisbon';
    // a Tuesday
    expect(aroundNow(WEEK, at('2026-12-01T16:42:00Z'), zone)).toEqual({
      closes: at('2026-12-01T18:00:00Z'),
      opens: at('2026-12-02T09:00:00Z'),
      closed: at('2026-11-30T18:00:00Z'),
    });
    // Saturday afternoon: shut until Monday
    expect(aroundNow(WEEK, at('2026-12-05T15:00:00Z'), zone)).toMatchObject({
      closes: null,
      opens: at('2026-12-07T09:00:00Z'),
      closed: at('2026-12-05T13:00:00Z'),
    });
    expect(aroundNow(WEEK, at('2026-12-24T19:00:00Z'), zone).opens).toBe(at('2026-12-26T10:00:00Z'));
  });

  it('go by the wall on the days on which clocks are changed', () => {
    const zone = 'Europe/Berlin';
    const open: [number, number] = [540, 1080];
    const always = { week: Array.from({ length: 7 }, () => open), closed: [] };
    // 2026-03-29 has 23 hours there, 2026-10-25 has 25
    expect(aroundNow(always, at('2026-03-29T08:00:00Z'), zone)).toMatchObject({
      closes: at('2026-03-29T16:00:00Z'),
      closed: at('2026-03-28T17:00:00Z'),
    });
    expect(aroundNow(always, at('2026-10-25T09:00:00Z'), zone)).toMatchObject({
      closes: at('2026-10-25T17:00:00Z'),
      closed: at('2026-10-24T16:00:00Z'),
    });
  });

  it('say nothing where nobody gave them', () => {
    expect(aroundNow({ week: [], closed: [] }, 0, 'UTC')).toEqual({
      closes: null,
      opens: null,
      closed: null,
    });
  });
});
