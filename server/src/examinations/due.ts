import { dayOf } from '@upright-elder/core/days';

/** After this many days a season has turned. */
const DUE_DAYS = 150;

/** Whether a season has turned since it was measured last. @param last ISO date; null where it never was */
export const seasonTurned = (last: string | null, today: number): boolean =>
  last === null || today - dayOf(last) > DUE_DAYS;
