import type { Treatment } from '../treatment.js';

export const thumbWheels: Treatment = {
  id: 'thumb-wheels',
  name: 'Turn the thumb wheels',
  hands: [0.1, 0.1],
  wait: [0, 0],
  after: [
    { id: 'adjust-rod', because: 'the neck is set before the bridge height is judged' },
    { id: 'press-neck', because: 'the neck is set before the bridge height is judged' },
    { id: 'nut', because: 'nut before bridge height' },
  ],
  gate: 'Travel left on the posts.',
  undo: [1, 1],
  cautions: ['tension'],
};
