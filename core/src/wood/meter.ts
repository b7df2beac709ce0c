/** Kinds of moisture meters. */
export type MeterKind = 'pin' | 'pinless';

/**
 * What a meter misses, %MC: half a percent of resolution, its own calibration, and a setting that is not the wood's.
 * House defaults within what makers of such meters commonly state.
 */
const CALIBRATION_SD = 0.7;
const OTHER_SETTING_SD = 1;
const RESOLUTION = 0.5;

/**
 * A pin meter reads 0.11 %MC too much for every degree above 20 °C: the slope of the temperature chart of resistance
 * meters near 10 %MC, from memory. A pinless one feels the wood's mass instead and is not corrected.
 */
const PIN_PER_DEGREE = 0.11;

export interface MeterReading {
  /** mean of what the meter showed, %MC */
  shown: number;
  kind: MeterKind | null;
  /** °C of the wood, null where it was not read: 20 is taken */
  celsius: number | null;
  /** the meter was set to the kind of wood it was held on */
  settingFits: boolean;
}

/** What the wood's moisture is by the meter, and how sure that is, %MC. */
export function meterMoisture({ shown, kind, celsius, settingFits }: MeterReading): {
  moisture: number;
  sd: number;
} {
  const correction = kind === 'pin' ? PIN_PER_DEGREE * ((celsius ?? 20) - 20) : 0;
  return {
    moisture: Math.max(0, shown - correction),
    sd: Math.hypot(CALIBRATION_SD, RESOLUTION / Math.sqrt(12), settingFits ? 0 : OTHER_SETTING_SD),
  };
}

/**
 * Two opinions on one moisture, each weighed by its error (the minimum-variance mean of independent estimates).
 *
 * @returns moisture and standard error, %MC
 */
export function weighMoisture(
  a: { moisture: number; sd: number },
  b: { moisture: number; sd: number },
): { moisture: number; sd: number } {
  const [wa, wb] = [1 / a.sd ** 2, 1 / b.sd ** 2];
  return { moisture: (a.moisture * wa + b.moisture * wb) / (wa + wb), sd: 1 / Math.sqrt(wa + wb) };
}
