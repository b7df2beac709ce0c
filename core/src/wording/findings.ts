import { sayDate } from '../days/index.js';
import type { Diagnosis, Finding, FindingOf, RuleArgs, RuleId } from '../diagnosis/index.js';
import { ARCHTOP_WORDS } from './rules/archtop.js';
import { FRET_WORDS } from './rules/frets.js';
import { LIVE_WORDS } from './rules/live.js';
import { NECK_WORDS } from './rules/neck.js';
import { READING_WORDS } from './rules/readings.js';
import { STANCE_WORDS } from './rules/stance.js';
import { STRUCTURE_WORDS } from './rules/structure.js';
import type { WordsOf } from './rules/wordsOf.js';
import type { Say } from './say.js';

/** The sentence of every rule. */
export const RULE_WORDS: WordsOf<RuleArgs> = {
  ...LIVE_WORDS,
  ...STRUCTURE_WORDS,
  ...STANCE_WORDS,
  ...ARCHTOP_WORDS,
  ...NECK_WORDS,
  ...FRET_WORDS,
  ...READING_WORDS,
};

/** A finding in one sentence, in the person's unit. */
export function sayFinding(finding: Finding, say: Say): string {
  const text = saidOf(finding, say);
  return finding.foundBefore === null
    ? text
    : `${text} It was found before the work of ${sayDate(finding.foundBefore, 'long')}: look again.`;
}

/** What the table says of one rule is of that rule's arguments; the compiler does not follow that through the union. */
function saidOf<Rule extends RuleId>(finding: FindingOf<Rule>, say: Say): string {
  const words = RULE_WORDS[finding.rule];
  return typeof words === 'string' ? words : words(finding.args, say, finding);
}

/** What asks for the most, in one sentence. */
export const sayFirst = ({ first }: Pick<Diagnosis, 'first'>, say: Say): string =>
  first ? sayFinding(first, say) : 'Nothing is the matter: if it does not need doing, do not do it.';
