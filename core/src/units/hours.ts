import { parsed, refused, type Parsed } from './parsed.js';

const ACCEPTED = 'hours such as 2, 2.5 or 1:30, or minutes such as 45 min, up to 400 hours';
const MOST = 400;

/** Hours at the bench as typed: `2`, `2.5 h`, `1:30`, `45 min`; empty text is none. @returns hours */
export function parseHours(text: string): Parsed<number | null> {
  const plain = text.trim();
  if (plain === '') return parsed(null);
  const clock = /^(\d{1,3}):([0-5]\d)(?:\s*h)?$/u.exec(plain);
  const number = /^(\d{1,4}(?:[.,]\d{1,2})?)\s*(h|hours?|min|minutes?)?$/iu.exec(plain);
  if (!clock && !number) return refused(`“${plain}” is no number of hours`, ACCEPTED);
  const hours = clock
    ? Number(clock[1]) + Number(clock[2]) / 60
    : Number(number![1]!.replace(',', '.')) / (/^min/iu.test(number![2] ?? '') ? 60 : 1);
  return hours <= MOST ? parsed(hours) : refused(`“${plain}” is longer than any job`, ACCEPTED);
}
