import { sayDayFrom, sayMonthFrom } from '../days/day.js';
import type { SideAnswers } from '../forecast/answers.js';
import { yearAgainst, type Crossing } from '../forecast/crossings.js';
import type { Judged, SideJudged, SideOutlook } from '../forecast/outlook.js';
import type { When, YearAhead } from '../forecast/paths.js';
import { saddleOfYear } from '../forecast/saddleOfYear.js';
import type { YearUnder } from '../forecast/yearUnder.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import { actionOf, howLikely, humid, NBSP, ofSide, percent, type Saying, type Sentence } from './sentence.js';
import { mergeSides } from './bothSides.js';
import { woodSentences } from './wood.js';

/**
 * The coming year in sentences, what asks for the most first.
 *
 * @param judged what is judged of each side on the day: nothing else is said here
 */
export function sayYear(
  { sides, wood }: YearUnder,
  day: number,
  saying: Saying,
  judged: Judged = {},
): Sentence[] {
  return mergeSides([
    ...sides.flatMap((one) => ofSide(one.side, crossings(one, saying, judged[one.side] ?? null))),
    ...sides.flatMap(({ side, answers }) =>
      ofSide(side, [
        ...buzzSentence(answers, day, saying),
        ...saddleSentence(answers, day, saying, judged[side] ?? null),
        ...humidityAdvised(answers),
      ]),
    ),
    ...woodSentences(wood, day, saying),
    ...sides.flatMap((one) => ofSide(one.side, [extremes(one, saying)])),
  ]);
}

type OfYear = Pick<SideOutlook, 'side' | 'year' | 'window'>;

/** When it leaves the range that is wanted, at both ends; and when it is back where it is outside today. */
function crossings(
  { side, year, window }: OfYear,
  { height, span }: Saying,
  judged: SideJudged | null,
): Sentence[] {
  const { above, below, from } = year;
  const because = `Wanted ${span(...window)}. Of simulated years ${percent(above.ever)} go above that at some time, ${percent(below.ever)} below; ${percent(year.staysInside)} stay inside. Dates: the middle half of those years.`;
  const against = yearAgainst(year, judged);
  if (against.kind === 'inside all year')
    return [{ text: `${actionOf(side)} stays in range all year.`, weight: 'well', because }];
  const [low, high] = window.map((limit) => height(limit)) as [string, string];
  const parts = [
    ...crossingWords(against.above, from, `above ${high}`, 'rise', `below ${high}`),
    ...crossingWords(against.below, from, `below ${low}`, 'fall', `above ${low}`),
  ];
  if (parts.length === 0) return [];
  // that it is out today is said by itself
  const likely = [against.above, against.below].some((one) => one?.kind === 'goes' && one.ever >= 0.5);
  return [{ text: `${actionOf(side)} ${parts.join(' and ')}.`, weight: likely ? 'watch' : 'fact', because }];
}

function crossingWords(
  crossing: Crossing | null,
  from: number,
  limit: string,
  goes: 'rise' | 'fall',
  inside: string,
): string[] {
  switch (crossing?.kind) {
    case undefined:
      return [];
    case 'stays':
      return [`stays ${limit} all year`];
    case 'comes back':
      return [`comes back ${inside} by ${sayDayFrom(crossing.by, from)}`];
    case 'may be there already':
      return [`may already be ${limit}`];
    case 'goes':
      return [`${howLikely(crossing.ever)!} ${goes} ${limit} ${about(crossing.first, from)}`];
  }
}

/** A span of so many days names no season any more. */
const NO_SEASON = 100;

const about = (when: When, today: number): string =>
  when.to - when.from > NO_SEASON ? 'at some time of the year' : `about ${sayDayFrom(when.day, today)}`;

function extremes({ side, year }: OfYear, { height, span }: Saying): Sentence {
  const said = ({ value, when }: YearAhead['highest']) =>
    `${sayDayFrom(when.day, year.from)}, ${height(value)}`;
  const band = ({ band80 }: YearAhead['highest']) => span(...band80);
  return {
    text: `${actionOf(side)} peaks about ${said(year.highest)}; lowest about ${said(year.lowest)}.`,
    weight: 'fact',
    because: `Highest and lowest week of the simulated years. 4 years in 5: ${band(year.highest)} at the highest, ${band(year.lowest)} at the lowest.`,
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
      ? 'No saddle height keeps every fret clean at this touch. Check relief, and the frets themselves.'
      : `Clean down to about ${height(lowestClean)} at fret 12 for this neck, its relief and this player; note whether it buzzes, and this gets better. ${chance}`;
  const first = months.find(({ buzzes }) => buzzes.length > 0);
  if (first)
    return [
      {
        text:
          first === months[0]
            ? `The ${side} string buzzes now at fret${list(first.buzzes)}, as it is played.`
            : `The ${side} string starts to buzz about ${sayMonthFrom(first.day, day)}, at fret${list(first.buzzes)} first.`,
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

/** Nobody files less off a saddle, m. */
const CUT_SEEN = 0.1e-3;

function saddleSentence(
  answers: SideAnswers,
  day: number,
  { cut }: Saying,
  judged: SideJudged | null,
): Sentence[] {
  const { side, saddleShowing: showing, leastShowing: least } = answers;
  if (showing === null || least === null) return [];
  const moved = (change: number) =>
    Math.abs(change) < CUT_SEEN ? 'today’s' : `${cut(Math.abs(change))} ${change < 0 ? 'lower' : 'taller'}`;
  const because =
    'A saddle works if 4 years in 5 stay in range. It changes by twice the change in action. Check belly and neck first.';
  const said = (text: string, weight: Sentence['weight']): Sentence[] => [{ text, weight, because }];
  const saddle = saddleOfYear(answers, judged);
  switch (saddle.kind) {
    // the trade stops trimming here and looks for the cause
    case 'not enough':
      return [
        {
          text: `Not enough ${side} saddle: trimming would leave ${saddle.left < CUT_SEEN ? 'none' : cut(saddle.left)}. Find the cause.`,
          weight: 'watch',
          because: `To stay in range all year it would have to lose ${cut(saddle.down)}. ${cut(showing)} shows; ${cut(least)} must stay, or tone goes.`,
        },
      ];
    case 'as it is':
      return showing < least
        ? said(`Today’s ${side} saddle works all year, but only ${cut(showing)} shows.`, 'watch')
        : said(`Today’s ${side} saddle works all year.`, 'well');
    case 'one':
      return said(`A ${side} saddle ${moved(saddle.change)} than today’s would work all year.`, 'fact');
    case 'none':
      return said(
        `No ${side} saddle, nor a pair of them, keeps the action in range all year. Steady the humidity first.`,
        'watch',
      );
    case 'nothing':
    case 'not sure':
      return [];
    case 'two': {
      const { damp, dry } = saddle;
      if (Math.max(Math.abs(damp.change), Math.abs(dry.change)) < CUT_SEEN) return [];
      return said(
        `${actionOf(side).replace(' action', '')} side needs two saddles: ${moved(damp.change)} from ${sayDayFrom(damp.from, day)} to ${sayDayFrom(damp.to, day)}, ${moved(dry.change)} for the dry half.`,
        'fact',
      );
    }
  }
}

/** What keeps it in range; that no air does is said where it stands, see stands.ts. */
function humidityAdvised({ side, humidity }: SideAnswers): Sentence[] {
  const { from, to } = HUMIDITY_WINDOW;
  const because = `At 20 °C; tried from ${from} to ${to}${NBSP}% RH, which people can hold and wood bears (common practice), and at its home humidity. It counts where 4 years in 5 stay in range.`;
  if (humidity.kind === 'band')
    return [
      {
        text: `At ${Math.round(humidity.from)} to ${humid(humidity.to)}, ${side} action stays in range.`,
        weight: 'fact',
        because,
      },
    ];
  return [];
}
