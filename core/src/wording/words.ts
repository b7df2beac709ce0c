/** `a`, `a and b`, `a, b and c`. */
export const list = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** With a capital at its beginning; the text is not empty. */
export const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

/** One of several, as it is said: `A or B`, `A, B or C`; with semicolons where one of them has a comma of its own. */
export function oneOrOther(many: readonly string[]): string {
  const last = many.at(-1) ?? '';
  const rest = many.slice(0, -1);
  if (rest.length === 0) return last;
  return many.some((one) => one.includes(','))
    ? `${rest.join('; ')}; or ${last}`
    : `${rest.join(', ')} or ${last}`;
}
