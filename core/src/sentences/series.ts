import type { AttributionOrNot } from '../forecast/attribution.js';
import { TOO_DAMP_TO_CLOSE } from '../wood/drying.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { placeName } from '../readings/places.js';
import { QUANTITIES } from '../readings/quantities.js';
import type { SeriesFinding, SeriesSubject } from '../instrument/series.js';
import { attributionReason } from './outlook.js';
import { capital, NBSP, type Sentence } from './sentence.js';

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
    return subject.measure === 'length' ? 'the loose stretch' : 'how far in a feeler goes';
  return QUANTITIES[subject.quantity].name.toLowerCase();
}
/** What the fit of one series says besides its curve. */
export function seriesSentences(subject: SeriesSubject, finding: SeriesFinding | null): Sentence[] {
  if (!finding) return [];
  return [finding.kind === 'drift' ? driftSentence(subject, finding) : closingSentence(finding)];
}

function driftSentence(
  subject: SeriesSubject,
  { attribution, drifts, perYear }: { attribution: AttributionOrNot; drifts: boolean; perYear: number },
): Sentence {
  const what = subjectInSentence(subject);
  if (!attribution.known)
    return {
      text: `What of ${what} is season and what is age cannot be told yet.`,
      weight: 'unknown',
      because: `${capital(attributionReason(attribution))}.`,
    };
  if (!drifts)
    return {
      text: `No yearly change of ${what} shows beyond the season.`,
      weight: 'well',
      because: 'The chance that there is one is not sure enough to be called real.',
    };
  return {
    text: `Beyond the season ${what} ${perYear > 0 ? 'grows' : 'shrinks'} from year to year.`,
    weight: 'watch',
    because: 'The season is taken out; the figure and its error stand under “What it stands on”.',
  };
}

/** The moisture at which an open crack closes. */
function closingSentence({
  closed,
  moisture,
  restraint,
}: Extract<SeriesFinding, { kind: 'closing' }>): Sentence {
  if (closed)
    return {
      text: 'The crack stands closed.',
      weight: 'well',
      because: 'Its last width is within a feeler’s error of none.',
    };
  const because =
    'From the line through its widths at two moistures where there are two, else from how far the plate beside it swells; house figures for the plate’s width' +
    (restraint === null ? ' and restraint.' : ', its own solved plan for the restraint.');
  if (moisture === null)
    return { text: 'It does not close with damp: look at what holds it open.', weight: 'watch', because };
  if (moisture > TOO_DAMP_TO_CLOSE)
    return {
      text: `Humidity will not close it: it would want ${moisture.toFixed(1)} %MC. Fill or splint.`,
      weight: 'watch',
      because,
    };
  return {
    text: `It closes at about ${moisture.toFixed(1)} %MC, ${Math.round(humidityForMoisture(moisture, 20))}${NBSP}% RH for a fortnight: close it by humidity before gluing.`,
    weight: 'watch',
    because,
  };
}
