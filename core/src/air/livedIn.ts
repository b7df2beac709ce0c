import { equilibriumMoisture } from '../wood/equilibrium.js';
import { weighMoisture } from '../wood/meter.js';
import {
  believedMoisture,
  climateOfExaminations,
  climateOfLog,
  seasonMoisture,
  type BelievedMoisture,
  type Climate,
} from './climate.js';
import { EXAMINATION_AIR_SD, LAGS, USUAL_LAG, type AirLog, type WoodMoisture } from './moisture.js';
import {
  EVER_AFTER,
  inTurn,
  hasOwnAir,
  logOf,
  roomsOf,
  sameRoom,
  stayOn,
  type PathOfRooms,
  type InRoom,
} from './path.js';
import type { Season } from './room.js';
import {
  explain,
  RIGHT,
  SURE_FROM,
  shiftOf,
  ASKED_UNDER,
  type ChangedLog,
  type Explanation,
  type Witness,
} from './witness.js';

/** What was read beside an instrument on a day: its air by hand, and its wood by a meter. */
export interface ReadBeside {
  day: number;
  air?: { humidity: number; celsius: number };
  meter?: { moisture: number; sd: number };
}

/** What is told of an instrument's air by logs, hand and meter. Plain values, no day in it. */
export interface ToldAir {
  /** the years of its rooms, the oldest first */
  seasons: Season[];
  /** what is expected of the coming year */
  climate: Climate;
  explanations: Explanation[];
  /** what each room's sensor is put right by, so that all show as that of its home; %MC */
  ties: number[];
}

/** The same with the log of the path. */
export interface LivedAir extends ToldAir {
  path: PathOfRooms;
  rooms: InRoom[];
  /** every room's sensor as that of its home shows */
  log: AirLog;
}

/** The wood on a day, and what is believed of it by each of LAGS once the season is heard. */
export interface BelievedWood extends WoodMoisture {
  believed: BelievedMoisture[];
}

/**
 * The air that an instrument lived in. Where a room was logged its log tells the wood, and the air that was read by hand
 * beside the instrument tells whether it is the right log; see {@link explain}.
 *
 * @param read in the order of their days
 */
export function livedIn(path: PathOfRooms, read: readonly ReadBeside[]): LivedAir {
  const rooms = roomsOf(path);
  const at = (room: InRoom) => rooms.findIndex((one) => sameRoom(one, room));
  const byHand = rooms.map((room) =>
    hasOwnAir(room)
      ? null
      : climateOfExaminations(
          read.flatMap(({ day, air }) => (air && sameRoom(stayOn(path, day), room) ? [{ day, ...air }] : [])),
        ),
  );
  const seasons = path.stays.flatMap((stay, i): Season[] => {
    const known = byHand[at(stay)];
    if (known) return [{ from: stay.from, climate: known }];
    const until = path.stays[i + 1]?.from ?? EVER_AFTER;
    const eras = stay.air.seasons;
    return eras.flatMap(({ from, climate }, k) =>
      from < until && (eras[k + 1]?.from ?? EVER_AFTER) > stay.from
        ? [{ from: Math.max(from, stay.from), climate }]
        : [],
    );
  });
  const raw = logOf(path);
  const home = at(path.home);
  const climate = inTurn(path) ? climateOfLog(raw) : (byHand[home] ?? path.home.air.climate);
  const untold = { path, rooms, log: raw, seasons, climate, explanations: [RIGHT], ties: rooms.map(() => 0) };
  const witnesses = read.flatMap(({ day, air }): Witness[] => {
    const logged = air ? raw.equilibriumOn(day) : null;
    return air && logged !== null
      ? [{ day, off: equilibriumMoisture(air.humidity, air.celsius) - logged, room: at(stayOn(path, day)) }]
      : [];
  });
  const changed = changedOf(rooms, home);
  if (witnesses.length === 0 && changed === null) return untold;
  const explanations = explain(witnesses, rooms.length, changed);
  const right = explanations.find(({ kind }) => kind === 'right')!;
  const ties = right.sensors.map((sensor) => sensor - right.sensors[home]!);
  return {
    ...untold,
    explanations,
    ties,
    log: logOf(path, (room) => ties[at(room)]!),
    climate: climateAhead(untold, explanations),
  };
}

/** What is kept of it. */
export const toldOf = ({ seasons, climate, explanations, ties }: ToldAir): ToldAir => ({
  seasons,
  climate,
  explanations,
  ties,
});

/** What was told, on the path of which it was told. */
export function livedBy(path: PathOfRooms, told: ToldAir): LivedAir {
  const rooms = roomsOf(path);
  const by = (room: InRoom) => told.ties[rooms.findIndex((one) => sameRoom(one, room))] ?? 0;
  return { ...told, path, rooms, log: logOf(path, by) };
}

/** The log that changed its ways and nobody said why: its home's, else any. */
function changedOf(rooms: readonly InRoom[], home: number): ChangedLog | null {
  const found = rooms.flatMap(({ air: { change } }, room): ChangedLog[] =>
    change?.open ? [{ room, change }] : [],
  );
  return found.find(({ room }) => room === home) ?? found[0] ?? null;
}

/** The climate that is left when every explanation has had its say; the spread of weather stays. */
function climateAhead(
  { climate, log }: Pick<LivedAir, 'climate' | 'log'>,
  explanations: readonly Explanation[],
): Climate {
  const parts = explanations.map((one) => {
    const coefficients = [...climate.coefficients];
    const covariance = climate.covariance.map((row) => [...row]);
    if (one.to === EVER_AFTER && one.kind === 'elsewhere')
      one.shift.forEach((by, i) => {
        coefficients[i]! += by;
        one.shift.forEach((_, j) => (covariance[i]![j]! += one.covariance[i]![j]!));
      });
    else if (one.to === EVER_AFTER) {
      // where the seasons do not go along they are off by the mean over the log that they were taken from
      const day = one.seasonGoesAlong ? log.lastDay : (log.firstDay + log.lastDay) / 2;
      const { mean, variance } = shiftOf(one, day);
      coefficients[0]! += mean;
      covariance[0]![0]! += variance;
    }
    return { weight: one.weight, coefficients, covariance };
  });
  const over = (of: (part: (typeof parts)[number]) => number) =>
    parts.reduce((sum, part) => sum + part.weight * of(part), 0);
  const mean = climate.coefficients.map((_, i) => over(({ coefficients }) => coefficients[i]!));
  const off = (part: (typeof parts)[number], i: number) => part.coefficients[i]! - mean[i]!;
  return {
    ...climate,
    coefficients: mean,
    covariance: mean.map((_, i) =>
      mean.map((__, j) => over((part) => part.covariance[i]![j]! + off(part, i) * off(part, j))),
    ),
  };
}

/** What a move leaves in the wood is gone after so many days. */
const CARRIED_DAYS = 60;

/** The season of a day in the room where it lay, %MC; after a move the wood still carries the room before. */
export function seasonOn(
  { seasons }: Pick<ToldAir, 'seasons'>,
  day: number,
): { moisture: number; spread: number } {
  const at = Math.max(
    0,
    seasons.findLastIndex(({ from }) => from <= day),
  );
  const { from, climate } = seasons[at]!;
  const moisture = seasonMoisture(climate, day);
  if (at === 0 || day - from > CARRIED_DAYS) return { moisture, spread: climate.spread };
  const before = seasonMoisture(seasons[at - 1]!.climate, from);
  const still = Math.exp(-(day - from) / LAGS[USUAL_LAG]);
  return { moisture: moisture + still * (before - seasonMoisture(climate, from)), spread: climate.spread };
}

/** Where it lay on a day: the name of the room, and how likely that was not its home of today; 0 to 1. */
export function layOn(
  { path, explanations }: Pick<LivedAir, 'path' | 'explanations'>,
  day: number,
): { room: string; away: number } {
  const stay = stayOn(path, day);
  const elsewhere = explanations.reduce(
    (sum, { kind, from, to, weight }) =>
      kind === 'elsewhere' && day >= from && day < to ? sum + weight : sum,
    0,
  );
  return { room: stay.name, away: sameRoom(stay, path.home) ? elsewhere : 1 };
}

/** How likely it is that it lay where it is said to have lain, and that the log is right; 0 to 1. */
export const rightChance = ({ explanations }: Pick<ToldAir, 'explanations'>): number =>
  explanations.reduce(
    (sum, { kind, weight }) => (kind === 'right' || kind === 'misread' ? sum + weight : sum),
    0,
  );

/** The log is right beyond a doubt that is worth a note. */
export const isAirSure = (told: Pick<ToldAir, 'explanations'>): boolean => rightChance(told) >= SURE_FROM;
/**
 * It is asked where the instrument lay, or what is wrong: sooner where a log went over to other ways, since then something
 * is. Until it is answered nothing is called that hangs on it.
 */
export function isAirAsked(told: Pick<ToldAir, 'explanations'>): boolean {
  const changed = told.explanations.some(({ kind }) => kind === 'another sensor');
  return rightChance(told) < (changed ? SURE_FROM : ASKED_UNDER);
}

interface Known {
  moisture: number;
  sd: number;
}

/** The wood on a day by everything that was read; null where neither log nor hand nor meter tells it. */
export function woodBelieved(lived: LivedAir, { day, air, meter }: ReadBeside): BelievedWood | null {
  const { path, rooms, log, ties } = lived;
  const logged = log.rememberedAt(day);
  const hand = air ? equilibriumMoisture(air.humidity, air.celsius) : null;
  if (!logged && hand === null && !meter) return null;
  const here = rooms.findIndex((one) => sameRoom(one, stayOn(path, day)));
  // without a log there is nothing to be explained
  const explanations = logged ? lived.explanations : [RIGHT];
  const byLag = LAGS.map((lag) => {
    const later = lag - LAGS[USUAL_LAG];
    const season = seasonOn(lived, day - later);
    // what was not logged was read on one day: a top that lags more is behind it by what the season did
    const behind = later === 0 ? 0 : season.moisture - seasonOn(lived, day).moisture;
    return mixed(
      explanations.map((one) => {
        const told = day >= one.from && day < one.to && (one.room === null || one.room === here);
        const shift = told ? shiftOf(one, day) : NO_SHIFT;
        const elsewhere = told && one.kind === 'elsewhere';
        // the hand's hygrometer is off by what it is off from a right log, as its home's sensor shows
        const off = one.hand + (one.sensors[here] ?? 0) - (ties[here] ?? 0);
        const read = (by: number): Known | null =>
          hand === null ? null : { moisture: hand - by + behind, sd: EXAMINATION_AIR_SD };
        const base: Known | null = elsewhere
          ? read(off)
          : logged
            ? {
                moisture: (log.moistureAt(day, lag) ?? logged.moisture) + shift.mean,
                sd: Math.hypot(logged.sd, Math.sqrt(shift.variance)),
              }
            : read(0);
        const spread = Math.hypot(season.spread, Math.sqrt(shift.variance));
        const there = season.moisture + (one.seasonGoesAlong ? shift.mean : 0);
        const known =
          base && meter ? weighMoisture(base, meter) : (base ?? meter ?? { moisture: there, sd: spread });
        return { weight: one.weight, known, believed: believedMoisture(there, spread, known) };
      }),
    );
  });
  const usual = byLag[USUAL_LAG]!;
  return {
    moisture: usual.moisture,
    sd: usual.sd,
    from: logged ? 'room log' : hand !== null ? 'examination air' : 'meter',
    ...(logged ? { byLag: byLag.map(({ moisture }) => moisture) } : {}),
    believed: byLag.map(({ believed }) => believed),
  };
}

const NO_SHIFT = { mean: 0, variance: 0 };

function mixed(
  parts: readonly { weight: number; known: Known; believed: BelievedMoisture }[],
): Known & { believed: BelievedMoisture } {
  if (parts.length === 1) return { ...parts[0]!.known, believed: parts[0]!.believed };
  const over = (of: (part: (typeof parts)[number]) => number) =>
    parts.reduce((sum, part) => sum + part.weight * of(part), 0);
  const moisture = over(({ known }) => known.moisture);
  const believed = over((part) => part.believed.moisture);
  return {
    moisture,
    sd: Math.sqrt(over(({ known }) => known.sd ** 2 + (known.moisture - moisture) ** 2)),
    believed: {
      moisture: believed,
      by: over((part) => part.believed.by),
      left: over((part) => part.believed.left + (part.believed.moisture - believed) ** 2),
    },
  };
}

/** What is not known of how the sensors of two days' rooms show beside each other, %MC². */
export function tieVariance({ path, rooms, explanations }: LivedAir, day: number, other: number): number {
  const at = (on: number) => rooms.findIndex((one) => sameRoom(one, stayOn(path, on)));
  const [a, b] = [at(day), at(other)];
  const covariance = explanations.find(({ kind }) => kind === 'right')!.sensorCovariance;
  if (a === b || covariance.length === 0) return 0;
  return covariance[a]![a]! + covariance[b]![b]! - 2 * covariance[a]![b]!;
}
