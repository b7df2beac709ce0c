// npm run sentences: every sentence of the wording layer with example arguments, to read them all aloud (docs/sentences.md).
import { HISTORY_DAY, historyOf } from '../simulated/histories.js';
import { drawProvisional, PROVISIONAL_DAY } from '../simulated/provisionalPlans.js';
import { FORBIDDEN, QUESTIONS, SCHOOL_NOTES, type Finding } from '../src/diagnosis/index.js';
import {
  forecastOf,
  groundToday,
  judgeInstrument,
  learn,
  otherForecast,
  standOn,
} from '../src/instrument/index.js';
import { changesSince, PAPER_TEXTS, PAPERS, waySaid, type WaySaid } from '../src/papers/index.js';
import { NO_MONEY, repairPlansOf } from '../src/repair-plans/index.js';
import { TREE_DRAWS, treeOf } from '../src/tree/index.js';
import { EDGES, TREATMENTS } from '../src/treatments/index.js';
import {
  findingSentences,
  GLOSSARY,
  NEVER_WORDS,
  sayBar,
  sayConsent,
  sayEstimateChange,
  sayFinding,
  sayIn,
  sayLetter,
  sayingIn,
  sayMore,
  sayStep,
  sayTree,
  sayWithheld,
  sayYear,
  seriesSentences,
  yearsAheadSentence,
} from '../src/wording/index.js';
import { triedCases } from './tried.js';

const HISTORIES = 300;
const TREES = 24;
const RATED = { ...NO_MONEY, rate: 55 };
const NAMES = { step: String, joint: String, at: String };
const say = sayIn('64ths');
const saying = sayingIn('64ths');

/** The same sentence whatever its figures, sides and days. */
const shapeOf = (text: string): string =>
  text
    .replace(/“[^”]*”/gu, '“”')
    .replace(
      /\b(?:early|mid-|late)?[ -]?(?:January|February|March|April|May|June|July|August|September|October|November|December)\b/gu,
      'month',
    )
    .replace(/\b(?:bass and treble|treble|bass)\b/giu, 'side')
    .replace(/[\d½¼¾][\d½¼¾.,/\u00a0±–]*/gu, '#');

const parts = new Map<string, Map<string, string>>();
/** Keeps the first of each shape, under its heading. */
function add(heading: string, text: string | null): void {
  if (!text) return;
  const part = parts.get(heading) ?? new Map<string, string>();
  parts.set(heading, part);
  if (!part.has(shapeOf(text))) part.set(shapeOf(text), text);
}

function addFinding(finding: Finding): void {
  add('Findings', sayFinding(finding, say));
  for (const one of sayMore(finding, say)) add('Findings, what is said besides', one);
}

for (const { judgement } of triedCases()) {
  judgement.findings.forEach(addFinding);
  for (const step of judgement.order) {
    add('Why a step is there, and how much of it', sayStep(step, say));
    add('Why an amount is not known yet', sayWithheld(step.withheld));
  }
}
for (let seed = 0; seed < HISTORIES; seed++) {
  const { record, room } = historyOf(seed);
  const fit = learn(record, room);
  const found = forecastOf(record, fit, room, HISTORY_DAY);
  const judged = judgeInstrument(groundToday(fit.evidence, found.today));
  judged.findings.forEach(addFinding);
  for (const { text, because } of findingSentences(judged, fit, found.today, '64ths')) {
    add('Seasons: what it says', text);
    add('Seasons: why', because);
  }
  if (found.sides.length > 0)
    for (const { text, because } of sayYear(found.today.year, HISTORY_DAY, saying, found.yearInput.judged)) {
      add('The coming year', text);
      add('The coming year: why', because);
    }
  for (const one of found.yearsAhead) {
    const { text, because } = yearsAheadSentence(one, HISTORY_DAY, saying);
    add('Years ahead', text);
    add('Years ahead: why', because);
  }
  for (const { key } of found.others) {
    const series = otherForecast(record, fit, room, HISTORY_DAY, key)!;
    for (const { text } of seriesSentences(series.subject, series.finding, HISTORY_DAY, saying))
      add('Other series', text);
  }
}
for (const { ask, decides } of Object.values(QUESTIONS)) {
  add('Questions', ask);
  add('What a question decides', decides);
}
for (const words of Object.values(FORBIDDEN)) add('Until then, do not …', words);
for (const words of Object.values(SCHOOL_NOTES)) add('Schools', words);
for (const words of Object.values(NEVER_WORDS)) add('Never, as things are', words);
for (const { because } of EDGES) add('Why one step comes before another', because);
for (const { name, for: of, gate, after, why } of Object.values(TREATMENTS)) {
  add('Treatments', name);
  add('What a treatment is for', of);
  add('What has to hold', gate ?? null);
  add('What has to be done already', after ?? null);
  add('Why it is done', why ?? null);
}

let before: WaySaid[] = [];
for (let seed = 0; seed < TREES; seed++) {
  const drawn = drawProvisional(seed);
  const learned = learn(drawn.record, drawn.air);
  const ground = groundToday(learned.evidence, standOn(learned, drawn.air, PROVISIONAL_DAY));
  const plans = repairPlansOf(ground, seed % 2 === 0 ? RATED : NO_MONEY);
  const ways = plans.map((plan) => waySaid(plan));
  for (const change of changesSince(before, ways)) add('Estimate, changed', sayEstimateChange(change, '£'));
  before = ways;
  for (const plan of plans) {
    const tree = treeOf(ground, plan, { rate: 55 }, TREE_DRAWS.quick);
    if (!tree) continue;
    const { first, lines, whole } = sayTree(tree, '£');
    for (const text of [first, ...lines, whole]) add('What a plan may come to', text);
    for (const way of tree.ways) add('What the owner may agree to', sayConsent(way, '£'));
  }
}
for (const { name, says } of Object.values(PAPERS)) add('Papers', `${name}: ${says}`);
for (const text of Object.values(PAPER_TEXTS)) add('Papers', text);
for (const papers of [['condition'], ['estimate', 'consent']] as const)
  for (const text of sayLetter(papers, 'Night Boat', 'Lantern Yard').text.split('\n\n').slice(0, -1))
    add('Letters', text);
for (const lacks of ['in writing', 'any'] as const)
  add('What stands in the way of a step', sayBar({ kind: 'not agreed', lacks }, NAMES));

console.log('# Every sentence, with an example\n');
console.log(
  'Printed by `npm run sentences`; not written by hand. Of sentences that differ in their figures alone, one.\n',
);
console.log('## The glossary\n');
for (const { word, says } of Object.values(GLOSSARY).flat()) console.log(`- _${word}_: ${says}`);
console.log('');
for (const [heading, lines] of parts) {
  console.log(`## ${heading}\n`);
  for (const line of [...lines.values()].sort((a, b) => a.localeCompare(b, 'en'))) console.log(`- ${line}`);
  console.log('');
}
