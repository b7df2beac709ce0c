/** `a`, `a and b`, `a, b and c`. */
export const list = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

/** With a capital at its beginning; the text is not empty. */
export const capital = (text: string): string => text[0]!.toUpperCase() + text.slice(1);
