import { moistureOfHumidity, ROOM_CELSIUS } from '../air/index.js';
import { HUMIDITY_WINDOW } from '../targets/index.js';
import { parsePercent, refused, type Parsed } from '../units/index.js';
import { humidityForMoisture } from '../wood/index.js';

/** Where an instrument will be kept, as far as that is said. */
export type StorageFacts =
  /** its owner holds it between these, percent RH */
  | { at: 'band'; from: number; to: number }
  /** in a room that is followed; the mean moisture of its wood, %MC */
  | { at: 'room'; moisture: number }
  /** nobody said: the shop's wanted humidity is taken */
  | { at: 'assumed' };

/** The humidity at which an instrument will be kept: season is counted from there. */
export interface StorageClimate {
  /** of its wood, %MC */
  moisture: number;
  /** percent at living-room temperature */
  humidity: number;
  from: StorageFacts['at'];
}

/** @throws RangeError where a band is the wrong way round, or no humidity */
export function storageClimate(facts: StorageFacts): StorageClimate {
  if (facts.at === 'room') {
    const { moisture } = facts;
    return { moisture, humidity: humidityForMoisture(moisture, ROOM_CELSIUS), from: 'room' };
  }
  if (facts.at === 'band' && !(facts.from <= facts.to))
    throw new RangeError('the band must go from dry to damp');
  const humidity = facts.at === 'band' ? (facts.from + facts.to) / 2 : HUMIDITY_WINDOW.wanted;
  return { moisture: moistureOfHumidity(humidity), humidity, from: facts.at };
}

/** Humidities between which people keep instruments, percent. House default. */
const KEEPABLE = { from: 20, to: 80 };

/** One end of a band that an owner will keep, percent; empty text is none. */
export function parseStorageEnd(text: string): Parsed<number | null> {
  if (text.trim() === '') return { ok: true, value: null };
  const end = parsePercent(text);
  if (!end.ok || (end.value >= KEEPABLE.from && end.value <= KEEPABLE.to)) return end;
  return refused('no room is held at that', `${KEEPABLE.from} to ${KEEPABLE.to} % RH`);
}

/** Why two ends make no band; null where they do, or where neither is given. */
export function bandFault(from: number | null, to: number | null): string | null {
  if ((from === null) !== (to === null)) return 'both ends of the band are needed, or none';
  return from !== null && to !== null && from > to ? 'the drier end comes first' : null;
}
