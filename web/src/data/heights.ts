import { HEIGHT_UNITS, type HeightUnit, type LengthUnit } from '@upright-elder/core/units';
import { useShop } from './hooks.js';
import { remember, useRemembered } from './remembered.js';

/** The unit that heights are said in on the pages of this window, where another than the shop's was chosen. */
const KEY = 'upright-elder.heights';

/** One unit for all heights of a page: the shop's, or the one chosen here. */
export function useHeights(): { unit: HeightUnit; next: () => void } {
  const { data: shop } = useShop();
  const kept = useRemembered(KEY, 'window');
  const unit = HEIGHT_UNITS.find((one) => one === kept) ?? shop?.sayIn ?? '64ths';
  return {
    unit,
    next: () =>
      remember(KEY, HEIGHT_UNITS[(HEIGHT_UNITS.indexOf(unit) + 1) % HEIGHT_UNITS.length]!, 'window'),
  };
}

/** Lengths of marks and braces in the system of the page's heights: millimetres, or inches as a rule shows them. */
export const useLengths = (): LengthUnit => (useHeights().unit === 'mm' ? 'mm' : 'in');
