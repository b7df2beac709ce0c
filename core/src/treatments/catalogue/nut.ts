import type { Treatment } from '../treatment.js';

export const nut: Treatment = {
  id: 'nut',
  name: 'Nut: slots, or a new nut',
  hands: [0.5, 2],
  wait: [0, 0],
  after: [
    { id: 'adjust-rod', because: 'the neck is set before the nut is cut' },
    { id: 'press-neck', because: 'the neck is straight before the nut is cut' },
    { id: 'extension', because: 'board and frets before the nut' },
  ],
  gate: 'Gap at fret 1 not under its floor: 0.018 in of steel; of nylon 0.9 mm bass, 0.7 mm treble.',
  undo: [2, 2],
  cautions: ['dust', 'protected'],
};
