import type { SeriesForecast, Shop } from '@upright-elder/contract';
import { METRES_PER } from '@upright-elder/core';

/** How the values of a series are shown: SI per unit, its name, and what stands between two lines of the chart. */
export interface SeriesUnit {
  per: number;
  name: string;
  sign: string;
  step: number;
  decimals: number;
}

const LENGTHS: Record<Shop['sayIn'], SeriesUnit> = {
  '64ths': { per: METRES_PER['64ths'], name: '64ths of an inch', sign: '/64', step: 1, decimals: 1 },
  thou: { per: METRES_PER.thou, name: 'thousandths of an inch', sign: ' thou', step: 20, decimals: 0 },
  mm: { per: METRES_PER.mm, name: 'mm', sign: ' mm', step: 0.5, decimals: 2 },
};
const ANGLE: SeriesUnit = { per: Math.PI / 180, name: 'degrees', sign: '°', step: 0.5, decimals: 2 };
const CENTS: SeriesUnit = { per: 1, name: 'cents', sign: ' cents', step: 5, decimals: 0 };

/** The action is said in the shop's unit, every other length in millimetres. */
export function unitOf({ dimension, side }: SeriesForecast, sayIn: Shop['sayIn']): SeriesUnit {
  if (dimension === 'angle') return ANGLE;
  if (dimension === 'cents') return CENTS;
  return LENGTHS[side ? sayIn : 'mm'];
}

/** A value in the unit, with its sign. */
export const inUnit = (value: number, { per, sign, decimals }: SeriesUnit): string =>
  `${trimmed(value / per, decimals)}${sign}`;

export function trimmed(value: number, decimals: number): string {
  const text = value.toFixed(decimals).replace(/^-(?=0(?:\.0*)?$)/u, '');
  return text.replace('-', '−');
}
