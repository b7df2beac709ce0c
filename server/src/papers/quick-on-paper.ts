import type { Examination, Instrument, Protocol, Shop } from '@upright-elder/contract';
import { lookedSaved, quickAnswerOf } from '@upright-elder/contract/lists';
import { stateName, POINTS } from '@upright-elder/core/readings';
import type { QuickAnswer } from '@upright-elder/core/repair-plans';
import { printMoney } from '@upright-elder/core/units';
import { quickWords } from '@upright-elder/core/wording';
import type { QuickOnPaper } from '@upright-elder/papers';

/**
 * The last quick look of an instrument as it stands on paper; null where none was taken.
 *
 * @param written what becomes of a text that a person wrote
 * @param prices whether what is asked for it, and what repairs come to, are said
 */
export function quickOnPaper(
  examinations: readonly Examination[],
  protocols: readonly Protocol[],
  { instrument, shop, prices }: { instrument: Instrument; shop: Shop; prices: boolean },
  written: (text: string) => string,
): QuickOnPaper | null {
  const priced = new Map(protocols.filter((one) => one.priced).map((one) => [one.id, one]));
  const last = [...examinations]
    .sort((a, b) => a.date.localeCompare(b.date))
    .findLast((one) => priced.has(one.protocol));
  if (!last) return null;
  const { date, byName, findings, askingPrice } = last;
  const asking = askingPrice?.text.trim() ?? '';
  const answer = quickAnswerOf(lookedSaved(findings), asking, priced.get(last.protocol)!, instrument, shop);
  const words = quickWords(prices ? answer : withoutPrices(answer), shop.currency);
  return {
    ...{ date, byName, asking: prices && askingPrice ? printMoney(askingPrice.amount, shop.currency) : '' },
    words: prices ? words : { ...words, first: '' },
    points: findings.map(({ point, states, verdict, words: said }) => ({
      name: POINTS[point].name,
      found: [...states.map((state) => stateName(point, state)), written(said.trim())]
        .filter(Boolean)
        .join(', '),
      verdict: verdict === 'unseen' ? 'not seen' : verdict,
    })),
  };
}

/** What is to be done, and nothing of what it costs. */
const withoutPrices = (answer: QuickAnswer): QuickAnswer => ({
  ...answer,
  repairs: null,
  more: 0,
  jobs: answer.jobs.map((job): QuickAnswer['jobs'][number] => ({ ...job, cost: [0, 0] })),
  advice: { kind: 'not told', missing: 'price' },
});
