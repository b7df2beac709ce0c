import { equilibriumMoisture } from '../wood/equilibrium.js';
import { OUT_OF_CASE, seasonMoisture, type Climate } from './climate.js';
import { LAGS, USUAL_LAG } from './moisture.js';

/**
 * What the coming year's air may be. Humidity in percent, at living-room temperature; since the day that is named, or as
 * if it had always been so.
 */
export type Scenario =
  | { kind: 'as it was' }
  /** dried or humidified whenever the room leaves the band */
  | { kind: 'held in a band'; from: number; to: number; since?: number }
  /** kept in its case with two-way packs, taken out to be played */
  | { kind: 'case with packs'; humidity: number; since?: number }
  /** from a day on in another room */
  | { kind: 'moved'; climate: Climate; on: number };

export const AS_IT_WAS: Scenario = { kind: 'as it was' };

/** Temperature at which a scenario's humidity is meant, °C. */
export const ROOM_CELSIUS = 20;

/** %MC of wood at rest in air of this humidity at living-room temperature. */
export const moistureOfHumidity = (humidity: number): number => equilibriumMoisture(humidity, ROOM_CELSIUS);

/** What a day's home moisture is turned into, %MC: the season of the day, and the weather's deviation from it. */
export type WoodOfDay = (season: number, deviation: number) => number;

/**
 * What a scenario makes of the home's wood: for a day, the function from the home's moisture of that season and the
 * weather's deviation from it to the moisture that the instrument meets, %MC. Bands and simulated paths use the same
 * function, so that a scenario is compared with as-it-was under the same weather.
 *
 * @throws RangeError where a humidity is not one, or a band is the wrong way round
 */
export function scenarioWood(scenario: Scenario, home: Climate): (day: number) => WoodOfDay {
  if (scenario.kind === 'as it was') return () => (season, deviation) => season + deviation;
  if (scenario.kind === 'held in a band') {
    if (!(scenario.from <= scenario.to)) throw new RangeError('the band must go from dry to damp');
    const low = moistureOfHumidity(scenario.from);
    const high = moistureOfHumidity(scenario.to);
    return since(scenario.since, (moisture) => Math.max(low, Math.min(high, moisture)));
  }
  if (scenario.kind === 'case with packs') {
    const packs = moistureOfHumidity(scenario.humidity);
    return since(scenario.since, (moisture) => packs + OUT_OF_CASE * (moisture - packs));
  }
  const { climate, on } = scenario;
  const left = seasonMoisture(home, on) - seasonMoisture(climate, on);
  const wilder = climate.spread / home.spread;
  return (day) => {
    if (day < on) return (season, deviation) => season + deviation;
    // the wood still carries the old room's moisture for its lag
    const there = seasonMoisture(climate, day) + left * Math.exp(-(day - on) / LAGS[USUAL_LAG]);
    return (_season, deviation) => there + wilder * deviation;
  };
}

/** What the home's moisture is turned into from a day on; the wood comes there by its lag. */
function since(from: number | undefined, kept: (moisture: number) => number): (day: number) => WoodOfDay {
  if (from === undefined) return () => (season, deviation) => kept(season + deviation);
  return (day) => {
    if (day < from) return (season, deviation) => season + deviation;
    const still = Math.exp(-(day - from) / LAGS[USUAL_LAG]);
    return (season, deviation) => {
      const home = season + deviation;
      const there = kept(home);
      return there + (home - there) * still;
    };
  };
}
