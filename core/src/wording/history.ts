import type { Uncertain } from '../numeric/index.js';
import { isoDate, sayDate, sayMonth, sayMonthFrom } from '../days/day.js';
import { creepWords } from './creepWords.js';
import { TAKEN_FOR_SLIP, type AttributionOrNot, type NotYet } from '../forecast/attribution.js';
import type { Calibration } from '../forecast/calibrate.js';
import type { SideOutlook } from '../forecast/outlook.js';
import { actionOf, ofSide, percent, type Saying, type Sentence } from './sentence.js';
import { capital } from './words.js';

/** What the readings of one side say of the past: whether it creeps, what the change was made of, what stands apart. */
export function historySentences(outlook: SideOutlook, day: number, saying: Saying): Sentence[] {
  return ofSide(outlook.side, [
    ...questioned(outlook),
    ...oddOne(outlook, saying),
    creepSentence(
      { name: actionOf(outlook.side), attribution: outlook.attribution, age: outlook.calibration.age },
      { day, move: saying.move },
    ),
    ...sharesOf(outlook, saying),
  ]);
}

/** A misfit of so many of its own errors is asked about. */
const APART = 3;

/** A slip pulls its neighbours' residuals up too: only the furthest reading is asked about. */
function furthestOf({ visits }: Calibration) {
  const furthest = [...visits].sort((a, b) => Math.abs(b.z) - Math.abs(a.z))[0]!;
  return Math.abs(furthest.z) > APART || furthest.slip >= TAKEN_FOR_SLIP ? furthest : null;
}

function questioned({ side, calibration }: SideOutlook): Sentence[] {
  const furthest = furthestOf(calibration);
  if (!furthest) return [];
  const weighed =
    furthest.slip > 0.05
      ? `The chance that it is a slip is ${percent(furthest.slip)}; it counts that much less.`
      : 'It is used as it is.';
  return [
    {
      text: `${actionOf(side)} of ${sayDate(isoDate(furthest.day))} does not fit the other readings. Did you read it right?`,
      weight: 'watch',
      because: `It is ${Math.round(Math.abs(furthest.z))} times its own error from what the other visits expect. ${weighed}`,
    },
  ];
}

/** The last reading, where it is more than season and years explain; nobody is accused by a reading that is asked about. */
function oddOne({ side, calibration, unexplained }: SideOutlook, { move }: Saying): Sentence[] {
  if (!unexplained?.odd || furthestOf(calibration)) return [];
  const { value, sd, day } = unexplained;
  return [
    {
      text: `Last ${side} reading, ${sayDate(isoDate(day))}: ${move.withError(Math.abs(value), sd)} ${move.name} ${value > 0 ? 'higher' : 'lower'} than season and age explain. Measure again.`,
      weight: 'watch',
      because:
        'Compared with what the earlier readings since the last work expect, tool and moisture error included; 19 readings in 20 are nearer.',
    },
  ];
}

/**
 * Whether something creeps from year to year: side, rate, and how sure that is.
 *
 * @param of `name` as it begins a sentence
 * @param words in which the day is told, and the movement
 */
export function creepSentence(
  {
    name,
    attribution,
    age,
    grows = false,
  }: { name: string; attribution: AttributionOrNot; age: Uncertain; grows?: boolean },
  { day, move }: { day: number; move: Saying['move'] },
): Sentence {
  const rate = `${move.withError(Math.abs(age.value), age.sd)} ${move.name} a year`;
  if (!attribution.known)
    return {
      text: `${name}: ${grows ? 'growth' : 'creep'} not known yet. Measure again in ${sayMonthFrom(Math.max(attribution.measureAgain, day), day)}.`,
      weight: 'unknown',
      because: `${capital(attributionReason(attribution, move))}.`,
    };
  const up = age.value > 0;
  const because = `Season aside. Less than ${move.name === 'thou' ? '4 thou' : 'a tenth of a millimetre'} a year, or its like, counts as none: creeping where more than that is sure, probably creeping where it is likely.`;
  const how = up ? 'growing' : 'closing';
  switch (attribution.creep) {
    case 'creeping':
      return {
        text: grows ? `${name} is ${how}, ${rate}.` : creepWords(name, 'creeping', up, rate),
        weight: 'act',
        because,
      };
    case 'probably creeping':
      return {
        text: grows
          ? `${name} is probably ${how}, ${rate}. Measure again in the same month next year.`
          : creepWords(name, 'probably creeping', up, rate),
        weight: 'watch',
        because,
      };
    case 'steady':
      return {
        text: `${name} is steady year to year (${move.signed(age.value, age.sd)} ${move.name} a year).`,
        weight: 'well',
        because,
      };
    case 'cannot tell':
      return {
        text: `${name}: ${grows ? 'growth' : 'creep'} not clear yet (${move.signed(age.value, age.sd)} ${move.name} a year). Measure again in the same month next year.`,
        weight: 'unknown',
        because,
      };
  }
}

/** Why season and age cannot be told apart yet, without a full stop. */
export function attributionReason(not: NotYet, move: Saying['move']): string {
  switch (not.missing) {
    case 'air':
      return 'it is not known which room’s air it was in, or whether the log is right';
    case 'visits': {
      const seen = not.visits === 1 ? 'there is one strung visit' : `there are ${not.visits} strung visits`;
      return `${seen} since the last work; three needed`;
    }
    case 'months':
      return `the visits cover ${Math.round(not.months)} of the eleven months needed`;
    case 'sharpness':
      return `the yearly change is known only to ± ${move.of(not.sd)} ${move.name}: measure in the same season years apart, or in damp and dry`;
  }
}

/** What a change was made of, signed lengths that add up to it. */
function sharesOf({ side, attribution }: SideOutlook, { move }: Saying): Sentence[] {
  if (!attribution.known) return [];
  const { change, season, age, settling, rest, fromDay } = attribution.attribution;
  const part = ({ value, sd }: { value: number; sd: number }) => move.signed(value, sd);
  const parts = [`the season ${part(season)}`, `the years ${part(age)}`];
  if (settling.value > 0.02e-3) parts.push(`settling ${part(settling)}`);
  parts.push(`unexplained ${part(rest)}`);
  const since = `${sayMonth(fromDay)} ${isoDate(fromDay).slice(0, 4)}`;
  const still = Number(move.of(Math.abs(change.value))) === 0 || Math.abs(change.value) < change.sd;
  const went = still
    ? `${actionOf(side)} is where it was in ${since}`
    : `Since ${since} ${side} action has ${change.value < 0 ? 'fallen' : 'risen'} ${move.withError(Math.abs(change.value), change.sd)} ${move.name}`;
  return [
    {
      text: `${went}: ${parts.join(', ')}${still ? ` ${move.name}` : ''}.`,
      weight: 'fact',
      because:
        'From the first to the last strung visit since the last work, slips left out. The parts add up to the change; the season’s error includes the moisture on both days.',
    },
  ];
}
