import { normals, seededChance } from '../numeric/index.js';

/** Live damage first, then what grows, then what plays: nothing of a later tier outweighs anything of an earlier one. */
export const TIERS = ['live', 'grows', 'plays'] as const;
export type Tier = (typeof TIERS)[number];

/** Something that a plan may bring an instrument. */
export interface SeasonPart {
  tier: Tier;
  /** points, 0 and up: what it is worth if it is as it looks */
  value: number;
  /** that it is as it looks, 0 to 1 */
  chance: number;
  /** how far its worth is unsure, one standard deviation of the logarithm */
  spread: number;
}

/** A plan that may be chosen. */
export interface SeasonPlan {
  id: string;
  /** of hands */
  hours: number;
  /** in the shop's currency; 0 where nobody gave a rate */
  money: number;
  /** what it brings, each in full or in part */
  brings: { part: number; share: number }[];
}

export interface SeasonInstrument {
  id: string;
  parts: SeasonPart[];
  plans: SeasonPlan[];
}

/** What there is for a season; no limit of money where nobody gave one. */
export interface SeasonBudget {
  hours: number;
  money: number | null;
}

export type Points = Record<Tier, number>;

export interface SeasonChoice {
  /** of each instrument: which of its plans; null: none */
  chosen: (number | null)[];
  points: Points;
  hours: number;
  money: number;
}

/** Money is counted in what all amounts have in common, where that is at most so many; else in so many, rounded up. */
const MONEY_UNITS = { exact: 1000, rounded: 300 };
/** A plan is worth so many points of a tier at most: three tiers have to fit into one number. */
const MOST_POINTS = 300;

/** What each plan brings by tiers, whole points. @param worth of each part of each instrument */
function pointsOf(
  { parts, plans }: SeasonInstrument,
  worth: (part: number) => number = (part) => parts[part]!.value * parts[part]!.chance,
): Points[] {
  return plans.map(({ brings }) => {
    const points: Points = { live: 0, grows: 0, plays: 0 };
    for (const { part, share } of brings) points[parts[part]!.tier] += share * worth(part);
    for (const tier of TIERS) points[tier] = Math.min(MOST_POINTS, Math.round(points[tier]));
    return points;
  });
}

/**
 * Which plan of which instrument, for so many hours and so much money: the best in all tiers, on whole hours and whole
 * units of money (multiple-choice knapsack by a table; S. Martello and P. Toth, *Knapsack Problems*, 1990, memory).
 *
 * @throws RangeError where hours or money are below 0
 */
export function chooseSeason(instruments: readonly SeasonInstrument[], budget: SeasonBudget): SeasonChoice {
  const points = instruments.map((one) => pointsOf(one));
  return told(instruments, points, new Table(instruments, budget).best(points));
}

function told(
  instruments: readonly SeasonInstrument[],
  points: readonly (readonly Points[])[],
  chosen: (number | null)[],
): SeasonChoice {
  const sum: SeasonChoice = { chosen, points: { live: 0, grows: 0, plays: 0 }, hours: 0, money: 0 };
  for (const [i, plan] of chosen.entries()) {
    if (plan === null) continue;
    const { hours, money } = instruments[i]!.plans[plan]!;
    sum.hours += hours;
    sum.money += money;
    for (const tier of TIERS) sum.points[tier] += points[i]![plan]![tier];
  }
  return sum;
}

/** How often each plan is chosen, in so many draws of what it is worth. */
export interface Sureness {
  draws: number;
  /** of each instrument: the share of draws in which each of its plans is chosen */
  shares: number[][];
  /** and that in which none is */
  none: number[];
}

/** A choice is sure where it is made in so many of the draws. */
export const SURE_CHOICE = 0.9;
/** So many draws, where there is time for them; so few at least. */
const DRAWS = { most: 200, least: 20 };

/** How sure a season's choices are: what each part is worth is drawn, and all is chosen anew. @param isOver asked after each draw */
export function surenessOf(
  instruments: readonly SeasonInstrument[],
  budget: SeasonBudget,
  isOver: () => boolean,
  seed = 1,
): Sureness {
  const chance = seededChance(seed);
  const gauss = normals(seededChance(seed + 7919));
  const table = new Table(instruments, budget);
  const shares = instruments.map(({ plans }) => plans.map(() => 0));
  const none = instruments.map(() => 0);
  let draws = 0;
  while (draws < DRAWS.most && (draws < DRAWS.least || !isOver())) {
    draws += 1;
    const points = instruments.map((one) => {
      // one finding is there for all plans of its instrument, or for none
      const worth = one.parts.map(({ value, chance: is, spread }) =>
        chance() < is ? value * Math.exp(spread * gauss()) : 0,
      );
      return pointsOf(one, (part) => worth[part]!);
    });
    for (const [i, plan] of table.best(points).entries()) {
      if (plan === null) none[i]! += 1;
      else shares[i]![plan]! += 1;
    }
  }
  return {
    draws,
    shares: shares.map((own) => own.map((n) => n / draws)),
    none: none.map((n) => n / draws),
  };
}

/** Hours by money; what is left of either is never asked for. */
class Table {
  private readonly hours: number;
  private readonly money: number;
  private readonly needs: { hours: number; money: number }[][];

  constructor(
    private readonly instruments: readonly SeasonInstrument[],
    budget: SeasonBudget,
  ) {
    if (!(budget.hours >= 0) || !(budget.money === null || budget.money >= 0))
      throw new RangeError('hours and money are 0 or more');
    const most = (of: (plan: SeasonPlan) => number) =>
      instruments.reduce((sum, { plans }) => sum + Math.max(0, ...plans.map(of)), 0);
    // more than everything takes is as good as no limit
    this.hours = Math.floor(
      Math.min(
        budget.hours,
        most(({ hours }) => Math.ceil(hours)),
      ),
    );
    const isLimit = budget.money !== null && budget.money < most(({ money }) => money);
    const unit = isLimit ? unitOf(instruments, budget.money!) : Infinity;
    this.money = isLimit ? Math.floor(budget.money! / unit) : 0;
    this.needs = instruments.map(({ plans }) =>
      plans.map(({ hours, money }) => ({
        hours: Math.ceil(hours),
        money: isLimit ? Math.ceil(money / unit) : 0,
      })),
    );
  }

  /** Of each instrument the plan that serves all best; null: none. */
  best(points: readonly (readonly Points[])[]): (number | null)[] {
    const worth = packed(points);
    const wide = this.money + 1;
    const cells = (this.hours + 1) * wide;
    let table = new Float64Array(cells);
    const chosen = this.instruments.map(() => new Int8Array(cells).fill(-1));
    for (const [i, needs] of this.needs.entries()) {
      const before = table;
      table = before.slice();
      const own = chosen[i]!;
      for (const [plan, { hours, money }] of needs.entries()) {
        const value = worth[i]![plan]!;
        if (value <= 0 || hours > this.hours || money > this.money) continue;
        for (let h = hours; h <= this.hours; h++) {
          const from = (h - hours) * wide - money;
          for (let m = money, at = h * wide + money; m <= this.money; m++, at++) {
            const sum = before[from + m]! + value;
            if (sum > table[at]!) {
              table[at] = sum;
              own[at] = plan;
            }
          }
        }
      }
    }
    let [h, m] = [this.hours, this.money];
    // as many hours and as much money as the best takes, and no more
    const top = table[cells - 1]!;
    while (h > 0 && table[(h - 1) * wide + m] === top) h -= 1;
    while (m > 0 && table[h * wide + m - 1] === top) m -= 1;
    const result = this.instruments.map((): number | null => null);
    for (let i = this.instruments.length - 1; i >= 0; i--) {
      const plan = chosen[i]![h * wide + m]!;
      if (plan < 0) continue;
      result[i] = plan;
      h -= this.needs[i]![plan]!.hours;
      m -= this.needs[i]![plan]!.money;
    }
    return result;
  }
}

/** Whole units of money in which nothing is lost, where there are few of them; else units that overspend nothing. */
function unitOf(instruments: readonly SeasonInstrument[], money: number): number {
  const amounts = instruments.flatMap(({ plans }) => plans.map((plan) => plan.money));
  const common = amounts.every(Number.isInteger) ? amounts.reduce(greatest, 0) : 1;
  return common > 0 && money / common <= MONEY_UNITS.exact
    ? common
    : Math.max(1, money / MONEY_UNITS.rounded);
}

const greatest = (a: number, b: number): number => (b === 0 ? a : greatest(b, a % b));

/** Three tiers in one number: a point of an earlier one is more than all that the later ones can bring together. */
function packed(points: readonly (readonly Points[])[]): number[][] {
  const most = (tier: Tier) =>
    points.reduce((sum, own) => sum + Math.max(0, ...own.map((one) => one[tier])), 0);
  const grows = most('plays') + 1;
  const live = (most('grows') + 1) * grows;
  return points.map((own) => own.map((one) => one.live * live + one.grows * grows + one.plays));
}
