import { QUESTIONS } from '../diagnosis/index.js';
import { jobNames } from '../repair-plans/quickLook.js';
import { hasRole, TREATMENTS } from '../treatments/index.js';
import type { Spent, Tree, TreeWay, WayKey } from '../tree/index.js';
import { sayBench } from '../units/index.js';
import { sayMoneySpan, saySpanOfDays } from './plans.js';
import { capital, list } from './words.js';

/** A way on, as it stands in a sentence. */
export const WAY_WORDS: Record<WayKey, string> = {
  'belly first': 'the belly is flattened first and measured again',
  neck: 'neck reset',
  bridge: 'a new bridge',
  'saddle down': 'the saddle comes down',
  'saddle up': 'a taller saddle',
  wheels: 'the wheels are turned',
  little: 'little or nothing more',
  cannot: 'it needs more, and that cannot be done as things are',
  'not decided': 'the readings decide nothing',
};

/** What a plan may come to, as a person reads it. */
export interface TreeSaid {
  /** what is done first, and what that takes */
  first: string;
  /** the ways on, the likeliest first; a sentence where one is as good as sure; what to find out where nothing is told */
  lines: string[];
  /** of the whole; null where nothing is told */
  whole: string | null;
}

/** A chance in tenths: `6 of 10`, `Seldom` under one of ten. */
export function sayTenths(chance: number): string {
  const tenths = Math.min(9, Math.round(chance * 10));
  return chance < 0.1 || tenths < 1 ? 'Seldom' : `${tenths} of 10`;
}

/** What some work takes: at the shop's rate, or in hours where it has none. */
function saySpent({ money, hours }: Spent, currency: string): string {
  return money ? sayMoneySpan([money[0], money[2]], currency) : sayBench([hours[0], hours[2]]);
}

/** @param currency of the shop */
export function sayTree(tree: Tree, currency: string): TreeSaid {
  const { says, first, firstSpent, ways, otherwise, undecided, whole, asks } = tree;
  const lower = (name: string) => name[0]!.toLowerCase() + name.slice(1);
  const air = first
    .filter((id) => TREATMENTS[id].stage === 'moisture')
    .map((id) => lower(TREATMENTS[id].name));
  const mended = jobNames(first).map(lower);
  const rests = first.includes('rest-under-tension') ? ['rest at pitch'] : [];
  const begins = `First: ${list([...air, ...mended, ...rests, 'measure again'])}. ${capital(saySpent(firstSpent, currency))}.`;
  if (says === 'ask')
    return {
      first: begins,
      lines: [
        asks.length > 0
          ? `What follows cannot be said yet. Find out first: ${asks.map((id) => QUESTIONS[id].ask).join(' ')}`
          : 'What follows cannot be said yet: the next reading may decide nothing either.',
      ],
      whole: null,
    };
  if (says === 'sure')
    return { first: begins, lines: [saySure(ways[0]!, currency)], whole: sayWhole(whole, currency) };
  const others = otherwise + undecided;
  return {
    first: begins,
    lines: [
      'Only then can anybody say what the action needs.',
      ...ways.map((way) => sayWay(way, currency)),
      ...(others >= 0.05 ? [`${sayTenths(others)}: something else.`] : []),
    ],
    whole: sayWhole(whole, currency),
  };
}

function saySure({ key, chance, more }: TreeWay, currency: string): string {
  const cost = more.hours[2] > 0.5 ? ` ${capital(saySpent(more, currency))} more.` : '';
  return `After that: ${WAY_WORDS[key]}, ${sayTenths(chance)}.${cost} If it goes otherwise, we ask before going on.`;
}

function sayWay({ key, chance, more, ids }: TreeWay, currency: string): string {
  const cost = more.hours[2] > 0.5 ? `, ${saySpent(more, currency)} more` : '';
  const neck = key === 'belly first' && ids.some((id) => hasRole(id, 'sets the plane'));
  return `${sayTenths(chance)}: ${WAY_WORDS[key]}${neck ? '; most of those need a neck reset too' : ''}${cost}.`;
}

const sayWhole = (whole: Spent, currency: string): string =>
  `8 of 10 such jobs end ${whole.money ? 'between' : 'with'} ${saySpent(whole, currency).replace('–', whole.money ? ' and ' : ' to ')}, after ${saySpanOfDays([whole.days[0], whole.days[2]])}.`;

/** What the owner may agree to beforehand, by way: up to what nine of ten such jobs take. */
export function sayConsent({ key, more }: TreeWay, currency: string): string {
  const most = more.money
    ? sayMoneySpan([more.money[2], more.money[2]], currency)
    : sayBench([more.hours[2], more.hours[2]]);
  return `${capital(WAY_WORDS[key])}: up to ${most} without asking.`;
}
