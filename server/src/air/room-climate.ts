import {
  AirLog,
  casePreset,
  climateOfLog,
  fitClimate,
  HOUSE_PRESET,
  type Climate,
  type DailyAir,
  type Preset,
} from '@upright-elder/core';

/** A room's air as the computation takes it, kept until new readings come in. */
export interface RoomClimate {
  log: AirLog;
  climate: Climate;
  /** what the packs of a case hold, percent; null elsewhere */
  packs: number | null;
}

/** Where an instrument has no home that is known. */
export const NO_ROOM: RoomClimate = { log: new AirLog([]), climate: fitClimate([], 0), packs: null };

/** What is believed of a place before it is logged. */
export const presetOf = (packs: number | null): Preset => (packs === null ? HOUSE_PRESET : casePreset(packs));

/** @param packs what the packs of a case hold, percent; null where the room is none */
export function roomClimate(days: readonly DailyAir[], packs: number | null): RoomClimate {
  const log = new AirLog(days);
  return { log, climate: climateOfLog(log, presetOf(packs)), packs };
}
