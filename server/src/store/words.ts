const MOST_WORDS = 8;

/** The words of what was typed to look for; a text ends for the database where it holds a null. */
export const wordsOf = (search: string): string[] =>
  search.replaceAll('\0', ' ').trim().toLowerCase().split(/\s+/u).filter(Boolean).slice(0, MOST_WORDS);

/** A word as LIKE takes it, with `ESCAPE '\'`: its own signs mean themselves. */
export const escapedWord = (word: string): string => word.replace(/[\\%_]/gu, (sign) => `\\${sign}`);

/** A condition with a `?` for each word, and what stands for them: every word stands in the text. */
export const everyWord = (text: string, words: readonly string[]): { sql: string; parameters: string[] } => ({
  sql: words.map(() => `${text} LIKE ? ESCAPE '\\'`).join(' AND '),
  parameters: words.map((word) => `%${escapedWord(word)}%`),
});

/** A row in which the words were found. */
export interface FoundText {
  id: string;
  instrumentId: string;
  text: string;
  date: string;
}
