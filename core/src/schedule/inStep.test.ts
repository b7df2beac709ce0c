import { describe, expect, it } from 'vitest';
import { drawShop } from '../../simulated/drawnShops.js';
import { faultsOf } from '../../simulated/planFaults.js';
import { bestByRule, endsOf, inStep, planShop, prepareShop, valueOf } from './index.js';
import type { Placed, PreparedShop, ShopToPlan, StepToPlan, Window } from './index.js';

const day = (n: number): Window => [1440 * n + 540, 1440 * n + 1080];
const week = [0, 1, 2, 3, 4].map(day);
const step = (id: string, hands: number, over: Partial<StepToPlan> = {}): StepToPlan => ({
  ...{ id, job: id[0]!, hands, wait: 0, after: [], by: [['isbel']], whole: false, uses: [], ...over },
});
/** Two hours of gluing on one instrument; on another it is glued after a day's carving. */
const shop = (due: number | null, over: Partial<StepToPlan> = {}): ShopToPlan => ({
  from: 540,
  open: week,
  workers: [{ id: 'isbel', windows: week }],
  pools: [],
  jobs: [
    { id: 'a', due, weight: 1 },
    { id: 'b', due: 1440 + 1080, weight: 5 },
    { id: 'c', due: null, weight: 1 },
  ],
  steps: [
    step('a-glue', 120, { setUp: 'gluing', ...over }),
    step('b-carve', 540, { earliest: 660 }),
    step('b-glue', 120, { setUp: 'gluing', after: ['b-carve'] }),
    step('c-dries', 0, { by: [], wait: 2880 }),
  ],
});

/** How often something is set up: once a day for each kind. */
const setUpsIn = ({ given: { steps } }: PreparedShop, placed: readonly Placed[]) =>
  new Set(
    placed.flatMap(({ start }, i) =>
      steps[i]!.setUp ? [`${steps[i]!.setUp} ${Math.floor(start / 1440)}`] : [],
    ),
  ).size;

describe('work in step', () => {
  it('puts gluing on the day on which the pot is warm anyway, and says so', () => {
    const given = prepareShop(shop(3 * 1440));
    const { placed, value } = planShop(given, () => true);
    expect(setUpsIn(given, bestByRule(given).placed)).toBe(2);
    expect(setUpsIn(given, placed)).toBe(1);
    expect(placed[0]).toMatchObject({ because: { kind: 'in step', step: 2 } });
    expect(value).toEqual(valueOf(given, endsOf(given, placed)));
    expect(faultsOf(given, placed)).toEqual([]);
  });

  it.each([
    ['it would be late', shop(540 + 300), {}],
    ['it is under way', shop(null, { fixed: { start: 540, by: ['isbel'] } }), {}],
    ['the other is of another kind', shop(null, { setUp: 'fret work' }), {}],
  ])('leaves it where %s', (_name, given) => {
    const prepared = prepareShop(given);
    const { placed } = planShop(prepared, () => true);
    expect(placed[0]!.start).toBe(540);
    expect(inStep(prepared, placed)).toBe(placed);
  });

  it('never makes anything worse, of drawn shops', () => {
    let fewer = 0;
    for (let seed = 0; seed < 30; seed++) {
      const drawn = drawShop(seed, { steps: [9, 16], people: 3, days: 60 });
      const prepared = prepareShop({
        ...drawn,
        steps: drawn.steps.map((one, i) => ({ ...one, setUp: ['gluing', 'frets', 'colour'][i % 3]! })),
      });
      const { placed, value } = bestByRule(prepared);
      const one = inStep(prepared, placed);
      const now = valueOf(prepared, endsOf(prepared, one));
      expect(now.late, `seed ${seed}`).toBeLessThanOrEqual(value.late);
      expect(now.done, `seed ${seed}`).toBeLessThanOrEqual(value.done);
      expect(faultsOf(prepared, one), `seed ${seed}`).toEqual([]);
      const less = setUpsIn(prepared, placed) - setUpsIn(prepared, one);
      expect(less, `seed ${seed}`).toBeGreaterThanOrEqual(0);
      if (less > 0) fewer += 1;
    }
    expect(fewer).toBeGreaterThan(0);
  });
});
