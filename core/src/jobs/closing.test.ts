import { describe, expect, it } from 'vitest';
import { beforeClosing, type JobAtClosing, type StepAtHand } from './index.js';

const HOUR = 3_600_000;
/** A Friday, three in the afternoon. */
const NOW = Date.parse('2026-12-04T15:00:00Z');
const CLOSES = NOW + 3 * HOUR;
const MONDAY = Date.parse('2026-12-07T09:00:00Z');
const step = (id: string, over: Partial<StepAtHand> = {}): StepAtHand => ({
  ...{ step: id, treatment: 'saddle', name: id, standing: 'open', now: null, people: [], hands: [1, 1] },
  ...{ glues: false, freeFrom: NOW, wait: [0, 0], ...over },
});
const job = (id: string, next: StepAtHand[], over: Partial<JobAtClosing['summary']> = {}): JobAtClosing => ({
  id,
  summary: { atHand: [], next, aside: null, out: null, clocks: [], promised: null, ranked: null, ...over },
});
const of = (jobs: JobAtClosing[], opens = MONDAY) => beforeClosing(jobs, NOW, CLOSES, opens);

describe('before closing', () => {
  it('names what goes on by itself, by when to begin it, and until when it takes', () => {
    const glue = step('glue', { glues: true, hands: [1, 2], wait: [12, 24], treatment: 'reglue-brace' });
    const { sets, over } = of([job('a', [glue]), job('b', [step('saddle')])]);
    expect(over).toBe('weekend');
    expect(sets).toMatchObject([
      { job: 'a', by: CLOSES - 2 * HOUR, fits: true, ready: CLOSES + 24 * HOUR, step: { step: 'glue' } },
    ]);
  });

  it.each([
    ['the next morning', CLOSES + 15 * HOUR, 'night'],
    ['after a weekend', MONDAY, 'weekend'],
    ['after a week', MONDAY + 7 * 24 * HOUR, 'holiday'],
  ] as const)('knows how long it is closed: %s', (_name, opens, over) => {
    expect(of([], opens).over).toBe(over);
  });

  it('puts what still fits before what does not, and what was put first or promised before the rest', () => {
    const glue = (hands: number) => step('glue', { glues: true, hands: [hands, hands], wait: [12, 12] });
    const ranked = { rank: 'at once' as const, why: 'it goes', by: 'isbel' };
    const { sets } = of([
      job('long', [glue(5)]),
      job('plain', [glue(1)]),
      job('promised', [glue(1)], { promised: '2026-12-20' }),
      job('first', [glue(1)], { ranked }),
    ]);
    expect(sets.map((one) => [one.job, one.fits])).toEqual([
      ['first', true],
      ['promised', true],
      ['plain', true],
      ['long', false],
    ]);
  });

  it('leaves out what is put aside, given out, or not free before closing', () => {
    const glue = step('glue', { glues: true, wait: [12, 12] });
    const aside = { at: NOW, why: 'no bone', waitsFor: null, expected: null, strings: 'off' as const };
    const { sets } = of([
      job('aside', [glue], { aside }),
      job('later', [{ ...glue, freeFrom: CLOSES + HOUR }]),
      job('stands in the way', [{ ...glue, freeFrom: null }]),
    ]);
    expect(sets).toEqual([]);
  });

  it('groups the same work on several instruments, so that it is set up once', () => {
    const coat = (id: string) => step(id, { treatment: 'finish-touch', name: 'Touch up', wait: [24, 24] });
    const { inStep } = of([
      job('a', [coat('a1'), coat('a2')]),
      job('b', [coat('b1')]),
      job('c', [step('c1')]),
    ]);
    expect(inStep).toEqual([
      {
        setUp: null,
        name: 'Touch up',
        steps: [
          { job: 'a', step: 'a1' },
          { job: 'b', step: 'b1' },
        ],
      },
    ]);
  });

  it('warms the pot once for different gluing on several instruments', () => {
    const glue = (id: string, treatment: string) => step(id, { treatment, glues: true, wait: [12, 12] });
    const { inStep } = of([
      job('a', [glue('brace', 'reglue-brace')]),
      job('b', [glue('bridge', 'reglue-bridge'), step('saddle')]),
      job('c', [step('own', { treatment: 'of the shop' })]),
    ]);
    expect(inStep).toEqual([
      {
        setUp: 'gluing',
        name: null,
        steps: [
          { job: 'a', step: 'brace' },
          { job: 'b', step: 'bridge' },
        ],
      },
    ]);
  });

  it('fills the time until a clock calls with what fits, and with nothing that has to set', () => {
    const clock = { from: NOW - HOUR, plan: 3 * 3600 } as JobAtClosing['summary']['clocks'][number];
    const found = of([
      job('a', [], { clocks: [clock] }),
      job('b', [step('short'), step('long', { hands: [3, 4] }), step('glue', { glues: true })]),
    ]);
    expect(found.free).toBe(NOW + 2 * HOUR);
    expect(found.fills.map((one) => one.step.step)).toEqual(['short']);
    expect(of([job('b', [step('short')])])).toMatchObject({ free: null, fills: [] });
  });
});
