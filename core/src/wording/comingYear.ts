import { sayDayFrom, sayMonthFrom } from '../days/day.js';
import type { SideAnswers } from '../forecast/answers.js';
import type { Reserves, SideOutlook, SideReserve } from '../forecast/outlook.js';
import type { Beyond, When, YearAhead } from '../forecast/paths.js';
import type { YearUnder } from '../forecast/yearUnder.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import {
  actionOf,
  howLikely,
  humid,
  NBSP,
  ofSide,
  percent,
  sortByWeight,
  type Saying,
  type Sentence,
} from './sentence.js';
import { woodSentences } from './wood.js';

/** The coming year in sentences, what asks for the most first. */
export function sayYear(
  { sides, wood }: YearUnder,
  day: number,
  saying: Saying,
  reserves: Reserves = {},
): Sentence[] {
  return sortByWeight([
    ...sides.flatMap((one) => ofSide(one.side, crossings(one, saying))),
    ...sides.flatMap(({ side, answers }) =>
      ofSide(side, [
        ...buzzSentence(answers, day, saying),
        ...saddleSentence(answers, day, saying, reserves[side] ?? null),
        ...humidityAdvised(answers),
      ]),
    ),
    ...woodSentences(wood, day),
    ...sides.flatMap((one) => ofSide(one.side, [extremes(one, saying)])),
  ]);
}

type OfYear = Pick<SideOutlook, 'side' | 'year' | 'window'>;

/** When it leaves the range that is wanted, at both ends; and when it is back where it is outside today. */
function crossings({ side, year, window }: OfYear, { height, span }: Saying): Sentence[] {
  const { above, below, from } = year;
  const because =
    `Wanted ${span(...window)}. Of the simulated years ${percent(above.ever)} stand above that at some time, ` +
    `${percent(below.ever)} below; ${percent(year.staysInside)} stay inside all year. Dates are the middle half of those years.`;
  const parts = [
    ...beyond(above, from, `above ${height(window[1])}`, 'rise', `below ${height(window[1])}`),
    ...beyond(below, from, `below ${height(window[0])}`, 'fall', `above ${height(window[0])}`),
  ];
  if (year.staysInside >= 0.8)
    return [{ text: `${actionOf(side)} stays in the wanted range all year.`, weight: 'well', because }];
  if (parts.length === 0) return [];
  // that it is out today is said by itself
  const likely = [above, below].some(({ now, ever }) => now < 0.5 && ever >= 0.5);
  return [{ text: `${actionOf(side)} ${parts.join(' and ')}.`, weight: likely ? 'watch' : 'fact', because }];
}

function beyond(
  { now, ever, first, back }: Beyond,
  from: number,
  limit: string,
  goes: 'rise' | 'fall',
  inside: string,
): string[] {
  if (now >= 0.5) {
    if (!back || back.probability < 0.5) return [`stays ${limit} all year`];
    return [`comes back ${inside} by ${sayDayFrom(back.to, from)}`];
  }
  const how = howLikely(ever);
  if (!how || !first) return [];
  if (first.from === from) return [`may be ${limit} already`];
  return [`${how} ${goes} ${limit} ${about(first, from)}`];
}

/** A span of so many days names no season any more. */
const NO_SEASON = 100;

const about = (when: When, today: number): string =>
  when.to - when.from > NO_SEASON ? 'at some time of the year' : `about ${sayDayFrom(when.day, today)}`;

function extremes({ side, year }: OfYear, { height, span }: Saying): Sentence {
  const said = ({ value, band80: [low, high], when }: YearAhead['highest']) =>
    `${sayDayFrom(when.day, year.from)}, ${height(value)} (${span(low, high)})`;
  return {
    text: `${actionOf(side)} is highest about ${said(year.highest)}, and lowest about ${said(year.lowest)}.`,
    weight: 'fact',
    because: `Highest and lowest week of simulated years; in brackets what four of five of them lie between.`,
  };
}

function buzzSentence(
  { side, months, lowestClean }: SideAnswers,
  day: number,
  { height }: Saying,
): Sentence[] {
  if (months.every(({ chance }) => chance === null)) return [];
  const worst = months.reduce((a, b) => ((b.chance ?? 0) > (a.chance ?? 0) ? b : a));
  const chance = `In its worst month, ${sayMonthFrom(worst.day, day)}, the chance of a buzz is ${percent(worst.chance ?? 0)}.`;
  const because =
    lowestClean === null
      ? 'At no height of the saddle are all frets clean under this pluck: look at the relief and at the frets themselves.'
      : `Clean down to about ${height(lowestClean)} at fret 12 for this neck, its relief and this player; the player’s force is known to a quarter until a buzz, or none, is noted. ${chance}`;
  const first = months.find(({ buzzes }) => buzzes.length > 0);
  if (first)
    return [
      {
        text:
          first === months[0]
            ? `The ${side} string buzzes now at fret${list(first.buzzes)} under this player’s hand.`
            : `The ${side} string begins to buzz about ${sayMonthFrom(first.day, day)}, at fret${list(first.buzzes)} first.`,
        weight: 'watch',
        because,
      },
    ];
  const likely = (worst.chance ?? 0) >= 0.2;
  return [
    {
      text: likely
        ? `The ${side} string is clean, but may buzz in ${sayMonthFrom(worst.day, day)}.`
        : `The ${side} string stays clean all year.`,
      weight: likely ? 'watch' : 'well',
      because,
    },
  ];
}

const list = (frets: readonly number[]) => (frets.length === 1 ? ` ${frets[0]}` : `s ${sayFrets(frets)}`);

/** Runs of frets as one: `1 to 4, 7`. */
export function sayFrets(frets: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const fret of frets) {
    const last = runs.at(-1);
    if (last && fret === last[1] + 1) last[1] = fret;
    else runs.push([fret, fret]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : b === a + 1 ? `${a}, ${b}` : `${a} to ${b}`)).join(', ');
}

function saddleSentence(
  { side, saddle, saddleShowing, leastShowing }: SideAnswers,
  day: number,
  { height }: Saying,
  reserve: SideReserve | null,
): Sentence[] {
  if (saddle === null || saddleShowing === null || leastShowing === null) return [];
  const lowest = saddle.kind === 'one' ? saddle.change : saddle.kind === 'two' ? saddle.damp.change : 0;
  const left = saddleShowing + lowest;
  // the trade stops trimming here and looks for the cause
  const short = reserve ? reserve.verdict === 'not enough' || reserve.verdict === 'at its floor' : true;
  // what is judged to have enough has it on this page too: it is no saddle then that would serve all year
  if (lowest < 0 && left < leastShowing && !short) return [];
  if (lowest < 0 && left < leastShowing)
    return [
      {
        text: `Not enough ${side} saddle: trimming would leave ${left < 0.05e-3 ? 'none' : height(left)}. Look for the cause.`,
        weight: 'watch',
        because: `To stay in the wanted range all year it would have to come down by ${height(-lowest)} of the ${height(saddleShowing)} that show; at least ${height(leastShowing)} must stay, or the string loses its bend and the note dies.`,
      },
    ];
  const moved = (change: number) => `${height(Math.abs(change))} ${change < 0 ? 'lower' : 'taller'}`;
  const because =
    'A saddle serves where four of five simulated years stay in the wanted range with it; it changes by twice what the action does. Look at belly and neck before any saddle is cut.';
  const said = (text: string, weight: Sentence['weight']): Sentence[] => [{ text, weight, because }];
  switch (saddle.kind) {
    case 'as it is':
      return saddleShowing < leastShowing
        ? said(
            `Today’s ${side} saddle serves all year, but only ${height(saddleShowing)} of it show.`,
            'watch',
          )
        : said(`Today’s ${side} saddle serves all year.`, 'well');
    case 'one':
      return said(`A ${side} saddle ${moved(saddle.change)} than today’s would serve all year.`, 'fact');
    case 'none':
      return said(
        `No ${side} saddle, nor two of them, keeps the action in range all year: hold the humidity steadier.`,
        'watch',
      );
    case 'not sure':
      return [];
    case 'two': {
      const { damp, dry } = saddle;
      return said(
        `No one saddle keeps ${side} action in range: two would, one ${moved(damp.change)} from ${sayDayFrom(damp.from, day)} to ${sayDayFrom(damp.to, day)}, one ${moved(dry.change)} for the dry half.`,
        'fact',
      );
    }
  }
}

/** What keeps it in range; that no air does is said where it stands, see stands.ts. */
function humidityAdvised({ side, humidity }: SideAnswers): Sentence[] {
  const { from, to } = HUMIDITY_WINDOW;
  const because = `At 20 °C; tried from ${from} to ${to}${NBSP}% RH, which is what people can keep and wood bears (common practice), and where it will be kept. It counts where four fifths of what is expected lie in the wanted range.`;
  if (humidity.kind === 'band')
    return [
      {
        text: `Kept between ${Math.round(humidity.from)} and ${humid(humidity.to)}, ${side} action stays in the wanted range.`,
        weight: 'fact',
        because,
      },
    ];
  return [];
}
