import type { Treatment } from '../treatment.js';

export const restUnderTension: Treatment = {
  id: 'rest-under-tension',
  name: 'Rest under full tension and measure',
  hands: [1, 2],
  wait: [7 * 24, 42 * 24],
  after: [
    { id: 'reglue-brace', because: 'the glue has set before it carries' },
    { id: 'flatten-belly', because: 'an old box that was opened or pressed moves once more under tension' },
  ],
  gate: 'Two readings in a row within the tool’s limit.',
  undo: [1, 1],
  cautions: ['tension'],
};
