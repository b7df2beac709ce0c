import type { FittedSide, InstrumentFit } from '../instrument/fit.js';
import type { AssumedFact, InstrumentFacts } from '../instrument/facts.js';
import type { InstrumentToday } from '../instrument/today.js';
import { HEIGHT_UNITS, type HeightUnit } from '../units/height.js';
import { bodyTells } from '../forecast/bodyShare.js';
import { bodySentences } from './body.js';
import { sayYear } from './comingYear.js';
import { historySentences } from './history.js';
import { leverSentence, type LeverQuestion } from './levers.js';
import { sayingIn, sortByWeight, type Saying, type Sentence } from './sentence.js';
import { standsSentences } from './stands.js';

/** What is found of an instrument as it stands: one finding, one sentence, the same wherever it is said. */
export function findingSentences(
  fit: InstrumentFit,
  { day, sides }: Pick<InstrumentToday, 'day' | 'sides'>,
  unit: HeightUnit,
): Sentence[] {
  const saying = sayingIn(unit);
  const neckAsked =
    sides.some(({ stands }) => stands.why === 'lasting' || stands.why === 'hidden') ||
    fit.body.some(({ told }) => told !== null && bodyTells(told.share) === 'not explained');
  return sortByWeight(
    [
      ...sides.map((side) => standsSentences(side, fit.kept, neckAsked, saying)),
      ...sides.map((side) => historySentences(side, day, saying)),
      leverSentences(sides, saying),
      ...fit.body.map((body) => {
        const side = sides.find((one) => one.side === body.side);
        return side ? bodySentences(body, side, saying) : [];
      }),
    ].flat(),
  );
}

/** The most urgent sentence, in each unit that a shop may say heights in; null where nothing was read at pitch. */
export function firstSentence(
  fit: InstrumentFit,
  today: InstrumentToday,
): Record<HeightUnit, Sentence> | null {
  if (today.sides.length === 0) return null;
  const firstIn = (unit: HeightUnit) =>
    sortByWeight([
      ...findingSentences(fit, today, unit),
      ...sayYear(today.year, today.day, sayingIn(unit)),
    ])[0]!;
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

const leverSentences = (sides: InstrumentToday['sides'], saying: Saying): Sentence[] =>
  leverQuestions(sides).map((question) => leverSentence(question, saying));

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
