import { TREATMENT_IDS, type Treatment } from '../treatment.js';

export const setUp: Treatment = {
  id: 'set-up',
  name: 'Set up at pitch, overnight, set up again',
  hands: [2, 2],
  wait: [12, 12],
  after: TREATMENT_IDS.filter((id) => id !== 'set-up').map((id) => ({
    id,
    because: 'the last thing of all',
  })),
  gate: 'Readings within target both times.',
  undo: [1, 1],
  cautions: ['tension'],
};
