import { oneOrOther } from './words.js';
import {
  FORBIDDEN,
  judgedOf,
  ruleIs,
  sidePlaceOf,
  type Diagnosis,
  type Finding,
  type Severity,
} from '../diagnosis/index.js';
import type { FittedSide, InstrumentFit } from '../instrument/fit.js';
import type { Learned } from '../instrument/learned.js';
import type { AssumedFact, InstrumentFacts } from '../instrument/facts.js';
import type { InstrumentToday } from '../instrument/today.js';
import type { Ground } from '../repair-plans/index.js';
import { worthOf } from '../repair-plans/worth.js';
import { HEIGHT_UNITS, type HeightUnit } from '../units/height.js';
import { bodySentences } from './body.js';
import { sayYear } from './comingYear.js';
import { firstOf, sayFindings } from './findings.js';
import { historySentences } from './history.js';
import { leverSentence, type LeverQuestion } from './levers.js';
import { sayIn } from './say.js';
import { mergeSides } from './bothSides.js';
import { sayingIn, type Saying, type Sentence } from './sentence.js';
import { standsBecause } from './stands.js';

const ASKS: readonly Severity[] = ['live', 'structural', 'playing'];

/** What the air and the years make of the action: findings and what its history says, each in one sentence. */
export function findingSentences(
  { findings }: Pick<Diagnosis, 'findings'>,
  learned: InstrumentFit,
  today: Pick<InstrumentToday, 'day' | 'sides'>,
  unit: HeightUnit,
): Sentence[] {
  return mergeSides([
    ...asSentences(
      findings.filter(({ rule }) => ruleIs(rule, 'where it stands')),
      learned,
      today,
      unit,
    ),
    ...historyOfAll(learned, today, unit, findings),
  ]);
}

function historyOfAll(
  fit: InstrumentFit,
  { day, sides }: Pick<InstrumentToday, 'day' | 'sides'>,
  unit: HeightUnit,
  findings: readonly Finding[],
): Sentence[] {
  const saying = sayingIn(unit);
  const neckDue = findings.some(({ rule }) => rule === 'neck-due');
  return [
    ...sides.map((side) => historySentences(side, day, saying)),
    leverSentences(sides, saying),
    ...fit.body.map((body) => {
      const side = sides.find((one) => one.side === body.side);
      return side ? bodySentences(body, side, saying, neckDue) : [];
    }),
  ].flat();
}

const WEIGHT_OF: Record<Severity, Sentence['weight']> = {
  live: 'live',
  structural: 'act',
  playing: 'act',
  looks: 'watch',
  watch: 'watch',
};

/** Findings as a page lists them among sentences, with bass and treble in one where they say the same. */
const asSentences = (
  findings: readonly Finding[],
  learned: Pick<InstrumentFit, 'kept'>,
  today: Pick<InstrumentToday, 'sides'>,
  unit: HeightUnit,
  marks: Learned['evidence']['marks'] = [],
): Sentence[] =>
  sayFindings(findings, sayIn(unit)).map(({ of, text }) => {
    const [first] = of;
    const place = sidePlaceOf(first, marks);
    const because = [...new Set(of.map((one) => becauseOf(one, learned, today, unit)))].join(' ');
    return {
      text,
      weight: WEIGHT_OF[first.severity],
      because,
      ...(of.length === 1 && first.side ? { side: first.side } : {}),
      ...(place ? { place } : {}),
    };
  });

function becauseOf(
  { rule, side, never }: Finding,
  { kept }: Pick<InstrumentFit, 'kept'>,
  { sides }: Pick<InstrumentToday, 'sides'>,
  unit: HeightUnit,
): string {
  const outlook = sides.find((one) => one.side === side);
  if (ruleIs(rule, 'where it stands') && outlook) return standsBecause(outlook, kept, sayingIn(unit));
  return never.length > 0
    ? `Until then, do not ${oneOrOther(never.map((one) => FORBIDDEN[one]))}.`
    : 'Found at the last examination; Judgement opens what it is based on.';
}

/** The first of the most urgent sentence, in each unit that a shop may say heights in; null where nothing is known of it yet. */
export function firstSentence(
  diagnosis: Pick<Diagnosis, 'findings' | 'sides' | 'verdict'>,
  learned: Learned,
  today: InstrumentToday,
): Record<HeightUnit, Sentence> | null {
  if (learned.evidence.date === null) return null;
  const firstIn = (unit: HeightUnit): Sentence | undefined => {
    const said = diagnosis.findings.filter(
      ({ rule, severity }) =>
        !ruleIs(rule, 'in the history') && (ASKS.includes(severity) || ruleIs(rule, 'on the card')),
    );
    return mergeSides([
      ...asSentences(said, learned, today, unit, learned.evidence.marks),
      ...historyOfAll(learned, today, unit, diagnosis.findings),
      ...(today.sides.length > 0 ? sayYear(today.year, today.day, sayingIn(unit), judgedOf(diagnosis)) : []),
    ])[0];
  };
  const said = HEIGHT_UNITS.flatMap((unit): [HeightUnit, Sentence][] => {
    const first = firstIn(unit);
    return first ? [[unit, { ...first, text: firstOf(first.text) }]] : [];
  });
  return said.length === HEIGHT_UNITS.length
    ? (Object.fromEntries(said) as Record<HeightUnit, Sentence>)
    : null;
}

/** What to find out first; null where nothing is asked, or it was never examined. */
export function firstQuestion(ground: Ground): { ask: string; minutes: number } | null {
  if (ground.evidence.date === null) return null;
  // of several the one that is likeliest to change the plan, for its minutes
  const [first] = ground.diagnosis.questions.length > 1 ? worthOf(ground) : ground.diagnosis.questions;
  // its first sentence is enough for a card
  return first ? { ask: firstOf(first.ask), minutes: first.minutes } : null;
}

/** Ends of the strings that were moved in the present epoch, and of which nothing is recorded. */
export function leverQuestions(
  sides: readonly Pick<FittedSide, 'side' | 'all' | 'calibration'>[],
): LeverQuestion[] {
  return sides.flatMap(({ side, all, calibration }) => {
    const since = calibration.visits[0]!.day;
    return all
      .filter(({ day }) => day > since)
      .flatMap(({ date, levers }) =>
        levers.filter(({ recorded }) => !recorded).map((lever) => ({ ...lever, side, date })),
      );
  });
}

const leverSentences = (sides: InstrumentToday['sides'], saying: Saying): Sentence[] =>
  leverQuestions(sides).map((question) => leverSentence(question, saying));

const ASSUMED: Record<Exclude<AssumedFact, 'stringSet'>, string> = {
  topSpecies: 'top wood not known: Sitka spruce assumed',
  playingStyle: 'playing not known: medium assumed',
  scale: 'scale length not measured: the usual one assumed',
};

/** What stands for facts that nobody knows. */
export const assumedSentences = ({
  assumed,
  stringKind,
  pairedStrings,
}: Pick<InstrumentFacts, 'assumed' | 'stringKind' | 'pairedStrings'>): string[] =>
  assumed.map((fact) => {
    if (fact !== 'stringSet') return ASSUMED[fact];
    const set =
      stringKind === 'nylon' ? 'a nylon set' : pairedStrings ? 'a light twelve-string set' : 'a light set';
    return `strings not known: ${set} assumed`;
  });

/** Examinations that are not compared, and why. */
export const leftOutSentences = ({ leftOut }: Pick<InstrumentFit, 'leftOut'>): string[] =>
  leftOut.map(({ date, strings }) => `${date}: strings ${strings}, not compared with readings at pitch`);
