import type { WayId } from '@upright-elder/core/schedule';

const ALL: Record<WayId, true> = { planned: true, stands: true, new: true, mend: true, better: true };
/** Ways to go on that a calendar shows. */
export const WAY_IDS = Object.keys(ALL) as WayId[];
