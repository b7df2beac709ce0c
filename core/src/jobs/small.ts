import type { TreatmentId } from '../treatments/index.js';

/** Jobs that are begun without a judgement: what a walk-in asks for over the counter. */
export const SMALL_JOBS: readonly { name: string; treatments: readonly TreatmentId[] }[] = [
  { name: 'Set-up', treatments: ['adjust-rod', 'set-up'] },
  { name: 'One loose brace', treatments: ['slacken', 'reglue-brace', 'set-up'] },
  { name: 'Level the frets', treatments: ['level-frets', 'set-up'] },
  { name: 'Nut and saddle', treatments: ['nut', 'saddle', 'set-up'] },
  { name: 'Other strings', treatments: ['other-strings', 'set-up'] },
];
