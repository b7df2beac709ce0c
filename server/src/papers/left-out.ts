import type { Money } from '@upright-elder/core/repair-plans';

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&');
/** A part of a name that is a word of its own: an initial says nothing. */
const LEAST_NAME = 3;
const NO_NAME = /^(?:the|and|von|van|del|der|for|mrs|miss|trust|band|shop|estate)$/iu;
/** Scripts that are written without spaces: a name begins and ends anywhere. */
const UNSPACED = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}]/u;
const MAIL = /[^\s<>()[\],;:"]+@[^\s<>()[\],;:"]+/gu;
const AMOUNT = String.raw`\d(?:[\d., \u00a0\u202f]|['’]\d)*(?:(?:k|grand|hundred|thousand)\b\s*)?`;
const WORD_OF_AMOUNT = String.raw`(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty|thirty|forty|fifty|sixty|seventy|eighty|ninety|hundred|thousand|grand|and|an?|few|odd)`;
const SIGNS = String.raw`[£$€¥₤]|\b(?:GBP|USD|EUR|CHF|CAD|AUD|JPY|quid|pounds?|dollars?|euros?|bucks)\b`;
const PRICE = new RegExp(
  `(?:${SIGNS})\\s*${AMOUNT}|${AMOUNT}\\s*(?:${SIGNS})|\\b(?:${WORD_OF_AMOUNT}[\\s-]+)+(?:${SIGNS})`,
  'giu',
);

/** Whose data are left out: the name, and how to reach them, line by line. */
export interface OwnerLeftOut {
  name: string;
  reach: string;
}

/**
 * What a paper leaves out wherever somebody wrote it: the owner’s name and its parts, how to reach them, amounts of money.
 * Free texts are the only place where such a thing can hide; what has a field of its own is left out by itself.
 *
 * @param owner null where the name may stand
 */
export function leftOut({
  owner,
  prices,
}: {
  owner: OwnerLeftOut | null;
  prices: boolean;
}): (text: string) => string {
  const named = owner && patternOf(owner);
  return (text) => {
    const whole = text.normalize('NFC');
    const nameless = named ? whole.replace(MAIL, '…').replace(named, 'the owner') : whole;
    return prices ? nameless : nameless.replace(PRICE, '…');
  };
}

function patternOf({ name, reach }: OwnerLeftOut): RegExp | null {
  const whole = name.normalize('NFC').trim();
  const parts = whole
    .split(/[\s,.()’'–-]+/u)
    .filter((part) => ([...part].length >= LEAST_NAME && !NO_NAME.test(part)) || UNSPACED.test(part));
  const ways = reach
    .normalize('NFC')
    .split(/[\n,;]+/u)
    .map((way) => way.trim())
    .filter((way) => [...way].length > LEAST_NAME);
  const all = [whole, ...parts, ...ways].filter((one) => one !== '').sort((a, b) => b.length - a.length);
  if (all.length === 0) return null;
  const [anywhere, apart] = [true, false].map((unspaced) =>
    all.filter((one) => UNSPACED.test(one) === unspaced).map(escaped),
  ) as [string[], string[]];
  const choices = [
    ...(apart.length > 0 ? [`(?<![\\p{L}\\p{N}])(?:${apart.join('|')})(?:['’]?e?s)?(?![\\p{L}\\p{N}])`] : []),
    ...anywhere,
  ];
  return new RegExp(choices.join('|'), 'giu');
}

export const NO_PRICES: Pick<Money, 'marketValue' | 'worthToOwner' | 'budget'> = {
  marketValue: null,
  worthToOwner: null,
  budget: null,
};
