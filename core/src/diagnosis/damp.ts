import { moistureOfHumidity } from '../air/index.js';
import { HUMIDITY_WINDOW } from '../targets/index.js';
import { DAMP_HUMIDITY } from '../wood/index.js';
import type { AirItem } from './evidence.js';

/** Wood this far from working moisture is no wood to cut or glue by, %MC. House figure. */
const OUT_OF_MOISTURE = 1.5;
/** Read in air that is damp, so much is enough, %MC. House figure. */
const DAMP_AS_READ = 1;

/** What is damp or dry about an instrument; the one yardstick of findings, steps and amounts. */
export interface AirVerdict {
  /** the wood while it was read, against the moisture at which it is worked: what is cut or glued waits for that */
  wood: 'damp' | 'dry' | null;
  /** so much so that it is said: by the air that was read beside it, by its log where none was */
  said: 'damp' | 'dry' | null;
  /** mean humidity of its room through the year, and of where it will be kept, percent, where that is damp */
  room: number | null;
  home: number | null;
}

/**
 * Working moisture is that of where it will be kept, as far as people can work there: 40 to 55 % RH. A hall at 75 % is no
 * place to cut a heel by, though the instrument lives in it.
 */
export function airVerdict({ humidity, moisture, year, kept }: AirItem): AirVerdict {
  const working = Math.min(
    Math.max(kept.moisture, moistureOfHumidity(HUMIDITY_WINDOW.from)),
    moistureOfHumidity(HUMIDITY_WINDOW.to),
  );
  const off = moisture ? moisture.value - working : 0;
  const dampAir = humidity !== null && humidity > DAMP_HUMIDITY;
  const dryAir = humidity !== null && humidity < HUMIDITY_WINDOW.from;
  const damp = off > (dampAir ? DAMP_AS_READ : OUT_OF_MOISTURE);
  const dry = dryAir || off < -OUT_OF_MOISTURE;
  return {
    wood: damp ? 'damp' : dry ? 'dry' : null,
    said:
      damp && (dampAir || humidity === null) ? 'damp' : dryAir || (dry && humidity === null) ? 'dry' : null,
    room: year && year.mean > DAMP_HUMIDITY ? year.mean : null,
    home: kept.said && kept.humidity > DAMP_HUMIDITY ? kept.humidity : null,
  };
}
