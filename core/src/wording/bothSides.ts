import { sortByWeight, type Sentence } from './sentence.js';

/** A figure with its sign, its error and its unit, as one word of a sentence. */
const FIGURE =
  /^(?<number>[−+]?(?:[\d½¼¾/.]*[\d½¼¾])(?:\u00a0\d+\/\d+)?(?:\u00a0±\u00a0\d+(?:\.\d+)?)?)(?<unit>(?:\u00a0(?:thou|mm|in|°|%|turns))?)(?<end>[.,;:)]*)$/u;

/**
 * Bass and treble in one sentence where they say the same, with both figures where those differ, bass first.
 *
 * @returns null where they say different things
 */
export function inOneLine(bass: string, treble: string): string | null {
  const [a, b] = [bass.split(' '), treble.split(' ')];
  if (a.length !== b.length) return null;
  const words: string[] = [];
  let sides = 0;
  for (const [i, word] of a.entries()) {
    const other = b[i]!;
    // a name that somebody gave stays as it is
    if (word !== other && /[“”]/u.test(word + other)) return null;
    if (word.replace(/bass/iu, 'side') === other.replace(/treble/iu, 'side')) {
      const said = word !== other;
      if (said) sides += 1;
      words.push(
        said
          ? word.replace(/bass/iu, (side) => (side === 'Bass' ? 'Bass and treble' : 'bass and treble'))
          : word,
      );
      continue;
    }
    // two days, or the ends of two spans, are not told in one breath
    const both = ofDayOrSpan(word, a[i + 1]) ? null : figures(word, other);
    if (both === null) return null;
    words.push(both);
  }
  return sides === 1 ? plural(words.join(' ')) : null;
}

const MONTH = /^(?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)[a-z]*[.,;]?$/u;
/** A year, the day of a month, or where a span begins. */
const ofDayOrSpan = (word: string, next = ''): boolean =>
  /^(?:19|20)\d\d[.,;:]?$/u.test(word) || MONTH.test(next) || next === 'to';

/** `9/64,` and `8/64,`: `9/64 and 8/64,`; `23 thou` and `21 thou`: `23 and 21 thou`. */
function figures(one: string, other: string): string | null {
  const [a, b] = [FIGURE.exec(one)?.groups, FIGURE.exec(other)?.groups];
  if (!a || !b || a.unit !== b.unit || a.end !== b.end) return null;
  return `${a.number} and ${b.number}${b.unit}${b.end}`;
}

const PLURAL: Record<string, string> = {
  is: 'are',
  has: 'have',
  stays: 'stay',
  peaks: 'peak',
  looks: 'look',
  comes: 'come',
  works: 'work',
  needs: 'need',
  buzzes: 'buzz',
  starts: 'start',
};
const many = (verb: string): string => PLURAL[verb] ?? verb;

/** Two sides take the verb in the plural, and two legs are both of them. */
const plural = (text: string): string =>
  text
    .replace(
      /\b(bass and treble action) (\w+)/iu,
      (_whole, of: string, verb: string) => `${of} ${many(verb)}`,
    )
    .replace(
      /\b(bass and treble) (string|saddle|side) (is|stays|buzzes|starts|works|needs)\b/iu,
      (_whole, of: string, what: string, verb: string) => `${of} ${what}s ${many(verb)}`,
    )
    .replace(/^A bass and treble saddle /u, 'Bass and treble saddles ')
    .replace(/^(Bass and treble action of [^.]*?) does not (.*) it right\?$/u, '$1 do not $2 them right?')
    .replace(/^The bass and treble leg of the X brace is /u, 'Both legs of the X brace are ');

/** The sentences with what is said of both sides alike in one; the graver stands where it stood. */
export function mergeSides(sentences: readonly Sentence[]): Sentence[] {
  const gone = new Set<Sentence>();
  const merged = sentences.map((one) => {
    if (one.side === undefined || gone.has(one)) return one;
    const other = sentences.find(
      (second) =>
        second !== one &&
        !gone.has(second) &&
        second.side !== undefined &&
        second.side !== one.side &&
        second.weight === one.weight &&
        lineOf(one, second) !== null,
    );
    if (!other) return one;
    gone.add(other);
    const { side: _side, ...both } = one;
    const because =
      one.because === other.because
        ? one.because
        : (lineOf(one, other, 'because') ?? `${one.because} ${other.because}`);
    return { ...both, text: lineOf(one, other)!, because };
  });
  return sortByWeight(merged.filter((one) => !gone.has(one)));
}

function lineOf(one: Sentence, other: Sentence, of: 'text' | 'because' = 'text'): string | null {
  const [bass, treble] = one.side === 'bass' ? [one, other] : [other, one];
  return inOneLine(bass[of], treble[of]);
}
