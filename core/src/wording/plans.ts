import { isoDate, sayDate } from '../days/index.js';
import type { Reached } from '../forecast/index.js';
import type { Cost, Money, Outcome, PlanKind, RepairPlan } from '../repair-plans/index.js';
import type { Originals } from '../treatments/index.js';
import { printMoney, sayBench } from '../units/index.js';
import type { Saying } from './sentence.js';
import { whenWords } from './yearsAhead.js';

/** What a plan aims at, in a word and a line. */
export const PLAN_WORDS: Record<PlanKind, { name: string; aim: string }> = {
  'leave it': { name: 'Leave it', aim: 'nothing is repaired' },
  least: { name: 'Least', aim: 'keeps it playing, undoes easily' },
  sound: { name: 'Sound', aim: 'repairs the structure, at fair cost' },
  lasting: { name: 'Lasting', aim: 'longest before the next repair' },
  preserve: { name: 'Preserve', aim: 'original parts first' },
};

/** A plan by what it aims at: `Least and sound`. */
export function planName(kinds: readonly PlanKind[]): string {
  const [first, ...rest] = kinds.map((kind) => PLAN_WORDS[kind].name);
  if (!first) return 'Your own';
  const names = [first, ...rest.map((name) => name.toLowerCase())];
  return names.length === 1 ? first : `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}`;
}

/** How far something can be undone, by 1 to 5. */
export const UNDO_WORDS = [
  '',
  'fully reversible',
  'easily reversed',
  'reversible with work',
  'hard to reverse',
  'permanent',
] as const;

export const ORIGINALS_WORDS: Record<Originals, string> = {
  untouched: 'original parts untouched',
  'kept apart': 'originals removed, kept with it',
  altered: 'an original part is altered',
  lost: 'an original part is lost',
};

/** `12–46 days`, `about a day`. */
export function sayDays([from, to]: readonly [number, number]): string {
  if (to < 0.05) return 'none';
  const [a, b] = [Math.max(1, Math.round(from)), Math.round(to)];
  if (b <= 1) return 'about a day';
  return a === b ? `${b} days` : `${a}–${b} days`;
}

/** As long as it takes with its waiting, in days or, from two weeks, in whole weeks: `3–15 weeks`. */
export function saySpanOfDays([from, to]: readonly [number, number]): string {
  if (to < 14) return sayDays([from, to]);
  const [a, b] = [Math.max(1, Math.round(from / 7)), Math.round(to / 7)];
  return a === b ? `${b} weeks` : `${a}–${b} weeks`;
}

/** An amount of money, in round figures. */
export function sayMoney(amount: number, currency: string): string {
  const step = amount < 100 ? 5 : amount < 1000 ? 10 : 50;
  // an amount is not broken over two lines
  return printMoney(Math.round(amount / step) * step, currency).replaceAll(/\s/gu, '\u00a0');
}

/** An amount, or from one to another where they differ. */
export const sayMoneySpan = ([from, to]: readonly [number, number], currency: string): string =>
  sayMoney(from, currency) === sayMoney(to, currency)
    ? sayMoney(to, currency)
    : `${sayMoney(from, currency)}–${sayMoney(to, currency)}`;

/** What a plan costs, beside what the instrument would fetch, what it is worth to its owner, and what there is to spend. */
export function sayCost(
  { money }: Pick<Cost, 'money'>,
  { marketValue, worthToOwner, budget }: Money,
  currency: string,
): { cost: string; beside: string[] } {
  if (!money) return { cost: 'set your hourly rate in Shop', beside: [] };
  const [from, to] = money;
  const span = to < 1 ? 'nothing' : sayMoneySpan(money, currency);
  const against = (value: number | null, more: string, less: string): string[] =>
    value === null || to < 1 ? [] : from > value ? [more] : to > value ? [less] : [];
  return {
    cost: span,
    beside: [
      ...against(budget, 'over the owner’s budget', 'may go over the owner’s budget'),
      ...against(marketValue, 'more than it would sell for', 'may come to more than it would sell for'),
      ...against(
        worthToOwner,
        'more than it is worth to its owner',
        'may come to more than it is worth to its owner',
      ),
    ],
  };
}

/** Where everything that helps costs more than the owner wants to spend, that is said first; null where something does not. */
export function sayOverBudget(
  plans: readonly Pick<RepairPlan, 'kinds' | 'cost'>[],
  { budget, marketValue }: Money,
  currency: string,
): string | null {
  const helps = plans.filter(({ kinds }) => kinds[0] !== 'leave it');
  const least = helps.flatMap(({ cost }) => (cost.money ? [cost.money[0]] : [])).sort((a, b) => a - b)[0];
  if (budget === null || least === undefined || least <= budget) return null;
  const worth = marketValue !== null && least > marketValue ? ', and more than it would sell for' : '';
  return `Every repair that helps costs over the owner’s budget (${sayMoney(budget, currency)}): the cheapest begins at ${sayMoney(least, currency)}${worth}.`;
}

/** How likely the action stays in range, in plain words. */
export function sayInside(chance: number | null): string {
  if (chance === null) return 'not known yet';
  const of = Math.round(chance * 100);
  return of >= 99 ? 'almost every year' : of <= 1 ? 'almost never' : `${of} years in 100`;
}

/** When the last of the saddle is used up, by the side on which it is first; null where that is not told. */
export function saySpent(
  { sides }: Pick<Outcome, 'sides'>,
  day: number,
): { text: string; reached: Reached } | null {
  const all = sides.flatMap(({ spent }) => (spent ? [spent] : []));
  const first = [...all].sort((a, b) => (a.middle ?? Infinity) - (b.middle ?? Infinity))[0];
  if (!first) return null;
  return { reached: first, text: whenWords(first, day) };
}

/** What a plan promised, line by line, to be held against what comes. */
export function promisedLines(
  { outcome, cost }: Pick<RepairPlan, 'outcome' | 'cost'>,
  day: number,
  { height }: Pick<Saying, 'height'>,
  archtop: boolean,
): string[] {
  const lines = outcome.sides.map(
    ({ side, action, saddle }) =>
      `${side[0]!.toUpperCase()}${side.slice(1)} action ${height(action.value)}${saddle ? `, ${height(saddle.value)} ${archtop ? 'of travel left at the wheel' : 'of saddle left'}` : ''}.`,
  );
  const spent = saySpent(outcome, day);
  return [
    ...lines,
    ...(outcome.chance === null ? [] : [`Both sides in range, all year ${sayInside(outcome.chance)}.`]),
    ...(spent ? [`${archtop ? 'Wheels run out' : 'Next work at the saddle'}: ${spent.text}.`] : []),
    `${sayBench(cost.hours)} at the bench over ${sayDays(cost.days)}, on ${sayDate(isoDate(day), 'long')}.`,
  ];
}
