import type { Treatment } from '../treatment.js';

export const fitHeel: Treatment = {
  id: 'fit-heel',
  name: 'Fit the heel to the new angle',
  hands: [3, 5],
  wait: [0, 0],
  after: [{ id: 'neck-off', because: 'the steamed joint dries before it is cut' }],
  gate: 'Neck dry by the meter; limit of the cut marked; centring checked at every fit.',
  undo: [3, 3],
  cautions: ['dust'],
};
