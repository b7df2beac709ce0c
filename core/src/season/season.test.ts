import { describe, expect, it } from 'vitest';
import { drawCollection, solvedSeason } from '../../simulated/seasonSolver.js';
import { dayOf } from '../days/index.js';
import {
  chooseSeason,
  costOfWaiting,
  roundOf,
  SURE_CHOICE,
  surenessOf,
  type SeasonInstrument,
} from './index.js';

const never = () => true;
const part = (tier: 'live' | 'grows' | 'plays', value: number, chance = 1, spread = 0) => ({
  ...{ tier, value, chance, spread },
});
const plan = (id: string, hours: number, brings: number[], money = 0) => ({
  ...{ id, hours, money },
  brings: brings.map((of) => ({ part: of, share: 1 })),
});

describe('a season’s choice', () => {
  it.each([1, 2, 3, 4, 5])('is what an independent solver chooses, in all tiers: %i', async (seed) => {
    const collection = drawCollection(seed, 20, 5);
    for (const budget of [
      { hours: 80, money: 4000 },
      { hours: 120, money: null },
    ]) {
      const found = chooseSeason(collection, budget);
      expect(found.points).toEqual(await solvedSeason(collection, budget));
      expect(found.hours).toBeLessThanOrEqual(budget.hours);
      expect(found.money).toBeLessThanOrEqual(budget.money ?? Infinity);
    }
  });

  it('takes the least live damage before any amount of playing, and nothing that brings nothing', () => {
    const all: SeasonInstrument[] = [
      { id: 'live', parts: [part('live', 1)], plans: [plan('glue', 10, [0])] },
      { id: 'plays', parts: [part('plays', 300)], plans: [plan('set-up', 2, [0])] },
      { id: 'sound', parts: [], plans: [plan('polish', 0, [])] },
    ];
    expect(chooseSeason(all, { hours: 11, money: null }).chosen).toEqual([0, null, null]);
    expect(chooseSeason(all, { hours: 9, money: null }).chosen).toEqual([null, 0, null]);
    expect(chooseSeason(all, { hours: 12, money: null })).toMatchObject({ chosen: [0, 0, null], hours: 12 });
    expect(chooseSeason([], { hours: 12, money: 5 }).chosen).toEqual([]);
    expect(chooseSeason(all, { hours: 0, money: 0 }).chosen).toEqual([null, null, null]);
    expect(() => chooseSeason(all, { hours: -1, money: null })).toThrow(RangeError);
  });

  it('never spends more than there is, money rounded up', () => {
    const all: SeasonInstrument[] = Array.from({ length: 7 }, (_, i) => ({
      id: `${i}`,
      parts: [part('plays', 10 + i)],
      plans: [plan('one', 1.4, [0], 333.33)],
    }));
    const { money, hours, chosen } = chooseSeason(all, { hours: 9, money: 1000 });
    expect([money <= 1000, hours <= 9, chosen.filter((one) => one !== null).length]).toEqual([true, true, 2]);
  });

  it('is sure where nothing comes near it, and a coin’s toss between equals', () => {
    const of = (id: string, value: number): SeasonInstrument => ({
      id,
      parts: [part('plays', value, 1, 0.3)],
      plans: [plan('one', 10, [0])],
    });
    const { shares, none, draws } = surenessOf(
      [of('a', 200), of('b', 50), of('c', 50)],
      { hours: 20, money: null },
      never,
    );
    expect(draws).toBeGreaterThanOrEqual(20);
    expect(shares[0]![0]).toBeGreaterThan(SURE_CHOICE);
    expect(shares[1]![0]! + shares[2]![0]!).toBeCloseTo(1, 6);
    for (const i of [1, 2]) expect(shares[i]![0]).toBeLessThan(SURE_CHOICE);
    for (const [i, own] of shares.entries()) expect(own[0]! + none[i]!).toBeCloseTo(1, 9);
  });
});

describe('what waiting costs', () => {
  const day = dayOf('2026-12-02');
  it.each([
    ['nothing where nothing ends or creeps', { ends: null, creep: null }, 0],
    ['everything within the year', { ends: { of: 'saddle', day: '2027-03-01' }, creep: null }, 1],
    ['a fifth where five years are left', { ends: { of: 'saddle', day: '2031-12-02' }, creep: null }, 0.2],
    ['a half at half of what is fast', { ends: null, creep: 0.15e-3 }, 0.5],
  ] as const)('%s', (_name, urgency, cost) => {
    expect(costOfWaiting(urgency, day)).toBeCloseTo(cost, 2);
  });
});

describe('a round', () => {
  it('names small work that goes with the strings, a measuring that is due, and what would decide most', () => {
    const question = { id: 'look-inside', decides: 'what holds', minutes: 10 } as never;
    const items = roundOf(
      {
        findings: [],
        questions: [question],
        plan: { ids: ['saddle', 'neck-off', 'clean-and-inspect'] },
        due: true,
      },
      {},
    );
    expect(items.map((item) => item.kind)).toEqual(expect.arrayContaining(['do', 'measure', 'ask']));
    const work = items.flatMap((item) => (item.kind === 'do' ? [item] : []));
    expect(work.find(({ treatment }) => treatment === 'saddle')).toMatchObject({ waits: 'strings' });
    expect(work.map(({ treatment }) => treatment)).not.toContain('neck-off');
    expect(roundOf({ findings: [], questions: [], plan: null, due: false }, {})).toEqual([]);
  });
});
