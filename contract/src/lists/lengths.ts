import type { LengthUnit } from '@upright-elder/core/units';

export const LENGTH_UNITS: LengthUnit[] = ['mm', 'in', 'thou', '64ths'];
