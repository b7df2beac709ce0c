import type { RankReason } from '../schedule/index.js';
import {
  SURE_CHOICE,
  type OfferedPlan,
  type RoundItem,
  type SeasonChoice,
  type seasonLines,
  type SeasonLines,
} from '../season/index.js';
import { TREATMENTS, type TreatmentEdits } from '../treatments/index.js';
import { asWorked } from '../treatments/index.js';
import { sayRankReason } from './calendar.js';
import { sayFinding } from './findings.js';
import { sayMoney } from './plans.js';
import type { Say } from './say.js';
import { list } from './words.js';

/** What a plan brings an instrument, in a few words. */
export function sayBrings({ answers, inside }: Pick<OfferedPlan, 'answers' | 'inside'>): string {
  const parts = [
    answers.live > 0 ? `ends live damage${answers.live > 1 ? ` in ${answers.live} places` : ''}` : '',
    answers.grows > 0 ? 'puts its structure right' : '',
    inside && inside[1] - inside[0] >= 0.1
      ? `keeps the action in its window all year in ${Math.round(10 * inside[1])} of 10, now ${Math.round(10 * inside[0])} of 10`
      : answers.plays > 0
        ? 'plays better'
        : '',
  ].filter(Boolean);
  return parts.length === 0 ? 'brings little' : list(parts);
}

/** How sure a choice is, of the share of draws in which it is made. */
export const saySure = (share: number): string =>
  share >= SURE_CHOICE
    ? 'sure'
    : share >= 0.65
      ? `likely, ${Math.round(10 * share)} of 10`
      : `a coin’s toss, ${Math.round(10 * share)} of 10`;

/** `3 of 8 instruments, 22 of 24 hours`, of a season’s plan. */
export function saySeasonSum(
  {
    hours,
    money,
    rate,
    currency,
    choice,
  }: {
    hours: number;
    money: number | null;
    rate: number | null;
    currency: string;
    choice: SeasonChoice;
  },
  { chosen, open }: { chosen: readonly unknown[]; open: readonly unknown[] },
): string {
  const spent = sayMoney(choice.money, currency);
  return [
    `${chosen.length} of ${open.length} instruments`,
    `${Math.round(choice.hours)} of ${hours} hours`,
    ...(rate === null ? [] : [money === null ? spent : `${spent} of ${sayMoney(money, currency)}`]),
  ].join(', ');
}

/** What a season does not touch, and why. @param name of an instrument */
export function saySeasonRest<One extends Parameters<typeof seasonLines>[0][number]>(
  { sound, inWork, notMeasured }: Pick<SeasonLines<One>, 'sound' | 'inWork' | 'notMeasured'>,
  name: (one: One) => string,
): string {
  const said = (words: string, of: readonly One[]) =>
    of.length === 0 ? [] : [`${words} ${list(of.map(name))}.`];
  return [
    ...said('Nothing to do at', sound),
    ...said('In work already:', inWork),
    ...said('Not measured enough:', notMeasured),
  ].join(' ');
}

/** What an instrument waits with that is left out of a season, as a sentence without its end. */
export const sayWaitsAYear = (
  because: readonly RankReason[],
  names: Parameters<typeof sayRankReason>[1],
): string =>
  because.length === 0
    ? 'a year of waiting costs it nothing that is known'
    : `what waits until next year: ${because.map((reason) => sayRankReason(reason, names)).join('; ')}`;

/** One thing of a round, as a line of its list. */
export function sayRoundItem(item: RoundItem, say: Say, edits: TreatmentEdits): string {
  switch (item.kind) {
    case 'look':
      return `Look: ${sayFinding(item.finding, say)}`;
    case 'do': {
      const name = Object.hasOwn(TREATMENTS, item.treatment)
        ? asWorked(item.treatment, edits).name
        : item.treatment;
      return `${name}, ${item.minutes} min${item.waits === 'strings' ? ', with the next change of strings' : ''}`;
    }
    case 'measure':
      return `Measure it, ${item.minutes} min: a season has turned`;
    case 'ask':
      return `${item.question.ask}, ${item.question.minutes} min: it decides ${item.question.decides}`;
  }
}
