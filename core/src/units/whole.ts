import { parsed, refused, type Parsed } from './parsed.js';

/**
 * Text to a whole number within a range, such as the number of a fret.
 *
 * @param what what it counts, for the words of a refusal: `a fret`
 */
export function parseWhole(text: string, from: number, to: number, what: string): Parsed<number> {
  const plain = text.trim();
  const accepted = `${what} from ${from} to ${to}`;
  if (!/^\d+$/u.test(plain))
    return refused(plain === '' ? 'nothing was typed' : `“${plain}” is not ${what}`, accepted);
  const value = Number(plain);
  if (value < from || value > to) return refused(`“${plain}” is outside what ${what} can be here`, accepted);
  return parsed(value);
}
