import loadHighs from 'highs';
import { seededChance } from '../src/numeric/index.js';
import { TIERS, type Points, type SeasonBudget, type SeasonInstrument } from '../src/season/index.js';

/** It is a CommonJS module: what it exports is the default itself. */
const load = loadHighs as unknown as typeof loadHighs.default;

/** A collection of nobody's, all by chance, on whole hours and whole money. Invented. */
export function drawCollection(seed: number, many: number, plans: number): SeasonInstrument[] {
  const chance = seededChance(seed * 104729 + 7);
  const upTo = (n: number) => Math.floor(chance() * (n + 1));
  return Array.from({ length: many }, (_, i) => ({
    id: `instrument ${i}`,
    parts: Array.from({ length: 5 }, () => ({
      tier: TIERS[upTo(2)]!,
      value: upTo(60),
      chance: 1,
      spread: 0.1 + 0.4 * chance(),
    })),
    plans: Array.from({ length: plans }, (_unused, plan) => ({
      id: `plan ${plan}`,
      hours: 1 + upTo(30),
      money: 10 * upTo(90),
      brings: Array.from({ length: 5 }, (_of, part) => ({ part, share: 1 })).filter(() => chance() < 0.5),
    })),
  }));
}

/** The best in all tiers, one tier after another, by a general-purpose solver (HiGHS). */
export async function solvedSeason(
  instruments: readonly SeasonInstrument[],
  { hours, money }: SeasonBudget,
): Promise<Points> {
  const highs = await load();
  const all = instruments.flatMap(({ parts, plans }, i) =>
    plans.map((plan, p) => ({
      ...{ name: `x${i}_${p}`, i, hours: plan.hours, money: plan.money },
      points: Object.fromEntries(
        TIERS.map((tier) => [
          tier,
          Math.round(
            plan.brings.reduce(
              (sum, { part, share }) => sum + (parts[part]!.tier === tier ? share * parts[part]!.value : 0),
              0,
            ),
          ),
        ]),
      ) as Points,
    })),
  );
  const sum = (of: (one: (typeof all)[number]) => number) =>
    all.map((one) => `${of(one)} ${one.name}`).join(' + ');
  const best: Points = { live: 0, grows: 0, plays: 0 };
  const reached: string[] = [];
  for (const tier of TIERS) {
    const model = `Maximize
 obj: ${sum(({ points }) => points[tier])}
Subject To
 ${instruments
   .map(
     (_, i) =>
       `one${i}: ${all
         .filter((one) => one.i === i)
         .map(({ name }) => name)
         .join(' + ')} <= 1`,
   )
   .join('\n ')}
 hours: ${sum((one) => one.hours)} <= ${hours}
 ${money === null ? '' : `money: ${sum((one) => one.money)} <= ${money}`}
 ${reached.join('\n ')}
Binary
 ${all.map(({ name }) => name).join(' ')}
End`;
    const answer = highs.solve(model, { mip_rel_gap: 0, mip_abs_gap: 0.5 });
    best[tier] = Math.round(answer.ObjectiveValue);
    reached.push(`at${tier}: ${sum(({ points }) => points[tier])} >= ${best[tier]}`);
  }
  return best;
}
