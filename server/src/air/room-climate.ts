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
  /** a case with packs has its climate without a log */
  packed: boolean;
}

/** Where an instrument has no home that is known. */
export const NO_ROOM: RoomClimate = { log: new AirLog([]), climate: fitClimate([], 0), packed: false };

/** @param inCase whether the room is a case with packs */
export function roomClimate(days: readonly DailyAir[], inCase: boolean): RoomClimate {
  const log = new AirLog(days);
  const packed = inCase && log.size === 0;
  return { log, climate: packed ? caseClimate() : climateOfLog(log), packed };
}
