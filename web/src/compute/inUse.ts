import { IN_USE } from '@upright-elder/core/forecast';
import type { Load } from '@upright-elder/core/top';

/** Damp moves a top in use by part of what is solved for it; the forecasts reckon the same. */
export const inUse = (load: Load): Load => ({
  ...load,
  moisture: IN_USE * load.moisture,
  felt: IN_USE * (load.felt ?? load.moisture),
});
