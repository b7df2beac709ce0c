import { isoDate, sayDay, sayMonth } from '../days/day.js';
import { moistureOfHumidity } from '../air/scenario.js';
import type { DryingOutlook, SideAnswers } from '../forecast/answers.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import { BOARD, FELT_SPROUT, GLUED_AT } from '../wood/drying.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { NBSP, ofSide, percent, sortByWeight, type Sentence } from './sentence.js';

/** The answers in sentences; what asks for the most comes first. */
export function answerSentences(
  answers: readonly SideAnswers[],
  drying: DryingOutlook | null,
  say: (metres: number) => string,
  saySaddle: (metres: number) => string,
): Sentence[] {
  const sentences = answers.flatMap((one) =>
    ofSide(one.side, [
      ...buzzSentence(one, say),
      saddleSentence(one, saySaddle),
      humiditySentence(one),
      referenceSentence(one, say),
    ]),
  );
  if (drying) sentences.push(dryingSentence(drying), ...sproutSentence(drying));
  return sortByWeight(sentences);
}

function buzzSentence({ side, months, lowestClean }: SideAnswers, say: (m: number) => string): Sentence[] {
  if (months.every(({ chance }) => chance === null)) return [];
  const because =
    lowestClean === null
      ? 'At no height of the saddle are all frets clean under this pluck: look at the relief and at the frets themselves.'
      : `Clean down to about ${say(lowestClean)} at fret 12 for this neck, its relief and this player; the player’s force is known to a quarter until a buzz, or none, is noted.`;
  const first = months.find(({ buzzes }) => buzzes.length > 0);
  if (first) {
    const now = first === months[0];
    return [
      {
        text: now
          ? `The ${side} string buzzes now at fret${list(first.buzzes)} under this player’s hand.`
          : `The ${side} string begins to buzz about ${sayMonth(first.day)}, at fret${list(first.buzzes)} first.`,
        weight: 'watch',
        because,
      },
    ];
  }
  const worst = months.reduce((a, b) => ((b.chance ?? 0) > (a.chance ?? 0) ? b : a));
  const likely = (worst.chance ?? 0) >= 0.2;
  return [
    {
      text: likely
        ? `The ${side} string is clean, but close to buzzing in ${sayMonth(worst.day)}: a chance of ${percent(worst.chance!)}.`
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
  say: (m: number) => string,
): Sentence {
  const lowest = saddle.kind === 'one' ? saddle.change : saddle.kind === 'two' ? saddle.damp.change : 0;
  const left = saddleShowing === null ? null : saddleShowing + lowest;
  // the trade stops trimming here and looks for the cause
  if (lowest < 0 && left !== null && leastShowing !== null && left < leastShowing)
    return {
      text: `The ${side} saddle cannot answer it: ${say(Math.max(0, left))} would be left showing, too little. Look for the cause.`,
      weight: 'watch',
      because: `It would have to come down by ${say(-lowest)} of the ${say(saddleShowing!)} that show; at least ${say(leastShowing)} must stay, or the string loses its bend and the note dies.`,
    };
  const moved = (change: number) =>
    `${say(Math.abs(change))} ${change < 0 ? 'lower' : 'taller'} than today’s`;
  const because =
    'The saddle changes by twice what the action does; dates are those at which the expected action passes the middle of its year. Look at belly and neck before any saddle is cut.';
  if (saddle.kind === 'as it is')
    return { text: `Today’s saddle serves the ${side} side all year.`, weight: 'well', because };
  if (saddle.kind === 'one')
    return {
      text: `One saddle would serve the ${side} side all year, ${moved(saddle.change)}.`,
      weight: 'watch',
      because,
    };
  if (saddle.kind === 'none')
    return {
      text: `The ${side} side swings more than two saddles can answer: control the humidity, or leave a safe height and live with it.`,
      weight: 'watch',
      because,
    };
  const { damp, dry } = saddle;
  return {
    text:
      `No one saddle keeps the ${side} side in its window: two would, one ${moved(damp.change)} from ${sayDay(damp.from)} ` +
      `to ${sayDay(damp.to)}, one ${moved(dry.change)} for the dry half.`,
    weight: 'watch',
    because,
  };
}

function humiditySentence({ side, humidity }: SideAnswers): Sentence {
  if (!humidity)
    return {
      text: `No humidity brings the ${side} side into its window: it is not the air.`,
      weight: 'watch',
      because: 'Between 4 and 16 %MC the expected action is nowhere inside what is wanted.',
    };
  const { from, to, sure } = humidity;
  if (from > HUMIDITY_WINDOW.to || to < HUMIDITY_WINDOW.from)
    return {
      text: `No humidity that an instrument should live in brings the ${side} side into its window: it would take ${Math.round(from)} to ${Math.round(to)}${NBSP}% RH. It is not the air.`,
      weight: 'watch',
      because: `Tolerable are ${HUMIDITY_WINDOW.from} to ${HUMIDITY_WINDOW.to}${NBSP}% RH (common practice).`,
    };
  // what it would bear by itself is not what the wood bears
  const [low, high] = [Math.max(from, HUMIDITY_WINDOW.from), Math.min(to, HUMIDITY_WINDOW.to)];
  const clipped =
    low > from || high < to
      ? ` By itself the action would bear ${Math.round(from)} to ${Math.round(to)}${NBSP}%, but under ${HUMIDITY_WINDOW.from} and over ${HUMIDITY_WINDOW.to} the wood suffers.`
      : '';
  return {
    text: `Kept between ${Math.round(low)} and ${Math.round(high)}${NBSP}% RH the ${side} side stays in its window.`,
    weight: 'well',
    because:
      (sure
        ? 'Four fifths of what is expected lie inside the window over that band, at 20 °C.'
        : 'Only the middle of what is expected lies inside the window over that band, at 20 °C: measure more often to narrow it.') +
      clipped,
  };
}

function referenceSentence({ side, atReference }: SideAnswers, say: (m: number) => string): Sentence {
  const { day, action } = atReference;
  return {
    text: `The last ${side} reading, carried to ${sayMonth(day)}, would be ${say(action.mean)} (${say(action.mean - action.sd)} to ${say(action.mean + action.sd)}).`,
    weight: 'well',
    because: `${sayMonth(day)} has the year’s mean moisture on its way up; readings carried there can be compared with each other.`,
  };
}

function dryingSentence({ day, moisture, driest, danger, restraint }: DryingOutlook): Sentence {
  const humidity = danger > 0.5 ? humidityForMoisture(danger, 20) : 0;
  const because =
    `The top was glued near ${GLUED_AT.mean} %MC (± ${GLUED_AT.sd}, a house figure); its braces and rim hold back ${percent(restraint.value)} of what it would shrink (${restraint.solved ? 'its own solved plan' : 'house figure'}), so that it bears ` +
    `${(GLUED_AT.mean - danger).toFixed(1)} %MC of drying before the strength across the grain is used up. Old cracks and dry glue give way earlier.`;
  const text = `Driest about ${sayDay(day)}, near ${moisture.toFixed(1)} %MC (${driest.toFixed(1)} in one year of ten)`;
  if (driest < danger + GLUED_AT.sd)
    return {
      text: `${text}: close to where a top of this wood cracks, about ${Math.round(humidity)}${NBSP}% RH. Humidify before then.`,
      weight: driest < danger ? 'act' : 'watch',
      because,
    };
  const { from } = HUMIDITY_WINDOW;
  if (moisture < moistureOfHumidity(from))
    return {
      text: `${text}: drier than at the ${from}${NBSP}% RH that is tolerable. Sound wood bears it; old cracks and dry glue may not. Humidify before then.`,
      weight: 'watch',
      because,
    };
  return { text: `${text}: no danger to sound wood.`, weight: 'well', because };
}

function sproutSentence({ day, sprout }: DryingOutlook): Sentence[] {
  if (sprout < FELT_SPROUT) return [];
  return [
    {
      text: `Fret ends are likely to be felt by ${sayDay(day)}: the board shrinks by up to ${(2e3 * sprout).toFixed(1)} mm. Rehydrate in the case first, then decide.`,
      weight: 'watch',
      because: `A board ${(1000 * BOARD.width).toFixed(0)} mm wide of a dense wood, dressed near ${GLUED_AT.mean} %MC; half of what it loses stands out on each side. House figures. (${isoDate(day)})`,
    },
  ];
}
