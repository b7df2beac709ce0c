import { HEIGHT_UNITS, type HeightUnit } from '@upright-elder/core/units';
import { useSyncExternalStore } from 'react';
import { useShop } from './hooks.js';

/** The unit that heights are said in on the pages of this window, where another than the shop's was chosen. */
const KEY = 'upright-elder.heights';
const listeners = new Set<() => void>();

function chosen(): HeightUnit | null {
  const kept = sessionStorage.getItem(KEY);
  return HEIGHT_UNITS.find((unit) => unit === kept) ?? null;
}

/** One unit for all heights of a page: the shop's, or the one chosen here. */
export function useHeights(): { unit: HeightUnit; next: () => void } {
  const { data: shop } = useShop();
  const here = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, chosen);
  const unit = here ?? shop?.sayIn ?? '64ths';
  return {
    unit,
    next: () => {
      const after = HEIGHT_UNITS[(HEIGHT_UNITS.indexOf(unit) + 1) % HEIGHT_UNITS.length]!;
      sessionStorage.setItem(KEY, after);
      listeners.forEach((listener) => listener());
    },
  };
}
