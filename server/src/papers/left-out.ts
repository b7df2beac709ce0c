import type { Money } from '@upright-elder/core/repair-plans';

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&');
/** A part of a name that is a word of its own: an initial says nothing. */
const LEAST_NAME = 3;
const NO_NAME = /^(?:the|and|von|van|del|der|for|mrs|miss|trust|band|shop|estate)$/iu;
const AMOUNT = String.raw`\d[\d., \u00a0\u202f]*`;
const SIGNS = String.raw`[£$€¥₤]|\b(?:GBP|USD|EUR|CHF|CAD|AUD|JPY|quid|pounds|dollars|euros)\b`;
const PRICE = new RegExp(`(?:${SIGNS})\\s*${AMOUNT}|${AMOUNT}\\s*(?:${SIGNS})`, 'giu');

/**
 * What a paper leaves out wherever somebody wrote it: the owner’s name and its parts, amounts of money. Free texts are the
 * only place where such a thing can hide; what has a field of its own is left out by itself.
 */
export function leftOut({ owner, prices }: { owner: string; prices: boolean }): (text: string) => string {
  const whole = owner.trim();
  const parts = whole
    .split(/[\s,]+/u)
    .filter((name) => [...name].length >= LEAST_NAME && !NO_NAME.test(name));
  const names = [...(whole === '' ? [] : [whole]), ...parts].sort((a, b) => b.length - a.length).map(escaped);
  const name =
    names.length > 0
      ? new RegExp(`(?<![\\p{L}\\p{N}])(?:${names.join('|')})(?![\\p{L}\\p{N}])`, 'giu')
      : null;
  return (text) => {
    const nameless = name ? text.replace(name, 'the owner') : text;
    return prices ? nameless : nameless.replace(PRICE, '…');
  };
}

export const NO_PRICES: Pick<Money, 'marketValue' | 'worthToOwner' | 'budget'> = {
  marketValue: null,
  worthToOwner: null,
  budget: null,
};
