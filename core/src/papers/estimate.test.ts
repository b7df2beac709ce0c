import { describe, expect, it } from 'vitest';
import { sayEstimateChange } from '../wording/index.js';
import { changesSince, type WaySaid } from './index.js';

const way = (over: Partial<WaySaid> = {}): WaySaid => ({
  kinds: ['sound', 'lasting'],
  ids: ['reglue-brace', 'rest-under-tension'],
  hours: [3, 5],
  days: [6, 9],
  money: [210, 350],
  ...over,
});
const said = (last: WaySaid[], now: WaySaid[]) =>
  changesSince(last, now).map((one) => sayEstimateChange(one, '£'));

describe('an estimate', () => {
  it('that says the same marks nothing, nor one whose figures are the same but for a few pence', () => {
    expect(changesSince([way()], [way()])).toEqual([]);
    expect(changesSince([way()], [way({ money: [212, 351] })])).toEqual([]);
  });

  it('marks what is new, what is gone, what is done besides and no more, and what it costs now', () => {
    const last = [way(), way({ kinds: ['least'], ids: ['saddle'], money: [40, 60] })];
    const now = [
      way({ ids: ['reglue-brace', 'flatten-belly'], money: [420, 900] }),
      way({ kinds: ['preserve'], ids: ['home-humidity'], money: [10, 20] }),
    ];
    expect(changesSince(last, now).map(({ id }) => id)).toEqual([
      'more work',
      'less work',
      'money',
      'new way',
      'way gone',
    ]);
    for (const line of said(last, now)) expect(line).toMatch(/^[A-Z][^.]*\.$/u);
    expect(said(last, now).join(' ')).toMatch(/now £\s?420–£\s?900, was £\s?210–£\s?350\./u);
  });

  it('is held against the one before by its aim, whatever other aims it serves by now', () => {
    expect(changesSince([way({ kinds: ['sound', 'lasting'] })], [way({ kinds: ['lasting'] })])).toEqual([]);
  });

  it('without a rate is held against hours', () => {
    const free = way({ money: null });
    expect(said([free], [way({ money: null, hours: [4, 8] })])).toEqual([
      expect.stringMatching(/: now 4–8 h, was 3–5 h\.$/u),
    ]);
    expect(changesSince([free], [way()])).toEqual([]);
  });
});
