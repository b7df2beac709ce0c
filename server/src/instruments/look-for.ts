import { escapedWord, wordsOf } from '../store/words.js';

/** Fields of an instrument in which a word is looked for. */
const FIELDS = ['nickname', 'maker', 'identity', 'construction', 'complaint', 'type', 'topSpecies'];

interface Condition {
  sql: string;
  parameters: Record<string, string>;
}

/**
 * One condition for every word that was typed; each word must be found somewhere about the instrument.
 *
 * @param named ids of string sets and tunings that a word is found in
 */
export function lookFor(
  search: string,
  named: (word: string) => { sets: string[]; tunings: string[] },
): Condition[] {
  return wordsOf(search).map((word, n) => {
    const strings = word.length < SHORTEST_NAME ? { sets: [], tunings: [] } : named(word);
    const escaped = escapedWord(word);
    const like = (what: string, parameter: string) => `${what} LIKE :${parameter}${n} ESCAPE '\\'`;
    return {
      sql: `(${[
        ...FIELDS.map((field) => like(`i.${field}`, 'like')),
        `EXISTS (SELECT 1 FROM owner o WHERE o.id = i."ownerId" AND ${like('o.name', 'like')})`,
        `i.tuning IN (SELECT value FROM json_each(:tunings${n}))`,
        `i.stringSet IN (SELECT value FROM json_each(:sets${n}))`,
        // bracing as it was drawn
        `EXISTS (SELECT 1 FROM plan p WHERE p.id = i.id AND ${like('p.drawn', 'brace')})`,
        `EXISTS (SELECT 1 FROM mark m WHERE m."instrumentId" = i.id AND NOT m.struck AND (${like('m.name', 'like')} OR ${like('m.kind', 'like')}))`,
      ].join(' OR ')})`,
      parameters: {
        [`like${n}`]: `%${escaped}%`,
        [`brace${n}`]: `%"kind":"${escaped}%`,
        [`tunings${n}`]: JSON.stringify(strings.tunings),
        [`sets${n}`]: JSON.stringify(strings.sets),
      },
    };
  });
}

/** Under this a word is a letter of a tuning, which nearly all have. */
const SHORTEST_NAME = 3;
