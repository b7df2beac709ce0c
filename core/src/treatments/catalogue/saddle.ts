import type { Treatment } from '../treatment.js';

export const saddle: Treatment = {
  id: 'saddle',
  name: 'Saddle: trim, or a new one',
  hands: [0.5, 1.5],
  wait: [0, 0],
  after: [
    { id: 'nut', because: 'nut before saddle' },
    { id: 'rest-under-tension', because: 'the saddle is cut to its last height only after resting' },
    { id: 'extension', because: 'the neck angle is settled before the saddle is cut' },
    { id: 'adjust-rod', because: 'the neck is set before the saddle is cut' },
    { id: 'press-neck', because: 'the neck is straight before the saddle is cut' },
  ],
  gate: 'At least 1/8 in of saddle left.',
  undo: [1, 2],
  cautions: ['dust', 'protected'],
};
