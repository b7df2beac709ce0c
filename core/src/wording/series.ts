import { sayMonthFrom } from '../days/day.js';
import { CLOSES_EASILY, TOO_DAMP_TO_CLOSE } from '../wood/closing.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { placeName } from '../readings/places.js';
import { QUANTITIES } from '../readings/quantities.js';
import type { SeriesFinding, SeriesSubject } from '../instrument/series.js';
import { moveUnit } from '../units/height.js';
import { METRES_PER_INCH } from '../units/length.js';
import { creepSentence } from './history.js';
import { humid, type Saying, type Sentence } from './sentence.js';
import { capital } from './words.js';

/** What a series is of, as it stands in a list. */
export function seriesName(subject: SeriesSubject): string {
  if (subject.of === 'crack') return `${subject.name.trim() || 'Crack'}, ${subject.measure}`;
  if (subject.of === 'separation')
    return `Loose: ${subject.name}, ${subject.measure === 'length' ? 'how long' : 'how far in'}`;
  const { name } = QUANTITIES[subject.quantity];
  const where = placeName(subject.place);
  return where ? `${name}, ${where}` : name;
}

function subjectInSentence(subject: SeriesSubject): string {
  if (subject.of === 'crack') return `the crack’s ${subject.measure}`;
  if (subject.of === 'separation')
    return subject.measure === 'length' ? 'the loose stretch' : 'the depth to which a feeler goes';
  return `the ${QUANTITIES[subject.quantity].name.toLowerCase()}`;
}

/** Movements of angles and of cents; lengths go in the page's own unit. */
const MOVES = {
  angle: moveUnit('degrees', Math.PI / 180, 2),
  cents: moveUnit('cents', 1, 1),
};

/** Inches along wood, to a hundredth. */
export const ALONG_WOOD = moveUnit('in', METRES_PER_INCH, 2);

/** How far something goes along the wood is a length, and no amount of feelers. */
const alongWood = (subject: SeriesSubject, move: Saying['move']): Saying['move'] =>
  subject.of !== 'quantity' && subject.measure === 'length' && move.name === 'thou' ? ALONG_WOOD : move;

/** What the fit of one series says besides its curve. */
export function seriesSentences(
  subject: SeriesSubject,
  finding: SeriesFinding | null,
  day: number,
  { move }: Saying,
): Sentence[] {
  if (!finding) return [];
  if (finding.kind === 'closing') return [closingSentence(finding, day)];
  const dimension = subject.of === 'quantity' ? QUANTITIES[subject.quantity].dimension : 'length';
  return [
    creepSentence(
      {
        name: capital(subjectInSentence(subject)),
        attribution: finding.attribution,
        age: finding.perYear,
        grows: subject.of !== 'quantity',
      },
      { day, move: dimension === 'length' ? alongWood(subject, move) : MOVES[dimension] },
    ),
  ];
}

/** The moisture at which an open crack closes, and what is to be done with it. */
function closingSentence(
  { closed, at, restraint, measureAgain }: Extract<SeriesFinding, { kind: 'closing' }>,
  day: number,
): Sentence {
  if (closed)
    return {
      text: 'The crack is closed.',
      weight: 'well',
      because: 'Its last width is within a feeler’s error of none.',
    };
  const { median, band80, answer } = at;
  const span = (low: number, high: number) => `${low.toFixed(0)} and ${high.toFixed(0)}\u00a0%MC`;
  const because =
    `It closes between ${span(...band80)} (4 times in 5). From the line through all its widths, and from how far the plate beside it swells: ` +
    `house figure for the plate’s width, ${restraint.solved ? 'its own solved plan' : 'house figure'} for how far it is held.`;
  const said = (text: string, weight: Sentence['weight']): Sentence => ({ text, weight, because });
  switch (answer) {
    case 'humidify':
      return said(
        `The crack closes by about ${Math.round(median)}\u00a0%MC, two weeks at ${humid(humidityForMoisture(median, 20))}. Humidify, close, glue.`,
        'fact',
      );
    case 'under tension':
      return said(
        `The crack closes only at ${CLOSES_EASILY} to ${TOO_DAMP_TO_CLOSE}\u00a0%MC, so glue would hold it under tension. Splint or cleat it.`,
        'watch',
      );
    case 'fill or splint':
      return said(
        `Humidity will not close the crack: it would need more than ${TOO_DAMP_TO_CLOSE}\u00a0%MC. Fill or splint it.`,
        'watch',
      );
    case 'cannot tell':
      return said(
        `At what moisture the crack closes is not known yet. Measure its width again in ${sayMonthFrom(Math.max(day, measureAgain), day)}.`,
        'unknown',
      );
  }
}
