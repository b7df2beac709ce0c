import type { PricedJob, QuickAnswer } from '../repair-plans/index.js';
import { POINTS } from '../readings/index.js';
import { sayMoneySpan, sayMoney } from './plans.js';

/** The answer of a quick look in one sentence, and what stands behind it. */
export interface QuickWords {
  first: string;
  /** sound, watch, repair, in a word */
  state: string;
  /** what was found that needs a repair, and what only may, with what each could cost */
  lines: string[];
  /** what was not seen, with what it could cost, and what was not looked at */
  unseen: string[];
}

const STATES: Record<QuickAnswer['verdict'], string> = {
  sound: 'Sound',
  watch: 'Watch',
  repair: 'Repair',
  'not told': 'Nothing looked at yet',
};

export function quickWords(answer: QuickAnswer, currency: string): QuickWords {
  const { verdict, repairs, more, jobs, unseen: points } = answer;
  const sum =
    repairs &&
    (repairs[1] > 0 ? `Repairs come to about ${sayMoneySpan(repairs, currency)}` : 'Nothing found to repair');
  const rest = more > 0 ? `, at worst ${sayMoney((repairs?.[1] ?? 0) + more, currency)}` : '';
  const of = (certainty: PricedJob['certainty']) => jobs.filter((job) => job.certainty === certainty);
  const list = (all: readonly PricedJob[]) =>
    all
      .map(({ name, cost, points }) => {
        const what = name || POINTS[points[0]!].name;
        return cost[1] > 0 ? `${what.toLowerCase()} ${sayMoneySpan(cost, currency)}` : what.toLowerCase();
      })
      .join('; ');
  const [asked, may, hidden] = [of('asked'), of('may'), of('not seen')];
  return {
    state: STATES[verdict],
    first: adviceWords(answer, currency, sum ? `${sum}${rest}.` : ''),
    lines: [
      ...(asked.length > 0 ? [`To repair: ${list(asked)}.`] : []),
      ...(may.length > 0 ? [`May be needed: ${list(may)}.`] : []),
    ],
    unseen: [
      ...(hidden.length > 0 ? [`Not seen, may hide: ${list(hidden)}.`] : []),
      ...(points.length > 0
        ? [
            `Not looked at, or could not be seen: ${points.map((point) => POINTS[point].name.toLowerCase()).join(', ')}.`,
          ]
        : []),
    ],
  };
}

function adviceWords({ advice, verdict }: QuickAnswer, currency: string, sum: string): string {
  switch (advice.kind) {
    case 'buy':
      return `Buy it at that price. ${sum}`;
    case 'offer':
      return `Offer ${sayMoney(advice.most, currency)} at most. ${sum}`;
    case 'leave it':
      return `Walk away: repairs would cost about what it is worth. ${sum}`;
    case 'not told':
      if (verdict === 'not told') return 'Touch what you see: each point ends in sound, watch or repair.';
      return advice.missing === 'price'
        ? sum || 'Enter the asking price to get an answer.'
        : 'Set an hourly rate or allowances in Shop, or an amount at a point, to see what this costs.';
  }
}
