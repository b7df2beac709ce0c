import { casePreset, climateOfLog, fitClimate, HOUSE_PRESET, type Climate, type Preset } from './climate.js';
import { AirLog, type DailyAir } from './moisture.js';

/** The air of a room as everything that is worked out takes it. */
export interface RoomAir {
  log: AirLog;
  climate: Climate;
  /** what the packs of a case hold, percent; null elsewhere */
  packs: number | null;
}

/** Where an instrument has no home that is known. */
export const NO_ROOM: RoomAir = { log: new AirLog([]), climate: fitClimate([], 0), packs: null };

/** What is believed of a place before it is logged. */
export const presetOf = (packs: number | null): Preset => (packs === null ? HOUSE_PRESET : casePreset(packs));

/** @param packs what the packs of a case hold, percent; null where the room is none */
export function roomAir(days: readonly DailyAir[], packs: number | null): RoomAir {
  const log = new AirLog(days);
  return { log, climate: climateOfLog(log, presetOf(packs)), packs };
}
