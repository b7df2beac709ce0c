import type { Climate } from '../air/climate.js';
import type { HygrometerCorrection } from '../air/hygrometer.js';
import type { LogChange } from '../air/logChange.js';
import type { PieceInRoom } from '../air/roomWood.js';
import { ROOM_CELSIUS } from '../air/scenario.js';
import { isoDate, sayDate } from '../days/day.js';
import { HUMIDITY_WINDOW } from '../targets/targets.js';
import { humidityForMoisture } from '../wood/equilibrium.js';
import { humid } from './sentence.js';
import { PIECE_IDS, PIECES, sayLag, type PieceId } from '../wood/pieces.js';

/** Under this the preset still speaks along, and it is said; years of log. */
export const FULL_YEAR = 1;

/**
 * What a climate stands on.
 *
 * @param packs what the packs of a case hold, percent; null where the room is none
 */
export function climateBasis({ years }: Pick<Climate, 'years'>, packs: number | null = null): string {
  if (years === 0 && packs !== null)
    return `A case with packs of ${packs} % RH: assumed about that humidity, with a third of a room’s swing, until it is logged.`;
  if (years === 0)
    return 'No room log yet: a usual year, and the air at examinations, are used; the bands are wide.';
  const months = Math.round(years * 12);
  if (years < FULL_YEAR) {
    const preset = packs === null ? 'a usual climate' : `what packs of ${packs} % RH hold`;
    return `${months} ${months === 1 ? 'month' : 'months'} of room log, the rest from ${preset}: log a whole year.`;
  }
  return `${years.toFixed(1)} years of room log.`;
}

/** What a room's air is to an instrument, by its humidity in percent. */
export function humiditySentence(humidity: number): string {
  if (humidity < HUMIDITY_WINDOW.from) return 'Dry: tops flatten, action drops, cracks open.';
  if (humidity > HUMIDITY_WINDOW.to) return 'Damp: bellies and action rise.';
  return `Fine, within ${HUMIDITY_WINDOW.from} to ${humid(HUMIDITY_WINDOW.to)}.`;
}

/** What a room's hygrometer is worth, by its correction over salts. */
export function hygrometerSentence({ gain, offset }: HygrometerCorrection): string {
  if (gain === 1 && offset === 0) return 'Hygrometer not checked: trust it to a few percent only.';
  const at = (shown: number) => (offset + gain * shown).toFixed(0);
  return `Hygrometer corrected: 30 % shown means ${at(30)}, 50 means ${at(50)}, 70 means ${at(70)}.`;
}

/** The moisture about which a change is told in humidity, %MC. */
const MIDDLE = 8.6;

/** What is asked of a log that went over to other ways. */
export function logChangeSentence(change: LogChange): string {
  const moved = change.kind === 'step' ? change.by : change.perYear;
  const size = humid(
    Math.abs(
      humidityForMoisture(MIDDLE + moved / 2, ROOM_CELSIUS) -
        humidityForMoisture(MIDDLE - moved / 2, ROOM_CELSIUS),
    ),
  );
  const way = moved > 0 ? 'damper' : 'drier';
  return change.kind === 'step'
    ? `Since ${sayDate(isoDate(change.day), 'long')} this log shows about ${size} ${way} than its seasons explain. Did the room change, or the sensor?`
    : `This log drifts, about ${size} ${way} every year. Is it the room, or the sensor?`;
}

/** How long each piece takes, worked out once. */
const LAGS = Object.fromEntries(PIECE_IDS.map((id) => [id, sayLag(PIECES[id].slab)])) as Record<
  PieceId,
  string
>;

/** How the faces of a piece stand to the air, and how long it takes to follow. */
export const aboutPiece = (id: PieceId): string => `${PIECES[id].faces}; ${LAGS[id]}`;

const DRY: Record<PieceId, string> = {
  bareTop: 'glue no structure on it; bring it to working moisture first',
  finishedTop: 'action drops and cracks open: humidify now, cases shut',
  fingerboard: 'fret ends will be felt, and frets may lift',
  neckBlock: 'joints and linings feel it last, and take as long to come back',
};
const DAMP: Record<PieceId, string> = {
  bareTop: 'do not glue or press on it',
  finishedTop: 'belly and action rise: cut no saddle, judge no reset now',
  fingerboard: 'the neck may bow back',
  neckBlock: 'the neck angle may follow, and it takes as long to come back',
};

/** What a piece of wood in a room is doing, and whether that is a warning. */
export function pieceSentence({ piece, now, fortnight, twoMonths, state }: PieceInRoom): {
  warns: boolean;
  words: string;
} {
  const goes = (to: number) => `${to < now! ? 'drying' : 'rising'} to ${to.toFixed(1)}`;
  const advice = (damp: boolean) => (damp ? DAMP : DRY)[piece];
  switch (state.kind) {
    case 'not known':
      return { warns: false, words: 'The log stops before today: nothing known.' };
    case 'out': {
      const back = state.back ? '; in this week’s air it is back within two weeks' : '';
      return { warns: true, words: `${state.damp ? 'Damp' : 'Dry'}: ${advice(state.damp)}${back}.` };
    }
    case 'out in two weeks':
      return {
        warns: true,
        words: `If the air stays like this week, ${goes(fortnight!)} within two weeks: ${advice(state.damp)}.`,
      };
    case 'moving fast':
      return {
        warns: true,
        words: `Moving fast, ${goes(fortnight!)} within two weeks: the swing hurts more than the level.`,
      };
    case 'out in two months':
      return {
        warns: true,
        words: `As the season goes, ${goes(twoMonths!)} within two months: ${advice(state.damp)}.`,
      };
    case 'at ease':
      return { warns: false, words: `Fine: ${goes(twoMonths!)} within two months, as usual for the season.` };
  }
}
