import type { Treatment } from '../treatment.js';

export const extension: Treatment = {
  id: 'extension',
  name: 'Wedge the fingerboard extension',
  hands: [1.5, 1.5],
  wait: [12, 12],
  after: [
    { id: 'reglue-neck', because: 'glued flat after a reset the board gets a kink at the body join' },
    { id: 'adjust-rod', because: 'the rod is set before the board is fixed in one plane' },
  ],
  gate: 'Edge pieces fitted, then the middle; the board in one plane.',
  undo: [2, 2],
  cautions: ['heat', 'dust'],
};
