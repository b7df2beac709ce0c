import type { LengthUnit } from '@upright-elder/core/units';

/** Units that gauges are written in. */

export const GAUGE_UNITS = ['thou', 'mm', 'in'] as const satisfies readonly LengthUnit[];
export type GaugeUnit = (typeof GAUGE_UNITS)[number];
