import { describe, expect, it } from 'vitest';
import { drawShop } from '../../simulated/drawnShops.js';
import { faultsOf } from '../../simulated/planFaults.js';
import { solved } from '../../simulated/scheduleSolver.js';
import {
  assigned,
  bestByRule,
  boundOf,
  common,
  datesOf,
  doneBy,
  endsOf,
  isBetter,
  plannedWait,
  planShop,
  prepareShop,
  replan,
  shareBy,
  ShopFault,
  sought,
  valueOf,
  Windows,
  type Placed,
  type ShopToPlan,
  type StepToPlan,
  type Stood,
  type Window,
} from './index.js';

const SMALL = { steps: [4, 8], people: 3, days: 40 } as const;
const MIDDLE = { steps: [13, 16], people: 3, days: 40 } as const;
const LARGE = { steps: [60, 60], people: 3, days: 120, jobs: 8, promises: 20 } as const;
const tries = (most: number) => (many: number) => many >= most;

describe('working time', () => {
  const day = (n: number, from: number, to: number): Window => [1440 * n + from, 1440 * n + to];
  const hours = new Windows([day(1, 540, 780), day(0, 540, 780), day(0, 840, 1080), day(1, 700, 900)]);

  it('is asked when it begins, closes, and how much lies between', () => {
    expect(hours.all()).toEqual([day(0, 540, 780), day(0, 840, 1080), day(1, 540, 900)]);
    expect([hours.next(0), hours.next(600), hours.next(780), hours.next(1080), hours.next(5000)]).toEqual([
      540,
      600,
      840,
      1440 + 540,
      Infinity,
    ]);
    expect([hours.closes(540), hours.closes(900)]).toEqual([780, 1080]);
    expect([hours.worked(0), hours.worked(700), hours.worked(800), hours.worked(99999)]).toEqual([
      0, 160, 240, 840,
    ]);
    expect([hours.after(700, 80), hours.after(700, 81), hours.after(1070, 400)]).toEqual([
      780,
      841,
      Infinity,
    ]);
    expect([hours.nextFor(700, 80), hours.nextFor(700, 81), hours.nextFor(0, 361)]).toEqual([
      700,
      840,
      Infinity,
    ]);
    expect(hours.longest()).toBe(360);
  });

  it('holds for every minute what counting minute by minute has', () => {
    for (let at = 400; at < 2500; at += 7)
      for (const minutes of [1, 60, 241, 500]) {
        const begins = hours.next(at);
        let [left, now] = [minutes, begins];
        for (; left > 0 && now < 4000; now += 1) if (hours.next(now) === now) left -= 1;
        expect(hours.after(begins, minutes)).toBe(left > 0 ? Infinity : now);
      }
  });

  it('is shared', () => {
    expect(common([day(0, 540, 780)], [day(0, 600, 700), day(0, 720, 900)])).toEqual([
      day(0, 600, 700),
      day(0, 720, 780),
    ]);
  });
});

describe('any plan', () => {
  it.each(Array.from({ length: 20 }, (_, seed) => seed))(
    'has nothing before what it needs, nobody in two places, nothing taken twice, hands in hours alone: %i',
    (seed) => {
      for (const of of [SMALL, MIDDLE, LARGE]) {
        const shop = prepareShop(drawShop(seed, of));
        const plan = planShop(shop, tries(of === LARGE ? 60 : 400), seed);
        expect(faultsOf(shop, plan.placed)).toEqual([]);
        expect(valueOf(shop, endsOf(shop, plan.placed))).toEqual(plan.value);
        expect(isBetter(plan.byRule, plan.value)).toBe(false);
        expect(plan.bound.value.late).toBeLessThanOrEqual(plan.value.late);
        expect(plan.bound.value.done).toBeLessThanOrEqual(plan.value.done);
        plan.bound.jobs.forEach((end, job) => {
          if (end > -Infinity) expect(end).toBeLessThanOrEqual(endsOf(shop, plan.placed)[job]!);
        });
      }
    },
  );

  it(
    'of up to sixteen steps is the best that an independent solver proves',
    { timeout: 600_000 },
    async () => {
      for (const [seed, of] of [
        [10, SMALL],
        [15, SMALL],
        [22, { ...SMALL, steps: [9, 12] }],
      ] as const) {
        const shop = drawShop(seed, of);
        const plan = planShop(shop, tries(0));
        expect(plan.proved).toBe(true);
        const last = Math.max(...plan.placed.map(({ start }) => start));
        expect(await solved(shop, last + 1440, 300)).toEqual({ value: plan.value, proved: true });
      }
    },
  );

  it('is the same again by the same seed, and never worse for longer searching', () => {
    const shop = prepareShop(drawShop(3, LARGE));
    const [short, long] = [planShop(shop, tries(40), 7), planShop(shop, tries(160), 7)];
    expect(planShop(shop, tries(40), 7).placed).toEqual(short.placed);
    expect(isBetter(short.value, long.value)).toBe(false);
  });

  it('keeps what is fixed where it is', () => {
    const drawn = drawShop(5, MIDDLE);
    const plan = planShop(drawn, tries(0));
    const shop = prepareShop(drawn);
    const k = drawn.steps.findIndex(({ hands }) => hands > 0);
    const held = plan.placed[k]!;
    const start = held.start + 1440 * 7;
    const by = held.mode!.workers.map((worker) => drawn.workers[worker]!.id);
    const pinned: ShopToPlan = {
      ...drawn,
      steps: drawn.steps.map((step, i) => (i === k ? { ...step, fixed: { start, by } } : step)),
    };
    const again = planShop(pinned, tries(0));
    expect(again.placed[k]!.start).toBe(start);
    expect(again.placed[k]!.because).toEqual({ kind: 'fixed' });
    expect(faultsOf(shop, again.placed)).toEqual([]);
  });

  it('says what each place waits for', () => {
    const step = (id: string, over: Partial<StepToPlan>): StepToPlan => ({
      ...{ id, job: 'a', hands: 60, wait: 0, after: [], by: [['she']], whole: false, uses: [], ...over },
    });
    const shop: ShopToPlan = {
      from: 540,
      open: [
        [540, 1080],
        [1980, 2520],
        [3420, 3960],
        [4860, 5400],
      ],
      workers: [
        {
          id: 'she',
          windows: [
            [540, 1080],
            [1980, 2520],
            [3420, 3960],
            [4860, 5400],
          ],
        },
      ],
      pools: [{ id: 'clamps', count: 1 }],
      jobs: [{ id: 'a', due: null, weight: 1 }],
      steps: [
        step('glue', { wait: 720, uses: [{ pool: 'clamps', until: 'free' }] }),
        step('fit', { after: ['glue'] }),
        step('glue too', { wait: 720, uses: [{ pool: 'clamps', until: 'free' }] }),
        step('long', { hands: 500, whole: true }),
      ],
    };
    const { placed } = planShop(shop, tries(0));
    expect(faultsOf(prepareShop(shop), placed)).toEqual([]);
    const kinds = placed.map(({ because }) => because.kind);
    expect(kinds.filter((kind) => kind === 'at once')).toHaveLength(1);
    const [first, second] = placed[0]!.start < placed[2]!.start ? [0, 2] : [2, 0];
    // the clamps are free when the shop opens again, and not before
    expect(placed[second]!.because).toMatchObject({ kind: 'thing', pool: 0, step: first });
    expect(placed[second]!.start).toBeGreaterThanOrEqual(placed[first]!.free);
    expect(placed[first]!.free).toBe(new Windows(shop.open).next(placed[first]!.ready));
  });

  it('is refused in words where the shop is not open long enough', () => {
    const drawn = drawShop(1, SMALL);
    const short = drawn.open.slice(0, 1);
    const workers = drawn.workers.map((worker) => ({ ...worker, windows: short }));
    const shop = {
      ...{ ...drawn, open: short, workers },
      steps: drawn.steps.map((step) => ({ ...step, whole: false })),
    };
    expect(() => planShop(shop, tries(0))).toThrow(/not open long enough/u);
  });

  it('is refused in words where there can be none', () => {
    const drawn = drawShop(1, SMALL);
    const with_ = (over: Partial<StepToPlan>): ShopToPlan => ({
      ...drawn,
      steps: [{ ...drawn.steps[0]!, ...over }, ...drawn.steps.slice(1)],
    });
    for (const [over, said] of [
      [{ after: ['nowhere'] }, /step nowhere is not there/u],
      [{ after: [drawn.steps[0]!.id] }, /ring/u],
      [{ hands: 60, by: [] }, /has no person who may do it/u],
      [{ hands: 900, whole: true, by: [[drawn.workers[0]!.id]] }, /no stretch of working time/u],
      [{ hands: 60, by: [['stranger']] }, /person stranger is not there/u],
      [{ job: 'none' }, /job none is not there/u],
    ] as const) {
      expect(() => prepareShop(with_(over))).toThrow(ShopFault);
      expect(() => prepareShop(with_(over))).toThrow(said);
    }
  });
});

describe('examples of the books', () => {
  const always: Window[] = [[0, 100_000]];
  const network = (
    steps: readonly (readonly [id: string, hands: number, after: string, by?: string])[],
    workers: readonly string[],
  ): ShopToPlan => ({
    ...{ from: 0, open: always, pools: [], jobs: [{ id: 'all', due: null, weight: 1 }] },
    workers: workers.map((id) => ({ id, windows: always })),
    steps: steps.map(([id, hands, after, by = id]) => ({
      ...{ id, job: 'all', hands, wait: 0, after: [...after], by: [[by]], whole: false, uses: [] },
    })),
  });

  it('a building of fourteen activities takes 44 weeks: F. S. Hillier and G. J. Lieberman, Introduction to Operations Research, PERT/CPM (from memory)', () => {
    const activities = [
      ...([
        ['A', 2, ''],
        ['B', 4, 'A'],
        ['C', 10, 'B'],
        ['D', 6, 'C'],
        ['E', 4, 'C'],
        ['F', 5, 'E'],
      ] as const),
      ...([
        ['G', 7, 'D'],
        ['H', 9, 'EG'],
        ['I', 7, 'C'],
        ['J', 8, 'FI'],
        ['K', 4, 'J'],
        ['L', 5, 'J'],
      ] as const),
      ...([
        ['M', 2, 'H'],
        ['N', 6, 'KL'],
      ] as const),
    ];
    const shop = network(
      activities,
      activities.map(([id]) => id),
    );
    const { value, placed, proved } = planShop(shop, tries(0));
    expect(value.done).toBe(44);
    expect(proved).toBe(true);
    // earliest starts of the book
    const start = Object.fromEntries(shop.steps.map(({ id }, i) => [id, placed[i]!.start]));
    expect(start).toMatchObject({ C: 6, D: 16, G: 22, H: 29, J: 25, L: 33, N: 38 });
  });

  it('six jobs on six machines take 55: H. Fisher and G. L. Thompson in J. F. Muth and G. L. Thompson, Industrial Scheduling, 1963', () => {
    const JOBS = [
      '2 1 0 3 1 6 3 7 5 3 4 6',
      '1 8 2 5 4 10 5 10 0 10 3 4',
      '2 5 3 4 5 8 0 9 1 1 4 7',
      '1 5 0 5 2 5 3 3 4 8 5 9',
      '2 9 1 3 4 5 5 4 0 3 3 1',
      '1 3 3 3 5 9 0 10 4 4 2 1',
    ].map((line) => line.split(' ').map(Number));
    const machines = ['0', '1', '2', '3', '4', '5'];
    const shop: ShopToPlan = {
      ...network([], machines),
      jobs: JOBS.map((_, job) => ({ id: `job ${job}`, due: null, weight: 1 })),
      steps: JOBS.flatMap((line, job) =>
        machines.map((_, k): StepToPlan => ({
          ...{
            id: `${job}.${k}`,
            job: `job ${job}`,
            hands: line[2 * k + 1]!,
            wait: 0,
            whole: false,
            uses: [],
          },
          after: k === 0 ? [] : [`${job}.${k - 1}`],
          by: [[`${line[2 * k]!}`]],
        })),
      ),
    };
    const plan = planShop(shop, tries(6000), 2);
    expect(plan.value.done).toBe(55);
    expect(plan.bound.value.done).toBeLessThanOrEqual(55);
  });

  it('places given to jobs: H. W. Kuhn’s method against every permutation', () => {
    const cost = [
      [7, 2, 9, 4],
      [3, 8, 1, 6],
      [5, 5, 4, 9],
      [2, 7, 3, 8],
    ];
    const every = (rows: readonly number[], row: number): number =>
      row === 4
        ? 0
        : Math.min(
            ...[0, 1, 2, 3]
              .filter((column) => !rows.includes(column))
              .map((column) => cost[row]![column]! + every([...rows, column], row + 1)),
          );
    expect(assigned(cost)).toBe(every([], 0));
    expect(assigned([])).toBe(0);
  });
});

describe('a date', () => {
  const shop = prepareShop(drawShop(22, MIDDLE));
  const { placed } = planShop(shop, tries(0));
  const spreads = shop.given.steps.map(({ wait }) => ({
    hands: 0.3,
    wait: [0.4 * wait, 1.15 * wait] as const,
  }));

  it('where nothing spreads is the plan itself', () => {
    const ends = endsOf(shop, placed);
    datesOf(
      shop,
      placed,
      shop.steps.map(() => null),
    ).forEach((date, job) => {
      if (ends[job]! === -Infinity) return;
      expect(doneBy(date, 0.5)).toBe(ends[job]);
      expect(shareBy(date, ends[job]!)).toBe(1);
      expect(shareBy(date, ends[job]! - 1)).toBe(0);
    });
  });

  it('is a share of draws: a later day is never less sure, and the same seed gives the same', () => {
    const dates = datesOf(shop, placed, spreads, 3);
    expect(datesOf(shop, placed, spreads, 3)).toEqual(dates);
    for (const date of dates) {
      const days = [0.1, 0.5, 0.8, 1].map((share) => doneBy(date, share));
      expect([...days].sort((a, b) => a - b)).toEqual(days);
      if (days[0]! > -Infinity) expect(shareBy(date, days[2]!)).toBeGreaterThanOrEqual(0.8);
    }
  });

  it('reckons with waiting that is shorter in four of five', () => {
    expect(plannedWait([10, 20])).toBeCloseTo(18);
  });
});

describe('planned again', () => {
  const stoodBy = (shop: ShopToPlan, placed: readonly Placed[]): Map<string, Stood> =>
    new Map(
      shop.steps.map(({ id }, i) => [
        id,
        {
          start: placed[i]!.start,
          by: (placed[i]!.mode?.workers ?? []).map((worker) => shop.workers[worker]!.id),
        },
      ]),
    );

  it('with nothing changed moves nothing', () => {
    for (const seed of [1, 4, 9]) {
      const shop = drawShop(seed, LARGE);
      const stood = stoodBy(shop, planShop(shop, tries(60), 1).placed);
      const late = new Set(shop.jobs.map(({ id }) => id));
      expect(replan(shop, stood, late, tries(10))).toMatchObject({
        kept: true,
        keep: { moved: [], broken: [] },
      });
    }
  });

  it.each(Array.from({ length: 12 }, (_, seed) => seed))(
    'keeps what stands where that breaks no promise anew, else shows both: %i',
    (seed) => {
      const shop = drawShop(seed, LARGE);
      const plan = planShop(shop, tries(100), 1);
      const prepared = prepareShop(shop);
      const ends = endsOf(prepared, plan.placed);
      const late = new Set(
        shop.jobs.filter(({ due }, job) => ends[job]! > (due ?? Infinity)).map(({ id }) => id),
      );
      const longer: ShopToPlan = {
        ...shop,
        steps: shop.steps.map((step, i) =>
          i === seed ? { ...step, hands: step.hands + 240, whole: false } : step,
        ),
      };
      const again = replan(longer, stoodBy(shop, plan.placed), late, tries(60), 1);
      const after = prepareShop(longer);
      for (const way of [again.keep, again.fresh, again.mend])
        if (way) expect(faultsOf(after, way.placed)).toEqual([]);
      // kept: nothing earlier than it stood, and by the same
      again.keep.placed.forEach((place, i) => {
        expect(place.start).toBeGreaterThanOrEqual(plan.placed[i]!.start);
        expect(place.mode?.workers).toEqual(plan.placed[i]!.mode?.workers);
      });
      expect(again.kept).toBe(again.keep.broken.length === 0);
      expect(again.fresh === null).toBe(again.kept);
      if (again.mend) {
        expect(again.mend.broken.length).toBeLessThanOrEqual(again.fresh!.broken.length);
        expect(again.mend.moved.length).toBeLessThan(again.fresh!.moved.length);
      }
    },
  );
});

describe('a search', () => {
  it('betters the rules in shops that are full', () => {
    const shop = prepareShop(drawShop(2, LARGE));
    const rule = bestByRule(shop);
    const found = sought(shop, rule, tries(600), 1);
    expect(isBetter(found.value, rule.value)).toBe(true);
    expect(found.value.late).toBeGreaterThanOrEqual(boundOf(shop).value.late);
  });
});
