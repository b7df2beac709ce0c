import type { Treatment } from '../treatment.js';

export const adjustRod: Treatment = {
  id: 'adjust-rod',
  name: 'Adjust the rod',
  hands: [0.25, 0.25],
  wait: [0, 0],
  after: [{ id: 'rehydrate', because: 'a neck bends with its moisture; it is judged at working moisture' }],
  gate: 'A wrench that fits; the nut turns freely: if it resists or spins, stop.',
  undo: [1, 1],
  cautions: ['tension'],
};
