import type { Treatment } from '../treatment.js';

export const rehydrate: Treatment = {
  id: 'rehydrate',
  name: 'Bring the wood to working moisture',
  hands: [0.25, 0.25],
  wait: [7 * 24, 21 * 24],
  after: [{ id: 'clean-and-inspect', because: 'dirt hides cracks, and they are counted before they close' }],
  gate: 'Moisture inside the window and steady over two readings.',
  undo: [1, 1],
  cautions: [],
};
