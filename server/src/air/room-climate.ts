import {
  AirLog,
  caseClimate,
  climateOfLog,
  fitClimate,
  type Climate,
  type DailyAir,
} from '@upright-elder/core';

/** A room's air as the computation takes it, kept until new readings come in. */
export interface RoomClimate {
  log: AirLog;
  climate: Climate;
  /** what the packs hold of a case that nobody logs, percent; null elsewhere */
  packs: number | null;
}

/** Where an instrument has no home that is known. */
export const NO_ROOM: RoomClimate = { log: new AirLog([]), climate: fitClimate([], 0), packs: null };

/** @param held what the packs of a case hold, percent; null where the room is none */
export function roomClimate(days: readonly DailyAir[], held: number | null): RoomClimate {
  const log = new AirLog(days);
  const packs = log.size === 0 ? held : null;
  return { log, climate: packs === null ? climateOfLog(log) : caseClimate(packs), packs };
}
