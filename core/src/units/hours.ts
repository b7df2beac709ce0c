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

type Span = readonly [number, number];

/** A number in whole and halves, a half at least: `1½`. */
function inHalves(number: number): string {
  const halves = Math.max(1, Math.round(number * 2));
  return `${Math.floor(halves / 2) || ''}${halves % 2 === 0 ? '' : '½'}`;
}

function spanOf([from, to]: Span, unit: string): string {
  const [low, high] = [inHalves(from), inHalves(to)];
  return low === high ? `${low} ${unit}` : `${low}–${high} ${unit}`;
}

/** Hours at the bench as a person says them: whole or half ones, `1½ h`. */
export const sayBenchHours = (hours: Span): string => spanOf(hours, 'h');

/** The same, down to nothing: `4–5½ h`, `15 min`, `none`; under half an hour in minutes. */
export function sayBench(hours: Span): string {
  if (hours[1] < 0.05) return 'none';
  if (hours[1] < 0.5) return `${Math.max(5, 5 * Math.round(hours[1] * 12))} min`;
  return sayBenchHours(hours);
}

/** How long something waits, of hours: `20 min`, `12 h`, `1½–2½ days`. */
export function sayWait(hours: Span): string {
  if (hours[1] < 48) return sayBench(hours);
  const days = spanOf([hours[0] / 24, hours[1] / 24], 'days');
  return days === '1 days' ? '1 day' : days;
}
