import { bisect } from '../numeric/bisect.js';

/** Pressure of the air where nothing else is said, Pa: the standard atmosphere at sea level. */
export const STANDARD_PRESSURE = 101325;

/**
 * Saturation pressure of water vapour over water, and over ice below 0 °C.
 *
 * Source: ASHRAE *Handbook of Fundamentals*, psychrometrics, the fits of Hyland and Wexler; coefficients from memory,
 * compared in the test with the library psychrolib.
 *
 * @param celsius −60 to 120
 * @returns Pa
 * @throws RangeError outside that range
 */
export function saturationPressure(celsius: number): number {
  if (!(celsius >= -60 && celsius <= 120)) throw new RangeError('temperature must be from −60 to 120 °C');
  const T = celsius + 273.15;
  const logarithm =
    celsius < 0
      ? -5.6745359e3 / T +
        6.3925247 -
        9.677843e-3 * T +
        6.2215701e-7 * T ** 2 +
        2.0747825e-9 * T ** 3 -
        9.484024e-13 * T ** 4 +
        4.1635019 * Math.log(T)
      : -5.8002206e3 / T +
        1.3914993 -
        4.8640239e-2 * T +
        4.1764768e-5 * T ** 2 -
        1.4452093e-8 * T ** 3 +
        6.5459673 * Math.log(T);
  return Math.exp(logarithm);
}

/** Partial pressure of the vapour in air, Pa; humidity in percent. @throws RangeError outside 0 to 100 percent */
export function vapourPressure(humidity: number, celsius: number): number {
  if (!(humidity >= 0 && humidity <= 100))
    throw new RangeError('relative humidity must be from 0 to 100 percent');
  return (humidity / 100) * saturationPressure(celsius);
}

/**
 * Where dew (or frost) falls out of the air, °C, by bisection to 1e-4; humidity in percent.
 *
 * @throws RangeError for air so dry that it has none above −60 °C
 */
export function dewPoint(humidity: number, celsius: number): number {
  const pressure = vapourPressure(humidity, celsius);
  if (pressure < saturationPressure(-60)) throw new RangeError('air so dry has no dew point above −60 °C');
  return bisect((at) => saturationPressure(at) - pressure, -60, 120, 1e-4);
}

/**
 * Mass of water to that of dry air, kg/kg: `0.621945 p_w / (p − p_w)`.
 *
 * @public called by sums, which are built next
 */
export function humidityRatio(humidity: number, celsius: number, pressure = STANDARD_PRESSURE): number {
  const vapour = vapourPressure(humidity, celsius);
  return (0.621945 * vapour) / (pressure - vapour);
}

/** The same air, warmed or cooled: what a stove makes of it. Percent, at most 100. */
export function humidityAt(humidity: number, from: number, to: number): number {
  return Math.min(100, (100 * vapourPressure(humidity, from)) / saturationPressure(to));
}
