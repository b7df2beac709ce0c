import { sayDayFrom, sayMonth } from '../days/day.js';
import { moistureOfHumidity } from '../air/scenario.js';
import type { WoodYear } from '../forecast/woodYear.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import { BOARD, DAMP_HUMIDITY, FELT_SPROUT, GLUED_AT } from '../wood/drying.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { humid, percent, type Saying, type Sentence } from './sentence.js';

/** What the coming year does to top and board: drying, damp, fret ends. */
export const woodSentences = (wood: WoodYear, day: number, saying: Saying): Sentence[] => [
  dryingSentence(wood, day),
  ...keptSentence(wood),
  ...dampSentence(wood),
  ...sproutSentence(wood, day, saying),
];

/** Chances of a crack in the coming winter, and the words for them. House defaults. */
const CRACK_WORDS = [
  [0.65, 'will probably open'],
  [0.35, 'may well open'],
  [0.1, 'may open'],
] as const;
const wordsOf = (chance: number): string | null => CRACK_WORDS.find(([from]) => chance >= from)?.[1] ?? null;

function dryingSentence({ driest, unstressed, restraint, cracks }: WoodYear, day: number): Sentence {
  const because =
    `Chance of a crack in the coming year: ${chanceOf(cracks.sound)} for sound wood, ${chanceOf(cracks.old)} for old cracks, knots and dead glue. ` +
    `The top settles without stress near ${unstressed.value.toFixed(0)} ± ${unstressed.sd.toFixed(0)}\u00a0%MC (${unstressed.from === 'glued' ? 'glued recently' : 'the air it lived in'}); its braces and rim hold back ` +
    `${percent(restraint.value)} of what it would shrink (${restraint.solved ? 'its own solved plan' : 'house figure'}); strength across the grain varies by a quarter. Driest week of one year in ten: ${driest.inTen.toFixed(0)}\u00a0%MC.`;
  const when = `The wood is driest about ${sayDayFrom(driest.day, day)}, near ${driest.moisture.toFixed(1)}\u00a0%MC`;
  const [sound, old] = [wordsOf(cracks.sound), wordsOf(cracks.old)];
  if (old) {
    const what = crackWords(sound, old);
    return {
      text: `${when}: ${what}. ${driest.moisture > moistureOfHumidity(DAMP_HUMIDITY) ? 'Let it dry slowly, over weeks.' : 'Humidify before then.'}`,
      weight: cracks.old >= 0.35 || cracks.sound >= 0.1 ? 'act' : 'watch',
      because,
    };
  }
  const { from } = HUMIDITY_WINDOW;
  if (driest.moisture < moistureOfHumidity(from))
    return {
      text: `${when}, below ${humid(from)}: hard on fret ends and old joints. Humidify before then.`,
      weight: 'watch',
      because,
    };
  return { text: `${when}: no danger to the top.`, weight: 'well', because };
}

/** A chance of so much more than the year's own is worth a word. */
const MORE = 0.1;

/** What happens when it comes where it will be kept: a damp one dries. */
function keptSentence({ kept, cracks, unstressed }: WoodYear): Sentence[] {
  const old = wordsOf(kept.cracks.old);
  if (!old || kept.cracks.old < cracks.old + MORE) return [];
  const sound = wordsOf(kept.cracks.sound);
  return [
    {
      text: `At ${humid(humidityForMoisture(kept.moisture, 20))} it will dry to ${kept.moisture.toFixed(1)}\u00a0%MC: ${crackWords(sound, old)}. Slacken it first, and let it dry slowly, over weeks.`,
      weight: 'watch',
      because: `Chance of a crack on the way: ${chanceOf(kept.cracks.sound)} for sound wood, ${chanceOf(kept.cracks.old)} for old cracks, knots and dead glue; it settles without stress near ${unstressed.value.toFixed(0)} ± ${unstressed.sd.toFixed(0)}\u00a0%MC.`,
    },
  ];
}

const crackWords = (sound: string | null, old: string): string =>
  sound
    ? `old cracks ${old}, and sound wood ${sound.replace('open', 'crack')}`
    : `old cracks and dead glue ${old}`;

const chanceOf = (chance: number): string => (chance < 0.01 ? 'under 1\u00a0%' : percent(chance));

/** Fewer weeks above the limit are a spell of weather. */
const DAMP_WEEKS = 2;

function dampSentence({ damp }: WoodYear): Sentence[] {
  if (!damp || damp.weeks < DAMP_WEEKS) return [];
  return [
    {
      text: `${dampWords(damp)}: bellies rise, old glue softens, mould grows. Dry the room; no heat on the instrument.`,
      weight: 'watch',
      because: `Weeks in which the wood is damper than it settles at ${humid(DAMP_HUMIDITY)} (common practice), over simulated years.`,
    },
  ];
}

/** Weeks of a year that is damp nearly all the time. */
const ALL_YEAR = 45;

function dampWords({ weeks, from, to }: NonNullable<WoodYear['damp']>): string {
  const limit = humid(DAMP_HUMIDITY);
  if (weeks >= ALL_YEAR) return `It is damper than ${limit} nearly all year`;
  const [first, last] = [sayMonth(from), sayMonth(to)];
  const mostly = first === last ? `in ${first}` : `${first} to ${last}`;
  return `About ${weeks} weeks of the coming year are damper than ${limit}, mostly ${mostly}`;
}

function sproutSentence({ driest, sprout }: WoodYear, day: number, { cut }: Saying): Sentence[] {
  if (sprout < FELT_SPROUT) return [];
  return [
    {
      text: `Expect sharp fret ends by ${sayDayFrom(driest.day, day)}: the board may shrink ${cut(2 * sprout)}. Humidify first, then decide.`,
      weight: 'watch',
      because: `A board ${(1000 * BOARD.width).toFixed(0)} mm wide of a dense wood, dressed near ${GLUED_AT.value}\u00a0%MC, in the driest of ten years; half of what it loses shows on each side. House figures.`,
    },
  ];
}
