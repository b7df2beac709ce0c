import type { Treatment } from '../treatment.js';

export const pressNeck: Treatment = {
  id: 'press-neck',
  name: 'Press the neck straight',
  hands: [1.5, 2],
  wait: [3 * 24, 4 * 24],
  after: [{ id: 'rehydrate', because: 'a dry neck is pressed against its moisture' }],
  gate: 'Rod in neutral; a small step each day, measured; middle of the neck only, never the headstock.',
  undo: [2, 2],
  cautions: ['heat', 'celluloid', 'support'],
};
