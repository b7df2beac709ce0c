import type { WoodOfPiece } from '@upright-elder/contract';
import {
  dewPoint,
  equilibriumMoisture,
  GLUED_AT,
  PIECE_IDS,
  PIECES,
  sayLag,
  seasonMoisture,
  Slab,
  throughDays,
  type AirLog,
  type Climate,
  type PieceId,
} from '@upright-elder/core';
import type { RoomClimate } from './room-climate.js';

const WEEK = 7;
const FORTNIGHT = 14;
const TWO_MONTHS = 61;
/** A log that ended longer ago says nothing of today. */
const STALE_DAYS = 21;
/** Wood is thought to have forgotten what lies further back. */
const MEMORY_DAYS = 720;
/** Within this of where it was glued the wood is at ease, %MC; a move of so much in a fortnight is a warning by itself. */
const EASE = 2;
const FAST = 1.2;

/**
 * What each kind of wood in a room is doing: the log driven through its thickness, then on as this week's air stayed,
 * and as the season goes; in a case with packs, what these hold where nothing was logged. Warned is before the wood has
 * moved, not after.
 */
export function woodOfRoom({ log, climate, packs }: RoomClimate, today: number): WoodOfPiece[] {
  const stale = log.size === 0 || today - log.lastDay > STALE_DAYS;
  if (stale && packs === null) return PIECE_IDS.map(unknown);
  // of a case it is known by its packs how it goes on
  const known = stale ? today : log.lastDay;
  const from = known - MEMORY_DAYS;
  const past = equilibriumOver(log, climate, from, known);
  const week = past.slice(-WEEK).reduce((sum, one) => sum + one, 0) / WEEK;
  const until = [...past, ...days(today - known, () => week)];
  const stays = days(FORTNIGHT, () => week);
  const season = days(TWO_MONTHS, (i) => seasonMoisture(climate, today + i + 1));
  return PIECE_IDS.map((id) => {
    const piece = new Slab(PIECES[id].slab, seasonMoisture(climate, from));
    const now = throughDays(piece, until).at(-1)!;
    const fortnight = throughDays(piece.clone(), stays).at(-1)!;
    const twoMonths = throughDays(piece, season).at(-1)!;
    return { ...about(id), now, fortnight, twoMonths, ...wordsOn(id, now, fortnight, twoMonths) };
  });
}

const days = (count: number, air: (i: number) => number): number[] =>
  Array.from({ length: Math.max(0, count) }, (_, i) => air(i));

function about(id: PieceId): Pick<WoodOfPiece, 'piece' | 'name' | 'about'> {
  const { name, faces } = PIECES[id];
  return { piece: id, name, about: `${faces}; ${LAGS_SAID[id]}` };
}

/** How long each piece takes, worked out once. */
const LAGS_SAID = Object.fromEntries(PIECE_IDS.map((id) => [id, sayLag(PIECES[id].slab)])) as Record<
  PieceId,
  string
>;

const unknown = (id: PieceId): WoodOfPiece => ({
  ...about(id),
  now: null,
  fortnight: null,
  twoMonths: null,
  warns: false,
  words: 'The log does not reach today: nothing can be said.',
});

/** Equilibrium moisture of every day; the season's where none was logged. */
function equilibriumOver(log: AirLog, climate: Climate, from: number, to: number): number[] {
  const logged = new Map(
    log.days().map(({ day, humidity, celsius }) => [Math.floor(day), equilibriumMoisture(humidity, celsius)]),
  );
  return Array.from(
    { length: to - from + 1 },
    (_, i) => logged.get(from + i) ?? seasonMoisture(climate, from + i),
  );
}

const DRY: Record<PieceId, string> = {
  bareTop: 'do not glue structure on it; bring it to working moisture first',
  finishedTop: 'action drops and cracks open: humidify now, cases shut',
  fingerboard: 'fret ends will be felt, and frets may lift',
  neckBlock: 'joints and linings feel it last: it takes as long to come back',
};
const DAMP: Record<PieceId, string> = {
  bareTop: 'do not glue or press on it',
  finishedTop: 'belly and action rise: no saddle is cut and no reset judged now',
  fingerboard: 'the neck may bow back',
  neckBlock: 'the neck angle may follow, and it takes as long to come back',
};

function wordsOn(
  id: PieceId,
  now: number,
  fortnight: number,
  twoMonths: number,
): Pick<WoodOfPiece, 'warns' | 'words'> {
  const low = GLUED_AT.mean - EASE;
  const high = GLUED_AT.mean + EASE;
  const goes = (to: number) => `${to < now ? 'drying' : 'rising'} to ${to.toFixed(1)}`;
  const out = (m: number) => m < low || m > high;
  const advice = (m: number) => (m < GLUED_AT.mean ? DRY[id] : DAMP[id]);
  if (out(now)) {
    const back = !out(fortnight) ? '; with this week’s air it is at ease again within a fortnight' : '';
    return { warns: true, words: `${now < low ? 'Dry' : 'Damp'}: ${advice(now)}${back}.` };
  }
  if (out(fortnight))
    return {
      warns: true,
      words: `If the air stays as this week, ${goes(fortnight)} within a fortnight: ${advice(fortnight)}.`,
    };
  if (Math.abs(fortnight - now) > FAST)
    return {
      warns: true,
      words: `Moving fast, ${goes(fortnight)} within a fortnight: the swing hurts more than the level.`,
    };
  if (out(twoMonths))
    return {
      warns: true,
      words: `As the season goes, ${goes(twoMonths)} within two months: ${advice(twoMonths)}.`,
    };
  return { warns: false, words: `At ease, ${goes(twoMonths)} within two months as the season goes.` };
}

/** Dew point of the last logged day, °C; null where there is none. */
export function airToday(log: AirLog): number | null {
  const last = log.days().at(-1);
  return last && last.humidity > 1 ? dewPoint(last.humidity, last.celsius) : null;
}
