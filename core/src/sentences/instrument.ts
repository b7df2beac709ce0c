import type { FittedSide, InstrumentFit } from '../instrument/fit.js';
import type { AssumedFact, InstrumentFacts } from '../instrument/facts.js';
import type { InstrumentToday } from '../instrument/today.js';
import { HEIGHT_UNITS, moveIn, sayHeightIn, type HeightUnit } from '../units/height.js';
import { bodySentence } from './body.js';
import { leverSentence, type LeverQuestion } from './levers.js';
import { historySentences, outlookSentences } from './outlook.js';
import { sortByWeight, type Sentence } from './sentence.js';

/** What the past of an instrument says: season and age first, then what asks for the most. */
export function pastSentences(fit: InstrumentFit, { sides }: InstrumentToday, unit: HeightUnit): Sentence[] {
  const [verdict, rest] = historySentences(sides, moveIn(unit));
  const more = [...rest, ...leverSentences(sides, unit), ...bodySentences(fit, unit)];
  return verdict ? [verdict, ...sortByWeight(more)] : sortByWeight(more);
}

/** The most urgent sentence, in each unit that a shop may say heights in; null where nothing was read at pitch. */
export function firstSentence({ sides }: InstrumentToday): Record<HeightUnit, Sentence> | null {
  if (sides.length === 0) return null;
  const firstIn = (unit: HeightUnit) => {
    const said = outlookSentences(sides, sayHeightIn(unit), moveIn(unit));
    const [question] = leverSentences(sides, unit);
    // what asks for an answer goes before what is only to be known
    return question && said[0]!.weight !== 'act' && said[0]!.weight !== 'watch' ? question : said[0]!;
  };
  return Object.fromEntries(HEIGHT_UNITS.map((unit) => [unit, firstIn(unit)])) as Record<
    HeightUnit,
    Sentence
  >;
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

const leverSentences = (sides: InstrumentToday['sides'], unit: HeightUnit): Sentence[] =>
  leverQuestions(sides).map((question) => leverSentence(question, sayHeightIn(unit), moveIn(unit)));

const bodySentences = ({ body }: InstrumentFit, unit: HeightUnit): Sentence[] =>
  body.flatMap(({ side, share, from, to }) => bodySentence(side, share, { from, to }, moveIn(unit)) ?? []);

const ASSUMED: Record<Exclude<AssumedFact, 'stringSet'>, string> = {
  topSpecies: 'the wood of its top is not known: Sitka spruce is taken',
  playingStyle: 'how it is played is not known: medium is taken',
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
    return `what it is strung with is not known: ${set} is taken`;
  });

/** Examinations that are not compared, and why. */
export const leftOutSentences = ({ leftOut }: Pick<InstrumentFit, 'leftOut'>): string[] =>
  leftOut.map(({ date, strings }) => `${date}: strings ${strings}, not compared with readings at pitch`);
