import type { SeriesForecast, Shop } from '@upright-elder/contract';
import { isHeight, QUANTITY_IDS } from '@upright-elder/core/readings';
import { METRES_PER, moveIn, moveUnit, sayHeight, type MoveUnit } from '@upright-elder/core/units';
import { heightUnit } from '../../../fields/understood.js';

/** How the values of a series are shown: SI per unit, its name, and what stands between two lines of the chart. */
export interface SeriesUnit {
  per: number;
  name: string;
  sign: string;
  step: number;
  decimals: number;
  /** a value as it is said, with its unit */
  say: (value: number) => string;
  /** amounts by which it moves, and errors */
  move: MoveUnit;
}

type Scale = Omit<SeriesUnit, 'say' | 'move'>;

const LENGTHS: Record<Shop['sayIn'], Scale> = {
  '64ths': { per: METRES_PER['64ths'], name: '64ths of an inch', sign: '/64', step: 1, decimals: 1 },
  thou: { per: METRES_PER.thou, name: 'thousandths of an inch', sign: ' thou', step: 20, decimals: 0 },
  mm: { per: METRES_PER.mm, name: 'mm', sign: ' mm', step: 0.5, decimals: 2 },
};
const ANGLE: Scale = { per: Math.PI / 180, name: 'degrees', sign: '°', step: 0.5, decimals: 2 };
const CENTS: Scale = { per: 1, name: 'cents', sign: ' cents', step: 5, decimals: 0 };

/**
 * Heights are said in the page's unit; what feelers read, in thousandths where that is 64ths. A crack is no height: its
 * length and width are millimetres, as on the map.
 */
function lengthUnit(key: string, sayIn: Shop['sayIn']): Shop['sayIn'] {
  const quantity = QUANTITY_IDS.find((id) => key.startsWith(`${id}.`));
  if (quantity === undefined || !isHeight(quantity)) return 'mm';
  return heightUnit(quantity, sayIn);
}

export function unitOf(
  { key, dimension }: Pick<SeriesForecast, 'key' | 'dimension'>,
  sayIn: Shop['sayIn'],
): SeriesUnit {
  if (dimension === 'length') {
    const unit = lengthUnit(key, sayIn);
    // a crack's end is not seen to a hundredth
    const decimals = key.endsWith('.length') ? 1 : 2;
    return { ...LENGTHS[unit], say: (value) => sayHeight(value, unit, decimals), move: moveIn(unit) };
  }
  const scale = dimension === 'angle' ? ANGLE : CENTS;
  const { per, sign, decimals, name } = scale;
  return {
    ...scale,
    say: (value) => `${trimmed(value / per, decimals)}${sign}`,
    move: moveUnit(name, per, decimals + 1),
  };
}

export function trimmed(value: number, decimals: number): string {
  const text = value.toFixed(decimals).replace(/^-(?=0(?:\.0*)?$)/u, '');
  return text.replace('-', '−');
}
