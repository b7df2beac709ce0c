import { bisect } from '../numeric/bisect.js';

/**
 * Equilibrium moisture content of wood in still air.
 *
 * Source: USDA Forest Products Laboratory, *Wood Handbook*, chapter 4, the two-hydrate Hailwood–Horrobin
 * form with its coefficients for temperature in °C (Table 4-2 is made from it).
 *
 * @param relativeHumidity percent, 0 to 100 (held below 99.9, where the formula loses its meaning)
 * @param celsius air temperature, °C
 * @returns moisture content in percent of dry mass, such as 8.5
 * @throws RangeError where an argument is not a number or the humidity is outside 0 to 100
 */
export function equilibriumMoisture(relativeHumidity: number, celsius: number): number {
  if (!Number.isFinite(celsius)) throw new RangeError('temperature must be a number in °C');
  if (!(relativeHumidity >= 0 && relativeHumidity <= 100)) {
    throw new RangeError('relative humidity must be from 0 to 100 percent');
  }
  const T = celsius;
  const h = Math.min(relativeHumidity, 99.9) / 100;
  const W = 349 + 1.29 * T + 0.0135 * T * T;
  const K = 0.805 + 0.000736 * T - 0.00000273 * T * T;
  const K1 = 6.27 - 0.00938 * T - 0.000303 * T * T;
  const K2 = 1.91 + 0.0407 * T - 0.000293 * T * T;
  const Kh = K * h;
  const hydrates = K1 * Kh + K1 * K2 * Kh * Kh;
  return (1800 / W) * (Kh / (1 - Kh) + (hydrates + K1 * K2 * Kh * Kh) / (1 + hydrates));
}

/**
 * The humidity at which wood rests at a moisture content: the inverse of {@link equilibriumMoisture}.
 *
 * @param moisture percent of dry mass, 0 or more
 * @param celsius air temperature, °C
 * @returns relative humidity in percent, 0 to 99.9, by bisection to 1e-6
 * @throws RangeError where the moisture is negative or not a number
 */
export function humidityForMoisture(moisture: number, celsius: number): number {
  if (!(moisture >= 0)) throw new RangeError('moisture content must be zero or more');
  return bisect((humidity) => equilibriumMoisture(humidity, celsius) - moisture, 0, 99.9, 1e-6);
}
