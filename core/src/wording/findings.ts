import { sayDate } from '../days/index.js';
import type { Diagnosis, Finding, FindingOf, RuleArgs, RuleId } from '../diagnosis/index.js';
import { inOneLine } from './bothSides.js';
import { ARCHTOP_MORE, ARCHTOP_WORDS } from './rules/archtop.js';
import { FRET_WORDS } from './rules/frets.js';
import { LIVE_WORDS } from './rules/live.js';
import { NECK_MORE, NECK_WORDS } from './rules/neck.js';
import { READING_WORDS } from './rules/readings.js';
import { STANCE_MORE, STANCE_WORDS } from './rules/stance.js';
import { STRUCTURE_MORE, STRUCTURE_WORDS } from './rules/structure.js';
import type { MoreOf, WordsOf } from './rules/wordsOf.js';
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

const MORE_WORDS: MoreOf<RuleArgs> = { ...STRUCTURE_MORE, ...STANCE_MORE, ...ARCHTOP_MORE, ...NECK_MORE };

/** What is said of a finding besides, at a touch; one sentence each. */
export function sayMore(finding: Finding, say: Say): string[] {
  const before =
    finding.foundBefore === null ? [] : [`Found before the work of ${sayDate(finding.foundBefore, 'long')}.`];
  return [...before, ...moreOf(finding, say)];
}

function moreOf<Rule extends RuleId>(finding: FindingOf<Rule>, say: Say): string[] {
  return MORE_WORDS[finding.rule]?.(finding.args, say, finding) ?? [];
}

/** The first sentence of a text: what a card has room for. */
export const firstOf = (text: string): string => text.replace(/(?<=[.?!]) .*$/u, '');

/** A finding in one sentence, in the person's unit. */
export function sayFinding(finding: Finding, say: Say): string {
  const text = saidOf(finding, say);
  return finding.foundBefore === null ? text : `${firstOf(text)} Found before the last work: look again.`;
}

/** What the table says of one rule is of that rule's arguments; the compiler does not follow that through the union. */
function saidOf<Rule extends RuleId>(finding: FindingOf<Rule>, say: Say): string {
  const words = RULE_WORDS[finding.rule];
  return typeof words === 'string' ? words : words(finding.args, say, finding);
}

/** Findings in one line: of one thing, or of bass and treble alike. */
export interface SaidFinding {
  of: [Finding, ...Finding[]];
  text: string;
  more: string[];
}

/** All findings, gravest first as they are given, with bass and treble in one line where they say the same. */
export function sayFindings(findings: readonly Finding[], say: Say): SaidFinding[] {
  const said: SaidFinding[] = [];
  for (const finding of findings) {
    const text = sayFinding(finding, say);
    const pair = said.find(
      ({ of, text: other }) =>
        of.length === 1 &&
        of[0].rule === finding.rule &&
        of[0].severity === finding.severity &&
        eitherWay(other, text) !== null,
    );
    if (!pair) {
      said.push({ of: [finding], text, more: sayMore(finding, say) });
      continue;
    }
    pair.of.push(finding);
    pair.text = eitherWay(pair.text, text)!;
    const more = sayMore(finding, say);
    pair.more =
      more.length === pair.more.length
        ? pair.more.flatMap((one, i) =>
            one === more[i] ? [one] : [eitherWay(one, more[i]!) ?? `${one} ${more[i]!}`],
          )
        : [...new Set([...pair.more, ...more])];
  }
  return said;
}

const eitherWay = (one: string, other: string): string | null =>
  inOneLine(one, other) ?? inOneLine(other, one);

/** What asks for the most, in one sentence. */
export function sayFirst({ first, findings }: Pick<Diagnosis, 'first' | 'findings'>, say: Say): string {
  if (!first) return 'Nothing wrong found. If it does not need doing, leave it.';
  const { rule, severity } = first;
  const alike = findings.filter((one) => one.rule === rule && one.severity === severity);
  return sayFindings(alike, say).find(({ of }) => of.includes(first))?.text ?? sayFinding(first, say);
}
