import { describe, expect, it } from 'vitest';
import { countsOf } from '../treatments/index.js';
import type { StepLeft } from '../jobs/index.js';
import {
  betterOf,
  calendarOf,
  calendarShop,
  ifPromised,
  linksOf,
  rankOf,
  type CalendarAsked,
  type Stands,
  type Way,
} from './index.js';

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
  ...{ id, instrument: `of ${id}`, rank: 'in turn' as const },
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
    stands: null,
    edits: {},
  },
  people: [{ id: 'isbel', skills: null, week: null, off: [] }],
  ...over,
});
const never = () => true;
const shownOf = (of: CalendarAsked) => calendarOf(of, never).shown;
const at = (ms: number) => new Date(ms).toISOString().slice(0, 16);

describe('a calendar', () => {
  it('of nothing is empty, and says that hours are assumed', () => {
    expect(calendarOf(asked(), never)).toMatchObject({
      shown: { way: 'planned', steps: [], jobs: [] },
      others: [],
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
    const { steps, jobs } = shownOf(
      asked({
        hours: { ...hours, week: [...hours.week, null, null] },
        jobs: [
          job('a', [
            left('glue', { treatment: 'reglue-brace', hands: [2, 2], wait: [12, 12] }),
            left('saddle', { after: ['glue'], hands: [5, 5] }),
          ]),
        ],
      }),
    );
    // closed on Thursday; five hours of hands with lunch between
    expect(steps.map(({ start, end }) => [at(start), at(end)])).toEqual([
      ['2026-12-02T14:00', '2026-12-02T16:00'],
      ['2026-12-04T09:00', '2026-12-04T15:00'],
    ]);
    expect(steps[1]).toMatchObject({ because: { kind: 'need', step: 'glue' }, shut: true });
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
    const { jobs } = shownOf(asked({ jobs: [job('a', [left('one')], { promised: '2026-12-02' })] }));
    expect(at(jobs[0]!.due!)).toBe('2026-12-02T18:00');
    expect(jobs[0]!.share).toBeGreaterThan(0.9);
  });

  it('keeps what was put somewhere by hand', () => {
    const start = Date.parse('2026-12-04T10:00:00Z');
    const { steps } = shownOf(
      asked({ jobs: [job('a', [left('one')])], pins: [{ step: 'one', start, person: 'isbel' }] }),
    );
    expect(steps[0]).toMatchObject({ start, by: ['isbel'], because: { kind: 'fixed' } });
  });

  it.each([
    ['2026-03-27T09:00:00Z', 'forward'],
    ['2026-10-23T08:00:00Z', 'back'],
  ])('from %s keeps to the clock on the wall while it is put %s', (from) => {
    const now = Date.parse(from);
    const local = new Intl.DateTimeFormat('en-GB', { timeZone: ZONE, hour: '2-digit', minute: '2-digit' });
    const { steps } = shownOf(
      asked({
        now,
        jobs: [
          job('a', [
            left('glue', { treatment: 'reglue-brace', hands: [8, 8], wait: [63, 63] }),
            left('saddle', { after: ['glue'], hands: [6, 6] }),
            left('set-up', { after: ['saddle'], hands: [4, 4] }),
          ]),
        ],
      }),
    );
    for (const { start, end } of steps) {
      expect(local.format(start) >= '09:00' && local.format(start) < '18:00', local.format(start)).toBe(true);
      expect(local.format(end) > '09:00' && local.format(end) <= '18:00', local.format(end)).toBe(true);
    }
    // glue sets by elapsed time, whatever the clock says
    expect(steps[0]!.ready - steps[0]!.end).toBe(63 * HOUR);
    expect(steps[1]!.start).toBeGreaterThanOrEqual(steps[0]!.ready);
  });

  it('lets a pin go that would begin before what it needs, or while the same hands are at another', () => {
    const start = NOW + 30 * 60_000;
    const jobs = [
      job('a', [left('one', { hands: [2, 2] }), left('then', { after: ['one'] })]),
      job('b', [left('two')]),
    ];
    const pin = (step: string) => ({ step, start, person: 'isbel' });
    const early = calendarOf(asked({ jobs, pins: [pin('then')] }), never);
    expect(early.loose).toEqual(['then']);
    const then = early.shown.steps.find(({ step }) => step === 'then')!;
    expect(then.start).toBeGreaterThanOrEqual(early.shown.steps.find(({ step }) => step === 'one')!.ready);
    expect(then.pinned).toBe(false);
    const both = calendarOf(asked({ jobs, pins: [pin('one'), pin('two')] }), never);
    expect(both.loose).toHaveLength(1);
    // one that has passed is none
    expect(calendarOf(asked({ jobs, pins: [{ ...pin('two'), start: NOW - HOUR }] }), never).loose).toEqual(
      [],
    );
  });

  it('gives a step to another where that person may do it', () => {
    const people = ['isbel', 'tobin'].map((id) => ({ id, skills: null, week: null, off: [] }));
    const given = (person: string) =>
      shownOf(
        asked({ people, jobs: [job('a', [left('one')])], pins: [{ step: 'one', start: null, person }] }),
      ).steps[0]!.by;
    expect([given('tobin'), given('isbel'), given('gone')]).toEqual([['tobin'], ['isbel'], ['isbel']]);
  });

  it('leaves out what nobody has a day for, what goes in a ring, and what finds no place in a year', () => {
    const off = [{ id: 'isbel', skills: null, week: Array.from({ length: 7 }, () => false), off: [] }];
    expect(calendarOf(asked({ people: off, jobs: [job('a', [left('one')])] }), never).leftOut).toEqual([
      { job: 'a', why: 'nobody is there', step: 'one' },
    ]);
    const ring = [left('one', { after: ['two'] }), left('two', { after: ['one'] })];
    const { leftOut, shown } = calendarOf(
      asked({
        jobs: [job('a', ring), job('b', [left('three')]), job('c', [left('long', { hands: [4000, 4000] })])],
      }),
      never,
    );
    expect(leftOut).toEqual([
      { job: 'a', why: 'its steps need each other', step: null },
      { job: 'c', why: 'not within a year', step: null },
    ]);
    expect(shown.steps.map(({ step }) => step)).toEqual(['three']);
  });
});

const standsBy = ({ steps, late }: Way): Stands => ({ steps, late });

describe('a plan that stands', () => {
  const two = (promised: string | null, hands: [number, number] = [4, 4]) => [
    job('a', [left('a1', { hands }), left('a2', { after: ['a1'], hands: [4, 4] })], { promised }),
    job('b', [left('b1', { hands: [6, 6] })]),
  ];

  it('is kept, whatever would be better; what is new goes where there is room', () => {
    const of = asked({ jobs: two(null) });
    const first = shownOf(of);
    const more = asked({ jobs: [...two(null), job('c', [left('c1')], { promised: '2026-12-02' })] });
    const { shown, others } = calendarOf({ ...more, stands: standsBy(first) }, never);
    expect(shown.way).toBe('stands');
    expect(shown.moved).toEqual([]);
    for (const one of first.steps)
      expect(shown.steps.find(({ step }) => step === one.step)).toMatchObject({
        start: one.start,
        by: one.by,
      });
    // the new promise is broken by keeping: what else could be done is offered, and not taken
    expect(shown.broken).toEqual(['c']);
    expect(others.map(({ way }) => way)).toContain('new');
    for (const other of others) expect(other.broken).toEqual([]);
  });

  it('that breaks a promise it broke before asks nothing', () => {
    const jobs = two('2026-12-02');
    const first = shownOf(asked({ jobs }));
    expect(first.late).toEqual(['a']);
    const { shown, others } = calendarOf(asked({ jobs, stands: standsBy(first) }), never);
    expect([shown.broken, shown.late, others]).toEqual([[], ['a'], []]);
  });

  it('is bettered where that is worth moving for, and by nothing less', () => {
    const people = [{ id: 'isbel', skills: null, week: null, off: [] }];
    const jobs = [
      job('long', [left('l1', { hands: [24, 24] })], { promised: '2027-03-01' }),
      job('short', [left('s1', { hands: [2, 2] })], { promised: '2026-12-02' }),
    ];
    const best = shownOf(asked({ people, jobs }));
    expect(betterOf(asked({ people, jobs, stands: standsBy(best) }), (tries) => tries > 50)).toBeNull();
    const [long, short] = best.steps;
    const poor: Stands = {
      steps: [
        { ...long!, start: NOW },
        { ...short!, start: NOW + 200 * HOUR },
      ],
      late: ['short'],
    };
    const better = betterOf(asked({ people, jobs, stands: poor }), (tries) => tries > 50)!;
    expect(better).toMatchObject({ way: 'better', late: [] });
    expect([...better.moved].sort()).toEqual(['l1', 's1']);
  });
});

describe('what it comes to to promise a day', () => {
  const jobs = [
    job('a', [left('a1', { hands: [8, 8] })]),
    job('b', [left('b1', { hands: [8, 8] })], { promised: '2026-12-04' }),
  ];

  it('costs nothing where the plan keeps it as it stands', () => {
    const found = ifPromised(asked({ jobs }), 'a', '2026-12-23', never)!;
    expect([found.changed, at(found.due)]).toEqual([null, '2026-12-23T18:00']);
    expect(ifPromised(asked({ jobs }), 'gone', '2026-12-23', never)).toBeNull();
  });

  it('says who comes later for it, by how much, and whose promise breaks', () => {
    const { stands, changed } = ifPromised(asked({ jobs }), 'a', '2026-12-03', never)!;
    expect(stands.share).toBeLessThan(0.5);
    expect(changed!.share).toBeGreaterThan(stands.share);
    expect(changed!.others).toMatchObject([{ job: 'b' }]);
    expect(changed!.others[0]!.later).toBeGreaterThan(2 * HOUR);
    // no day before it can be done at all
    const none = ifPromised(asked({ jobs }), 'a', '2026-12-02', never)!;
    expect(none.stands.share).toBe(0);
    expect(none.notBefore).toBeGreaterThan(NOW);
  });
});

describe('why an end is when it is', () => {
  it('goes from link to link, also to another instrument', () => {
    const jobs = [
      job('a', [left('a1', { hands: [2, 2], wait: [24, 24] }), left('a2', { after: ['a1'] })], {
        promised: '2026-12-03',
      }),
      job('b', [left('b1')]),
    ];
    const shown = shownOf(asked({ jobs }));
    const links = linksOf(shown, 'a');
    expect(links.map(({ step, after }) => [step.step, after?.step ?? null])).toEqual([
      ['a2', 'a1'],
      ['a1', null],
    ]);
    const [, b] = linksOf(shown, 'b').map(({ step }) => step.job);
    expect(b).toBe('a');
    expect(linksOf(shown, 'gone')).toEqual([]);
  });
});

describe('in which turn', () => {
  const calm = { live: false, structural: false, playing: true, creep: null, ends: null };
  const ask = { urgency: calm, promised: null, needed: null, byHand: null, today: '2026-12-02' };
  it.each([
    ['nothing presses', {}, 'can wait', []],
    ['live damage', { urgency: { ...calm, live: true, structural: true } }, 'at once', ['live']],
    ['creep', { urgency: { ...calm, creep: 2e-4 } }, 'soon', ['creeps']],
    [
      'an end within the year',
      { urgency: { ...calm, ends: { of: 'saddle', day: '2027-06-01' } } },
      'soon',
      ['ends'],
    ],
    [
      'an end in three years',
      { urgency: { ...calm, ends: { of: 'crack', day: '2029-06-01' } } },
      'in turn',
      ['ends'],
    ],
    ['an end far off', { urgency: { ...calm, ends: { of: 'saddle', day: '2036-06-01' } } }, 'can wait', []],
    ['a promise that is near', { promised: '2026-12-10' }, 'soon', ['promised']],
    ['a need in spring', { needed: '2027-01-20' }, 'in turn', ['needed']],
    ['a promise for summer', { promised: '2027-06-20' }, 'can wait', ['promised']],
    [
      'by hand, whatever presses',
      {
        urgency: { ...calm, live: true },
        byHand: { rank: 'can wait' as const, why: 'in its case', by: 'isbel' },
      },
      'can wait',
      ['by hand', 'live'],
    ],
  ] as const)('%s', (_name, over, rank, because) => {
    const found = rankOf({ ...ask, ...over });
    expect([found.rank, found.because.map(({ kind }) => kind)]).toEqual([rank, because]);
  });
});
