import { describe, expect, it } from 'vitest';
import { countsOf } from '../treatments/index.js';
import type { StepLeft } from '../jobs/index.js';
import { calendarOf, calendarShop, type CalendarAsked } from './index.js';

const ZONE = 'Europe/Lisbon';
/** A Wednesday, two in the afternoon. */
const NOW = Date.parse('2026-12-02T14:00:00Z');
const HOUR = 3_600_000;
const left = (step: string, over: Partial<StepLeft> = {}): StepLeft => ({
  ...{ step, treatment: 'saddle', name: 'Trim the saddle', standing: 'open', hands: [1, 1], wait: [0, 0] },
  ...{ worked: 0, since: null, people: [], after: [], sets: null, waitsFor: null, ...over },
});
const job = (
  id: string,
  steps: StepLeft[],
  over: Partial<CalendarAsked['jobs'][number]['summary']> = {},
) => ({
  ...{ id, instrument: `of ${id}`, weight: 1 },
  summary: { left: steps, aside: null, out: null, promised: null, ...over },
});
const asked = (over: Partial<CalendarAsked> = {}): CalendarAsked => ({
  ...{
    now: NOW,
    zone: ZONE,
    hours: { week: [], closed: [] },
    counts: countsOf({}),
    jobs: [],
    pins: [],
    edits: {},
  },
  people: [{ id: 'isbel', skills: null, week: null, off: [] }],
  ...over,
});
const never = () => true;
const at = (ms: number) => new Date(ms).toISOString().slice(0, 16);

describe('a calendar', () => {
  it('of nothing is empty, and says that hours are assumed', () => {
    expect(calendarOf(asked(), never)).toMatchObject({
      steps: [],
      jobs: [],
      assumedHours: true,
      proved: true,
    });
  });

  it('lays work into the shop’s hours, lunch taken out, and what sets over the night', () => {
    const hours = {
      week: Array.from({ length: 5 }, () => [540, 1080] as const),
      closed: ['2026-12-03'],
      lunch: [780, 840] as const,
    };
    const { steps, jobs } = calendarOf(
      asked({
        hours: { ...hours, week: [...hours.week, null, null] },
        jobs: [
          job('a', [
            left('glue', { treatment: 'reglue-brace', hands: [2, 2], wait: [12, 12] }),
            left('saddle', { after: ['glue'], hands: [5, 5] }),
          ]),
        ],
      }),
      never,
    );
    // closed on Thursday; five hours of hands with lunch between
    expect(steps.map(({ start, end }) => [at(start), at(end)])).toEqual([
      ['2026-12-02T14:00', '2026-12-02T16:00'],
      ['2026-12-04T09:00', '2026-12-04T15:00'],
    ]);
    expect(steps[1]!.because).toEqual({ kind: 'hours' });
    expect(at(jobs[0]!.end)).toBe('2026-12-04T15:00');
    expect(jobs[0]!.notBefore).toBe(jobs[0]!.end);
    expect(jobs[0]!.sure).toBeGreaterThanOrEqual(jobs[0]!.end - HOUR);
  });

  it('takes what is in hand from now on, what is worked off it, and what sets from its clock', () => {
    const { shop } = calendarShop(
      asked({
        jobs: [
          job('a', [
            left('begun', {
              standing: 'in hand',
              people: ['isbel'],
              since: NOW - HOUR,
              worked: 0.5,
              hands: [2, 4],
            }),
            left('sets', { standing: 'waiting', sets: NOW + 20 * HOUR, wait: [24, 24], worked: 1 }),
          ]),
        ],
      }),
    );
    expect(shop.steps[0]).toMatchObject({ hands: 90, fixed: { start: NOW / 60_000, by: ['isbel'] } });
    expect(shop.steps[1]).toMatchObject({ hands: 15, wait: 0, earliest: NOW / 60_000 + 1200 });
  });

  it('gives work to who may do it, a pair where it takes two, and says what nobody may', () => {
    const people: CalendarAsked['people'] = [
      { id: 'isbel', skills: null, week: null, off: [] },
      { id: 'tobin', skills: ['set-up'], week: [true, false, false, false, false, false, false], off: [] },
    ];
    const { shop } = calendarShop(
      asked({ people, jobs: [job('a', [left('neck', { treatment: 'neck-off' })])] }),
    );
    expect(shop.steps[0]!.by.every(([first]) => first === 'isbel')).toBe(true);
    const alone = calendarShop(
      asked({ people: people.slice(1), jobs: [job('a', [left('glue', { treatment: 'reglue-brace' })])] }),
    );
    expect(alone.leftOut).toEqual([{ job: 'a', why: 'nobody may do it', step: 'glue' }]);
    expect(alone.shop.steps).toEqual([]);
  });

  it('leaves out what is put aside until nobody knows when, and waits where a day is known', () => {
    const aside = { at: NOW, why: 'no bone', waitsFor: null, strings: 'off' as const };
    const { shop, leftOut } = calendarShop(
      asked({
        jobs: [
          job('a', [left('one')], { aside: { ...aside, expected: null } }),
          job('b', [left('two')], { aside: { ...aside, expected: '2026-12-10' } }),
        ],
      }),
    );
    expect(leftOut).toEqual([{ job: 'a', why: 'put aside', step: null }]);
    expect(at(shop.steps[0]!.earliest! * 60_000)).toBe('2026-12-10T00:00');
  });

  it('holds a promise until the shop closes that day, and says in which share it is kept', () => {
    const { jobs } = calendarOf(
      asked({ jobs: [job('a', [left('one')], { promised: '2026-12-02' })] }),
      never,
    );
    expect(at(jobs[0]!.due!)).toBe('2026-12-02T18:00');
    expect(jobs[0]!.share).toBeGreaterThan(0.9);
  });

  it('keeps what was put somewhere by hand', () => {
    const start = Date.parse('2026-12-04T10:00:00Z');
    const { steps } = calendarOf(
      asked({ jobs: [job('a', [left('one')])], pins: [{ step: 'one', start, person: 'isbel' }] }),
      never,
    );
    expect(steps[0]).toMatchObject({ start, by: ['isbel'], because: { kind: 'fixed' } });
  });
});
