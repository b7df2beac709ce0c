import { describe, expect, it } from 'vitest';
import type { TreatmentId } from '../treatments/index.js';
import { cameByBand, cameByWay, fellBy, type SaidAndCame, type ToldSince } from './index.js';

const SAID: { day: string; first: TreatmentId[] } = {
  day: '2026-03-01',
  first: ['home-humidity', 'reglue-brace', 'rest-under-tension', 'measure-first'],
};
const since = (over: Partial<ToldSince> = {}): ToldSince => ({
  done: [{ day: '2026-03-10', treatment: 'reglue-brace' }],
  read: [
    { id: 'early', day: '2026-03-05' },
    { id: 'after', day: '2026-03-20' },
    { id: 'later', day: '2026-06-20' },
  ],
  retargeted: null,
  ...over,
});

describe('what a plan may come to', () => {
  it('falls by the first full reading after all of its first part that moves anything', () => {
    expect(fellBy(SAID, since())).toEqual({ state: 'read', examination: 'after', day: '2026-03-20' });
    expect(fellBy(SAID, since({ done: [] }))).toEqual({ state: 'open' });
    expect(fellBy(SAID, since({ read: since().read.slice(0, 1) }))).toEqual({ state: 'open' });
    // what was done before it was said is none of its first part
    const before = [{ day: '2026-02-10', treatment: 'reglue-brace' }];
    expect(fellBy(SAID, since({ done: before }))).toEqual({ state: 'open' });
  });

  it('that only waits for a reading falls by the next one, not by that of the day itself', () => {
    const only = { day: '2026-03-05', first: ['measure-first'] as TreatmentId[] };
    expect(fellBy(only, since({ done: [] }))).toEqual({
      state: 'read',
      examination: 'after',
      day: '2026-03-20',
    });
  });

  it('is void where other work came between, or another action is wanted; what comes after the reading is its way', () => {
    const done = (day: string) => [...since().done, { day, treatment: 'flatten-belly' }];
    expect(fellBy(SAID, since({ done: done('2026-03-12') }))).toEqual({ state: 'void', why: 'other work' });
    expect(fellBy(SAID, since({ done: done('2026-03-25') }))).toMatchObject({ state: 'read' });
    // what moves nothing is no other work, nor is a treatment of the shop’s own
    const harmless = [
      ...since().done,
      { day: '2026-03-12', treatment: 'clean-and-inspect' },
      { day: '2026-03-12', treatment: 'own' },
    ];
    expect(fellBy(SAID, since({ done: harmless }))).toMatchObject({ state: 'read' });
    expect(fellBy(SAID, since({ retargeted: '2026-03-15' }))).toEqual({
      state: 'void',
      why: 'another target',
    });
    expect(fellBy(SAID, since({ retargeted: '2026-05-15' }))).toMatchObject({ state: 'read' });
    expect(fellBy(SAID, since({ retargeted: '2026-01-15' }))).toMatchObject({ state: 'read' });
  });

  it('is counted by band and by way, and says nothing under twenty cases', () => {
    const cases = (n: number, chance: number, came: number, key: SaidAndCame['key']): SaidAndCame[] =>
      Array.from({ length: n }, (_, i) => ({ key, chance, came: i < came }));
    const all = [
      ...cases(25, 0.6, 15, 'neck'),
      ...cases(19, 0.4, 8, 'belly first'),
      ...cases(20, 1, 19, 'little'),
    ];
    expect(cameByBand(all)).toEqual([
      { from: 0.5, to: 0.7, cases: 25, said: expect.closeTo(0.6) as number, came: 0.6 },
      { from: 0.9, to: 1, cases: 20, said: 1, came: 0.95 },
    ]);
    expect(cameByWay(all).map(({ key, cases: n }) => [key, n])).toEqual([
      ['neck', 25],
      ['little', 20],
    ]);
    expect(cameByBand([])).toEqual([]);
  });
});
