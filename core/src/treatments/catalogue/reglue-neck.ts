import type { Treatment } from '../treatment.js';

export const reglueNeck: Treatment = {
  id: 'reglue-neck',
  name: 'Reglue the neck with fitted shims, or bolt it',
  hands: [0.75, 0.75],
  wait: [24, 72],
  after: [{ id: 'fit-heel', because: 'a dry fit passes before glue is warmed' }],
  gate: 'Straightedge and centring at target dry, frets and string pull allowed for.',
  undo: [1, 3],
  cautions: ['heat', 'support'],
};
