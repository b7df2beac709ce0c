import { isoDate, sayDay, sayMonth } from '../air/day.js';
import { printLength } from '../units/length.js';
import type { AttributionOrNot } from './attribution.js';
import type { Calibration } from './calibrate.js';
import type { When, YearAhead } from './paths.js';

/** What a sentence means for the instrument: nothing to do, keep an eye on it, act, or not known. */
export type Weight = 'well' | 'watch' | 'act' | 'unknown';

export interface Sentence {
  text: string;
  weight: Weight;
  /** where it comes from, in words a luthier can check */
  because: string;
}

export interface SideOutlook {
  side: 'bass' | 'treble';
  calibration: Calibration;
  year: YearAhead;
  attribution: AttributionOrNot;
  /** lower and upper limit of the wanted action, m */
  window: [number, number];
}

/** Below this an age is called none, whatever its sign: m per year. */
const AGE_THAT_MATTERS = 0.1e-3;

/**
 * The answers of the forecast in sentences with dates, most urgent first.
 *
 * @param say how a height is said, in the shop's unit
 */
export function outlookSentences(outlooks: readonly SideOutlook[], say: (metres: number) => string): Sentence[] {
  const sentences: Sentence[] = [];
  for (const outlook of outlooks) {
    sentences.push(crossing(outlook, say), extremes(outlook, say));
  }
  for (const outlook of outlooks) sentences.push(changeOf(outlook));
  const verdict = resetVerdict(outlooks);
  if (verdict) sentences.unshift(verdict);
  for (const outlook of outlooks) {
    // a slip pulls its neighbours' residuals up too: only the furthest is asked about
    const visit = [...outlook.calibration.visits].sort((a, b) => Math.abs(b.z) - Math.abs(a.z))[0]!;
    if (Math.abs(visit.z) > 3) {
      sentences.push({
        text: `The ${outlook.side} action of ${isoDate(visit.day)} stands apart from all the others: was it read right?`,
        weight: 'watch',
        because: `It lies ${Math.abs(visit.z).toFixed(1)} of its own errors from what the other visits expect. It is used as it stands.`,
      });
    }
  }
  const order: Weight[] = ['act', 'watch', 'unknown', 'well'];
  return sentences.sort((a, b) => order.indexOf(a.weight) - order.indexOf(b.weight));
}

function extremes({ side, year, calibration }: SideOutlook, say: (m: number) => string): Sentence {
  const { highest, lowest } = year;
  const range = ([low, high]: [number, number]) => `${say(low)} to ${say(high)}`;
  return {
    text:
      `By ${sayDay(highest.when.day)} the ${side} side stands highest at ${say(highest.value)} (${range(highest.band80)}), ` +
      `by ${sayDay(lowest.when.day)} lowest at ${say(lowest.value)} (${range(lowest.band80)}).`,
    weight: 'well',
    because:
      `Simulated years with 80 % bands; the action moves ${mm(calibration.sensitivity.mean)} ± ${mm(calibration.sensitivity.sd)} mm ` +
      `per 1 % of wood moisture, learned from ${visitsOf(calibration)} and the house figure.`,
  };
}

function crossing({ side, year, window }: SideOutlook, say: (m: number) => string): Sentence {
  const because = `Wanted ${say(window[0])} to ${say(window[1])}; dates are the middle half of simulated years.`;
  const { firstAbove, firstBelow } = year;
  const out = (when: When, what: string): Sentence => ({
    text:
      `The ${side} side ${what} ${when.from === when.to ? `now` : `about ${sayDay(when.day)} (${between(when)})`}, ` +
      `in ${percent(when.probability)} of simulated years.`,
    weight: when.probability >= 0.5 ? 'act' : 'watch',
    because,
  });
  if (firstAbove && (!firstBelow || firstAbove.probability >= firstBelow.probability)) {
    return out(firstAbove, `rises above ${say(window[1])}`);
  }
  if (firstBelow) return out(firstBelow, `falls below ${say(window[0])}`);
  return { text: `The ${side} side stays inside its window all year.`, weight: 'well', because };
}

function changeOf({ side, attribution }: SideOutlook): Sentence {
  if (!attribution.known) {
    return {
      text: `What is season and what is age on the ${side} side cannot be told yet: measure again in ${sayMonth(attribution.measureAgain)}.`,
      weight: 'unknown',
      because: capital(attribution.reason) + '.',
    };
  }
  const { change, season, age, settling, unexplained, fromDay } = attribution.attribution;
  const parts = [`season ${signed(season)}`, `age ${signed(age)}`];
  if (settling.value > 0.02e-3) parts.push(`settling ${signed(settling)}`);
  parts.push(`not explained ${signed(unexplained)}`);
  const odd = Math.abs(unexplained.value) > 1.96 * unexplained.sd;
  return {
    text:
      `Since ${isoDate(fromDay)} the ${side} side has ${change.value < 0 ? 'fallen' : 'risen'} ${mm(Math.abs(change.value))} mm: ` +
      `${parts.join(', ')} mm.`,
    weight: odd ? 'watch' : 'well',
    because: odd
      ? 'What is not explained is more than the readings’ errors: look at the relief, the belly and the neck joint.'
      : 'Shares add up to the change between the first and the last strung visit since the last work on it.',
  };
}

/** Never a reset on one summer reading: says plainly where the height is season, and where it is age. */
function resetVerdict(outlooks: readonly SideOutlook[]): Sentence | null {
  const known = outlooks.flatMap(({ attribution }) => (attribution.known ? [attribution.attribution] : []));
  if (known.length === 0) return null;
  const years = (a: (typeof known)[number]) => (a.toDay - a.fromDay) / 365.2425;
  const rising = known.filter((a) => a.rising > 0.95 && a.age.value / years(a) > AGE_THAT_MATTERS);
  if (rising.length > 0) {
    const fastest = Math.max(...rising.map((a) => a.age.value / years(a)));
    return {
      text: `It rises by about ${mm(fastest)} mm a year that no dry season takes back: age, not season.`,
      weight: 'act',
      because: `The chance that the yearly rise is above nothing is ${percent(Math.max(...rising.map((a) => a.rising)))}.`,
    };
  }
  const high = outlooks.filter(({ calibration, window }) => calibration.visits.at(-1)!.value > window[1]);
  const back = high.filter(({ year, window }) => year.lowest.value <= window[1]);
  if (high.length > 0 && back.length === high.length) {
    const when = Math.max(...back.map(({ year }) => year.lowest.when.day));
    return {
      text: `It stands high now and comes back by ${sayDay(when)}: season. Not a neck reset.`,
      weight: 'well',
      because: 'The lowest action of the coming year is inside the wanted window, and no yearly rise shows.',
    };
  }
  return null;
}

const mm = (metres: number) => printLength(metres, 'mm').replace(' mm', '');
const signed = ({ value, sd }: { value: number; sd: number }) => `${value < 0 ? '−' : '+'}${mm(Math.abs(value))} ± ${mm(sd)}`;
const percent = (p: number) => `${Math.round(100 * p)} %`;
const between = (when: When) =>
  sayDay(when.from) === sayDay(when.to) ? sayDay(when.day) : `${sayDay(when.from)} to ${sayDay(when.to)}`;
const visitsOf = (calibration: Calibration) =>
  calibration.visits.length === 1 ? 'one visit' : `${calibration.visits.length} visits`;
const capital = (text: string) => text[0]!.toUpperCase() + text.slice(1);
