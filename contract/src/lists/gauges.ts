import { GAUGES } from '@upright-elder/core/readings';

export const GAUGE_KINDS = GAUGES;
