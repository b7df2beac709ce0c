import type { Treatment } from '../treatment.js';

export const neckOff: Treatment = {
  id: 'neck-off',
  name: 'Lift the extension, take the neck off',
  hands: [2, 3],
  wait: [24, 72],
  after: [
    { id: 'clean-and-inspect', because: 'numbers, labels and hidden fixings are noted first' },
    { id: 'rehydrate', because: 'moisture before structural work' },
    {
      id: 'rest-under-tension',
      because: 'belly and bridge settle before the neck angle: the angle is set to where the bridge ends up',
    },
    { id: 'adjust-rod', because: 'the neck is straight before its angle is judged' },
    { id: 'press-neck', because: 'the neck is straight before its angle is judged' },
  ],
  gate: 'Finish cut along extension and heel; hidden fixings searched for; joint type known; steam comes back out of the second hole, otherwise stop.',
  undo: [3, 3],
  cautions: ['heat', 'celluloid', 'tension', 'support'],
};
