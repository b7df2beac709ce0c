// The calendar's search: against a mixed-integer solver where that proves, how much is proved, what a second is worth in a
// full shop, what planning again keeps, and whether dates come when they are said to.
import { drawShop, type DrawnShop } from '../simulated/drawnShops.js';
import { solved } from '../simulated/scheduleSolver.js';
import {
  bestByRule,
  datesOf,
  doneBy,
  endsOf,
  plannedWait,
  planShop,
  prepareShop,
  replan,
  shareBy,
  sought,
  stoodBy,
  type ShopToPlan,
} from '../src/schedule/index.js';
import { chooseSeason, surenessOf, TIERS } from '../src/season/index.js';
import { drawCollection, solvedSeason } from '../simulated/seasonSolver.js';
import { figure } from './figures.js';

/** Of each size; the solver takes up to a minute each. */
const MANY = Number(process.argv[2] ?? 20);
const SOLVER_SECONDS = Number(process.argv[3] ?? 60);
/** As long as a longer search goes on from the best. */
const LONG_MS = 60_000;
const FULL: DrawnShop = { steps: [180, 180], people: 3, days: 200, jobs: 15, promises: 56 };
const median = (all: number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? NaN;
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

let [proved, all, bySolver, equal, wrong] = [0, 0, 0, 0, 0];
const took: number[] = [];
for (const steps of [
  [4, 8],
  [9, 12],
  [13, 16],
] as const)
  for (let seed = 0; seed < MANY; seed++) {
    const shop = drawShop(100 * steps[0] + seed, { steps, people: 3, days: 40 });
    const from = performance.now();
    const plan = planShop(shop, () => true);
    took.push(performance.now() - from);
    all += 1;
    if (plan.proved) proved += 1;
    if (plan.bound.value.late > plan.value.late || plan.bound.value.done > plan.value.done) wrong += 1;
    const last = Math.max(...plan.placed.map(({ start }) => start));
    const answer = await solved(shop, last + 1440, SOLVER_SECONDS);
    if (!answer) continue;
    bySolver += 1;
    const same =
      answer.value.late === plan.value.late && (!answer.proved || answer.value.done === plan.value.done);
    if (same) equal += 1;
    else console.log('otherwise than the solver:', steps, seed, answer.value, plan.value);
  }
figure('calendar: equal to the solver where it proved', `all of ${bySolver}`, `${equal}`, equal === bySolver);
figure(
  'calendar: proved up to sixteen steps',
  '95 of 100 or more',
  percent(proved / all),
  proved >= 0.95 * all,
);
figure('calendar: no bound over what was found', '0', `${wrong}`, wrong === 0);
console.log(
  `  up to sixteen steps: median ${median(took).toFixed(1)} ms, at most ${Math.max(...took).toFixed(0)} ms`,
);

const gains: number[] = [];
const longer: number[] = [];
let worse = 0;
for (let seed = 0; seed < 20; seed++) {
  const shop = prepareShop(drawShop(1000 + seed, FULL));
  const rule = bestByRule(shop);
  const from = performance.now();
  const one = sought(shop, rule, () => performance.now() - from > 1000, seed + 1);
  if (rule.value.late > 0) gains.push(1 - one.value.late / rule.value.late);
  if (one.value.late > rule.value.late) worse += 1;
  if (seed < 3) {
    const then = performance.now();
    const long = sought(shop, one, () => performance.now() - then > LONG_MS, seed + 1);
    if (long.value.late > one.value.late) worse += 1;
    if (one.value.late > 0) longer.push(1 - long.value.late / one.value.late);
  }
}
figure(
  'calendar: 15 instruments of 12 steps, one second under the best of six rules',
  '8 % on the median, never worse',
  `${percent(median(gains))}, ${worse} worse`,
  median(gains) >= 0.08 && worse === 0,
);
console.log(`  ${LONG_MS / 1000} seconds more find ${longer.map(percent).join(', ')} more`);

const ways = { kept: 0, mend: 0, fresh: 0 };
for (let n = 0; n < 50; n++) {
  const shop = drawShop(2000 + n, { steps: [60, 60], people: 3, days: 120, jobs: 8, promises: 25 });
  const plan = planShop(shop, (tries) => tries >= 300);
  const prepared = prepareShop(shop);
  const ends = endsOf(prepared, plan.placed);
  const late = new Set(
    shop.jobs.filter(({ due }, job) => ends[job]! > (due ?? Infinity)).map(({ id }) => id),
  );
  const k = (n * 7) % shop.steps.length;
  const ill = shop.workers.map((worker, i) =>
    n % 4 === 1 && i === 0 ? { ...worker, windows: worker.windows.slice(4) } : worker,
  );
  const disturbed: ShopToPlan = {
    ...shop,
    workers: ill,
    pools: shop.pools.map((pool) => (n % 4 === 2 ? { ...pool, count: 1 } : pool)),
    steps: shop.steps.map((step, i) =>
      i !== k || n % 4 === 1 || n % 4 === 2
        ? step
        : n % 4 === 0
          ? { ...step, hands: step.hands + 180, whole: false }
          : { ...step, wait: step.wait + 2880 },
    ),
  };
  const again = replan(disturbed, stoodBy(prepared, plan.placed), late, (tries) => tries >= 300);
  ways[again.kept ? 'kept' : again.mend ? 'mend' : 'fresh'] += 1;
}
console.log(
  `  of 50 disturbances ${ways.kept} kept, ${ways.mend} mended, ${ways.fresh} asked with a new plan`,
);

const spreadsOf = (shop: ShopToPlan, by: number) =>
  shop.steps.map(({ wait }) => ({ hands: 0.3 * by, wait: [0.4 * wait, (0.4 + 0.75 * by) * wait] as const }));
for (const [name, by, inCommon] of [
  ['as believed', 1, undefined],
  ['all waiting longer together', 1, 0.9],
  ['spread half as much again', 1.5, undefined],
] as const) {
  let [said, came] = [0, 0];
  let dates = 0;
  for (let seed = 0; seed < 100; seed++) {
    const drawn = drawShop(3000 + seed, { steps: [9, 16], people: 3, days: 90 });
    // waits are planned with what four of five keep
    const shop = prepareShop({
      ...drawn,
      steps: drawn.steps.map((step) => ({
        ...step,
        wait: Math.round(plannedWait([0.4 * step.wait, 1.15 * step.wait])),
      })),
    });
    const { placed } = planShop(shop, (tries) => tries >= 200);
    const told = datesOf(shop, placed, spreadsOf(drawn, 1), 11);
    const truth = datesOf(shop, placed, spreadsOf(drawn, by), 977, {
      draws: 100,
      ...(inCommon === undefined ? {} : { inCommon }),
    });
    told.forEach((date, job) => {
      const day = doneBy(date, 0.8);
      if (!Number.isFinite(day)) return;
      dates += 1;
      said += shareBy(date, day);
      came += shareBy(truth[job]!, day);
    });
  }
  figure(
    `calendar: share said with a date, ${name}`,
    name === 'as believed' ? 'within 5 points of what came' : 'printed',
    `said ${percent(said / dates)}, came ${percent(came / dates)}`,
    name !== 'as believed' || Math.abs(said - came) / dates <= 0.05,
  );
}

let [equalTiers, collections] = [0, 0];
for (let seed = 100; seed < 100 + 5 * MANY; seed++) {
  const collection = drawCollection(seed, 20, 5);
  const budget = { hours: 90, money: seed % 2 === 0 ? 4000 : null };
  const found = chooseSeason(collection, budget);
  const best = await solvedSeason(collection, budget);
  collections += 1;
  if (TIERS.every((tier) => found.points[tier] === best[tier])) equalTiers += 1;
}
figure(
  'season: equal to the solver in all tiers, 20 instruments of 5 plans',
  `all of ${collections}`,
  `${equalTiers}`,
  equalTiers === collections,
);
const large = drawCollection(7, 100, 5);
for (const money of [null, 15_000]) {
  const from = performance.now();
  chooseSeason(large, { hours: 400, money });
  const once = performance.now() - from;
  const until = performance.now() + 2000;
  const { draws } = surenessOf(large, { hours: 400, money }, () => performance.now() > until);
  figure(
    `season: 100 instruments of 5 plans, 400 hours${money === null ? '' : ' and money'}`,
    'under 2,000 ms',
    `${once.toFixed(0)} ms, ${draws} draws in ${((performance.now() - until + 2000) / 1000).toFixed(1)} s`,
    once < 2000,
  );
}
