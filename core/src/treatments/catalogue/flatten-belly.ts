import type { Treatment } from '../treatment.js';

export const flattenBelly: Treatment = {
  id: 'flatten-belly',
  name: 'Warm and flatten the folded belly',
  hands: [2, 2],
  wait: [24, 48],
  after: [
    { id: 'reglue-brace', because: 'plate and braces before flattening: otherwise the fold comes back' },
    { id: 'rehydrate', because: 'moisture before structural work' },
  ],
  gate: 'Dome or fold decided; not on a sound dome; the old glue is one that softens.',
  undo: [2, 2],
  cautions: ['heat', 'celluloid', 'tension'],
};
