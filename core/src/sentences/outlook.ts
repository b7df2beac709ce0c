import { DAYS_PER_YEAR, isoDate, sayDay, sayMonth } from '../days/day.js';
import { capital, NBSP, ofSide, percent, sortByWeight, type Sentence } from './sentence.js';
import { moveIn, type MoveUnit } from '../units/height.js';
import { isDrift, type Attribution, type NotYet } from '../forecast/attribution.js';
import type { Calibration } from '../forecast/calibrate.js';
import { normalBelow } from '../forecast/fit.js';
import type { SideOutlook } from '../forecast/outlook.js';
import type { When, YearAhead } from '../forecast/paths.js';

/** Below this an age is called none, whatever its sign: m per year. */
const AGE_THAT_MATTERS = 0.1e-3;
/** A chance under this is as good as none. */
const RULED_OUT = 0.25;

/** Chance that the level rises by what matters in a year. */
const chanceOfRise = ({ age }: Calibration): number => normalBelow((age.mean - AGE_THAT_MATTERS) / age.sd);

/**
 * The forecast in sentences with dates: what season and age say of it as a whole first, then what asks for the most.
 *
 * @param say how a height is said, in the shop's unit
 * @param move how a movement is said; hundredths of a millimetre where it is left out
 */
export function outlookSentences(
  outlooks: readonly SideOutlook[],
  say: (metres: number) => string,
  move: MoveUnit = moveIn('mm'),
): Sentence[] {
  const [verdict, rest] = historySentences(outlooks, move);
  const ages = verdict?.weight === 'act';
  const sorted = sortByWeight([...rest, ...yearSentences(outlooks, say, ages, move)]);
  return verdict ? [verdict, ...sorted] : sorted;
}

/** What the readings say of the past: season and age as a whole where they can be told, and all else beside it. */
export function historySentences(
  outlooks: readonly SideOutlook[],
  move: MoveUnit = moveIn('mm'),
): [Sentence | null, Sentence[]] {
  const rest = outlooks.flatMap((outlook) =>
    ofSide(outlook.side, [...questioned(outlook), changeOf(outlook, move)]),
  );
  return [verdictOf(outlooks, move), rest];
}

/**
 * What the coming year brings: the window left, the extremes.
 *
 * @param ages whether it is age that drives it out of the window
 */
export function yearSentences(
  outlooks: readonly Pick<SideOutlook, 'side' | 'calibration' | 'year' | 'window'>[],
  say: (metres: number) => string,
  ages = false,
  move: MoveUnit = moveIn('mm'),
): Sentence[] {
  return [
    ...outlooks.flatMap((outlook) => ofSide(outlook.side, [crossing(outlook, say, ages)])),
    ...outlooks.flatMap((outlook) => ofSide(outlook.side, [extremes(outlook, say, move)])),
  ];
}

/** A slip pulls its neighbours' residuals up too: only the furthest reading is asked about. */
function questioned({ side, calibration }: SideOutlook): Sentence[] {
  const furthest = [...calibration.visits].sort((a, b) => Math.abs(b.z) - Math.abs(a.z))[0]!;
  if (Math.abs(furthest.z) <= 3 && furthest.slip < 0.5) return [];
  const weighed =
    furthest.slip > 0.05
      ? `It is taken for a slip with a chance of ${percent(furthest.slip)}, and counts for so much less.`
      : 'It is used as it stands.';
  return [
    {
      text: `The ${side} action of ${isoDate(furthest.day)} stands apart from all the others: was it read right?`,
      weight: 'watch',
      because: `It lies ${Math.abs(furthest.z).toFixed(1)} of its own errors from what the other visits expect. ${weighed}`,
    },
  ];
}

function extremes(
  { side, year, calibration }: Pick<SideOutlook, 'side' | 'year' | 'calibration'>,
  say: (m: number) => string,
  move: MoveUnit,
): Sentence {
  const said = ({ value, band80: [low, high], when }: YearAhead['highest']) =>
    `about ${sayDay(when.day)} at ${say(value)} (${say(low)} to ${say(high)})`;
  return {
    text: `The ${side} side stands highest ${said(year.highest)}, lowest ${said(year.lowest)}.`,
    weight: 'well',
    because:
      `Simulated years with 80${NBSP}% bands; the action moves ${move.of(calibration.sensitivity.mean)} ± ${move.of(calibration.sensitivity.sd)} ${move.name} ` +
      `per 1${NBSP}% of wood moisture, learned from ${visitsOf(calibration)} and the house figure.`,
  };
}

/** First day out of the window. Season alone asks for watching; where age drives it, for doing something. */
function crossing(
  { side, year, window }: Pick<SideOutlook, 'side' | 'year' | 'window'>,
  say: (m: number) => string,
  ages: boolean,
): Sentence {
  const because = `Wanted ${say(window[0])} to ${say(window[1])}; dates are the middle half of simulated years.`;
  const { firstAbove, firstBelow } = year;
  const above = firstAbove && (!firstBelow || firstAbove.probability >= firstBelow.probability);
  const when = above ? firstAbove : firstBelow;
  if (!when) return { text: `The ${side} side stays inside its window all year.`, weight: 'well', because };
  const limit = above ? `above ${say(window[1])}` : `below ${say(window[0])}`;
  const likely = when.probability >= 0.5;
  const [out, maybe] = [when.day === year.from && likely, when.from === year.from];
  const text = out
    ? `The ${side} side stands ${limit} now.`
    : maybe
      ? `The ${side} side may stand ${limit} already; it does at some time in ${percent(when.probability)} of simulated years.`
      : `The ${side} side ${above ? 'rises' : 'falls'} ${limit} about ${between(when)}, in ${percent(when.probability)} of simulated years.`;
  return { text, weight: ages && likely ? 'act' : 'watch', because };
}

function changeOf({ side, attribution }: SideOutlook, move: MoveUnit): Sentence {
  const signed = signedIn(move);
  if (!attribution.known) {
    return {
      text: `What is season and what is age on the ${side} side cannot be told yet: measure again in ${sayMonth(attribution.measureAgain)}.`,
      weight: 'unknown',
      because: capital(attributionReason(attribution)) + '.',
    };
  }
  const { change, season, age, settling, unexplained, fromDay } = attribution.attribution;
  const parts = [`season ${signed(season)}`, `age ${signed(age)}`];
  if (settling.value > 0.02e-3) parts.push(`settling ${signed(settling)}`);
  parts.push(`not explained ${signed(unexplained)}`);
  const odd = Math.abs(unexplained.value) > 1.96 * unexplained.sd;
  return {
    text: `Since ${sayMonth(fromDay)} ${isoDate(fromDay).slice(0, 4)} the ${side} side has ${moved(change.value, move)}: ${parts.join(', ')} ${move.name}.`,
    weight: odd ? 'watch' : 'well',
    because: odd
      ? 'What is not explained is more than the readings’ errors: look at the relief, the belly and the neck joint.'
      : 'Shares add up to the change between the first and the last strung visit since the last work on it.',
  };
}

/** Why season and age cannot be told apart yet, without a full stop. */
export function attributionReason(not: NotYet): string {
  switch (not.missing) {
    case 'visits': {
      const seen = not.visits === 1 ? 'one strung visit' : `${not.visits} strung visits`;
      return `there is ${seen} since the last change, three are needed`;
    }
    case 'months':
      return `the visits span ${Math.round(not.months)} of the eleven months that are needed`;
    case 'moisture':
      return `the wood moved through ${not.span.toFixed(1)} %MC only, two are needed`;
    case 'separation':
      return 'the visits went from one season to the other together with time';
  }
}

/** Never a reset on one summer reading: says plainly where the height is season, and where it is age. */
function verdictOf(outlooks: readonly SideOutlook[], move: MoveUnit): Sentence | null {
  const perYear = (a: Attribution) => a.age.value / ((a.toDay - a.fromDay) / DAYS_PER_YEAR);
  const surely = (a: Attribution) => Math.max(a.rising, 1 - a.rising);
  const told = outlooks.flatMap(({ attribution, calibration }) =>
    attribution.known ? [{ attribution: attribution.attribution, drifts: isDrift(calibration) }] : [],
  );
  if (told.length === 0) return null;
  const moving = told
    .filter(({ attribution, drifts }) => drifts && Math.abs(perYear(attribution)) > AGE_THAT_MATTERS)
    .map(({ attribution }) => attribution);
  if (moving.length > 0) {
    const fastest = moving.sort((a, b) => Math.abs(perYear(b)) - Math.abs(perYear(a)))[0]!;
    const rises = perYear(fastest) > 0;
    return {
      text:
        `It ${rises ? 'rises' : 'sinks'} by about ${move.of(Math.abs(perYear(fastest)))} ${move.name} a year that no ` +
        `${rises ? 'dry season takes back' : 'damp season gives back'}: age, not season.`,
      weight: 'act',
      because: `The chance that there is such a yearly change at all is ${percent(surely(fastest))}; the season is already taken out.`,
    };
  }
  const high = outlooks.filter(({ year, window }) => year.now > window[1]);
  const back = high.flatMap(({ year, window }) =>
    year.comesBack && year.lowest.value <= window[1] ? [year.comesBack] : [],
  );
  if (high.length > 0 && back.length === high.length) {
    const when = sayDay(Math.max(...back.map(({ to }) => to)));
    const rising = Math.max(...outlooks.map(({ calibration }) => chanceOfRise(calibration)));
    if (rising > RULED_OUT)
      return {
        text: `It stands high now and comes back by ${when}: mostly season. A small yearly rise is not ruled out; no neck reset on these readings.`,
        weight: 'watch',
        because: `The chance that it rises by ${move.of(AGE_THAT_MATTERS)} ${move.name} a year or more is ${percent(rising)}. A reading in the next dry season tells more than any other.`,
      };
    return {
      text: `It stands high now and comes back by ${when}: season. Not a neck reset.`,
      weight: 'well',
      because:
        'The expected action of today is above the wanted window, that of the dry season is not, and no yearly rise shows. In three of four simulated years it is back by then.',
    };
  }
  return null;
}

const moved = (change: number, { of, name }: MoveUnit) =>
  Number(of(change)) === 0
    ? 'come back to where it stood'
    : `${change < 0 ? 'fallen' : 'risen'} ${of(Math.abs(change))} ${name}`;
const signedIn =
  ({ of }: MoveUnit) =>
  ({ value, sd }: { value: number; sd: number }) => {
    const size = of(Math.abs(value));
    const sign = Number(size) === 0 ? '' : value < 0 ? '−' : '+';
    return `${sign}${size}${NBSP}±${NBSP}${of(sd)}`;
  };
const between = (when: When) =>
  sayDay(when.from) === sayDay(when.to) ? sayDay(when.day) : `${sayDay(when.from)} to ${sayDay(when.to)}`;
const visitsOf = (calibration: Calibration) =>
  calibration.visits.length === 1 ? 'one visit' : `${calibration.visits.length} visits`;
