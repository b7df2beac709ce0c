import type { QuantityId } from './quantities.js';

/** What reads the same with the strings at pitch, slack or off. */
const ANY_TENSION: readonly QuantityId[] = [
  'saddleShowing',
  'wheelHeight',
  'fretHeight',
  'radius',
  'nutWidth',
  'nutSlot',
  'pinGap',
  'saddleSlot',
  'bridgeThickness',
  'bridgeGap',
  'bridgeGapDepth',
  'bridgeGapLength',
  'plateThickness',
  'plateSize',
  'soundHole',
];

/** Whether a quantity says what it should only with the strings at pitch. */
export const needsPitch = (quantity: QuantityId): boolean => !ANY_TENSION.includes(quantity);
