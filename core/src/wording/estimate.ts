import { PAPERS, type EstimateChange, type PaperId } from '../papers/index.js';
import { TREATMENTS } from '../treatments/index.js';
import { sayBench } from '../units/index.js';
import { planName, sayMoneySpan } from './plans.js';
import { list } from './words.js';

/** How an estimate differs from the last one, in one line. @param currency of the shop */
export function sayEstimateChange(change: EstimateChange, currency: string): string {
  const way = change.name ?? planName(change.kinds);
  switch (change.id) {
    case 'new way':
      return `${way}: new.`;
    case 'way gone':
      return `${way}: no longer offered.`;
    case 'more work':
      return `${way}, added: ${names(change.ids)}.`;
    case 'less work':
      return `${way}, left out: ${names(change.ids)}.`;
    case 'money':
      return `${way}: now ${sayMoneySpan(change.now, currency)}, was ${sayMoneySpan(change.was, currency)}.`;
    case 'hours':
      return `${way}: now ${sayBench(change.now)}, was ${sayBench(change.was)}.`;
  }
}

/** Names have commas of their own. */
const names = (ids: Extract<EstimateChange, { ids: unknown }>['ids']): string =>
  ids.map((id) => TREATMENTS[id].name.toLowerCase()).join('; ');

/** A letter with papers, as its reader gets it. */
export function sayLetter(
  papers: readonly PaperId[],
  nickname: string,
  shop: string,
): { subject: string; text: string } {
  const what = list(papers.map((id) => PAPERS[id].name.toLowerCase()));
  const asks = papers.some((id) => id === 'estimate' || id === 'consent');
  return {
    subject: `${nickname}: ${what}`,
    text: [
      `Here is the ${what} for ${nickname}.`,
      ...(asks
        ? ['Please tell us what you agree to: answer this mail, or sign the paper and send it back.']
        : []),
      shop,
    ].join('\n\n'),
  };
}
