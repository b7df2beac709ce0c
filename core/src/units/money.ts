import { parsed, refused, type Parsed } from './parsed.js';

const ACCEPTED = 'an amount such as 1200, 1 200, 85.50 or 85,50; no thousands';
/** Beyond this it is a slip. */
const MOST = 1e9;
/** Spaces that set groups of thousands apart, as they are printed here and elsewhere, and the Swiss apostrophe. */
const GROUP = "[ \\u00a0\\u2009\\u202f'’]";
/** Letters behind an amount that multiply it: what they would mean is not guessed. */
const MULTIPLIES = /\d\s*(?:k|m|mm|mil|mio|mln|mn|bn|mrd|tsd|thou)\.?$/iu;

/**
 * An amount of money as typed, in the shop's own currency: `1200`, `1 200`, `85.50`, `85,5`; a currency sign or code
 * beside it is allowed and means nothing. `1,200` could be twelve hundred or one point two, and `1k` a thousand or a
 * slip of the finger, so both are refused rather than guessed.
 *
 * @returns the amount in whole units and hundredths
 */
export function parseMoney(text: string): Parsed<number> {
  const plain = text.trim();
  if (plain === '') return refused('nothing was typed', ACCEPTED);
  if (MULTIPLIES.test(plain)) return refused(`“${plain}” is not written out`, ACCEPTED);
  const amount = plain
    .replace(/^[\p{Sc}\p{L}.]{1,4}\s*(?=\d)/u, '')
    .replace(/\s*(?:\p{Sc}|\p{L}{2,4})$/u, '');
  const match = new RegExp(`^(\\d{1,3}(?:${GROUP}\\d{3})+|\\d+)(?:[.,](\\d+))?$`, 'u').exec(amount);
  if (!match) return refused(`“${plain}” is not an amount`, ACCEPTED);
  const fraction = match[2] ?? '';
  if (fraction.length > 2) return refused(`“${plain}” could mean two amounts`, ACCEPTED);
  const whole = Number(match[1]!.replace(/\D/gu, ''));
  const value = whole + Number(fraction.padEnd(2, '0')) / 100;
  if (value > MOST) return refused(`“${plain}” is more than an instrument costs`, ACCEPTED);
  return parsed(value);
}

/** An amount to text: whole where it is whole, else two decimals; groups of thousands set apart by a thin space. */
export function printMoney(amount: number, currency: string): string {
  const [whole, fraction] = amount.toFixed(2).split('.') as [string, string];
  const grouped = whole.replace(/\B(?=(\d{3})+$)/gu, ' ');
  return `${currency}${currency ? ' ' : ''}${grouped}${fraction === '00' ? '' : `.${fraction}`}`;
}
