/**
 * What a sentence that people read must keep (docs/english.md): one unit in a sentence, no /64 above 16, no figure under
 * what a tool sees, no error finer than it, no hour or day in hundredths.
 *
 * @returns what is wrong with it; nothing where all is well
 */
export function unlikeALuthier(text: string): string[] {
  const wrong: string[] = [];
  const say = (what: string, of: string) => wrong.push(`${what}: ${of}`);
  for (const one of text.split(/(?<=[.?!]) (?=[A-Z])/u)) {
    const units = new Set([
      ...(/\d\/64|½\/64|\d[\u00a0 ]in\b(?! the| range| work| no| two)/u.test(one) ? ['in'] : []),
      ...(/\d[\u00a0 ]thou\b/u.test(one) ? ['thou'] : []),
      ...(/\d[\u00a0 ]mm\b/u.test(one) ? ['mm'] : []),
    ]);
    if (units.size > 1) say('a second unit in one sentence', one);
  }
  for (const [found, count] of text.matchAll(/(\d+)½?\/64/gu))
    if (Number(count) > 16) say('over 16/64', found);
  for (const [found] of text.matchAll(/(?<![\d.])0(?:\.0+)?[\u00a0 ](?:mm|thou)\b|(?<!\d)0\/64/gu))
    say('a figure under what a tool sees', `${found} in ${text}`);
  for (const [found, error] of text.matchAll(/±\u00a0([\d.]+)[\u00a0 ](?:thou|mm)/gu)) {
    const decimals = error!.split('.')[1]?.length ?? 0;
    if (Number(error) === 0 || decimals > (found.endsWith('thou') ? 0 : 2))
      say('an error finer than the tool', found);
  }
  for (const [found] of text.matchAll(/\d\.\d+[\u00a0 –](?:\d+(?:\.\d+)?[\u00a0 ])?(?:h|hours?|days?)\b/gu))
    say('hours or days in parts', found);
  return wrong;
}

/** Words of a text as people count them; a figure with its error and its unit is one. */
export const wordsOf = (text: string): number =>
  text.split(/[ –]/u).filter((word) => /[\p{L}\d½]/u.test(word)).length;

/** Figures of a text: measured ones, not years, days, frets or strings; a range and a figure with its error are one. */
export const figuresOf = (text: string): number =>
  text
    .replace(/“[^”]*”/gu, '')
    .replace(/\bfrets? [\d, ]+/gu, '')
    .replace(/\bStrings? [\d, and]+/gu, '')
    .replace(/\b(?:\d{1,2} )?[A-Z][a-z]+ 20\d\d\b|\b20\d\d\b/gu, '')
    .replace(/(\d)[–](\d)/gu, '$1$2')
    .replace(/\u00a0±\u00a0[\d.]+/gu, '')
    .replace(/(\d) (\d+\/\d+)/gu, '$1$2')
    .replace(/(\d)\u00a0(\d+\/\d+)/gu, '$1$2')
    .match(/[\d½][\d½.,/]*/gu)?.length ?? 0;

const WORDS = { finding: 20, card: 14 };

/** A finding, which may have twenty words and two figures, and a card’s line of fourteen. */
export function tooLong(text: string): string[] {
  const first = text.replace(/(?<=[.?!]) .*$/u, '');
  return [
    ...(wordsOf(text) > WORDS.finding ? [`${wordsOf(text)} words: ${text}`] : []),
    ...(wordsOf(first) > WORDS.card ? [`${wordsOf(first)} words on a card: ${first}`] : []),
    ...(figuresOf(text) > 2 ? [`${figuresOf(text)} figures: ${text}`] : []),
  ];
}
