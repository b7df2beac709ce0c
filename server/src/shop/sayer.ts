import type { ShopInput } from '@upright-elder/contract';
import { printLength, sayAction } from '@upright-elder/core';

/** How a shop says a height, which it takes in m. */
export function sayerIn(sayIn: ShopInput['sayIn']): (metres: number) => string {
  return sayIn === '64ths' ? sayAction : (metres) => printLength(metres, sayIn, sayIn === 'mm' ? 1 : 0);
}
