import type { Treatment } from '../treatment.js';

export const reglueBrace: Treatment = {
  id: 'reglue-brace',
  name: 'Find and reglue loose braces under the bridge',
  hands: [0.75, 2.5],
  wait: [25, 48],
  after: [
    { id: 'clean-and-inspect', because: 'what is loose is found first' },
    {
      id: 'rehydrate',
      because: 'moisture before structural glue: wood glued dry or damp is glued at the wrong size',
    },
  ],
  gate: 'Moisture in the window; gap clean, fitted dry. After it: walk the weight over the same spots; the glued leg dips about half as far as before.',
  undo: [1, 1],
  cautions: ['heat', 'tension', 'support'],
};
