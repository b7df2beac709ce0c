import type { Treatment } from '../treatment.js';

export const cleanAndInspect: Treatment = {
  id: 'clean-and-inspect',
  name: 'Clean and inspect',
  hands: [0.75, 0.75],
  wait: [0, 0],
  after: [],
  gate: null,
  undo: [1, 1],
  cautions: ['protected'],
};
