import { dewPoint } from './psychrometrics.js';
import { seasonMoisture, type Climate } from './climate.js';
import type { AirLog } from './moisture.js';
import type { RoomAir } from './room.js';
import { Slab } from '../wood/diffusion.js';
import { GLUED_AT } from '../wood/drying.js';
import { equilibriumMoisture } from '../wood/equilibrium.js';
import { PIECE_IDS, PIECES, throughDays, type PieceId } from '../wood/pieces.js';

const WEEK = 7;
const FORTNIGHT = 14;
const TWO_MONTHS = 61;
/** A log that ended longer ago says nothing of today. */
export const STALE_DAYS = 21;
/** Wood is thought to have forgotten what lies further back. */
const MEMORY_DAYS = 720;
/** Within this of where it was glued the wood is at ease, %MC; a move of so much in a fortnight is a warning by itself. */
const EASE = 2;
const FAST = 1.2;

/** Where the wood of a room stands, or is going: what is warned of first. */
export type WoodState =
  | { kind: 'not known' }
  /** outside of ease now; `back` where it is inside again within a fortnight of this week's air */
  | { kind: 'out'; damp: boolean; back: boolean }
  | { kind: 'out in two weeks'; damp: boolean }
  | { kind: 'moving fast' }
  | { kind: 'out in two months'; damp: boolean }
  | { kind: 'at ease' };

/** What one kind of wood in a room is doing, %MC; null where nothing is known of it. */
export interface PieceInRoom {
  piece: PieceId;
  now: number | null;
  /** in a fortnight if the air stays as it was this week, and in two months as the season goes */
  fortnight: number | null;
  twoMonths: number | null;
  state: WoodState;
}

/**
 * What each kind of wood in a room is doing: the log driven through its thickness, then on as this week's air stayed,
 * and as the season goes; in a case with packs, what these hold where nothing was logged. Warned is before the wood has
 * moved, not after. Limits are house defaults.
 *
 * @param today whole day
 */
export function woodOfRoom({ log, climate, packs }: RoomAir, today: number): PieceInRoom[] {
  const stale = log.size === 0 || today - log.lastDay > STALE_DAYS;
  if (stale && packs === null)
    return PIECE_IDS.map((piece) => ({
      piece,
      now: null,
      fortnight: null,
      twoMonths: null,
      state: { kind: 'not known' },
    }));
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
    return { piece: id, now, fortnight, twoMonths, state: stateOf(now, fortnight, twoMonths) };
  });
}

/** What each kind of wood in a room did day by day, %MC; null on days that were not logged. */
export interface WoodThrough {
  days: number[];
  pieces: { piece: PieceId; moisture: (number | null)[] }[];
}

/**
 * The log driven through the thickness of each piece.
 *
 * @param most so many days at most, the latest
 */
export function woodThrough({ log, climate }: Pick<RoomAir, 'log' | 'climate'>, most: number): WoodThrough {
  if (log.size === 0) return { days: [], pieces: PIECE_IDS.map((piece) => ({ piece, moisture: [] })) };
  const first = Math.max(log.firstDay, log.lastDay - most + 1);
  const from = first - MEMORY_DAYS;
  const air = equilibriumOver(log, climate, from, log.lastDay);
  const logged = new Set(log.days().map(({ day }) => Math.floor(day)));
  const shown = Array.from({ length: log.lastDay - first + 1 }, (_, i) => first + i);
  return {
    days: shown,
    pieces: PIECE_IDS.map((id) => {
      const through = throughDays(new Slab(PIECES[id].slab, seasonMoisture(climate, from)), air);
      return { piece: id, moisture: shown.map((day) => (logged.has(day) ? through[day - from]! : null)) };
    }),
  };
}

const days = (count: number, air: (i: number) => number): number[] =>
  Array.from({ length: Math.max(0, count) }, (_, i) => air(i));

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

function stateOf(now: number, fortnight: number, twoMonths: number): WoodState {
  const out = (m: number) => Math.abs(m - GLUED_AT.value) > EASE;
  const damp = (m: number) => m >= GLUED_AT.value;
  if (out(now)) return { kind: 'out', damp: damp(now), back: !out(fortnight) };
  if (out(fortnight)) return { kind: 'out in two weeks', damp: damp(fortnight) };
  if (Math.abs(fortnight - now) > FAST) return { kind: 'moving fast' };
  if (out(twoMonths)) return { kind: 'out in two months', damp: damp(twoMonths) };
  return { kind: 'at ease' };
}

/** Dew point of the last logged day, °C; null where there is none. */
export function lastDewPoint(log: AirLog): number | null {
  const last = log.days().at(-1);
  return last && last.humidity > 1 ? dewPoint(last.humidity, last.celsius) : null;
}
