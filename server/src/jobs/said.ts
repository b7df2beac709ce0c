import type { JobEventId } from '@upright-elder/core/jobs';

/** Kinds of entries of a log that are looked through: those in which somebody says something. */
const SAID_IN_WORDS: readonly JobEventId[] = [
  'opened',
  'ordered',
  'looked for',
  'owner asked',
  'owner answered',
  'note',
  'surprise',
  'mishap',
  'not as thought',
  'part off',
  'part wanted',
  'number copied',
  'material used',
  'glue mixed',
  'given out',
  'came back',
  'photograph',
];

/** As the index over what was said has it (store/migrations/owners.ts): a row that it holds is found by it alone. */
export const IS_SAID = `"kind" IN (${SAID_IN_WORDS.map((kind) => `'${kind}'`).join(', ')})`;
