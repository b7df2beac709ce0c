import { describe, expect, it } from 'vitest';
import { seasonPaperOf, typeset, type SeasonOnPaper } from './index.js';
import { readPdf } from './testing/readPdf.js';

const brace = { part: 0, share: 1 };
const one = (nickname: string, over: Partial<SeasonOnPaper['instruments'][number]> = {}) => ({
  ...{ nickname, room: 'Long room', because: [], job: null, round: [], when: null },
  choices: {
    instrument: {
      parts: [{ tier: 'live' as const, value: 100, chance: 1, spread: 0.15 }],
      plans: [{ id: '0', hours: 6.5, money: 420, brings: [brace] }],
    },
    offered: [
      {
        kinds: ['least' as const],
        ids: ['reglue-brace' as const],
        answers: { live: 1, grows: 0, plays: 0 },
        inside: [0.2, 0.8] as [number, number],
      },
    ],
  },
  ...over,
});
const SEASON: SeasonOnPaper = {
  shop: { name: 'Lantern Yard', foot: 'Come in any weekday.' },
  day: '2026-12-02',
  zone: 'Europe/Lisbon',
  currency: '£',
  heights: '64ths',
  hours: 8,
  money: null,
  rate: 60,
  instruments: [
    one('Night Boat', {
      when: { from: Date.parse('2026-12-09T09:00Z'), to: Date.parse('2026-12-14T17:00Z') },
      round: [{ kind: 'measure', minutes: 4 }],
    }),
    one('Second Engineer', {
      because: [{ kind: 'creeps', perYear: 0.0004 }],
      room: '',
      round: [{ kind: 'do', treatment: 'saddle-lower', minutes: 20, waits: 'strings' } as never],
    }),
    one('Purser', { job: 'a job' }),
    one('Stowaway', { choices: null }),
    one('Bosun', { choices: { instrument: { parts: [], plans: [] }, offered: [] } }),
  ],
  choice: { chosen: [0, null, null], hours: 6.5, money: 420, points: { live: 100, grows: 0, plays: 0 } },
  sureness: { draws: 20, shares: [[0.95], [0.4], []], none: [0.05, 0.6, 1] },
  edits: {},
  people: {},
};
const read = async (season: SeasonOnPaper) => {
  const { pages, text } = await readPdf(await typeset([seasonPaperOf(season)], 'A4'));
  return { pages, text: text.replace(/\s+/gu, ' ') };
};

describe('a season on paper', () => {
  it('says what is chosen and when, what waits with what, and what it does not touch', async () => {
    const { text } = await read(SEASON);
    for (const said of [
      '1 of 3 instruments',
      'Night Boat',
      'ends live damage',
      '9 Dec',
      'sure',
      'what waits until next year: the action rises',
      'To leave it out is a coin’s toss, 6 of 10.',
      'Nothing to do at Bosun. In work already: Purser. Not measured enough: Stowaway.',
      'Come in any weekday.',
      'local rules and licensed practice',
    ])
      expect(text).toContain(said);
  });

  it('goes round room by room, what has no room last', async () => {
    const { text } = await read(SEASON);
    expect(text.indexOf('Round: Long room')).toBeGreaterThan(0);
    expect(text.indexOf('Round: no room written down')).toBeGreaterThan(text.indexOf('Round: Long room'));
    expect(text).toContain('Measure it, 4 min: a season has turned');
  });

  it('says no price where the shop has no rate, and says so where nothing fits', async () => {
    const { text } = await read({
      ...SEASON,
      rate: null,
      choice: { ...SEASON.choice, chosen: [null, null, null], hours: 0, money: 0 },
    });
    expect(text).not.toMatch(/£|Cost/u);
    expect(text).toContain('Nothing fits into these hours.');
  });
});
