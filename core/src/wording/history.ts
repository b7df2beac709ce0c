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
      ? `It is taken for a slip with a chance of ${percent(furthest.slip)}, and counts for so much less.`
      : 'It is used as it stands.';
  return [
    {
      text: `${actionOf(side)} of ${sayDate(isoDate(furthest.day))} stands apart from all other readings: was it read right?`,
      weight: 'watch',
      because: `It lies ${Math.abs(furthest.z).toFixed(1)} of its own errors from what the other visits expect. ${weighed}`,
    },
  ];
}

/** The last reading, where it is more than season and years explain; nobody is accused by a reading that is asked about. */
function oddOne({ side, calibration, unexplained }: SideOutlook, { move }: Saying): Sentence[] {
  if (!unexplained?.odd || furthestOf(calibration)) return [];
  const { value, sd, day } = unexplained;
  return [
    {
      text: `The last ${side} reading, ${sayDate(isoDate(day))}, is ${move.withError(Math.abs(value), sd)} ${move.name} ${value > 0 ? 'higher' : 'lower'} than season and years explain: measure it again.`,
      weight: 'watch',
      because:
        'Held against what all earlier readings since the last work expect of it, its tool’s error and that of the moisture included; nineteen of twenty readings lie nearer.',
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
  const what = name[0]!.toLowerCase() + name.slice(1);
  const rate = `${move.withError(Math.abs(age.value), age.sd)} ${move.name} a year`;
  if (!attribution.known)
    return {
      text: `Whether ${what} ${grows ? 'grows' : 'creeps'} from year to year cannot be told yet: measure it again in ${sayMonthFrom(Math.max(attribution.measureAgain, day), day)}.`,
      weight: 'unknown',
      because: `${capital(attributionReason(attribution, move))}.`,
    };
  const up = age.value > 0;
  const because = `The season is taken out. A change of less than a tenth of a millimetre a year, or what is as little, is called none; it is called creeping where more than that is sure, probably creeping where it is likely.`;
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
          ? `${name} is probably ${how}, ${rate}: measure it again in the same month next year.`
          : creepWords(name, 'probably creeping', up, rate),
        weight: 'watch',
        because,
      };
    case 'steady':
      return {
        text: `${name} is steady from year to year (${move.signed(age.value, age.sd)} ${move.name} a year).`,
        weight: 'well',
        because,
      };
    case 'cannot tell':
      return {
        text: `Whether ${what} ${grows ? 'grows' : 'creeps'} is not clear yet (${move.signed(age.value, age.sd)} ${move.name} a year): measure it again in the same month next year.`,
        weight: 'unknown',
        because,
      };
  }
}

/** Why season and age cannot be told apart yet, without a full stop. */
export function attributionReason(not: NotYet, move: Saying['move']): string {
  switch (not.missing) {
    case 'air':
      return 'it is not settled whose air it stood in, or whether the log is right';
    case 'visits': {
      const seen = not.visits === 1 ? 'there is one strung visit' : `there are ${not.visits} strung visits`;
      return `${seen} since the last change, three are needed`;
    }
    case 'months':
      return `the visits span ${Math.round(not.months)} of the eleven months that are needed`;
    case 'sharpness':
      return `the yearly change is known to ± ${move.of(not.sd)} ${move.name} only: readings of the same season, years apart, or of damp and dry seasons sharpen it`;
  }
}

/** What a change was made of, signed lengths that add up to it. */
function sharesOf({ side, attribution }: SideOutlook, { move }: Saying): Sentence[] {
  if (!attribution.known) return [];
  const { change, season, age, settling, rest, fromDay } = attribution.attribution;
  const part = ({ value, sd }: { value: number; sd: number }) => move.signed(value, sd);
  const parts = [`the season ${part(season)}`, `the years ${part(age)}`];
  if (settling.value > 0.02e-3) parts.push(`settling ${part(settling)}`);
  parts.push(`the rest ${part(rest)}`);
  const since = `${sayMonth(fromDay)} ${isoDate(fromDay).slice(0, 4)}`;
  const still = Number(move.of(Math.abs(change.value))) === 0 || Math.abs(change.value) < change.sd;
  const went = still
    ? `${actionOf(side)} stands where it stood in ${since}`
    : `Since ${since} ${side} action has ${change.value < 0 ? 'fallen' : 'risen'} ${move.withError(Math.abs(change.value), change.sd)} ${move.name}`;
  return [
    {
      text: `${went}: ${parts.join(', ')}${still ? ` ${move.name}` : ''}.`,
      weight: 'fact',
      because:
        'From the first to the last strung visit since the last work on it, readings that are taken for slips left out. The parts add up to the change; the season’s carries the errors of the moisture on both days.',
    },
  ];
}
